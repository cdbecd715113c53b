/** What stands between the children of a node: words, signs and comments, with the blank space before each. */
import type { Node } from "../../../syntax/node.js";
import type { Siblings } from "../../../syntax/siblings.js";
import type { SourceText } from "../../../text/text.js";

export interface Piece {
  /** As the code has it; empty of a child. */
  readonly text: string;
  readonly child: Node | undefined;
  readonly from: number;
  readonly to: number;
  /** The blank space before it. */
  readonly space: string;
}

const form = /#[^\n\r]*|\\(?:\r\n|\n|\r)|[^\S\f]+|\f|[^\W\d]\w*|\d[\w.]*|\*\*=?|\/\/=?|>>=?|<<=?|!=|->|:=|\.\.\.|[-+*/%@&|^=<>]=|./gsu;

let last: {
  readonly of: Node | Siblings;
  readonly text: object;
  readonly start: number;
  readonly pieces: Piece[];
} | undefined;

/** The pieces of a node that begins at `start`. Those that were asked for last are kept, for the next rule. */
export function piecesOf(node: Node, start: number, text: SourceText): Piece[] {
  return kept(node, start, text, () => {
    const children: { child: Node; start: number }[] = [];
    node.each((child) => void children.push({ child, start: start + child.startInParent }));
    return read(start, [], children, start + node.length, text);
  });
}

/** The pieces among some siblings, with the children themselves. */
export function piecesAmong(siblings: Siblings, text: SourceText): Piece[] {
  const { node, before, children, isLast, isWhole, base } = siblings;
  if (isWhole) return piecesOf(node, node.start, text);
  return kept(siblings, base.start, text, () => read(
    before === null ? node.start : before.end,
    before === null ? [] : [{ text: "", child: before, from: before.start, to: before.end, space: "" }],
    children.map((child) => ({ child, start: child.start })),
    isLast ? node.end : undefined,
    text,
  ));
}

function kept(of: Node | Siblings, start: number, text: SourceText, make: () => Piece[]): Piece[] {
  const now = text.snapshot ?? text;
  if (last !== undefined && last.of === of && last.text === now && last.start === start) return last.pieces;
  const pieces = make();
  last = { of, text: now, start, pieces };
  return pieces;
}

/** The pieces from an offset to behind the last of some children, or to `end`; those that are there already stand before. */
function read(
  from: number,
  pieces: Piece[],
  children: readonly { readonly child: Node; readonly start: number }[],
  end: number | undefined,
  text: SourceText,
): Piece[] {
  let at = from;
  let space = "";
  const pass = (to: number): void => {
    if (to <= at) return;
    const source = text.slice(at, to);
    for (const { index, 0: found } of source.matchAll(form)) {
      if (/^\s|^\\/.test(found)) space += found;
      else {
        pieces.push({ text: found, child: undefined, from: at + index, to: at + index + found.length, space });
        space = "";
      }
    }
    at = to;
  };
  for (const { child, start } of children) {
    // What is missing, and parameters of which there are none, stand nowhere.
    if (child.length === 0) continue;
    pass(start);
    pieces.push({ text: "", child, from: start, to: start + child.length, space });
    space = "";
    at = start + child.length;
  }
  if (end !== undefined) pass(end);
  return pieces;
}

/** Kinds of nodes in which blank space stands between words and signs; texts have their own. */
export const spaced = [
  "FunctionDef",
  "ClassDef",
  "Arguments",
  "Argument",
  "TypeParams",
  "TypeParam",
  "Expr",
  "Assign",
  "AugAssign",
  "AnnAssign",
  "Return",
  "Delete",
  "Raise",
  "Assert",
  "Import",
  "ImportFrom",
  "Alias",
  "TypeAlias",
  "If",
  "While",
  "For",
  "With",
  "WithItem",
  "Try",
  "ExceptHandler",
  "Match",
  "MatchCase",
  "MatchSequence",
  "MatchMapping",
  "MatchItem",
  "MatchClass",
  "MatchKeyword",
  "MatchAs",
  "MatchOr",
  "Concatenation",
  "BoolOp",
  "BinOp",
  "UnaryOp",
  "Compare",
  "NamedExpr",
  "Lambda",
  "IfExp",
  "Await",
  "Yield",
  "YieldFrom",
  "Starred",
  "Call",
  "Keyword",
  "Attribute",
  "Subscript",
  "Slice",
  "List",
  "Tuple",
  "Set",
  "Dict",
  "DictItem",
  "ListComp",
  "SetComp",
  "GeneratorExp",
  "DictComp",
  "Comprehension",
] as const;

/** Whether a node stands in a text: what is in its braces is left as it is. */
export function isInText(node: Node): boolean {
  for (let up: Node | null = node; up !== null; up = up.parent) {
    if (up.type === "FormattedValue") return true;
    if (up.type === "Block" || up.type === "Module") return false;
  }
  return false;
}
