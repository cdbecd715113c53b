import type { Span } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import type { FunctionNode } from "../nodes/index.js";

/** Where a function without a name says that it is one: its arrow, or the word `function`. */
export function headOf(node: FunctionNode, text: SourceText): Span {
  const { start, body } = node;
  const head = text.slice(start, body === null ? node.end : body.start);
  if (node.type === "ArrowFunctionExpression") {
    const arrow = head.lastIndexOf("=>");
    return { from: start + arrow, to: start + arrow + 2 };
  }
  const word = /^(?:async\s+)?function\b/.exec(head);
  return word === null
    ? { from: start, to: start + 1 }
    : { from: start + word[0].length - "function".length, to: start + word[0].length };
}
