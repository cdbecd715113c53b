import { z } from "zod";
import type { JavaScriptNode } from "../../nodes/index.js";
import { isAbsent, textOf } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { comparedToNaN, isNaN } from "./compared-to-nan.js";
import { identityOfLiteral, isWithFreshThing } from "./identity-of-literal.js";

const options = z.strictObject({
  absent: z.boolean()
    .default(true)
    .describe("Allow comparison with `null` or `undefined`, which asks for both of them at once."),
});

/** Whether both sides are of one kind for sure, so that nothing is converted. */
function areAlike(left: JavaScriptNode, right: JavaScriptNode): boolean {
  const kindOf = (one: JavaScriptNode): string | undefined => {
    if (one.type === "UnaryExpression" && one.operator === "typeof") return "string";
    if (one.type === "Literal") return textOf(one) === undefined ? typeof one.value : "string";
    return one.type === "TemplateLiteral" ? "string" : undefined;
  };
  const kind = kindOf(left);
  return kind !== undefined && kind !== "object" && kind === kindOf(right);
}

export const looseEquality = defineRule({
  id: "values.loose-equality",
  title: "A comparison that converts its sides",
  why: "`==` turns its sides into each other's kind before it compares them: `0 == \"\"`, `\"1\" == 1` and `[] == false` are true. `===` compares what is there.",
  level: "hint",
  kits: [],
  once: "style",
  options,
  beside: [comparedToNaN, identityOfLiteral],
  examples: {
    alerts: [
      { code: "if (tide «==» 3) sail();\n", after: "if (tide === 3) sail();\n" },
      { code: "if (typeof tide «!=» \"number\") wait();\n", after: "if (typeof tide !== \"number\") wait();\n" },
      { code: "if (tide «==» null) wait();\n", options: { absent: false }, after: "if (tide === null) wait();\n" },
    ],
    quiet: [{ code: "if (tide === 3) sail();\n" }, { code: "if (tide == null || undefined != pier) wait();\n" }],
  },
  visit: {
    BinaryExpression(node, file) {
      const { text, options: { absent }, alert } = file;
      const { operator, left, right } = node;
      if (operator !== "==" && operator !== "!=") return;
      if (absent && (isAbsent(left) || isAbsent(right))) return;
      // What is never equal at all is told as that.
      if (file.beside(comparedToNaN).isOn && (isNaN(left) || isNaN(right))) return;
      if (file.beside(identityOfLiteral).isOn && isWithFreshThing(node)) return;
      const from = left.end + text.slice(left.end, right.start).indexOf(operator);
      const wanted = `${operator}=`;
      alert({ from, to: from + 2 }, {
        message: `\`${operator}\` converts its sides before it compares them: write \`${wanted}\``,
        remedies() {
          const at = left.end + text.slice(left.end, right.start).indexOf(operator);
          const certainty = areAlike(left as JavaScriptNode, right as JavaScriptNode) ? "certain" : "proposed";
          return [{
            title: `Compare with \`${wanted}\``,
            certainty,
            edits: [{ from: at, to: at + 2, insert: wanted }],
          }];
        },
      });
    },
  },
});
