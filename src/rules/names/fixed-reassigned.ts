import { assignmentAsTest, isTakenForComparison } from "../flow/assignment-as-test.js";
import { defineRule } from "../rule.js";

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
  binding(binding, file) {
    const { alert, beside, edits, isBroken } = file;
    // Writing to an import has a rule of its own.
    if (binding.writes === 0 || !binding.fixed || binding.kind === "import") return;
    const { node: declared, owner } = binding.declarations[0]!;
    for (const use of binding.references) {
      if (use.access === "read" || isBroken(use.node.parent!)) continue;
      if (beside(assignmentAsTest).isOn && isTakenForComparison(use.node.parent!, file)) continue;
      alert(use.node, {
        message: `\`${binding.name}\` is fixed and cannot get a new value: give that a name of its own, or declare this one so that it may change`,
        related: [{ at: declared, message: `\`${binding.name}\` is declared here as fixed` }],
        remedies: () => {
          const change = edits.makeChangeable(owner);
          if (change === undefined) return [];
          const { word, ...rest } = change;
          return [{ title: `Make \`${binding.name}\` reassignable: \`${word}\``, ...rest }];
        },
      });
    }
  },
});
