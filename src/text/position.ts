import { isHighSurrogate, isLowSurrogate } from "./edit.js";
import type { Text } from "./text.js";

/** What a position's `character` counts: code units of UTF-8 or UTF-16, or code points (UTF-32). Named as the Language Server Protocol does. */
export type PositionEncoding = "utf-8" | "utf-16" | "utf-32";

/** A place in a text by line and character, both from 0, as the Language Server Protocol has it. */
export interface Position {
  readonly line: number;
  readonly character: number;
}

export interface Range {
  readonly start: Position;
  readonly end: Position;
}

/** The position of an offset. An offset inside a surrogate pair counts as the pair's start in UTF-8 and UTF-32. */
export function positionAt(text: Text, offset: number, encoding: PositionEncoding = "utf-16"): Position {
  const clamped = Math.max(0, Math.min(offset, text.length));
  const line = text.lines.lineAt(clamped);
  const from = text.lines.startOf(line);
  if (encoding === "utf-16") return { line, character: clamped - from };
  const before = marks.get(text);
  // Places are mostly asked for in order: in a long line it is counted on from the last one.
  const known = before !== undefined && before.encoding === encoding && before.from === from && before.offset <= clamped
    ? before
    : { offset: from, character: 0 };
  let { character } = known;
  const lead = text.slice(known.offset, clamped + 1);
  const length = clamped - known.offset;
  let at = 0;
  while (at < length) {
    const width = unitsAt(lead, at);
    if (at + width > length) break;
    character += encoding === "utf-32" ? 1 : utf8Width(lead, at, width);
    at += width;
  }
  marks.set(text, { encoding, from, offset: known.offset + at, character });
  return { line, character };
}

/** The place in each text for which a position was last worked out, and the start of its line. */
const marks = new WeakMap<
  Text,
  { readonly encoding: PositionEncoding; readonly from: number; readonly offset: number; readonly character: number }
>();

/**
 * The offset of a position. As the standard says, a character past the line's end means the line's end;
 * a line past the last means the text's end. A position inside a character is moved to its start.
 */
export function offsetAt(text: Text, position: Position, encoding: PositionEncoding = "utf-16"): number {
  if (position.line < 0) return 0;
  if (position.line >= text.lines.lineCount) return text.length;
  const from = text.lines.startOf(position.line);
  const end = text.lineEnd(position.line);
  if (encoding === "utf-16") return Math.max(from, Math.min(from + position.character, end));
  const line = text.slice(from, end);
  let left = position.character;
  let at = 0;
  while (at < line.length && left > 0) {
    const width = unitsAt(line, at);
    left -= encoding === "utf-32" ? 1 : utf8Width(line, at, width);
    if (left < 0) break;
    at += width;
  }
  return from + at;
}

export function rangeOf(text: Text, from: number, to: number, encoding: PositionEncoding = "utf-16"): Range {
  return { start: positionAt(text, from, encoding), end: positionAt(text, to, encoding) };
}

/** UTF-16 code units of the code point at `at`: 2 for a surrogate pair, else 1. */
function unitsAt(text: string, at: number): 1 | 2 {
  return isHighSurrogate(text.charCodeAt(at)) && isLowSurrogate(text.charCodeAt(at + 1)) ? 2 : 1;
}

/** Bytes of the code point at `at` in UTF-8. A lone surrogate is counted as the three bytes of U+FFFD that encoders write for it. */
function utf8Width(text: string, at: number, units: 1 | 2): number {
  if (units === 2) return 4;
  const unit = text.charCodeAt(at);
  return unit < 0x80 ? 1 : unit < 0x800 ? 2 : 3;
}
