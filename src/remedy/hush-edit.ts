/** Writing hush comments. */
import type { CommentForms } from "../languages/language.js";
import type { Node } from "../syntax/node.js";
import { nodeAt } from "../syntax/walk.js";
import type { Edit } from "../text/edit.js";
import type { Text } from "../text/text.js";
import { closing, startsWith, topComment } from "./top-comment.js";

/** A hush comment for a place, and what else it covers. */
export interface HushEdit {
  readonly edit: Edit;
  /** The line alone, or the whole of what stands behind the comment. */
  readonly covers: "line" | "statement" | "element";
}

/** Rules that go by where lines end. */
const layout = /^layout\.line-(?:breaks|width)$/;

/** What is written behind the rule: where a reason is asked for, room for one. */
const reasonFor = (needsReason: boolean): string => (needsReason ? " because …" : "");

/** An edit that silences `rule` for what begins at `offset`: at the end of its line, or on a line before what it stands in where that cannot hold a comment. */
export function hushEdit(
  { line: mark, ending, mayBegin, onLineBefore }: CommentForms,
  text: Text,
  root: Node,
  rule: string,
  offset: number,
  needsReason = false,
): HushEdit | undefined {
  const line = text.lineAt(offset);
  // Where there is nothing a comment would be something.
  if (line.text.trim() === "") return undefined;
  const known = startsWith(mark, "[ \\t]*quill:[ \\t]*hush[ \\t]+[\\w.*-]+(?:[ \\t]*,[ \\t]*[\\w.*-]+)*").exec(
    line.text,
  );
  if (known !== null && mayBegin(root, text, line.from + known.index)) {
    const at = line.from + known.index + known[0].length;
    return { edit: { from: at, to: at, insert: `, ${rule}` }, covers: "line" };
  }
  const words = `quill: hush ${rule}${reasonFor(needsReason)}`;
  // A comment behind a line changes how what it stands in is laid out.
  if (!layout.test(rule) && mayBegin(root, text, line.to)) {
    return { edit: { from: line.to, to: line.to, insert: ` ${mark} ${words}${closing(ending)}` }, covers: "line" };
  }
  // On a line of its own before the innermost thing around the place that begins a line on which one may stand.
  for (let node: Node | null = nodeAt(root, offset); node !== null && node !== root; node = node.parent) {
    const { start } = node;
    const first = text.lineAt(start);
    const indent = /^[ \t]*/.exec(first.text)![0];
    if (first.from + indent.length !== start) continue;
    const found = onLineBefore(node, root, text, words);
    if (found === undefined) continue;
    const isLine = text.lineAt(node.end).from === first.from;
    return {
      edit: { from: first.from, to: first.from, insert: `${indent}${found.comment}${text.lineBreak}` },
      covers: isLine ? "line" : found.covers,
    };
  }
  // What follows on its line: the only statement there is before it begins the text.
  return {
    edit: { from: 0, to: 0, insert: `${mark} ${words}${closing(ending)}${text.lineBreak}` },
    covers: "statement",
  };
}

/** An edit that silences `rule` in the whole file: a comment at its top, or one more rule in one that stands there. */
export function fileHushEdit(forms: CommentForms, text: Text, rule: string, needsReason = false): Edit {
  return topComment(forms, text, "hush-file", rule, reasonFor(needsReason));
}
