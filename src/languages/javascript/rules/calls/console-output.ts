import { z } from "zod";
import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import { bindingOf } from "../../names/facts.js";
import type { CallExpression } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { takeOut } from "../statements.js";

const options = z.strictObject({
  allow: z.array(z.string()).default([]).describe("Methods of `console` that may be called, e.g. `warn` and `error`."),
});

/** Taking the call out, when it is a statement of its own in a list of statements and its arguments do nothing. */
function remove(call: CallExpression, file: FileView): RemedyOffer[] {
  const statement = call.parent;
  const list = statement?.parent?.type;
  if (
    statement?.type !== "ExpressionStatement" ||
    (list !== "Program" && list !== "BlockStatement" && list !== "FunctionBody")
  ) return [];
  return [{ title: "Remove this output", ...takeOut(statement, file.text), certainty: "proposed" }];
}

export const consoleOutput = defineRule({
  id: "calls.console-output",
  title: "Output to the console",
  why: "Output that helped while writing a program fills its users' consoles later and may show what they should not see. Programs whose job is to write to the console switch this rule off or allow some of its methods.",
  level: "information",
  kits: [],
  once: "style",
  options,
  examples: {
    alerts: [
      { code: "export function sail() {\n  «console.log»(\"sailing\");\n}\n", after: "export function sail() {\n}\n" },
      { code: "«console.error»(1);\n", options: { allow: ["warn"] }, after: "" },
      { code: "const shown = «console.log»(1);\nexport { shown };\n" },
    ],
    quiet: [
      { code: "console.warn(1);\n", options: { allow: ["warn"] } },
      { code: "const console = { log() {} };\nconsole.log(1);\n" },
    ],
  },
  visit: {
    CallExpression(call, file) {
      const { callee } = call;
      if (
        callee.type !== "MemberExpression" || callee.object.type !== "Identifier" || callee.object.name !== "console"
      ) {
        return;
      }
      const { object, property } = callee;
      if (callee.computed || property.type !== "Identifier" || file.options.allow.includes(property.name)) return;
      if (bindingOf(object) !== undefined) return;
      file.alert(callee, {
        message: `\`console.${property.name}\` is for the console: take it out, or allow it in the settings`,
        remedies: () => remove(call, file),
      });
    },
  },
});
