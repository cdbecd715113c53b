import { z } from "zod";
import { VALUE } from "../../model/binding.js";
import { defineRule } from "../rule.js";

const options = z.strictObject({
  allow: z.array(z.string()).default([]).describe("Names that may be declared anew further in."),
});

export const hidesOuter = defineRule({
  id: "names.hides-outer",
  title: "A name that hides one further out",
  why: "Where two scopes have a name in common the inner one's wins, and the outer one cannot be reached. A reader who knows the outer one is easily led astray.",
  level: "hint",
  kits: [],
  options,
  examples: {
    alerts: [
      { code: "const tide = 1;\nexport function sail(«tide») {\n  return tide;\n}\n" },
      { code: "export function moor(berth) {\n  return [1].map((«berth») => berth);\n}\n" },
    ],
    quiet: [
      { code: "export function sail(tide) { return tide; }\nexport function moor(tide) { return tide; }\n" },
      { code: "const tide = 1;\nexport function sail(tide) { return tide; }\n", options: { allow: ["tide"] } },
      {
        languageId: "typescript",
        code: "import * as Tides from \"./tides.js\";\nexport function sail<Tides = Tides.Table>(tide: Tides): Tides;\nexport function sail(berth: unknown) {\n  return berth;\n}\nexport declare const tide: number;\ndeclare function moor(tide: number): void;\nmoor(1);\n",
      },
    ],
  },
  binding(binding, { alert, outer, ambient, facts, options: { allow } }) {
    const { name, kind, scope } = binding;
    // What is only a type hides no value, and names of what is declared elsewhere are seen by nobody.
    if (ambient || (binding.meaning & VALUE) === 0 || facts.isDeclaredElsewhere(binding)) return;
    if (
      kind === "private" ||
      kind === "member" ||
      kind === "function-name" ||
      kind === "class-name" ||
      scope.parent === null ||
      allow.includes(name)
    ) return;
    const hidden = outer(binding);
    if (hidden === undefined || !hidden.isDeclared) return;
    const { node } = hidden.declarations[0]!;
    alert(binding.declarations[0]!.node, {
      message: `\`${name}\` hides the \`${name}\` that is declared further out: give one of them another name`,
      related: [{ at: node, message: "This one is hidden" }],
    });
  },
});
