import { declaredBy } from "../../languages/javascript/names/together.js";
import type { VariableDeclaration, VariableDeclarator } from "../../languages/javascript/nodes/index.js";
import { defineRule } from "../rule.js";

export const couldBeFixed = defineRule({
  id: "names.could-be-fixed",
  title: "A name that never gets another value",
  why: "`const` tells the reader at once that a name keeps its value, so that there is nothing to keep track of.",
  level: "hint",
  kits: [],
  examples: {
    alerts: [
      { code: "let «tide» = 3;\nexport { tide };\n", after: "const tide = 3;\nexport { tide };\n" },
      { code: "for (let «pier» of piers) sail(pier);\n", after: "for (const pier of piers) sail(pier);\n" },
    ],
    quiet: [
      { code: "let tide = 3;\ntide += 1;\n" },
      { code: "let tide;\ntide = 3;\n" },
      { code: "let { high, low } = tides();\nlow = 1;\nexport { high };\n" },
      { code: "for (let i = 0, last = 3; i < last; i++) {}\n" },
    ],
  },
  binding(binding, { alert, isHalfWritten }) {
    const owner = binding.declarations[0]!.owner as VariableDeclarator;
    if (binding.kind !== "changeable" || owner.type !== "VariableDeclarator" || binding.scope.dynamic) return;
    const whole = owner.parent as VariableDeclaration;
    if (whole.declare) return;
    // All names of a declaration must be fixed for its word to change; the first of them speaks for all.
    const together = declaredBy(whole);
    const inLoop = whole.parent!.type === "ForOfStatement" || whole.parent!.type === "ForInStatement";
    const fixed = together.every((other) => other.writes === 0 && other.declarations.length === 1) &&
      (inLoop || whole.declarations.every(({ init }) => init !== null));
    if (!fixed || together[0] !== binding || together.some(({ name }) => isHalfWritten(name))) return;
    alert(binding.declarations[0]!.node, {
      message: `\`${binding.name}\` never gets another value: it can be \`const\``,
      remedies: () => [{
        title: "Make it `const`",
        certainty: "certain",
        edits: [{ from: whole.start, to: whole.start + "let".length, insert: "const" }],
      }],
    });
  },
});
