import type { CommentForms } from "../languages/language.js";
import type { Edit } from "../text/edit.js";
import type { Text } from "../text/text.js";

/** How far from the top of a text a comment of this kind is looked for, in UTF-16 code units. */
const top = 2000;

/** A regular expression for a mark and what follows it. */
export function startsWith(mark: string, rest: string, flags = ""): RegExp {
  return new RegExp(`${mark.replaceAll(/[^\w\s]/g, "\\$&")}${rest}`, flags);
}

/** What stands behind the words of a comment. */
export const closing = (ending: string | undefined): string => (ending === undefined ? "" : ` ${ending}`);

/** An edit that puts one more name into a comment `quill: WORD NAME, …` at the top of a text, or such a comment where there is none, with `behind` at its end. */
export function topComment(
  { line: mark, ending }: CommentForms,
  text: Text,
  word: string,
  name: string,
  behind = "",
): Edit {
  const head = text.slice(0, top);
  const list = `[ \\t]*quill:[ \\t]*${word}[ \\t]+[^\\s,]+(?:[ \\t]*,[ \\t]*[^\\s,]+)*`;
  for (const existing of head.matchAll(startsWith(mark, list, "g"))) {
    if (!/^$|[\n\r]/.test(head.slice(existing.index - 1, existing.index))) continue;
    const at = existing.index + existing[0].length;
    return { from: at, to: at, insert: `, ${name}` };
  }
  const at = /^#!.*(?:\r\n|\n|\r)/.exec(head)?.[0].length ?? 0;
  return { from: at, to: at, insert: `${mark} quill: ${word} ${name}${behind}${closing(ending)}${text.lineBreak}` };
}
