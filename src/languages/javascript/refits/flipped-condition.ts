import type { Node } from "../../../syntax/node.js";
import type { Span } from "../../../text/edit.js";
import { defineRefit } from "../../refit.js";
import { withParentheses } from "../placing.js";
import { isOpenEnded } from "../rules/statements.js";
import { around, codeOf, opposite, spanOf } from "./code.js";
import { ifAt } from "./if-parts.js";

export const flippedCondition = defineRefit({
  id: "flipped-condition",
  kind: "refactor.rewrite",
  examples: [
    {
      code: "«»if (tide > 3) {\n  sail();\n} else {\n  moor();\n}\n",
      after: "if (!(tide > 3)) {\n  moor();\n} else {\n  sail();\n}\n",
    },
    { code: "if (!«»full) sail();\nelse moor();\n", after: "if (full) moor();\nelse sail();\n" },
    {
      code: "const fare = kind === \"child\" «»? 210 : 420;\n",
      after: "const fare = kind !== \"child\" ? 420 : 210;\n",
    },
    { code: "const fare = a && b «»? (c, d) : e;\n", after: "const fare = !(a && b) ? e : (c, d);\n" },
    { code: "sail(() => !{}«» ? 210 : 420);\n", after: "sail(() => ({}) ? 420 : 210);\n" },
    { code: "const fare = !(a = 0) «»? 210 : 420;\n", after: "const fare = (a = 0) ? 420 : 210;\n" },
    { code: "if («»a) sail();\nelse if (b) moor();\n" },
    { code: "if («»a) sail();\n" },
  ],
  offer(selection, { root, text }) {
    const title = "Flip the condition and its branches";
    const choice = around(root, selection, "ConditionalExpression");
    const node = choice ?? ifAt(selection, root);
    if (
      node === undefined ||
      node.alternate === null ||
      node.alternate.type === "IfStatement" ||
      node.consequent.type === "IfStatement"
    ) return undefined;
    const [one, other] = [withParentheses(node.consequent, text), withParentheses(node.alternate, text)];
    // A statement that ends with an `if` of its own would take the `else`.
    if (
      choice === undefined &&
      node.alternate.type !== "BlockStatement" &&
      /\bif\b/.test(codeOf(spanOf(node.alternate), text))
    ) return undefined;
    // A function that is declared there may not stand behind an `else` of another kind.
    if ([node.consequent, node.alternate].some(({ type }) => type === "FunctionDeclaration")) return undefined;
    // Before `else`, and before what comes behind, a statement needs its semicolon.
    const whole = (branch: Node, span: Span): string =>
      codeOf(span, text) + (choice === undefined && isOpenEnded(branch, text) ? ";" : "");
    return {
      title,
      certainty: "certain",
      edits: [
        { ...spanOf(node.test), insert: opposite(node.test, text) },
        { ...one, insert: whole(node.alternate, other) },
        { ...other, insert: whole(node.consequent, one) },
      ],
    };
  },
});
