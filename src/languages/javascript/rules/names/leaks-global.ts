import type { Reference } from "../../../../model/binding.js";
import type { RemedyOffer } from "../../../../rules/rule.js";
import type { AssignmentExpression } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";

/** Declaring the name by the statement that assigns to it. */
function declare({ node }: Reference): RemedyOffer[] {
  const assignment = node.parent as AssignmentExpression;
  const statement = assignment.parent;
  if (assignment.type !== "AssignmentExpression" || assignment.left !== node) return [];
  const inHead = statement?.type === "ForStatement" && (statement as { init?: unknown }).init === assignment;
  if (statement?.type !== "ExpressionStatement" && !inHead) return [];
  return [{
    title: "Declare it here with `let`",
    certainty: "proposed",
    edits: [{ from: assignment.start, to: assignment.start, insert: "let " }],
  }];
}

export const leaksGlobal = defineRule({
  id: "names.leaks-global",
  title: "An assignment that makes a name for the whole program",
  why: "In sloppy code, assigning to a name that nothing declares brings it into being for the whole program, where every other script can read and overwrite it. A declaration was forgotten, or the name is misspelt.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "function count() {\n  «total» = 1;\n}\n", after: "function count() {\n  let total = 1;\n}\n" },
      {
        code: "function sail(piers) {\n  for («i» = 0; piers[0]; piers[1]) piers[2] = 1;\n}\n",
        after: "function sail(piers) {\n  for (let i = 0; piers[0]; piers[1]) piers[2] = 1;\n}\n",
      },
      {
        code: "function sail() {\n  let tides = 1;\n  «tide» = 2;\n  return tides;\n}\n",
        after: "function sail() {\n  let tides = 1;\n  tides = 2;\n  return tides;\n}\n",
      },
    ],
    quiet: [
      { code: "let total;\nfunction count() {\n  total = 1;\n}\n" },
      { code: "export function count() {\n  total = 1;\n}\n" },
    ],
  },
  unresolved(use, file) {
    const { name, scope, node, access } = use;
    if (access !== "write" || scope.strict || scope.isUncertain || file.isKnown(name) || scope.knowsInner(name)) return;
    const { state } = file.links.beside(name);
    if (state !== "none" && state !== "near") return;
    const near = file.suggest(use).filter((word) => scope.distanceTo(word) >= 0);
    file.alert(node, {
      message: `\`${name}\` is declared nowhere, so assigning to it makes a name for the whole program${near[0] === undefined ? ": declare it" : `: did you mean \`${near[0]}\`?`}`,
      remedies: () => [
        ...near.map((word): RemedyOffer => ({
          title: `Change to \`${word}\``,
          certainty: "proposed",
          edits: [{ from: node.start, to: node.end, insert: word }],
        })),
        ...declare(use),
      ],
    });
  },
});
