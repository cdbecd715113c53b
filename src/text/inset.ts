/** Stretches of a text that are texts of their own. */
import { difference, type Edit, type Span } from "./edit.js";
import { Text } from "./text.js";

const blankLine = /^[ \t]*$/;
const leading = (line: string): string => /^[ \t]*/.exec(line)![0];

/**
 * A stretch of a text as a text of its own. Of lines that stand in it as a whole the indentation that all of them share is left out, so that what is said of the text's layout is right in the
 * stretch too. Offsets of both texts are UTF-16 code units; those inside what is left out stand for the beginning of what is there.
 */
export class Inset {
  private constructor(
    /** The text in which it lies. */
    readonly outer: Text,
    /** Where it lies there. */
    readonly span: Span,
    readonly text: Text,
    /** What the lines share, but for the first where that begins within a line. */
    readonly indent: string,
    private readonly raw: string,
    /** What made its text out of that of the inset it is like; `undefined` where they are the same, or there is none. */
    readonly change: Edit | undefined = undefined,
  ) {}

  /** With `like`, an inset of before, of which the text is an edit. */
  static of(outer: Text, span: Span, like?: Inset): Inset {
    const raw = outer.slice(span.from, span.to);
    if (like !== undefined && like.raw === raw && like.beginsLine === beginsLine(outer, span.from)) {
      return new Inset(outer, span, like.text, like.indent, raw);
    }
    const indent = sharedIndent(raw, beginsLine(outer, span.from));
    const value = indent === "" ? raw : withoutIndent(raw, indent, beginsLine(outer, span.from));
    if (like === undefined) return new Inset(outer, span, Text.of(value), indent, raw);
    const change = difference(like.text.value, value);
    return new Inset(outer, span, change === undefined ? like.text : like.text.apply(change), indent, raw, change);
  }

  /** Whether a stretch of another text holds the same, in a line of the same kind. */
  holdsSame(span: Span, outer: Text): boolean {
    if (span.to - span.from !== this.raw.length) return false;
    return outer.slice(span.from, span.to) === this.raw && beginsLine(outer, span.from) === this.beginsLine;
  }

  /** Whether each place of it is where it is in another inset. */
  isAt(other: Inset): boolean {
    return this.text === other.text && this.span.from === other.span.from && this.raw === other.raw;
  }

  /** The same at another place, in another text. */
  moved(span: Span, outer: Text): Inset {
    return new Inset(outer, span, this.text, this.indent, this.raw);
  }

  private get beginsLine(): boolean {
    return beginsLine(this.outer, this.span.from);
  }

  /** How many code units are left out at the beginning of a line of the inset. */
  private leftOut(line: number): number {
    if (this.indent === "" || (line === 0 && !this.beginsLine)) return 0;
    const from = this.lineStart(line);
    let length = 0;
    const start = this.outer.slice(from, Math.min(from + this.indent.length, this.span.to));
    while (length < start.length && start[length] === this.indent[length]) length += 1;
    return length;
  }

  /** Where a line of the inset begins in the outer text. */
  private lineStart(line: number): number {
    const { lines } = this.outer;
    return line === 0 ? this.span.from : lines.startOf(lines.lineAt(this.span.from) + line);
  }

  /** The offset in the inset of one in the outer text; of one outside, that of the nearest edge. */
  inner(offset: number): number {
    const { outer: { lines }, span: { from, to } } = this;
    const at = Math.max(from, Math.min(to, offset));
    const line = lines.lineAt(at) - lines.lineAt(from);
    if (line >= this.text.lines.lineCount) return this.text.length;
    return this.text.lines.startOf(line) + Math.max(0, at - this.lineStart(line) - this.leftOut(line));
  }

  /** The offset in the outer text of one in the inset. */
  outerOf(offset: number): number {
    const line = this.text.lines.lineAt(offset);
    return this.lineStart(line) + this.leftOut(line) + offset - this.text.lines.startOf(line);
  }

  innerSpan({ from, to }: Span): Span {
    return { from: this.inner(from), to: this.inner(to) };
  }

  outerSpan({ from, to }: Span): Span {
    const start = this.outerOf(from);
    return { from: start, to: Math.max(start, this.outerOf(to)) };
  }

  /** What an edit of the inset is in the outer text: lines that it puts in are indented as the others. */
  outerEdit(edit: Edit): Edit {
    const span = this.outerSpan(edit);
    if (this.indent === "") return { ...span, insert: edit.insert };
    const line = this.text.lines.lineAt(edit.from);
    const isAtStart = edit.from === this.text.lines.startOf(line) && (line > 0 || this.beginsLine);
    const parts = edit.insert.split(/(?<=\r\n|\n|\r(?!\n))/);
    if (/[\n\r]$/.test(edit.insert)) parts.push("");
    const insert = parts.map((part, index) => {
      // A line that stays or becomes blank has no indentation of its own.
      const isBlank = index === parts.length - 1 ? part === "" && this.isLineEnd(edit.to) : /^[\n\r]/.test(part);
      if (isBlank || (index === 0 && !isAtStart)) return part;
      return (index === 0 ? this.indent.slice(this.leftOut(line)) : this.indent) + part;
    });
    return { ...span, insert: insert.join("") };
  }

  private isLineEnd(offset: number): boolean {
    return offset === this.text.length || /[\n\r]/.test(this.text.slice(offset, offset + 1));
  }

  /** The edit of the inset that one in the outer text stands for. */
  innerEdit({ from, to, insert }: Edit): Edit {
    const lines = this.indent === "" ? insert : withoutIndent(insert, this.indent, false);
    return { from: this.inner(from), to: this.inner(to), insert: lines };
  }
}

function beginsLine(text: Text, offset: number): boolean {
  return text.lines.startOf(text.lines.lineAt(offset)) === offset;
}

/** The blank space with which all lines begin that are not blank; the first only where it is whole. */
function sharedIndent(raw: string, isFirstWhole: boolean): string {
  const lines = raw.split(/\r\n|\n|\r/).slice(isFirstWhole ? 0 : 1).filter((line) => !blankLine.test(line));
  let shared: string | undefined;
  for (const line of lines) {
    const own = leading(line);
    if (shared === undefined) shared = own;
    while (!own.startsWith(shared)) shared = shared.slice(0, -1);
    if (shared === "") break;
  }
  return shared ?? "";
}

function withoutIndent(raw: string, indent: string, isFirstWhole: boolean): string {
  return raw.split(/(?<=\r\n|\n|\r(?!\n))/)
    .map((line, index) => {
      if (index === 0 && !isFirstWhole) return line;
      let length = 0;
      while (length < indent.length && line[length] === indent[length]) length += 1;
      return line.slice(length);
    })
    .join("");
}
