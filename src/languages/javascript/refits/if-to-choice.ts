import { defineRefit } from "../../refit.js";
import type { Expression } from "../nodes/index.js";
import { fitted, losesComment, spanOf } from "./code.js";
import { ifAt, only } from "./if-parts.js";
import { takesName } from "./values.js";

export const ifToChoice = defineRefit({
  id: "if-to-choice",
  kind: "refactor.rewrite",
  examples: [
    {
      code: "function f(child) {\n  «»if (child) {\n    return 210;\n  } else return 420;\n}\n",
      after: "function f(child) {\n  return child ? 210 : 420;\n}\n",
    },
    { code: "if («»a = b) fare = 210;\nelse fare = x ? 1 : 2;\n", after: "fare = (a = b) ? 210 : x ? 1 : 2;\n" },
    { code: "if («»child) fare = 210;\nelse price = 420;\n" },
    { code: "if («»child) fare += 210;\nelse fare = 420;\n" },
    { code: "if («»child) {\n  // Half.\n  fare = 210;\n} else fare = 420;\n" },
  ],
  offer(selection, { root, text }) {
    const node = ifAt(selection, root);
    const [first, second] = [only(node?.consequent ?? null), only(node?.alternate ?? null)];
    if (node === undefined || first === undefined || second === undefined) return undefined;
    const title = "Make it one expression with `?`";
    const pieces = (one: Expression, other: Expression, lead: string) => {
      if (losesComment(spanOf(node), [node.test, one, other].map(spanOf), text)) return undefined;
      const code = `${lead}${fitted(node.test, 3, text)} ? ${fitted(one, 1, text)} : ${fitted(other, 1, text)};`;
      const isNamed = !lead.startsWith("return") && [one, other].some(takesName);
      const certainty = isNamed ? "proposed" as const : "certain" as const;
      return { title, certainty, edits: [{ ...spanOf(node), insert: code }] };
    };
    if (
      first.type === "ReturnStatement" &&
      second.type === "ReturnStatement" &&
      first.argument !== null &&
      second.argument !== null
    ) return pieces(first.argument, second.argument, "return ");
    if (first.type !== "ExpressionStatement" || second.type !== "ExpressionStatement") return undefined;
    const [a, b] = [first.expression, second.expression];
    if (
      a.type !== "AssignmentExpression" || b.type !== "AssignmentExpression" || a.operator !== "=" || b.operator !== "="
    ) return undefined;
    // What is assigned to must be the same, and working it out must do nothing.
    if (a.left.type !== "Identifier" || b.left.type !== "Identifier" || a.left.name !== b.left.name) return undefined;
    return pieces(a.right, b.right, `${a.left.name} = `);
  },
});
