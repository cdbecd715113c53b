/** The lines of code that a statement has: itself, or the heads of its blocks; and what stands in those blocks. */
import {
  bracketGroup,
  broken,
  choice,
  either,
  indent,
  inserted,
  nothing,
  sequence,
  softLine,
  type Doc,
} from "../../../layout/doc.js";
import type { Node } from "../../../syntax/node.js";
import type { Block, PythonNode } from "../nodes.js";
import { type Builder } from "./builder.js";
import { countOfCalls } from "./chains.js";
import { elementsOf, entriesOf, isBracketed, isComment, isToken, type Entry } from "./entries.js";
import type { Piece } from "./pieces.js";

/** What a statement consists of: runs of pieces that each make a line of code, and the nodes that have lines of their own. */
export interface Parts {
  readonly lines: readonly (readonly Piece[])[];
  readonly blocks: readonly Node[];
}

const apart = /^(?:Block|ExceptHandler|MatchCase)$/;

/** Cuts the pieces of a statement into its lines of code. What stands behind a head on its line belongs to the line; other heads than those of definitions are then left out. */
export function partsOf(node: Node, pieces: readonly Piece[]): Parts {
  const lines: Piece[][] = [];
  const blocks: Node[] = [];
  let line: Piece[] = [];
  let depth = 0;
  const end = (): void => {
    if (line.length > 0) lines.push(line);
    line = [];
  };
  for (const piece of pieces) {
    const { child, text } = piece;
    if (child === undefined) {
      if (/^[([{]$/.test(text)) depth += 1;
      else if (/^[)\]}]$/.test(text)) depth -= 1;
    }
    const isInline = child?.type === "Block" && (child as Block).isInline;
    if (isInline) {
      if (isDefinition(node)) line.push(piece);
      else line = [];
    } else if (child !== undefined && (apart.test(child.type) || isElif(node, child))) {
      end();
      blocks.push(child);
    } else if (depth === 0 && text.startsWith("#")) end();
    else {
      // Decorators stand on lines of their own.
      if (depth === 0 && line.length > 0 && /^[^\\]*[\n\r]/.test(piece.space)) end();
      line.push(piece);
    }
  }
  end();
  return { lines, blocks };
}

const isDefinition = ({ type }: Node): boolean => type === "FunctionDef" || type === "ClassDef";

const isElif = (node: Node, child: Node): boolean =>
  node.type === "If" && child.type === "If" && (node as Node & { orelse: Node | null }).orelse === child;

/** Values that may be put in parentheses, by the fields in which they stand. */
const wrapped: Readonly<Record<string, readonly string[]>> = {
  Assign: ["value"],
  AugAssign: ["value"],
  AnnAssign: ["value"],
  Return: ["value"],
  Assert: ["test", "msg"],
  Expr: ["value"],
  If: ["test"],
  While: ["test"],
  For: ["iter"],
  Match: ["subject"],
  MatchCase: ["guard"],
};

/** How a line of code of a statement may be laid out; `undefined` where its brackets do not pair. */
export function lineDoc(builder: Builder, node: Node, line: readonly Piece[]): Doc | undefined {
  const entries = entriesOf(line);
  if (entries === undefined) return undefined;
  const names = listAt(builder, node, entries);
  if (names !== undefined) {
    return sequence(
      builder.row(node, entries.slice(0, names), "none"),
      inserted(" "),
      bareList(builder, node, entries.slice(names)),
    );
  }
  const fields = wrapped[node.type] ?? [];
  const values = fields.map((field) => (node as unknown as Record<string, Node | null>)[field]);
  return sequence(
    ...entries.flatMap((entry, index) => {
      const child = isBracketed(entry) ? undefined : entry.child;
      const doc = child?.type === "Block"
        ? builder.source(child.start, child.end)
        : child !== undefined && values.includes(child)
          ? inParentheses(builder, node, entry as Piece)
          : builder.entry(node, entry, "none");
      return index === 0 ? [doc] : [builder.gap(node, entries[index - 1]!, entry), doc];
    }),
  );
}

