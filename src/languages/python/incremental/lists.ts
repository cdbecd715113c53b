/** The lists of statements around an edit, and what is known of the place where one begins. */
import type { Node } from "../../../syntax/node.js";
import { lastBefore } from "../../../syntax/replace.js";
import type { SourceText } from "../../../text/text.js";
import type { Block, Dict, ExceptHandler, FunctionDef, List, Module } from "../nodes.js";
import { outside, type Context } from "../parser/state.js";

/** A list of statements, by the nodes that lead to it. */
export interface StatementList {
  /** From the module to the node whose list it is. */
  readonly path: readonly Node[];
  readonly node: Module | Block;
  /** Where the node begins. */
  readonly start: number;
  readonly columns: readonly number[];
  readonly tabColumns: readonly number[];
  readonly context: Context;
}

/** The list of a node that may be long. */
export function listOf(node: Node): Node[] | undefined {
  return node.type === "Module" || node.type === "Block" ? (node as Module | Block).body : elementsOf(node);
}

/** The elements of a display between brackets; of a tuple also where it has none. */
export function elementsOf(node: Node): Node[] | undefined {
  switch (node.type) {
    case "List":
    case "Set":
    case "Tuple":
      return (node as List).elts;
    case "Dict":
      return (node as Dict).items;
    default:
      return undefined;
  }
}

/** Where the line of an offset begins. */
export function lineStart(text: SourceText, at: number): number {
  let size = 128;
  for (;;) {
    const from = Math.max(0, at - size);
    const piece = text.slice(from, at);
    const end = Math.max(piece.lastIndexOf("\n"), piece.lastIndexOf("\r"));
    if (end >= 0) return from + end + 1;
    if (from === 0) return 0;
    size *= 4;
  }
}

/** The column at which what stands at an offset begins, with tabs of eight columns and of one; nothing where something stands before it in its line. */
export function columnAt(
  text: SourceText,
  at: number,
): { readonly column: number; readonly tabColumn: number } | undefined {
  const blank = text.slice(lineStart(text, at), at);
  let column = 0;
  let tabColumn = 0;
  for (const one of blank) {
    if (one === " ") column += 1;
    else if (one === "\t") column = (Math.floor(column / 8) + 1) * 8;
    else if (one === "\f") column = 0;
    else if (one !== "\ufeff") return undefined;
    tabColumn = one === "\f" ? 0 : tabColumn + 1;
  }
  return { column, tabColumn };
}

/** Whether nothing but blank space and comments stands in a stretch of a text, which is not too long to look. */
export function isBlank(text: SourceText, from: number, to: number): boolean {
  if (to - from > 20_000) return false;
  return /^(?:[\s\ufeff]|#.*(?!.))*$/.test(text.slice(from, to));
}

/** What may stand in the block under a header. */
function contextUnder(header: Node, context: Context): Context {
  switch (header.type) {
    case "FunctionDef":
      return {
        inFunction: true,
        inAsync: (header as FunctionDef).isAsync,
        inLoop: false,
        inClass: false,
        inStar: false,
      };
    case "ClassDef":
      return { ...outside, inClass: true };
    case "ExceptHandler":
      return (header as ExceptHandler).isStar ? { ...context, inStar: true } : context;
    default:
      return context;
  }
}

/** Whether a block is that of a loop, and not what is done behind it. */
const isLoopBody = (header: Node, block: Node): boolean =>
  (header.type === "For" || header.type === "While") && (header as Node & { body: Node }).body === block;

/** The lists of statements in which an edit at `from` may stand, the innermost last; `text` is the one before the edit. */
export function listsAround(root: Module, from: number, text: SourceText): StatementList[] {
  const found: StatementList[] = [
    { path: [root], node: root, start: 0, columns: [0], tabColumns: [0], context: outside },
  ];
  for (;;) {
    const inner = innerList(found.at(-1)!, from, text);
    if (inner === undefined) return found;
    found.push(inner);
  }
}

function innerList(list: StatementList, from: number, text: SourceText): StatementList | undefined {
  const index = lastBefore(list.node.body, from - list.start);
  const item = list.node.body[index];
  if (item === undefined || item.type === "Unread") return undefined;
  const start = list.start + item.startInParent;
  // What is further in than its block stands under a header that was not understood.
  if (columnAt(text, start)?.column !== list.columns.at(-1)) return undefined;
  const path = [...list.path];
  let { context } = list;
  let node = item;
  let at = start;
  for (;;) {
    path.push(node);
    context = contextUnder(node, context);
    const child = lastChildBefore(node, from - at);
    if (child === undefined) return undefined;
    at += child.startInParent;
    if (child.type === "Block") {
      const block = child as Block;
      const [first] = block.body;
      if (first === undefined || block.isInline) return undefined;
      if (from > at + block.length && !isBlank(text, at + block.length, from)) return undefined;
      const column = columnAt(text, at);
      if (column === undefined) return undefined;
      return {
        path: [...path, block],
        node: block,
        start: at,
        columns: [...list.columns, column.column],
        tabColumns: [...list.tabColumns, column.tabColumn],
        context: isLoopBody(node, block) ? { ...context, inLoop: true, inStar: false } : context,
      };
    }
    if (!holdsBlock.has(child.type)) return undefined;
    node = child;
  }
}

/** What stands between a statement and a block of it. */
const holdsBlock = new Set(["If", "ExceptHandler", "MatchCase"]);

function lastChildBefore(node: Node, offset: number): Node | undefined {
  let found: Node | undefined;
  node.each((child) => {
    if (child.startInParent < offset) found = child;
  });
  return found;
}
