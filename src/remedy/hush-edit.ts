/** Writing hush comments. */
import type { Node } from "../syntax/node.js";
import { nodeAt } from "../syntax/walk.js";
import type { Edit } from "../text/edit.js";
import type { Text } from "../text/text.js";

const textLike = new Set(["TemplateElement", "JSXText", "Literal"]);
/** Parts of tags, between which comments may stand. */
const tagLike =
  /^JSX(?:Opening|Closing)(?:Element|Fragment)$|^JSX(?:ExpressionContainer|SpreadAttribute|SpreadChild|Attribute)$/;

/** A hush comment for a place, and what else it covers. */
export interface HushEdit {
  readonly edit: Edit;
  /** The line alone, or the whole of what stands behind the comment. */
  readonly covers: "line" | "statement" | "element";
}

/** Rules that go by where lines end. */
const layout = /^layout\.line-(?:breaks|width)$/;

const existing = /\/\/[ \t]*quill:[ \t]*hush[ \t]+[\w.*-]+(?:[ \t]*,[ \t]*[\w.*-]+)*/;

/** What is written behind the rule: where a reason is asked for, room for one. */
const reasonFor = (needsReason: boolean): string => (needsReason ? " because …" : "");

/** Whether a comment can begin at an offset: not in a text, pattern or markup, nor in another comment. */
function isCode(root: Node, text: Text, at: number): boolean {
  const node = nodeAt(root, at);
  if (node.type.startsWith("JSX")) return tagLike.test(node.type) && node.start < at && at < node.end;
  if (node.type === "TemplateElement" || (textLike.has(node.type) && node.start < at && at < node.end)) return false;
  const line = text.lineAt(at);
  const before = text.slice(line.from, at);
  return before.lastIndexOf("/*") <= before.lastIndexOf("*/") + 1 ||
    textLike.has(nodeAt(root, line.from + before.lastIndexOf("/*")).type);
}

/** An edit that silences `rule` for what begins at `offset`: at the end of its line, or on a line before what it stands in where that cannot hold a comment. */
export function hushEdit(
  text: Text,
  root: Node,
  rule: string,
  offset: number,
  needsReason = false,
): HushEdit | undefined {
  const line = text.lineAt(offset);
  // Where there is nothing a comment would be something.
  if (line.text.trim() === "") return undefined;
  const known = existing.exec(line.text);
  if (known !== null && isCode(root, text, line.from + known.index)) {
    const at = line.from + known.index + known[0].length;
    return { edit: { from: at, to: at, insert: `, ${rule}` }, covers: "line" };
  }
  const words = `quill: hush ${rule}${reasonFor(needsReason)}`;
  // A comment behind a line changes how what it stands in is laid out.
  if (!layout.test(rule) && isCode(root, text, line.to)) {
    return { edit: { from: line.to, to: line.to, insert: ` // ${words}` }, covers: "line" };
  }
  return above(text, root, words, offset);
}

/** A comment on a line of its own before the innermost thing around a place that begins a line on which one may stand. */
function above(text: Text, root: Node, words: string, offset: number): HushEdit {
  for (let node: Node | null = nodeAt(root, offset); node !== null && node !== root; node = node.parent) {
    const { start, parent } = node;
    const first = text.lineAt(start);
    const indent = /^[ \t]*/.exec(first.text)![0];
    if (first.from + indent.length !== start) continue;
    const isChild = /^JSX(?:Element|Fragment)$/.test(parent?.type ?? "") &&
      /^JSX(?:Element|Fragment|ExpressionContainer)$/.test(node.type);
    const isAttribute = /^JSX(?:Spread)?Attribute$/.test(node.type);
    // The comment stands where the line begins: what is there must not be the middle of a text.
    const before = nodeAt(root, first.from);
    const isInText = textLike.has(before.type) && before.type !== "JSXText" && before.start < first.from;
    if (isInText || (node.type.startsWith("JSX") && !isChild && !isAttribute && isInMarkup(node))) continue;
    const comment = isChild ? `{/* ${words} */}` : `// ${words}`;
    const isLine = text.lineAt(node.end).from === first.from;
    return {
      edit: { from: first.from, to: first.from, insert: `${indent}${comment}${text.lineBreak}` },
      covers: isLine ? "line" : node.type.startsWith("JSX") ? "element" : "statement",
    };
  }
  // What follows on its line: the only statement there is before it begins the text.
  return { edit: { from: 0, to: 0, insert: `// ${words}${text.lineBreak}` }, covers: "statement" };
}

/** Whether a node stands among the children of an element. */
function isInMarkup({ parent }: Node): boolean {
  return /^JSX/.test(parent?.type ?? "") && parent!.type !== "JSXExpressionContainer";
}

/** An edit that silences `rule` in the whole file: a comment at its top, or one more rule in one that stands there. */
export function fileHushEdit(text: Text, rule: string, needsReason = false): Edit {
  const head = text.slice(0, 2000);
  const existing = /^\/\/[ \t]*quill:[ \t]*hush-file[ \t]+[\w.*-]+(?:[ \t]*,[ \t]*[\w.*-]+)*/m.exec(head);
  if (existing !== null) {
    const at = existing.index + existing[0].length;
    return { from: at, to: at, insert: `, ${rule}` };
  }
  const at = /^#!.*(?:\r\n|\n|\r)/.exec(head)?.[0].length ?? 0;
  return { from: at, to: at, insert: `// quill: hush-file ${rule}${reasonFor(needsReason)}${text.lineBreak}` };
}
