/** Comments that speak to this program, found without keeping any comment in the tree. */
import type { Span } from "../../text/edit.js";
import { nodeAt, walk } from "../../syntax/walk.js";
import type { Node } from "../../syntax/node.js";
import type { Comment } from "../language.js";

const textLike = new Set(["Literal", "TemplateElement", "JSXText"]);

/** Comments whose text begins with `opening`, in the order of the text. */
export function commentsWith(text: string, root: Node, opening: string): Comment[] {
  const found: Comment[] = [];
  for (let at = text.indexOf(opening); at >= 0; at = text.indexOf(opening, at + 1)) {
    const mark = /(?:\/\/|\/\*)[ \t]*$/.exec(text.slice(Math.max(0, at - 200), at));
    if (mark === null || textLike.has(nodeAt(root, at).type)) continue;
    const from = at - mark[0].length;
    const block = mark[0].startsWith("/*");
    const close = block ? text.indexOf("*/", at) : text.slice(at).search(/[\n\r]/);
    const inner = close < 0 ? text.length : block ? close : at + close;
    found.push({ from, to: block && close >= 0 ? inner + 2 : inner, text: text.slice(at, inner).trim() });
  }
  return found;
}

/** The outermost node below the root that begins where the first token behind `offset` does. */
export function followingNode(text: string, root: Node, offset: number): Span | undefined {
  const gap = /^(?:\s|\/\/[^\n\r]*|\/\*[^]*?\*\/|\*\/\s*\})*/.exec(text.slice(offset))![0];
  const start = offset + gap.length;
  let found: Span | undefined;
  walk(root, (node) => {
    if (found !== undefined) return false;
    const from = node.start;
    const to = from + node.length;
    if (node !== root && from === start && node.length > 0) found = { from, to };
    return from <= start && to > start;
  });
  return found;
}
