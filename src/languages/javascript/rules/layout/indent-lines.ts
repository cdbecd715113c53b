/** By how much each line of an item is indented, and by how much it should be. */
import { lineHead } from "../../../../rules/lines.js";
import { NodeMemo } from "../../../../syntax/memo.js";
import type { Node } from "../../../../syntax/node.js";
import { siblingsOf, type Siblings } from "../../../../syntax/siblings.js";
import type { SourceText } from "../../../../text/text.js";
import type { JavaScriptNode } from "../../index.js";
import { piecesAmong, piecesOf, type Piece } from "../../layout/pieces.js";

/** A line that is indented otherwise than it should be: the blank space `[from, to)` at its head, and what belongs there. */
export interface WrongLine {
  readonly from: number;
  readonly to: number;
  readonly wanted: string;
}

export interface IndentStyle {
  readonly unit: string;
  /** Whether the cases of a `switch` are indented from it. */
  readonly cases: boolean;
}

/** What is left as it is: text for other eyes. */
const asIs = /^(?:JSX(?!ExpressionContainer)|Template)/;
const openers = new Set(["(", "[", "{"]);
const closers = new Set([")", "]", "}"]);
const governs = /^(?:If|For|ForIn|ForOf|While|With)Statement$/;
const peers = new Set(["else", "catch", "finally", "while"]);

/** Nodes that hold statements or members, each on lines of its own. */
const hasLines =
  /^(?:BlockStatement|FunctionBody|ClassBody|StaticBlock|SwitchStatement|SwitchCase|NamespaceDeclaration)$/;

/** A line with a place of its own: as it is indented, and as it should be. */
interface Anchor {
  readonly actual: string;
  readonly wanted: string;
}

/** How the lines before a statement or member are, and the style. */
interface Outer extends Anchor, IndentStyle {
  readonly line: string;
}

const isSame = (one: Outer, other: Outer): boolean => one.line === other.line &&
  one.actual === other.actual &&
  one.wanted === other.wanted &&
  one.unit === other.unit &&
  one.cases === other.cases;

/** What was found in a statement or member, counted from its start; and how the lines are behind it. */
interface Kept {
  readonly outer: Outer;
  readonly wrong: readonly WrongLine[];
  readonly line: string;
  readonly anchor: Anchor;
}

const kept = new NodeMemo<Kept>();

/** What was found among some children of a node, counted from their base. */
interface KeptPart extends Kept {
  readonly own: string;
  /** For each bracket of the node that is open before them, and behind them, the indentation of its line. */
  readonly before: readonly string[];
  readonly behind: readonly string[];
}

const keptParts = new WeakMap<Siblings, KeptPart>();

const areSame = (some: readonly string[], others: readonly string[]): boolean =>
  some.length === others.length && some.every((one, index) => one === others[index]);

/**
 * The wrong lines of an item whose own line is indented by `base`. Lines that begin an element of a list, a statement or a closing bracket have a place;
 * lines that carry on what stands before move along with it.
 */
