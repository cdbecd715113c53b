import type { Declaration } from "../../model/binding.js";
import { defineRule } from "../rule.js";

const nouns: Partial<Record<Declaration["kind"], string>> = {
  variable: "variable",
  function: "function",
  parameter: "parameter",
};

export const declaredTwice = defineRule({
  id: "names.declared-twice",
  title: "A name that is declared a second time",
  why: "A `var`, a function or a parameter may be declared again in the same function, and then there is still only one of it: the second declaration takes the first one's place, most often unnoticed.",
  level: "warning",
  kits: [],
  examples: {
    alerts: [
      { code: "var tide = 1;\nvar «tide» = 2;\n", after: "var tide = 1;\ntide = 2;\n" },
      { code: "function sail() { return 1; }\nfunction «sail»() { return 2; }\n" },
      {
        code: "export function moor(berth) {\n  var «berth» = berth || 1;\n  return berth;\n}\n",
        after: "export function moor(berth) {\n  berth = berth || 1;\n  return berth;\n}\n",
      },
    ],
    quiet: [
      { code: "var tide = 1;\nfunction sail() {\n  var tide = 2;\n}\n" },
      { code: "const tide = 1;\n{\n  const tide = 2;\n}\n" },
    ],
  },
  binding(binding, { alert, ambient, facts, edits, shape }) {
    const { declarations, name, scope } = binding;
    const [first] = declarations;
    const isSignature = ({ owner }: Declaration): boolean => shape("function", owner)?.body === null;
    if (ambient || declarations.length < 2 || nouns[first!.kind] === undefined || facts.clashes(binding)) return;
    for (const later of declarations.slice(1)) {
      if (nouns[later.kind] === undefined || isSignature(later) || isSignature(first!)) continue;
      alert(later.node, {
        message: `The ${nouns[first!.kind]} \`${name}\` is declared a second time here, and there is still only one of it: give one another name`,
        related: [{ at: first!.node, message: `\`${name}\` is declared here first` }],
        remedies: () => {
          const change = edits.assignOnly(later.owner);
          if (change === undefined) return [];
          const isSure = first!.kind !== "parameter" || !edits.hasDefaultsBeside(scope.node);
          return [{
            title: "Assign to the name that is there",
            ...change,
            ...(!isSure && { certainty: "proposed" as const }),
          }];
        },
      });
    }
  },
});
