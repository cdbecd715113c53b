/** How far blocks are indented, and should be. */
import { lineHead } from "../../../rules/lines.js";
import { NodeMemo } from "../../../syntax/memo.js";
import type { Node } from "../../../syntax/node.js";
import type { Edit } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import type { Block, Match } from "../nodes.js";

/** A block that is not indented as it should be, by its first statement. */
export interface WrongBlock {
  readonly first: Node;
  readonly found: string;
  readonly wanted: string;
}

/** What a statement was found in order with, which holds as long as nothing in it changes. */
const sound = new NodeMemo<string>();

type Visit = (statements: readonly Node[], parentStart: number) => void;

/** Calls `visit` with the statements of each block right inside of a statement, or its cases, with where what holds them begins. What stands on the line of its head is left out. */
function eachBlock(node: Node, start: number, visit: Visit): void {
  if (node.type === "Match") {
    visit((node as Match).cases, start);
    return;
  }
  node.each((child) => {
    const at = start + child.startInParent;
    if (child.type === "Block") {
      const { body, isInline } = child as Block;
      if (!isInline && body.length > 0) visit(body, at);
    } else if (child.type === "ExceptHandler" || (child.type === "If" && node.type === "If")) {
      eachBlock(child, at, visit);
    }
  });
}

/** The first block of a statement, or inside of one, that is not indented by one step from what it stands in. `least` is where the item begins that holds all. */
export function wrongBlock(
  node: Node,
  start: number,
  base: string,
  step: string,
  text: SourceText,
  least: number,
): WrongBlock | undefined {
  const key = `${base}|${step}`;
  if (sound.get(node) === key) return undefined;
  let wrong: WrongBlock | undefined;
  eachBlock(node, start, (statements, at) => {
    const [first] = statements;
    if (wrong !== undefined || first === undefined) return;
    const found = lineHead(text, at + first.startInParent, least);
    const wanted = base + step;
    if (found !== wanted) wrong = { first, found, wanted };
    for (const inner of statements) {
      wrong ??= wrongBlock(inner, at + inner.startInParent, wanted, step, text, least);
      if (wrong !== undefined) return;
    }
  });
  if (wrong === undefined) sound.set(node, key);
  return wrong;
}

interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Where a block stands, and what its lines begin with now and should. */
interface Shift extends Stretch {
  readonly old: string;
  readonly now: string;
}

/** Lines of comments, as they stand before the first statement of a block. */
const onlyComments = /^(?:#.*(?:[\n\r]\s*|$))+$/;

/** The edits that indent all blocks of an item by one step each. Texts over lines stay as they are. */
export function reindented(item: Node, step: string, text: SourceText): Edit[] {
  const { start } = item;
  // Comments behind its last statement belong to it as long as they are further in.
  const end = item.end + /^.*(?:\s*[\n\r][ \t]+#.*)*/.exec(text.slice(item.end, item.end + 5000))![0].length;
  const shifts: Shift[] = [];
  const texts: Stretch[] = [];
  const blocksIn = (node: Node, at: number, base: string): void => eachBlock(node, at, (statements, parentStart) => {
    const now = base + step;
    const last = statements.at(-1);
    if (last === undefined) return;
    const from = parentStart + statements[0]!.startInParent;
    shifts.push({ from, to: parentStart + last.startInParent + last.length, old: lineHead(text, from, start), now });
    for (const inner of statements) blocksIn(inner, parentStart + inner.startInParent, now);
  });
  const textsIn = (node: Node, at: number): void => {
    if (node.type === "Constant" || node.type === "JoinedStr") texts.push({ from: at, to: at + node.length });
    else node.each((child) => textsIn(child, at + child.startInParent));
  };
  blocksIn(item, start, "");
  textsIn(item, start);
  const edits: Edit[] = [];
  const open: Shift[] = [];
  /** The last block whose lines began so, for comments behind the block they belong to. */
  const behind = new Map<string, Shift>();
  let nextShift = 0;
  let nextText = 0;
  for (const { 0: head, index } of text.slice(start, end).matchAll(/(?<=[\n\r])[ \t\f]*(?=[^\s])/g)) {
    const line = start + index;
    const code = line + head.length;
    while (nextText < texts.length && texts[nextText]!.to <= line) nextText += 1;
    if (nextText < texts.length && texts[nextText]!.from < line) continue;
    while (nextShift < shifts.length && shifts[nextShift]!.from <= code) {
      const shift = shifts[nextShift]!;
      behind.set(shift.old, shift);
      open.push(shift);
      nextShift += 1;
    }
    while (open.length > 0 && open.at(-1)!.to <= code) open.pop();
    const isComment = text.slice(code, code + 1) === "#";
    const ahead = shifts[nextShift];
    const shift = !isComment
      ? open.at(-1)
      : ahead?.old === head && onlyComments.test(text.slice(code, Math.min(ahead.from, code + 2000)))
        ? ahead
        : (behind.get(head) ?? open.at(-1));
    if (shift === undefined || shift.old === shift.now || !head.startsWith(shift.old)) continue;
    edits.push({ from: line, to: line + shift.old.length, insert: shift.now });
  }
  return edits;
}
