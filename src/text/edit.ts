/** A range of a text in UTF-16 code units. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** One replacement: the code units in `[from, to)` become `insert`. */
export interface Edit {
  readonly from: number;
  readonly to: number;
  readonly insert: string;
}

/** Puts edits that all speak of the same text in document order. Insertions at one place keep their order. */
export function inOrder(edits: readonly Edit[]): Edit[] {
  return [...edits].sort((a, b) => a.from - b.from || a.to - b.to);
}

/** Whether two edits of the same text would change a common place. Two insertions at one offset do too: their order would matter. */
export function overlap(a: Edit, b: Edit): boolean {
  return a.from === b.from || (a.from < b.to && b.from < a.to);
}

/**
 * Applies edits that all speak of `text` as it is.
 * Throws a `RangeError` when two of them overlap or one lies outside the text.
 */
export function applyAll(text: string, edits: readonly Edit[]): string {
  let result = "";
  let done = 0;
  for (const { from, to, insert } of inOrder(edits)) {
    if (from < done || to < from || to > text.length) {
      throw new RangeError(`Edit ${from}–${to} overlaps another or leaves the text`);
    }
    result += text.slice(done, from) + insert;
    done = to;
  }
  return result + text.slice(done);
}

/**
 * The smallest single edit that turns `before` into `after`, by their common beginning and end;
 * `undefined` when they are equal. Never cuts a surrogate pair.
 */
export function difference(before: string, after: string): Edit | undefined {
  if (before === after) return undefined;
  const most = Math.min(before.length, after.length);
  let head = 0;
  while (head < most && before.charCodeAt(head) === after.charCodeAt(head)) head += 1;
  if (head > 0 && isHighSurrogate(before.charCodeAt(head - 1))) head -= 1;
  let tail = 0;
  while (
    tail < most - head && before.charCodeAt(before.length - 1 - tail) === after.charCodeAt(after.length - 1 - tail)
  ) tail += 1;
  if (tail > 0 && isLowSurrogate(before.charCodeAt(before.length - tail))) tail -= 1;
  return { from: head, to: before.length - tail, insert: after.slice(head, after.length - tail) };
}

export function isHighSurrogate(unit: number): boolean {
  return (unit & 0xfc00) === 0xd800;
}

export function isLowSurrogate(unit: number): boolean {
  return (unit & 0xfc00) === 0xdc00;
}

/** Where a stretch of a text is once edits that all speak of that text, in its order, have been applied: it grows with what is put in at its edges. */
export function moved({ from, to }: Span, edits: readonly Edit[]): Span {
  let start = from;
  let end = to;
  for (const edit of edits) {
    const delta = edit.insert.length - (edit.to - edit.from);
    if (edit.to < from) start += delta;
    else if (edit.from < from) start += edit.from - from;
    if (edit.from <= to) end += edit.to <= to ? delta : edit.from + edit.insert.length - to;
  }
  return { from: start, to: Math.max(start, end) };
}

/** The stretch of the text after an edit that holds what earlier edits touched, which is given as it was before, and what this one did. */
export function spanWith(before: Span | undefined, { from, to, insert }: Edit): Span {
  const moved = (before?.to ?? 0) + insert.length - (to - from);
  return { from: Math.min(from, before?.from ?? Infinity), to: Math.max(from + insert.length, moved) };
}
