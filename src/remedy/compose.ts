/** Making one set of edits out of several that were applied one after the other. */
import { inOrder, type Edit } from "../text/edit.js";

/** A stretch of the current text: either kept from the first text or put in since. */
type Piece = { readonly from: number; readonly to: number } | { readonly insert: string };

const lengthOf = (piece: Piece): number => ("insert" in piece ? piece.insert.length : piece.to - piece.from);

/** Follows a text through rounds of edits and tells at the end what changed since the first. */
export class Composition {
  private pieces: Piece[];

  /** `length` is that of the first text in UTF-16 code units. */
  constructor(readonly length: number) {
    this.pieces = [{ from: 0, to: length }];
  }

  /** Takes in edits that all speak of the text as the rounds before have left it, and do not overlap. */
  add(edits: readonly Edit[]): void {
    const result: Piece[] = [];
    const queue = [...this.pieces];
    let at = 0;
    const take = (until: number, keep: boolean): void => {
      while (at < until && queue.length > 0) {
        const piece = queue.shift()!;
        const length = lengthOf(piece);
        const part = Math.min(length, until - at);
        if (keep) result.push(cut(piece, 0, part));
        if (part < length) queue.unshift(cut(piece, part, length));
        at += part;
      }
    };
    for (const edit of inOrder(edits)) {
      take(edit.from, true);
      if (edit.insert !== "") result.push({ insert: edit.insert });
      take(edit.to, false);
    }
    this.pieces = [...result, ...queue];
  }

  /** The edits, in document order, that turn the first text into the current one. */
  edits(): Edit[] {
    const edits: Edit[] = [];
    let done = 0;
    let insert = "";
    const flush = (to: number): void => {
      if (insert !== "" || to > done) edits.push({ from: done, to, insert });
      insert = "";
    };
    for (const piece of this.pieces) {
      if ("insert" in piece) insert += piece.insert;
      else {
        flush(piece.from);
        done = piece.to;
      }
    }
    flush(this.length);
    return edits;
  }
}

function cut(piece: Piece, start: number, end: number): Piece {
  return "insert" in piece
    ? { insert: piece.insert.slice(start, end) }
    : { from: piece.from + start, to: piece.from + end };
}
