import type { Position, Range, TextEdit } from "vscode-languageserver-protocol";
import type { Edit, Span } from "../text/edit.js";
import { offsetAt, rangeOf, type PositionEncoding } from "../text/position.js";
import type { Text } from "../text/text.js";

/**
 * A document of the client, and where its text lies in the workspace. Most are a document there; cells of a notebook share one, each a stretch of it.
 * Offsets are those of the document in the workspace.
 */
export class Place {
  constructor(
    /** As the client calls it. */
    readonly uri: string,
    /** The document in the workspace. */
    readonly home: string,
    readonly version: number,
    readonly text: Text,
    /** Where it begins in the document in the workspace. */
    readonly from: number,
    readonly encoding: PositionEncoding,
  ) {}

  get to(): number {
    return this.from + this.text.length;
  }

  /** Whether it is all that is in its document in the workspace. */
  get isWhole(): boolean {
    return this.home === this.uri;
  }

  holds({ from, to }: Span): boolean {
    return from >= this.from && to <= this.to;
  }

  offset(position: Position): number {
    return this.from + offsetAt(this.text, position, this.encoding);
  }

  span({ start, end }: Range): Span {
    return { from: this.offset(start), to: this.offset(end) };
  }

  range(from: number, to: number): Range {
    return rangeOf(this.text, from - this.from, to - this.from, this.encoding);
  }

  /** Those of some edits that lie in it, in its own positions. */
  edits(edits: readonly Edit[]): TextEdit[] {
    return edits.filter((edit) => this.holds(edit)).map(({ from, to, insert }) => ({
      range: this.range(from, to),
      newText: insert,
    }));
  }
}
