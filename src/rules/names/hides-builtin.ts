import { z } from "zod";
import { VALUE } from "../../model/binding.js";
import { defineRule } from "../rule.js";

const options = z.strictObject({
  runtime: z.boolean()
    .default(false)
    .describe(
      "Alert at names that a runtime brings along, too, and not only at the language's own. A browser has many short ones, such as `name`.",
    ),
  allow: z.array(z.string()).default([]).describe("Names that may be declared anew."),
});

export const hidesBuiltin = defineRule({
  id: "names.hides-builtin",
  title: "A name that hides a built-in one",
  why: "The language's own names mean the same everywhere. Where one is declared anew, a reader takes it for what it is elsewhere.",
  level: "hint",
  kits: [],
  options,
  examples: {
    alerts: [
      { code: "export function moor(«Map») {\n  return Map;\n}\n" },
      { code: "let «NaN»;\nexport { NaN as none };\n" },
      { code: "export const «name» = 1;\n", options: { runtime: true } },
    ],
    quiet: [
      { code: "export const name = 1;\n" },
      { code: "export const chart = new Map();\n" },
      { code: "import { Map } from \"./map.js\";\nexport { Map };\n", options: { allow: ["Map"] } },
    ],
  },
  binding(binding, { alert, builtInFrom, ambient, options: { runtime, allow } }) {
    const { name, kind } = binding;
    if (ambient || (binding.meaning & VALUE) === 0 || kind === "private" || kind === "member" || allow.includes(name)) {
      return;
    }
    const from = builtInFrom(name);
    if (from === undefined || (from === "runtime" && !runtime)) return;
    alert(binding.declarations[0]!.node, {
      message:
        `\`${name}\` hides the ${from === "language" ? "language" : "runtime"}'s own \`${name}\`: give it another name`,
    });
  },
});
