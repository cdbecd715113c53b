/** Taking code out of a text so that no torn line is left behind. */
import type { Edit } from "../text/edit.js";

/**
 * An edit that takes `[from, to)` out. When nothing else stands on its lines they go whole; when only a comment or code stands behind it,
 * the blank space between goes too.
 */
export function removeLines(text: string, from: number, to: number): Edit {
  let start = from;
  while (start > 0 && (text[start - 1] === " " || text[start - 1] === "\t")) start -= 1;
  let end = to;
  while (text[end] === " " || text[end] === "\t") end += 1;
  const atLineStart = start === 0 || text[start - 1] === "\n" || text[start - 1] === "\r";
  const atLineEnd = end === text.length || text[end] === "\n" || text[end] === "\r";
  if (atLineStart && atLineEnd) {
    if (text[end] === "\r") end += 1;
    if (text[end] === "\n") end += 1;
    return { from: start, to: end, insert: "" };
  }
  if (atLineEnd) return { from: start, to: end, insert: "" };
  return { from, to: end, insert: "" };
}

/** The line end a text uses. */
export function lineBreakOf(text: string): string {
  return /\r\n|\n|\r/.exec(text)?.[0] ?? "\n";
}
