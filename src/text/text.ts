import type { Edit } from "./edit.js";
import { LineIndex } from "./line-index.js";

/** An immutable snapshot of a document's text. All offsets are UTF-16 code units. */
export class Text {
  private constructor(
    /** The whole text. */
    readonly value: string,
    /** Where its lines begin. */
    readonly lines: LineIndex,
  ) {}

  static of(value: string): Text {
    return new Text(value, LineIndex.of(value));
  }

  get length(): number {
    return this.value.length;
  }

  /** The snapshot after one edit. Throws a `RangeError` when the edit's range is not inside the text. */
  apply(edit: Edit): Text {
    const { from, to, insert } = edit;
    if (!(Number.isInteger(from) && Number.isInteger(to) && 0 <= from && from <= to && to <= this.length)) {
      throw new RangeError(`Range ${from}–${to} is not inside a text of length ${this.length}`);
    }
    const value = this.value.slice(0, from) + insert + this.value.slice(to);
    return new Text(value, this.lines.replaced(value, from, to, insert.length));
  }

  /** The line that holds `offset`, without its line end. */
  lineAt(offset: number): { number: number; from: number; to: number; text: string } {
    const number = this.lines.lineAt(offset);
    const from = this.lines.startOf(number);
    const to = this.lineEnd(number);
    return { number, from, to, text: this.value.slice(from, to) };
  }

  /** Offset of the end of `line`, before its line end. */
  lineEnd(line: number): number {
    let end = this.lines.startOf(line + 1);
    if (line + 1 >= this.lines.lineCount) return this.length;
    if (this.value.charCodeAt(end - 1) === 10) end -= 1;
    if (this.value.charCodeAt(end - 1) === 13) end -= 1;
    return Math.max(end, this.lines.startOf(line));
  }

  /** The line end this text uses: that of its first line, `\n` when it has none. */
  get lineBreak(): "\n" | "\r\n" | "\r" {
    if (this.lines.lineCount === 1) return "\n";
    const start = this.lines.startOf(1);
    if (this.value.charCodeAt(start - 1) === 13) return "\r";
    return this.value.charCodeAt(start - 2) === 13 ? "\r\n" : "\n";
  }
}
