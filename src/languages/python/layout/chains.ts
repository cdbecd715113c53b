/** Operators with their operands, and calls one behind another: where lines may end before each operator, word or dot. */
import { hardLine, sequence, type Doc } from "../../../layout/doc.js";
import type { Node } from "../../../syntax/node.js";
import type { BinOp, BoolOp, PythonNode } from "../nodes.js";
import { Unusual, type Builder } from "./builder.js";
import { firstOf, isBracketed, isComment, isToken, type Entry } from "./entries.js";
import type { Piece } from "./pieces.js";

/** The first of some operands, and the others, each with the line end and the operator before it. */
export interface Chain {
  readonly first: Doc;
  readonly links: readonly Doc[];
}

/** What stands behind the first operand: comments, and then a row that begins with an operator, in a node. */
interface Link {
  readonly node: Node;
  readonly before: Entry;
  readonly comments: readonly Piece[];
  readonly row: readonly Entry[];
}

/** How tightly operators bind; those of one level are broken together. */
const levels = new Map(
  ["|", "^", "&", "<< >>", "+ -", "* / // % @"].flatMap((line, level) => line.split(" ").map((op) => [op, level])),
);

const levelOf = (node: Node | undefined): string | number | undefined => {
  const one = node as PythonNode | undefined;
  return one?.type === "BoolOp" ? one.op : one?.type === "BinOp" ? levels.get(one.op) : undefined;
};

/** The links of a node whose lines may end inside of it; `undefined` where there are none. */
export function chainOf(builder: Builder, node: Node, entries: readonly Entry[]): Chain | undefined {
  const found = linksOf(builder, node, entries);
  if (found === undefined) return undefined;
  const { first, head, links } = found;
  const isKept = builder.style.brokenLists === "keep" &&
    links.every(({ comments, row }) => comments.length > 0 || builder.beginsLine(row[0]!));
  return {
    first: builder.row(head, first, "within"),
    links: links.map(({ node: owner, before, comments, row }) => {
      if (row.some(isComment)) throw new Unusual();
      const rest = builder.row(owner, row, "within");
      const line = comments.length > 0 || isKept ? hardLine() : builder.line(owner, before, row[0]!);
      return sequence(...comments.map((comment) => builder.comment(comment)), line, rest);
    }),
  };
}

interface Links {
  /** What stands first, in `head`. */
  readonly first: readonly Entry[];
  readonly head: Node;
  readonly links: readonly Link[];
}

function linksOf(builder: Builder, node: Node, entries: readonly Entry[]): Links | undefined {
  switch ((node as PythonNode).type) {
    case "BoolOp":
    case "BinOp":
      return levelOf(node) === undefined ? undefined : operands(builder, node as BinOp | BoolOp, entries);
    case "Compare":
      return split(node, entries, (entry, index) => !isValue(entry) && isValue(entries[index - 1]));
    case "IfExp":
      return conditional(builder, node, entries);
    case "Concatenation":
      return split(node, entries, (_, index) => index > 0);
    case "Call":
    case "Attribute":
    case "Subscript":
      return calls(builder, node, entries);
    default:
      return undefined;
  }
}

const isValue = (entry: Entry | undefined): boolean =>
  entry !== undefined && (isBracketed(entry) || entry.child !== undefined);

/** Entries cut before each at which a link begins; comments before it belong to it. */
function split(
  node: Node,
  entries: readonly Entry[],
  begins: (entry: Entry, index: number, all: readonly Entry[]) => boolean,
): Links | undefined {
  const code = entries.filter((entry) => !isComment(entry));
  const starts = code.flatMap((entry, index) => (index > 0 && begins(entry, index, code) ? [index] : []));
  if (starts.length === 0) return undefined;
  const links = starts.map((start, index): Link => {
    const at = entries.indexOf(code[start]!);
    const end = index + 1 < starts.length ? entries.indexOf(code[starts[index + 1]!]!) : entries.length;
    const row = entries.slice(at, end);
    while (row.length > 0 && isComment(row.at(-1)!)) row.pop();
    return { node, before: code[start - 1]!, comments: commentsBefore(entries, at), row };
  });
  const first = entries.slice(0, entries.indexOf(code[starts[0]!]!));
  while (first.length > 0 && isComment(first.at(-1)!)) first.pop();
  return { first, head: node, links };
}

