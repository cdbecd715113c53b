import type { VariableDeclaration } from "../../languages/javascript/nodes/index.js";
import type { Binding } from "../../model/binding.js";
import { assignmentAsTest, isTakenForComparison } from "../flow/assignment-as-test.js";
import { defineRule, type RemedyOffer } from "../rule.js";

/** The declaration of a fixed name that can be made changeable by one word: a lone `const` whose every name has a value. */
function makeChangeable(binding: Binding): RemedyOffer[] {
  const owner = binding.declarations[0]!.owner;
  const declaration = owner.parent;
  if (
    owner.type !== "VariableDeclarator" ||
    declaration?.type !== "VariableDeclaration" ||
    (declaration as VariableDeclaration).kind !== "const"
  ) return [];
  const from = declaration.start;
  return [{
    title: `Make \`${binding.name}\` reassignable: \`let\``,
    certainty: "proposed",
    edits: [{ from, to: from + "const".length, insert: "let" }],
  }];
}

export const fixedReassigned = defineRule({
  id: "names.fixed-reassigned",
  title: "A fixed name that gets a new value",
  why: "A `const` keeps its value; assigning to it stops the program when that line runs. Either the name should be reassignable, or a new name is meant.",
  level: "error",
  kits: ["sound"],
  once: "name",
  examples: {
    alerts: [
      { code: "const seats = 40;\n«seats» = 41;\n", after: "let seats = 40;\nseats = 41;\n" },
      {
        code: "export const { high, low } = tides();\n«high» += 1;\nfunction tides() { return {}; }\n",
        after: "export let { high, low } = tides();\nhigh += 1;\nfunction tides() { return {}; }\n",
      },
      { code: "const trips = 0;\nfor («trips» of [1]) {}\n", after: "let trips = 0;\nfor (trips of [1]) {}\n" },
      { code: "export const Ferry = class Boat { rename() { «Boat» = null; } };\n" },
    ],
    quiet: [
      { code: "let seats = 40;\nseats = 41;\n" },
      { code: "const ferry = {};\nferry.seats = 41;\n" },
      { code: "const seats = 40;\n{\n  let seats;\n  seats = 1;\n}\n" },
    ],
  },
  beside: [assignmentAsTest],
  binding(binding, { alert, beside }) {
    // Writing to an import has a rule of its own.
    if (binding.writes === 0 || !binding.fixed || binding.kind === "import") return;
    const declared = binding.declarations[0]!.node;
    for (const use of binding.references) {
      if (use.access === "read") continue;
      if (beside(assignmentAsTest).isOn && isTakenForComparison(use.node.parent!)) continue;
      alert(use.node, {
        message: `\`${binding.name}\` is fixed and cannot get a new value`,
        related: [{ at: declared, message: `\`${binding.name}\` is declared here as fixed` }],
        remedies: () => makeChangeable(binding),
      });
    }
  },
});