export function wrongLines(item: Node, text: SourceText, base: string, { unit, cases }: IndentStyle): WrongLine[] {
  const wrong: WrongLine[] = [];
  /** For each open bracket, the indentation of the line it stands on. */
  const stack: string[] = [];
  let line = base;
  /** The last line with a place of its own: as it is, and as it should be. */
  let anchor: Anchor = { actual: lineHead(text, item.start), wanted: base };

  const begin = (piece: Piece, wanted: string | undefined): void => {
    const breakAt = Math.max(piece.space.lastIndexOf("\n"), piece.space.lastIndexOf("\r"));
    if (breakAt < 0) return;
    const actual = piece.space.slice(breakAt + 1);
    const due = wanted ??
      (actual.startsWith(anchor.actual) ? anchor.wanted + actual.slice(anchor.actual.length) : actual);
    if (wanted !== undefined) anchor = { actual, wanted };
    line = due;
    if (due === actual) return;
    wrong.push({ from: piece.from - actual.length, to: piece.from, wanted: due });
    // The lines of a comment with stars move along.
    if (!piece.isComment || !/^\/\*[^]*\n[ \t]*\*/.test(piece.text)) return;
    for (const match of piece.text.matchAll(/\n([ \t]*)(?=\*)/g)) {
      const from = piece.from + match.index + 1;
      wrong.push({ from, to: from + match[1]!.length, wanted: `${due} ` });
    }
  };

  const visit = (node: JavaScriptNode): void => {
    if (asIs.test(node.type)) return;
    const own = line;
    const outside = stack.length;
    const parts = siblingsOf(node);
    if (parts.length === 1) visitPieces(node, piecesOf(node, text), own, outside, hasLines.test(node.type));
    else for (const part of parts) visitPart(part, own, outside);
    stack.length = outside;
  };

  const visitPieces = (
    node: JavaScriptNode,
    pieces: readonly Piece[],
    own: string,
    outside: number,
    areKept: boolean,
    first = 0,
  ): void => {
    const isCase = node.type === "SwitchCase";
    let next = first;
    for (let index = first; index < pieces.length; index += 1) {
      const piece = pieces[index]!;
      // A comment stands where what follows it does.
      if (next < index) next = index;
      while (pieces[next]?.isComment === true) next += 1;
      begin(piece, placeOf(node, piece, pieces[next], own, stack.length > outside));
      if (piece.child !== undefined) {
        // What a body holds is further in than what the body belongs to, however many lines its head has.
        if (isBody(node, piece.child)) line = own;
        if (areKept) visitOnce(piece.child, piece.from);
        else visit(piece.child as JavaScriptNode);
        // So are parameters, whatever stands before them in the head.
        if (piece.child.type === "TypeParameters") line = own;
      } else if (openers.has(piece.text)) stack.push(line);
      else if (closers.has(piece.text) && stack.length > outside) stack.pop();
      else if (isCase && piece.text === ":" && stack.length === outside) stack.push(own);
    }
  };

  /** Visits some of very many children: what was found before among the same is taken over. */
  const visitPart = (part: Siblings, own: string, outside: number): void => {
    const outer = { line, actual: anchor.actual, wanted: anchor.wanted, unit, cases };
    const inside = stack.slice(outside);
    const { start } = part.base;
    const before = keptParts.get(part);
    if (before !== undefined && before.own === own && isSame(before.outer, outer) && areSame(before.before, inside)) {
      ({ line, anchor } = before);
      stack.length = outside;
      stack.push(...before.behind);
      for (const { from, to, wanted } of before.wrong) wrong.push({ from: start + from, to: start + to, wanted });
      return;
    }
    const first = wrong.length;
    visitPieces(
      part.node as JavaScriptNode,
      piecesAmong(part, text),
      own,
      outside,
      true,
      part.before === null ? 0 : 1,
    );
    keptParts.set(part, {
      own,
      outer,
      before: inside,
      behind: stack.slice(outside),
      line,
      anchor,
      wrong: wrong.slice(first).map(({ from, to, wanted }) => ({ from: from - start, to: to - start, wanted })),
    });
  };

  /** As `visit`, for a statement or member that begins at an offset: what was found before of the same is taken over. */
  const visitOnce = (node: Node, start: number): void => {
    const outer = { line, actual: anchor.actual, wanted: anchor.wanted, unit, cases };
    const before = kept.get(node);
    if (before !== undefined && isSame(before.outer, outer)) {
      ({ line, anchor } = before);
      for (const { from, to, wanted } of before.wrong) wrong.push({ from: start + from, to: start + to, wanted });
      return;
    }
    const first = wrong.length;
    visit(node as JavaScriptNode);
    kept.set(node, {
      outer,
      line,
      anchor,
      wrong: wrong.slice(first).map(({ from, to, wanted }) => ({ from: from - start, to: to - start, wanted })),
    });
  };

  /** Where a line that begins with a piece belongs; `undefined` where it carries on. */
  const placeOf = (
    node: JavaScriptNode,
    piece: Piece,
    next: Piece | undefined,
    own: string,
    isInside: boolean,
  ): string | undefined => {
    if (isInside) {
      const opened = stack.at(-1)!;
      if (closers.has(piece.text)) return opened;
      if (next?.child?.type === "SwitchCase") return cases ? opened + unit : opened;
      if (next === undefined || closers.has(next.text) || next.child !== undefined) {
        return isElement(node, next) ? opened + unit : undefined;
      }
      return undefined;
    }
    if (piece.child !== undefined && governs.test(node.type) && piece.child.type !== "BlockStatement") {
      return piece.child.type === "IfStatement" && (node as { alternate?: unknown }).alternate === piece.child
        ? undefined
        : own + unit;
    }
    if (
      piece.child?.type === "CatchClause" ||
      peers.has(piece.text) ||
      (
        piece.child !== undefined &&
        /^(?:BlockStatement|FunctionBody|ClassBody)$/.test(piece.child.type) &&
        !/Arrow/.test(node.type)
      )
    ) return own;
    return undefined;
  };

  visitOnce(item, item.start);
  return wrong;
}

const isBody = (node: JavaScriptNode, child: Node): boolean => (
  /^(?:BlockStatement|FunctionBody|ClassBody)$/.test(child.type) &&
  !/^(?:BlockStatement|FunctionBody|SwitchCase|StaticBlock|NamespaceDeclaration)$/.test(node.type)
) ||
  (node.type === "InterfaceDeclaration" && child.type === "ObjectType");

/** Operands that are only in parentheses carry on; elements of lists and whole contents of brackets have their place. */
function isElement(node: JavaScriptNode, next: Piece | undefined): boolean {
  if (next?.child === undefined) return true;
  // The key is in brackets of its own, and what stands behind it carries on.
  if (node.type === "MappedType") return false;
  return !/^(?:Binary|Logical|Conditional|Assignment|Sequence)Expression$|^(?:Union|Intersection|Conditional)Type$|^VariableDeclaration$/.test(
    node.type,
  );
}