/** The comments right before an entry. */
function commentsBefore(entries: readonly Entry[], at: number): Piece[] {
  let from = at;
  while (from > 0 && isComment(entries[from - 1]!)) from -= 1;
  return entries.slice(from, at) as Piece[];
}

/** Operators that bind equally, from the innermost to the outermost. */
function operands(builder: Builder, node: BinOp | BoolOp, entries: readonly Entry[]): Links | undefined {
  const level = levelOf(node);
  const links: Link[] = [];
  let [one, all]: [Node, readonly Entry[]] = [node, entries];
  for (;;) {
    const found = split(one, all, (entry, index, code) => !isValue(entry) && isValue(code[index - 1]));
    if (found?.links.length !== 1) return undefined;
    links.push(found.links[0]!);
    const [left] = found.first;
    if (found.first.length !== 1 || isBracketed(left!) || levelOf(left!.child) !== level) {
      return { ...found, links: links.reverse() };
    }
    const { child, from } = left as Piece;
    one = child!;
    all = builder.entries(child!, from);
  }
}

/** The ways of a conditional value; one that stands behind `else` goes on with it. */
function conditional(builder: Builder, node: Node, entries: readonly Entry[]): Links | undefined {
  const found = split(node, entries, (entry) => isToken(entry, "if") || isToken(entry, "else"));
  if (found?.links.length !== 2) return undefined;
  const [, otherwise] = found.links;
  const [word, value] = otherwise!.row;
  if (otherwise!.row.length !== 2 || isBracketed(value!) || value!.child?.type !== "IfExp") return found;
  const further = conditional(builder, value!.child, builder.entries(value!.child, value!.from));
  if (further?.first.length !== 1) return found;
  return {
    ...found,
    links: [
      found.links[0]!,
      { ...otherwise!, row: [word!, placedAt(further.first[0]!, firstOf(value!).space)] },
      ...further.links,
    ],
  };
}

/** An entry with the blank space before what it is the first of. */
function placedAt(entry: Entry, space: string): Entry {
  return isBracketed(entry) ? { ...entry, open: { ...entry.open, space } } : { ...entry, space };
}

/** From how many calls one behind another each of them may begin a line. */
const manyCalls = 3;

/** Calls of members one behind another, each with its dot; the first stays with a name that it belongs to. */
function calls(builder: Builder, node: Node, entries: readonly Entry[]): Links | undefined {
  if (countOfCalls(node) < manyCalls) return undefined;
  const rows: Link[] = [];
  let [one, all]: [Node, readonly Entry[]] = [node, entries];
  let open: Entry[] = [];
  for (;;) {
    const [value, ...rest] = all;
    if (value === undefined || rest.length === 0) return undefined;
    const isDot = (one as PythonNode).type === "Attribute";
    if (isDot) {
      const at = rest.findIndex((entry) => isToken(entry, "."));
      const comments = rest.slice(0, at);
      if (at < 0 || !comments.every(isComment)) return undefined;
      const row = [...rest.slice(at), ...open];
      const isCall = open.length > 0;
      if (isCall) rows.push({ node: one, before: value, comments: comments as Piece[], row });
      open = isCall ? [] : row;
      if (!isCall && comments.length > 0) return undefined;
    } else open = [...rest, ...open];
    const next = isBracketed(value) ? undefined : value.child;
    if (next === undefined || !/^(?:Call|Attribute|Subscript)$/.test(next.type)) {
      return attached(one, value, open, rows.reverse());
    }
    [one, all] = [next, builder.entries(next, (value as Piece).from)];
  }
}

function attached(head: Node, value: Entry, open: readonly Entry[], rows: readonly Link[]): Links | undefined {
  const isName = !isBracketed(value) && value.child?.type === "Name" && open.length === 0;
  const [next, ...rest] = rows;
  if (next === undefined) return undefined;
  return isName && next.comments.length === 0
    ? rest.length === 0 ? undefined : { first: [value, ...next.row], head, links: rest }
    : { first: [value, ...open], head, links: rows };
}

/** How many calls of members stand one behind another. */
export function countOfCalls(node: Node): number {
  let count = 0;
  let one = node as PythonNode;
  for (;;) {
    if (one.type === "Call") {
      if (one.func.type === "Attribute") count += 1;
      one = one.func as PythonNode;
    } else if (one.type === "Attribute" || one.type === "Subscript") one = one.value as PythonNode;
    else return count;
  }
}
