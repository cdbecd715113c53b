import type { Edit } from "./edit.js";
import { LineIndex } from "./line-index.js";

/** What can be read in pieces: a string, or a snapshot that need not be put together for it. */
export interface SourceText {
  readonly length: number;
  /** Of a text that changes, what it is now: another object after each change. */
  readonly snapshot?: object;
  /** Where its lines begin, where that is known without looking at all of it. Lines count from 0. */
  readonly lines?: { readonly lineCount: number; startOf(line: number): number; lineAt(offset: number): number };
  slice(from: number, to?: number): string;
}

/** An immutable snapshot of a document's text. All offsets are UTF-16 code units. */
export class Text implements SourceText {
  private whole: string | undefined;
  private readonly words = new Map<string, readonly number[]>();

  private constructor(
    /** Where its lines begin. */
    readonly lines: LineIndex,
    whole?: string,
  ) {
    this.whole = whole;
  }

  static of(value: string): Text {
    return new Text(LineIndex.of(value), value);
  }

  get length(): number {
    return this.lines.length;
  }

  /** The whole text. Put together when first asked for, which `slice` is not. */
  get value(): string {
    return (this.whole ??= this.lines.slice(0));
  }

  /** The text in `[from, to)`; what lies outside of the whole is left out. */
  slice(from: number, to?: number): string {
    return this.lines.slice(from, to);
  }

  /** Where a word stands, in ascending order. */
  occurrences(word: string): readonly number[] {
    if (word === "") return [];
    let places = this.words.get(word);
    if (places === undefined) this.words.set(word, (places = this.lines.occurrences(word)));
    return places;
  }

  /** The snapshot after one edit. Throws a `RangeError` when the edit's range is not inside the text. */
  apply(edit: Edit): Text {
    const { from, to } = edit;
    if (!(Number.isInteger(from) && Number.isInteger(to) && 0 <= from && from <= to && to <= this.length)) {
      throw new RangeError(`Range ${from}–${to} is not inside a text of length ${this.length}`);
    }
    return new Text(this.lines.replaced(edit));
  }

  /** The line that holds `offset`, without its line end. */
  lineAt(offset: number): { number: number; from: number; to: number; text: string } {
    const number = this.lines.lineAt(offset);
    const from = this.lines.startOf(number);
    const to = this.lineEnd(number);
    return { number, from, to, text: this.slice(from, to) };
  }

  /** Offset of the end of `line`, before its line end. */
  lineEnd(line: number): number {
    let end = this.lines.startOf(line + 1);
    if (line + 1 >= this.lines.lineCount) return this.length;
    const start = this.lines.startOf(line);
    const tail = this.slice(Math.max(start, end - 2), end);
    end -= /(?:\r\n|\n|\r)$/.exec(tail)?.[0].length ?? 0;
    return Math.max(end, start);
  }

  /** The line end this text uses: that of its first line, `\n` when it has none. */
  get lineBreak(): "\n" | "\r\n" | "\r" {
    if (this.lines.lineCount === 1) return "\n";
    const start = this.lines.startOf(1);
    const tail = this.slice(Math.max(0, start - 2), start);
    return tail.endsWith("\r") ? "\r" : tail === "\r\n" ? "\r\n" : "\n";
  }
}
