/** The pieces of a node with what stands in brackets taken together. */
import type { Piece } from "./pieces.js";

/** What stands from one bracket to the one that closes it. */
export interface Bracketed {
  readonly open: Piece;
  readonly close: Piece;
  readonly inner: readonly Entry[];
}

export type Entry = Piece | Bracketed;

export const isBracketed = (entry: Entry): entry is Bracketed => "inner" in entry;
export const isComment = (entry: Entry): boolean => !isBracketed(entry) && entry.text.startsWith("#");
export const isToken = (entry: Entry | undefined, text: string): boolean =>
  entry !== undefined && !isBracketed(entry) && entry.child === undefined && entry.text === text;

/** The piece with which an entry begins, and that with which it ends. */
export const firstOf = (entry: Entry): Piece => (isBracketed(entry) ? entry.open : entry);
export const lastOf = (entry: Entry): Piece => (isBracketed(entry) ? entry.close : entry);

const closers: Readonly<Record<string, string>> = { "(": ")", "[": "]", "{": "}" };

/** Nests pieces by their brackets; `undefined` where these do not pair. */
export function entriesOf(pieces: readonly Piece[]): Entry[] | undefined {
  const top: Entry[] = [];
  const open: { piece: Piece; inner: Entry[] }[] = [];
  let into = top;
  for (const piece of pieces) {
    const closer = piece.child === undefined ? closers[piece.text] : undefined;
    if (closer !== undefined) open.push({ piece, inner: (into = []) });
    else if (piece.child === undefined && /^[)\]}]$/.test(piece.text)) {
      const last = open.pop();
      if (last === undefined || closers[last.piece.text] !== piece.text) return undefined;
      into = open.at(-1)?.inner ?? top;
      into.push({ open: last.piece, close: piece, inner: last.inner });
    } else into.push(piece);
  }
  return open.length > 0 ? undefined : top;
}

/** Entries between commas. What stands behind the last comma is no element where it is nothing or a comment. */
export interface Element {
  readonly entries: readonly Entry[];
  /** Comments before it, and those between it and the next element or the end. */
  readonly before: readonly Piece[];
  readonly behind: readonly Piece[];
  readonly comma: Piece | undefined;
}

/** The elements of a list; `undefined` where a comment stands in one, before its comma. */
export function elementsOf(inner: readonly Entry[]): Element[] | undefined {
  const elements: Element[] = [];
  let before: Piece[] = [];
  let entries: Entry[] = [];
  let behind: Piece[] = [];
  const end = (comma: Piece | undefined): void => {
    elements.push({ entries, before, behind, comma });
    [before, entries, behind] = [[], [], []];
  };
  for (const entry of inner) {
    if (isComment(entry)) {
      const comment = entry as Piece;
      const last = elements.at(-1);
      if (entries.length > 0) behind.push(comment);
      else if (last !== undefined && before.length === 0 && !/[\n\r]/.test(comment.space)) {
        elements[elements.length - 1] = { ...last, behind: [...last.behind, comment] };
      } else before.push(comment);
    } else if (behind.length > 0) return undefined;
    else if (isToken(entry, ",")) {
      if (entries.length === 0) return undefined;
      end(entry as Piece);
    } else entries.push(entry);
  }
  if (entries.length > 0) end(undefined);
  else if (before.length > 0) {
    const last = elements.at(-1);
    if (last === undefined) return undefined;
    elements[elements.length - 1] = { ...last, behind: [...last.behind, ...before] };
  }
  return elements;
}
