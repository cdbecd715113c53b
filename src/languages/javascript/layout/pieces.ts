/** What a node is written as: its children, and the tokens and comments between them, with the blank space before each. */
import type { Node } from "../../../syntax/node.js";
import type { Siblings } from "../../../syntax/siblings.js";
import type { SourceText } from "../../../text/text.js";

export interface Piece {
  readonly from: number;
  readonly to: number;
  /** A token's or comment's text; empty for a child. */
  readonly text: string;
  readonly child: Node | undefined;
  readonly isComment: boolean;
  /** The blank space before it. */
  readonly space: string;
}

// A script for browsers may have comments as pages have them, and a file may begin with a line for the shell.
const token = /(\s+)|(\/\/[^\n\r]*|\/\*[^]*?\*\/|<!--[^\n\r]*|-->[^\n\r]*|#![^\n\r]*)|[A-Za-z_$][\w$]*|>>>=|<<=|>>=|\*\*=|&&=|\|\|=|\?\?=|>>>|===|!==|\.\.\.|=>|==|!=|<=|>=|&&|\|\||\?\?|\?\.|\+\+|--|\+=|-=|\*=|\/=|%=|&=|\|=|\^=|\*\*|<<|>>|[^]/gy;

const isBlank = /^\s*$/;

let last: { node: Node | Siblings; text: SourceText | object; start: number; pieces: readonly Piece[] } | undefined;

/** The pieces of a node, in order. Those of the node that was asked about last are kept, for the next rule. */
export function piecesOf(node: Node, text: SourceText): readonly Piece[] {
  return piecesFor(node, text, node.start, () => {
    const { start } = node;
    const reader = new PieceReader(text, start);
    node.each((child) => reader.child(child, start + child.startInParent));
    return reader.end(start + node.length);
  });
}

/** The pieces of some children: the child before them, they themselves, what stands between these, and behind them where they are the last. */
export function piecesAmong(siblings: Siblings, text: SourceText): readonly Piece[] {
  const { node, before, children, isLast, isWhole } = siblings;
  if (isWhole) return piecesOf(node, text);
  const { start } = node;
  return piecesFor(siblings, text, siblings.base.start, () => {
    const reader = new PieceReader(text, before?.start ?? start);
    if (before !== null) reader.child(before, before.start);
    for (const child of children) reader.child(child, start + child.startInParent);
    return isLast ? reader.end(node.end) : reader.pieces;
  });
}

function piecesFor(
  node: Node | Siblings,
  text: SourceText,
  start: number,
  read: () => readonly Piece[],
): readonly Piece[] {
  const now = text.snapshot ?? text;
  if (last !== undefined && last.node === node && last.text === now && last.start === start) return last.pieces;
  const pieces = read();
  last = { node, text: now, start, pieces };
  return pieces;
}

class PieceReader {
  readonly pieces: Piece[] = [];
  private space = "";

  constructor(
    private readonly text: SourceText,
    private at: number,
  ) {}

  child(child: Node, from: number): void {
    if (child.length === 0) return;
    this.gap(from);
    this.pieces.push({ from, to: from + child.length, text: "", child, isComment: false, space: this.space });
    this.space = "";
    this.at = from + child.length;
  }

  end(end: number): readonly Piece[] {
    this.gap(end);
    return this.pieces;
  }

  private gap(to: number): void {
    const source = this.text.slice(this.at, to);
    this.at = to;
    // Mostly there is nothing else.
    if (source === "" || source === "\n\n" || source === "\n" || isBlank.test(source)) {
      this.space += source;
      return;
    }
    const begin = to - source.length;
    token.lastIndex = 0;
    for (let match = token.exec(source); match !== null; match = token.exec(source)) {
      const [whole, blank, comment] = match;
      if (blank !== undefined) this.space += blank;
      else {
        const from = begin + match.index;
        this.pieces.push({
          from,
          to: from + whole.length,
          text: whole,
          child: undefined,
          isComment: comment !== undefined,
          space: this.space,
        });
        this.space = "";
      }
    }
  }
}
