import type { RemedyOffer } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { isInside } from "../../../../syntax/walk.js";
import { declaredBy } from "../../names/together.js";
import type { VariableDeclaration } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";

/** `let` or `const` in place of `var`, where all uses stand behind the declaration and in its block. */
function narrow(whole: VariableDeclaration): RemedyOffer[] {
  const block = whole.parent!;
  const names = declaredBy(whole);
  const { start } = whole;
  const fits = names.every(
    ({ declarations, references }) =>
      declarations.length === 1 && references.every(({ node }) => node.start > start && isInside(node, block)),
  );
  if (!fits || block.type === "SwitchCase") return [];
  const loop = block.type === "ForInStatement" || block.type === "ForOfStatement";
  const fixed = names.every(({ writes }) => writes === 0) &&
    (loop || whole.declarations.every(({ init }) => init !== null));
  const word = fixed ? "const" : "let";
  return [{
    title: `Make it \`${word}\``,
    certainty: "proposed",
    edits: [{ from: start, to: start + "var".length, insert: word }],
  }];
}

function isInFunction(node: Node): boolean {
  for (let up = node.parent; up !== null; up = up.parent) {
    if (up.type.includes("Function") || up.type === "StaticBlock") return true;
  }
  return false;
}

export const functionWide = defineRule({
  id: "names.function-wide",
  title: "A declaration for the whole function",
  why: "A name declared with `var` exists in the whole function, before its declaration and outside its block, too. `let` and `const` keep it where it is needed, and tell of a use that comes too soon.",
  level: "hint",
  kits: [],
  once: "style",
  examples: {
    alerts: [
      { code: "«var» tide = 1;\ntide += 1;\n", after: "let tide = 1;\ntide += 1;\n" },
      {
        code: "export function sail(all) {\n  for («var» pier of all) moor(pier);\n}\nfunction moor() {}\n",
        after: "export function sail(all) {\n  for (const pier of all) moor(pier);\n}\nfunction moor() {}\n",
      },
      { code: "export function sail(high) {\n  if (high) {\n    «var» tide = 1;\n  }\n  return tide;\n}\n" },
    ],
    quiet: [{ code: "let tide = 1;\ntide += 1;\n" }],
  },
  visit: {
    VariableDeclaration(node, { alert, ambient }) {
      if (node.kind !== "var" || node.declare || ambient) return;
      const { start } = node;
      alert({ from: start, to: start + "var".length }, {
        message: `\`var\` declares for the whole ${isInFunction(node) ? "function" : "file"}: \`let\` or \`const\` keep to the block`,
        remedies: () => narrow(node),
      });
    },
  },
});
