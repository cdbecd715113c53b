/** A text and where its lines begin, kept through edits at a cost that follows the edit and not the text. */
import type { Edit } from "./edit.js";

/** A stretch of text with its line starts, relative to the stretch. A line start is the offset just behind a line end. */
interface Block {
  readonly text: string;
  readonly starts: readonly number[];
  /** Where words stand that somebody asked for. */
  words: Map<string, readonly number[]> | undefined;
}

/** About how long a block is. Between a half and one and a half of it is left as it is. */
const blockSize = 4096;

/** Offsets just behind each line end (`\n`, `\r\n`, or a lone `\r`) inside `text`, seen in isolation. */
function startsIn(text: string): number[] {
  const starts: number[] = [];
  let from = 0;
  if (text.indexOf("\r") < 0) {
    for (;;) {
      const at = text.indexOf("\n", from);
      if (at < 0) return starts;
      starts.push((from = at + 1));
    }
  }
  for (; from < text.length; from += 1) {
    const unit = text.charCodeAt(from);
    if (unit === 10 || (unit === 13 && text.charCodeAt(from + 1) !== 10)) starts.push(from + 1);
  }
  return starts;
}

/** Cuts `text` into blocks of about one size: behind a line end where there is one, and never between the two halves of a `\r\n`. */
function blocksOf(text: string): Block[] {
  const blocks: Block[] = [];
  const count = Math.max(1, Math.round(text.length / blockSize));
  for (let from = 0, left = count; from < text.length; left -= 1) {
    const to = left <= 1 ? text.length : cutNear(text, from + Math.ceil((text.length - from) / left), from);
    const piece = text.slice(from, to);
    blocks.push({ text: piece, starts: startsIn(piece), words: undefined });
    from = to;
  }
  return blocks;
}

function cutNear(text: string, at: number, from: number): number {
  // In a very long line it is not worth looking far.
  const near = Math.max(from, at - blockSize / 2);
  const line = near + text.slice(near, at).lastIndexOf("\n") + 1;
  if (line > near) return line;
  return text.charCodeAt(at - 1) === 13 && text.charCodeAt(at) === 10 ? at + 1 : at;
}

function occurrencesIn(block: Block, word: string): readonly number[] {
  const words = (block.words ??= new Map<string, readonly number[]>());
  let found = words.get(word);
  if (found === undefined) {
    const places: number[] = [];
    for (let at = block.text.indexOf(word); at >= 0; at = block.text.indexOf(word, at + 1)) places.push(at);
    words.set(word, (found = places));
  }
  return found;
}

/** The immutable text of a document in blocks, with an index from line numbers to offsets and back. Lines count from 0. */
export class LineIndex {
  /** Offset at which each block begins. */
  private readonly offsets: number[] = [];
  /** Number of line starts before each block. */
  private readonly counts: number[] = [];
  /** Number of lines; a text without line ends has one. */
  readonly lineCount: number;
  /** Length of the text in UTF-16 code units. */
  readonly length: number;

  private constructor(private readonly blocks: readonly Block[]) {
    let offset = 0;
    let count = 0;
    for (const block of blocks) {
      this.offsets.push(offset);
      this.counts.push(count);
      offset += block.text.length;
      count += block.starts.length;
    }
    this.length = offset;
    this.lineCount = count + 1;
  }

  static of(text: string): LineIndex {
    return new LineIndex(blocksOf(text));
  }

  /** The index of the text after an edit whose range lies inside it. Only the blocks that the edit touches are read again. */
  replaced({ from, to, insert }: Edit): LineIndex {
    if (this.blocks.length === 0) return LineIndex.of(insert);
    let first = this.blockAt(from);
    let last = this.blockAt(to);
    // A line end may be split or joined at the edge of a block, so an edit at an edge takes the neighbour along.
    if (first > 0 && from - this.offsets[first]! < 2) first -= 1;
    if (last < this.blocks.length - 1 && this.offsets[last + 1]! - to < 2) last += 1;
    // What would become too small joins its neighbour.
    if (from - this.offsets[first]! + insert.length + (this.endOf(last) - to) < blockSize / 2) {
      if (last < this.blocks.length - 1) last += 1;
      else if (first > 0) first -= 1;
    }
    const end = this.endOf(last);
    const blocks = this.blocks.slice(0, first);
    for (const block of blocksOf(this.slice(this.offsets[first]!, from) + insert + this.slice(to, end))) {
      blocks.push(block);
    }
    for (let i = last + 1; i < this.blocks.length; i += 1) blocks.push(this.blocks[i]!);
    return new LineIndex(blocks);
  }

  /** The text in `[from, to)`; what lies outside of the whole is left out. */
  slice(from: number, to: number = this.length): string {
    const end = Math.min(to, this.length);
    const start = Math.max(0, from);
    if (start >= end) return "";
    let index = this.blockAt(start);
    let result = "";
    for (; index < this.blocks.length && this.offsets[index]! < end; index += 1) {
      const offset = this.offsets[index]!;
      const { text } = this.blocks[index]!;
      result += start <= offset && end >= offset + text.length
        ? text
        : text.slice(Math.max(0, start - offset), end - offset);
    }
    return result;
  }

  /** Where a word stands, in ascending order. What was found in a block is remembered with it, so that only changed blocks are searched. */
  occurrences(word: string): number[] {
    const found: number[] = [];
    for (let i = 0; i < this.blocks.length; i += 1) {
      const offset = this.offsets[i]!;
      // A word across the edge of two blocks, which only long lines have in their middle.
      if (i > 0 && word.length > 1 && !this.blocks[i - 1]!.text.endsWith("\n")) {
        const from = offset - word.length + 1;
        const across = this.slice(from, offset + word.length - 1);
        for (let at = across.indexOf(word); at >= 0; at = across.indexOf(word, at + 1)) found.push(from + at);
      }
      for (const at of occurrencesIn(this.blocks[i]!, word)) found.push(offset + at);
    }
    return found;
  }

  /** Offset at which `line` begins. Lines before the first give 0, lines past the last the text's length. */
  startOf(line: number): number {
    if (line <= 0) return 0;
    if (line >= this.lineCount) return this.length;
    const block = lastAtMost(this.counts, line - 1);
    return this.offsets[block]! + this.blocks[block]!.starts[line - 1 - this.counts[block]!]!;
  }

  /** The line that holds `offset`; an offset past the end is on the last line. */
  lineAt(offset: number): number {
    if (this.blocks.length === 0 || offset <= 0) return 0;
    const block = this.blockAt(offset);
    return this.counts[block]! + lastAtMost(this.blocks[block]!.starts, offset - this.offsets[block]!) + 1;
  }

  private endOf(block: number): number {
    return this.offsets[block]! + this.blocks[block]!.text.length;
  }

  private blockAt(offset: number): number {
    return Math.max(0, lastAtMost(this.offsets, offset));
  }
}

/** Index of the last entry of an ascending list that is at most `value`; -1 if there is none. Of equal entries the last counts. */
function lastAtMost(list: readonly number[], value: number): number {
  let low = 0;
  let high = list.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (list[middle]! <= value) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}
