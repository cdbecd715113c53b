/** What a node is written as: its children, and the tokens and comments between them, with the blank space before each. */
import type { Node } from "../../../syntax/node.js";
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

let last: { node: Node; text: SourceText | object; start: number; pieces: readonly Piece[] } | undefined;

/** The pieces of a node, in order. Those of the node that was asked about last are kept, for the next rule. */
export function piecesOf(node: Node, text: SourceText): readonly Piece[] {
  const { start } = node;
  const now = text.snapshot ?? text;
  if (last !== undefined && last.node === node && last.text === now && last.start === start) return last.pieces;
  const pieces: Piece[] = [];
  let at = start;
  let space = "";
  const gap = (to: number): void => {
    const source = text.slice(at, to);
    at = to;
    // Mostly there is nothing else.
    if (source === "" || source === "\n\n" || source === "\n" || isBlank.test(source)) {
      space += source;
      return;
    }
    const begin = to - source.length;
    token.lastIndex = 0;
    for (let match = token.exec(source); match !== null; match = token.exec(source)) {
      const [whole, blank, comment] = match;
      if (blank !== undefined) space += blank;
      else {
        const from = begin + match.index;
        pieces.push({
          from,
          to: from + whole.length,
          text: whole,
          child: undefined,
          isComment: comment !== undefined,
          space,
        });
        space = "";
      }
    }
  };
  node.each((child) => {
    const from = start + child.startInParent;
    if (child.length === 0) return;
    gap(from);
    pieces.push({ from, to: from + child.length, text: "", child, isComment: false, space });
    space = "";
    at = from + child.length;
  });
  gap(start + node.length);
  last = { node, text: now, start, pieces };
  return pieces;
}
