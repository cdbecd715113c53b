/** Laying out: where the lines of a text should end inside of brackets, and how far they should be indented. */
import { printDoc, type Gap, type Printed, type PrintedUnit } from "../../../layout/printer.js";
import { lineHead } from "../../../rules/lines.js";
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import type { Block, PythonNode } from "../nodes.js";
import { Builder, Unusual } from "./builder.js";
import { piecesOf, type Piece } from "./pieces.js";
import { lineDoc, partsOf } from "./statements.js";
import type { LayoutStyle } from "./style.js";

export type { LayoutStyle } from "./style.js";

/** What may be put between two tokens or taken away there beside blank space. */
const free = /^(?:[\s,()]|\\(?=[\n\r]))*$/;
const lineEnd = /\r\n|[\n\r]/;

/**
 * How one part of a text is to be laid out: a statement, or an element of a long list, whose line is indented by `base`. The statements in its blocks are given to be
 * laid out by themselves, with what their lines are indented by. Line ends are `\n` in what is given, whatever the text has.
 */
export function layoutUnit(node: Node, text: SourceText, base: string, style: LayoutStyle, least: number): Printed {
  const { start } = node;
  if (!isStatement(node)) {
    return printed([node], () => new Builder(text, style, base.length).node(node, start, "within"), text, base, style);
  }
  const { lines, blocks } = partsOf(node, piecesOf(node, start, text));
  const units: PrintedUnit[] = [];
  for (const block of blocks) {
    if (block.type === "Block") units.push(...unitsIn(block as Block, text, least));
    else units.push({ node: block, base: block.type === "MatchCase" ? lineHead(text, block.start, least) : base });
  }
  const gaps: Gap[] = [];
  for (const line of lines) {
    const one = printed(line, () => lineDoc(new Builder(text, style, base.length), node, line), text, base, style);
    gaps.push(...one.gaps);
    units.push(...one.units);
  }
  return { gaps, units };
}

/** The statements of a block, which are indented as they are. */
function unitsIn(block: Block, text: SourceText, least: number): PrintedUnit[] {
  const base = lineHead(text, block.start, least);
  return block.body.map((node) => ({ node, base }));
}

const none: Printed = { gaps: [], units: [] };

function printed(
  line: readonly (Piece | Node)[],
  docOf: () => ReturnType<typeof lineDoc>,
  text: SourceText,
  base: string,
  style: LayoutStyle,
): Printed {
  let doc;
  try {
    doc = docOf();
  } catch (error) {
    if (error instanceof Unusual) return none;
    throw error;
  }
  if (doc === undefined) return none;
  const found = printDoc(doc, { text, width: style.width, base, step: style.step, lineBreak: "\n" });
  // Whatever goes wrong, nothing but blank space and marks that may be left out changes.
  if (found.gaps.some(({ from, to, insert }) => from > to || !free.test(text.slice(from, to)) || !free.test(insert))) {
    return { gaps: [], units: found.units };
  }
  // Outside of brackets only a backslash lets a line end: without it the line may be too long.
  if (found.gaps.some(({ from, to }) => text.slice(from, to).includes("\\"))) {
    const from = (line[0] as Piece).from;
    const to = (line.at(-1) as Piece).to;
    if (base.length + longest(found.gaps, from, to, text) > style.width) return { gaps: [], units: found.units };
  }
  return found;
}

/** How long the longest line gets from one offset to another. */
function longest(gaps: readonly Gap[], from: number, to: number, text: SourceText): number {
  let laid = "";
  let at = from;
  for (const gap of gaps) {
    laid += text.slice(at, gap.from) + gap.insert;
    at = gap.to;
  }
  return Math.max(...(laid + text.slice(at, to)).split(lineEnd).map((one) => one.length));
}

const statements = /^(?:FunctionDef|ClassDef|Expr|Assign|AugAssign|AnnAssign|Return|Delete|Raise|Assert|Import|ImportFrom|Global|Nonlocal|Pass|Break|Continue|TypeAlias|Unread|If|While|For|With|Try|ExceptHandler|Match|MatchCase)$/;

const isStatement = (node: Node): boolean => statements.test((node as PythonNode).type);
