import type { Node } from "../../../syntax/node.js";
import { defineRefit } from "../../refit.js";
import type { ArrowFunctionExpression } from "../nodes/index.js";
import { isInLoopHead, startsLikeBlock } from "../placing.js";
import { fence, nextToken } from "../rules/statements.js";
import { around, codeOf, fitted, holds, isListed, losesComment, spanOf } from "./code.js";

export const conciseBody = defineRefit({
  id: "concise-body",
  kind: "refactor.rewrite",
  examples: [
    {
      code: "const fare = (child) =«»> {\n  return child ? 210 : 420;\n};\n",
      after: "const fare = (child) => child ? 210 : 420;\n",
    },
    { code: "sail(() => { ret«»urn { tide }; });\n", after: "sail(() => ({ tide }));\n" },
    { code: "sail(() => { ret«»urn a, b; });\n", after: "sail(() => (a, b));\n" },
    { code: "sail(() => { // why\n  ret«»urn tide; });\n" },
    { code: "sail(() => { moor(); ret«»urn tide; });\n" },
  ],
  offer(selection, context) {
    const { root, text } = context;
    const found = around(root, selection, "ArrowFunctionExpression", "ReturnStatement");
    const node = found?.type === "ReturnStatement" ? found.parent?.parent : found;
    if (node?.type !== "ArrowFunctionExpression") return undefined;
    const arrow = node as ArrowFunctionExpression;
    if (
      arrow.body.type !== "FunctionBody" ||
      arrow.body.body.length !== 1 ||
      (found !== node && found?.parent !== arrow.body)
    ) return undefined;
    const [only] = arrow.body.body;
    if (
      only!.type !== "ReturnStatement" ||
      only.argument === null ||
      losesComment(spanOf(arrow.body), [spanOf(only.argument)], text)
    ) return undefined;
    const isLoop = isInLoopHead(arrow) && holds(only.argument, ["BinaryExpression"]);
    const code = isLoop ? `(${codeOf(spanOf(only.argument), text)})` : fitted(only.argument, 1, text);
    // Behind a brace a line end ended the statement; behind a value the next line may go on.
    const statement = endingWith(arrow);
    const mark = statement === undefined ? "" : fence(statement, nextToken(text, arrow.end), text);
    return {
      title: "Leave out the block",
      certainty: "certain",
      edits: [{
        from: arrow.body.start,
        to: arrow.body.end,
        insert: (startsLikeBlock(code) && code.startsWith("{") ? `(${code})` : code) + mark,
      }],
    };
  },
});

/** The statement or member that ends where a node does. */
function endingWith(node: Node): Node | undefined {
  let up = node;
  while (up.parent !== null && !isListed(up) && up.type !== "PropertyDefinition") {
    if (up.parent.end !== up.end) return undefined;
    up = up.parent;
  }
  return up.parent === null ? undefined : up;
}
