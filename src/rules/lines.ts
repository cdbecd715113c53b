/** Taking code out of a text so that no torn line is left behind. */
import type { Edit } from "../text/edit.js";
import type { SourceText } from "../text/text.js";

/** The character at an offset; empty outside the text. */
export function charAt(text: SourceText, offset: number): string {
  return offset < 0 ? "" : text.slice(offset, offset + 1);
}

/**
 * An edit that takes `[from, to)` out. When nothing else stands on its lines they go whole; when only a comment or code stands behind it,
 * the blank space between goes too.
 */
export function removeLines(text: SourceText, from: number, to: number): Edit {
  let start = from;
  while (/[ \t]/.test(charAt(text, start - 1))) start -= 1;
  let end = to;
  while (/[ \t]/.test(charAt(text, end))) end += 1;
  const atLineStart = /^[\n\r]?$/.test(charAt(text, start - 1));
  const atLineEnd = /^[\n\r]?$/.test(charAt(text, end));
  if (atLineStart && atLineEnd) {
    if (charAt(text, end) === "\r") end += 1;
    if (charAt(text, end) === "\n") end += 1;
    return { from: start, to: end, insert: "" };
  }
  if (atLineEnd) return { from: start, to: end, insert: "" };
  return { from, to: end, insert: "" };
}

/** The line end a text uses. */
export function lineBreakOf(text: SourceText): string {
  for (let at = 0; at < text.length; at += 10_000) {
    const found = /\r\n|\n|\r/.exec(text.slice(at, at + 10_001))?.[0];
    if (found !== undefined) return found;
  }
  return "\n";
}

/** The blank space at the head of the line that holds an offset; none if that line begins before `least`. */
export function lineHead(text: SourceText, offset: number, least = 0): string {
  let from = offset;
  let isFound = false;
  // Lines may be very long: more and more is looked at.
  for (let step = 128; from > least && !isFound; step *= 2) {
    const begin = Math.max(least, from - step);
    const before = text.slice(begin, from);
    const end = Math.max(before.lastIndexOf("\n"), before.lastIndexOf("\r"));
    isFound = end >= 0;
    from = isFound ? begin + end + 1 : begin;
  }
  if (!isFound && least > 0) return "";
  for (let step = 64; ; step *= 2) {
    const head = /^[ \t]*/.exec(text.slice(from, Math.min(offset, from + step)))![0];
    if (head.length < step) return head;
  }
}
