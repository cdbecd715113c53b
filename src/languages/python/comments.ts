/** Comments of Python, found without keeping any in the tree. */
import type { Node } from "../../syntax/node.js";
import { nodeAt } from "../../syntax/walk.js";
import type { Span } from "../../text/edit.js";
import type { Text } from "../../text/text.js";
import type { Comment, CommentForms } from "../language.js";
import type { Assign, Block, Expr, Module, Name } from "./nodes.js";

/** Whether an offset stands in a text. */
function isInText(root: Node, at: number): boolean {
  const { type } = nodeAt(root, at, at + 1);
  return type === "Constant" || type === "JoinedStr";
}

/** Where the comment of a line begins, before an offset; -1 where none does. */
function commentBefore(root: Node, text: Text, at: number): number {
  const { from } = text.lineAt(at);
  const before = text.slice(from, at);
  for (let index = before.indexOf("#"); index >= 0; index = before.indexOf("#", index + 1)) {
    if (!isInText(root, from + index)) return from + index;
  }
  return -1;
}

/** The comments whose words begin with `opening`, in the order of the text. */
export function commentsWith(text: Text, root: Node, opening: string): Comment[] {
  const found: Comment[] = [];
  for (const at of text.occurrences(opening)) {
    const mark = /#+[ \t]*$/.exec(text.slice(Math.max(0, at - 200), at));
    if (mark === null) continue;
    const from = at - mark[0].length;
    if (isInText(root, from)) continue;
    const { to } = text.lineAt(at);
    found.push({ from, to, text: text.slice(at, to).trim() });
  }
  return found;
}

/** The comments before any code. */
export const firstComments = (top: string): string => /^(?:\s|\ufeff|#.*)*/.exec(top)![0];

export const commentForms: CommentForms = {
  line: "#",
  openings: ["#"],
  form: /#[^\n\r]*/g,
  isText: ({ type }) => type === "Constant" || type === "JoinedStr",
  mayBegin: (root, text, at) => !isInText(root, at) && commentBefore(root, text, at) < 0,
  onLineBefore(node, root, text, words) {
    const { from } = text.lineAt(node.start);
    // The comment stands where the line begins: what is there must not be the middle of a text.
    const around = nodeAt(root, from, from);
    const isText = around.type === "Constant" || around.type === "JoinedStr";
    return isText && around.start < from ? undefined : { comment: `# ${words}`, covers: "statement" };
  },
};

/** The statement that begins next behind an offset. */
export function followingStatement(root: Node, offset: number): Span | undefined {
  const lists: Node[][] = [(root as Module).body];
  for (let list = lists.pop(); list !== undefined; list = lists.pop()) {
    let low = 0;
    let high = list.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (list[middle]!.end <= offset) low = middle + 1;
      else high = middle;
    }
    const item = list[low];
    if (item === undefined) continue;
    if (item.start >= offset) return { from: item.start, to: item.end };
    // In it, or else behind it.
    if (low + 1 < list.length) lists.push(list.slice(low + 1, low + 2));
    for (const block of blocksIn(item).reverse()) if (block.end > offset) lists.push(block.body);
  }
  return undefined;
}

function blocksIn(item: Node): Block[] {
  const found: Block[] = [];
  item.each((child) => {
    if (child.type === "Block") found.push(child as Block);
    else if (child.type === "ExceptHandler" || child.type === "MatchCase" || child.type === "If") {
      found.push(...blocksIn(child));
    }
  });
  return found;
}

/** Whether a module does nothing but bring out what others have. */
function isFacade({ body }: Module): boolean {
  const isOwn = (node: Node): boolean => {
    if (node.type === "Import" || node.type === "ImportFrom") return false;
    if (node.type === "Expr") return (node as Expr).value.type !== "Constant";
    const [target] = node.type === "Assign" ? (node as Assign).targets : [];
    return target?.type !== "Name" || !/^__\w+__$/.test((target as Name).id);
  };
  return body.some(({ type }) => type === "ImportFrom") && !body.some(isOwn);
}

/** A text that may stand for names: an annotation, or an element of `__all__`. */
const nameLike = /^[\w.,|\s[\]'"]+$/;

/** Whether a text, or a comment with a type, uses a name. */
export function isMentioned(text: Text, root: Node, name: string): boolean {
  if (isFacade(root as Module)) return true;
  for (const at of text.occurrences(name)) {
    if (
      /\w/.test(text.slice(Math.max(0, at - 1), at)) || /\w/.test(text.slice(at + name.length, at + name.length + 1))
    ) {
      continue;
    }
    const node = nodeAt(root, at, at + name.length);
    if (node.type === "Constant" && (node as Node & { kind: string }).kind === "text") {
      if (node.length < 300 && nameLike.test(text.slice(node.start, node.end))) return true;
    } else if (/# *type:/.test(text.lineAt(at).text.slice(0, at - text.lineAt(at).from))) return true;
  }
  return false;
}

/** Whether the documentation of a function tells of a parameter. */
export function isDocumented(text: Text, owner: Node, name: string): boolean {
  const { body } = owner as Node & { body?: Block };
  const [first] = body?.body ?? [];
  return first?.type === "Expr" && new RegExp(`\\b${name}\\b`).test(text.slice(first.start, first.end));
}
