/** Comments of pages. */
import type { Node } from "../../syntax/node.js";
import { nodeAt } from "../../syntax/walk.js";
import type { Span } from "../../text/edit.js";
import type { Text } from "../../text/text.js";
import type { Comment as FoundComment, CommentForms } from "../language.js";
import { isElement } from "./nodes.js";

const opening = "<!--";

/** The comments whose words begin with some, in the order of the text. */
export function commentsWith(text: Text, root: Node, words: string): FoundComment[] {
  const found: FoundComment[] = [];
  for (const at of text.occurrences(words)) {
    const mark = /<!--\s*$/.exec(text.slice(Math.max(0, at - 100), at));
    if (mark === null) continue;
    const comment = nodeAt(root, at, at);
    if (comment.type !== "Comment" || comment.start !== at - mark[0].length) continue;
    const { start: from, end: to } = comment;
    found.push({ from, to, text: text.slice(at, to).replace(/\s*-->$/, "") });
  }
  return found;
}

/** The comments before anything else. */
export const firstComments = (top: string): string => /^(?:\s|\ufeff|<!doctype[^>]*>|<!--[^]*?-->)*/i.exec(top)![0];

export const commentForms: CommentForms = {
  line: opening,
  ending: "-->",
  openings: [opening],
  form: /<!--[^]*?-->/g,
  isText: () => false,
  // Whatever stands behind it, up to its end.
  mayBegin: (root, _, at) => {
    const { type } = nodeAt(root, at, at);
    return type === "Page" || type === "Words" || (type === "Element" && isBetween(root, at));
  },
  onLineBefore: (_, __, ___, words) => ({ comment: `${opening} ${words} -->`, covers: "element" }),
};

/** Whether an offset stands in no tag and in nothing that holds text alone. */
function isBetween(root: Node, at: number): boolean {
  const node = nodeAt(root, at, at);
  if (!isElement(node)) return true;
  return at >= node.start + node.tagLength && at <= node.end - node.closeLength;
}

/** The element, or what else begins next behind an offset. */
export function following(root: Node, offset: number): Span | undefined {
  let found: Node | undefined;
  const visit = (node: Node): void => {
    if (found !== undefined || node.end <= offset) return;
    if (node.start >= offset && isElement(node)) {
      found = node;
      return;
    }
    node.each(visit);
  };
  root.each(visit);
  return found && { from: found.start, to: found.end };
}