/** Where a list without brackets begins that may be put in parentheses: names that are imported, managers of a `with`. */
function listAt({ style }: Builder, node: Node, entries: readonly Entry[]): number | undefined {
  const kind = (node as PythonNode).type;
  const isElement = (entry: Entry): boolean =>
    !isBracketed(entry) && /^(?:Alias|WithItem)$/.test(entry.child?.type ?? "");
  if (kind !== "ImportFrom" && (kind !== "With" || !style.hasWithLists)) return undefined;
  const begin = entries.findIndex(isElement);
  if (begin < 1 || (kind === "With" && entries.filter(isElement).length < 2)) return undefined;
  return entries.some((entry) => isToken(entry, "*")) || isStar(entries[begin]!) ? undefined : begin;
}

const isStar = (entry: Entry): boolean => (entry as Piece).child?.length === 1 &&
  (entry as Piece).child!.type === "Alias" &&
  ((entry as Piece).child as Node & { local: Node | null }).local === null;

/** A list that gets parentheses where it is broken; what stands behind it, as a colon, follows. */
function bareList(builder: Builder, node: Node, entries: readonly Entry[]): Doc {
  const end = entries.findIndex((entry) => isToken(entry, ":"));
  const list = end < 0 ? entries : entries.slice(0, end);
  const rest = end < 0 ? [] : entries.slice(end);
  return sequence(
    parenthesized(builder, node, list),
    ...rest.map((entry) => builder.entry(node, entry, "none")),
  );
}

function parenthesized(builder: Builder, node: Node, list: readonly Entry[]): Doc {
  const elements = elementsOf(list) ?? [];
  const docs = elements.flatMap(({ entries, comma }, index) => [
    index === 0 ? softLine : builder.line(node, elements[index - 1]!.comma!, entries[0]!),
    builder.row(node, entries, "within"),
    comma === undefined || index === elements.length - 1 ? nothing : builder.entry(node, comma, "none"),
  ]);
  const ending = builder.style.trailingComma === "over-lines" ? either(inserted(","), nothing) : nothing;
  return around([
    ...docs,
    elements.at(-1)?.comma === undefined ? ending : builder.entry(node, elements.at(-1)!.comma!, "none"),
  ]);
}

/** Something with parentheses around it where it is broken. */
const around = (docs: readonly Doc[]): Doc =>
  bracketGroup(sequence(either(inserted("("), nothing), indent(...docs), softLine, either(inserted(")"), nothing)));

/** A value that gets parentheses where it does not fit, and then has lines of its own. */
function inParentheses(builder: Builder, node: Node, { child, from }: Piece): Doc {
  const kind = (child as PythonNode).type;
  const flat = builder.node(child!, from, "none");
  if (kind === "Tuple" && builder.entries(child!, from).length > 1) {
    const entries = builder.entries(child!, from);
    if (entries.some(isComment)) return flat;
    const hasComma = isToken(entries.at(-1), ",");
    return hasComma && entries.length === 2 ? flat : choice(flat, flat, { ...parenthesized(builder, child!, entries) });
  }
  const text = builder.text.slice(from, from + child!.length);
  const isLong = isOperation(child!) || countOfCalls(child!) > 2;
  const isWord = /^(?:Name|Attribute|Call|Constant|JoinedStr)$/.test(kind) &&
    !(/^(?:Constant|JoinedStr)$/.test(kind) ? /[\n\r]/ : /[\n\r]|[([](?![)\]])/).test(text) &&
    node.type !== "Expr" &&
    builder.base + builder.style.step.length + text.length <= builder.style.width;
  if (!isLong && !isWord) return flat;
  const lined = { ...around([softLine, builder.node(child!, from, "held")]), isBroken: true, spread: true } as Doc;
  const hugged = kind === "BinOp" && (child as Node & { op: string }).op === "%" ? broken(flat) : undefined;
  return hugged === undefined ? choice(flat, flat, lined) : choice(flat, flat, hugged, lined);
}

const isOperation = (node: Node): boolean => /^(?:BoolOp|BinOp|Compare|IfExp|Concatenation)$/.test(node.type);
