/** Where code on one line may be broken: behind the brackets of lists, at operators, before the calls of a chain. */
import type { JavaScriptNode } from "../../languages/javascript/index.js";
import type { Node } from "../../syntax/node.js";
import type { SourceText } from "../../text/text.js";
import { group, indent, softLine, spaceLine, type Doc } from "./doc.js";
import { piecesOf, type Piece } from "./pieces.js";

const closers: Readonly<Record<string, string>> = { "(": ")", "[": "]", "{": "}" };

/** The brackets of lists, by the kinds of nodes that have them. */
const lists: Readonly<Record<string, string>> = {
  CallExpression: "(", NewExpression: "(", FunctionDeclaration: "(", FunctionExpression: "(", ArrowFunctionExpression: "(", ArrayExpression: "[", ArrayPattern: "[", TupleType: "[",
  ObjectExpression: "{", ObjectPattern: "{", ImportDeclaration: "{", ExportNamedDeclaration: "{", MethodSignature: "(", FunctionType: "(", CallSignature: "(", ConstructorType: "(",
};

/** What stays with its brackets when it is alone in them. */
const hugged = new Set(["ObjectExpression", "ArrayExpression", "ObjectPattern", "ArrayPattern", "FunctionExpression", "ArrowFunctionExpression", "TemplateLiteral"]);

/** What is never taken apart: texts, and what has an own idea of lines. */
const whole = /^(?:JSX|Template|Literal|TaggedTemplate|Class|BlockStatement|FunctionBody|SwitchStatement)/;

const precedence = new Map([["??", 1], ["||", 2], ["&&", 3], ["|", 4], ["^", 5], ["&", 6], ["+", 9], ["-", 9], ["*", 10], ["/", 10], ["%", 10]]);

/** A part of the text that can be laid out anew. */
export interface Stretch {
  readonly start: number;
  readonly end: number;
  readonly doc: Doc;
}

export class Breaking {
  constructor(private readonly text: SourceText) {}

  /** A node that stands on one line, with the places where it may be broken. */
  docOf(node: Node): Doc {
    const one = node as JavaScriptNode;
    if (whole.test(one.type) || (one.type === "ImportExpression" as string)) return this.source(one.start, one.end);
    const pieces = piecesOf(one, this.text);
    if (pieces.some(({ isComment }) => isComment)) return this.source(one.start, one.end);
    if (one.type === "BinaryExpression" || one.type === "LogicalExpression") return precedence.has(one.operator) ? this.operatorsOf(one) : this.plain(pieces);
    if (one.type === "ConditionalExpression") return this.choiceOf(pieces);
    if (one.type === "CallExpression") return this.chainOf(one) ?? this.bracketed(pieces, "(");
    const open = lists[one.type];
    return open === undefined ? this.plain(pieces) : this.bracketed(pieces, open);
  }

  private source(from: number, to: number): string {
    return this.text.slice(from, to);
  }

  private pieceDoc({ child, text, space }: Piece): Doc {
    return [space, child === undefined ? text : this.docOf(child)];
  }

  private plain(pieces: readonly Piece[]): Doc {
    return pieces.map((piece) => this.pieceDoc(piece));
  }

  /** The list of a node that goes on over several lines, as the parameters of a function, if it stands in a stretch. */
  listWithin(node: Node, from: number, to: number): Stretch | undefined {
    const open = lists[node.type];
    if (open === undefined) return undefined;
    const pieces = piecesOf(node, this.text);
    const [begin, end] = this.bracketsIn(pieces, open);
    const own = pieces.slice(begin, end + 1);
    if (begin < 0 || own.at(-1)?.child !== undefined || own[0]!.from < from || own.at(-1)!.to > to || own.some(({ isComment }) => isComment)) return undefined;
    return { start: own[0]!.from, end: own.at(-1)!.to, doc: this.bracketed([{ ...own[0]!, space: "" }, ...own.slice(1)], open) };
  }

  /** The indices of the brackets of a node's list; -1 for both where it has none. */
  private bracketsIn(pieces: readonly Piece[], open: string): readonly [number, number] {
    const begin = pieces.findIndex(({ text, child }, at) => child === undefined && text === open && !this.isAround(pieces, at));
    let depth = 0;
    for (let end = begin; end >= 0 && end < pieces.length; end += 1) {
      if (pieces[end]!.child !== undefined) continue;
      if (closers[pieces[end]!.text] !== undefined) depth += 1;
      else if ([")", "]", "}"].includes(pieces[end]!.text) && (depth -= 1) === 0) return [begin, end];
    }
    return [-1, -1];
  }

  /** A node with a list in brackets of a kind. */
  private bracketed(pieces: readonly Piece[], open: string): Doc {
    const [begin, end] = this.bracketsIn(pieces, open);
    if (begin < 0) return this.plain(pieces);
    const inner = pieces.slice(begin + 1, end);
    const before = this.plain(pieces.slice(0, begin + 1));
    const behind = pieces.slice(end).map((piece, index) => (index === 0 ? piece.text : this.pieceDoc(piece)));
    if (inner.length === 0 || (inner.length === 1 && hugged.has(inner[0]!.child?.type ?? ""))) return [before, this.plain(inner), pieces[end]?.space ?? "", ...behind];
    const elements: Doc[][] = [[]];
    let level = 0;
    for (const piece of inner) {
      if (piece.child === undefined && closers[piece.text] !== undefined) level += 1;
      else if (piece.child === undefined && [")", "]", "}"].includes(piece.text)) level -= 1;
      const isFirst = elements.at(-1)!.length === 0;
      if (piece.child === undefined && piece.text === "," && level === 0) {
        elements.at(-1)!.push(",");
        elements.push([]);
      } else elements.at(-1)!.push(isFirst ? this.pieceDoc({ ...piece, space: "" }) : this.pieceDoc(piece));
    }
    const edge = inner[0]!.space === "" ? softLine : spaceLine;
    const filled = elements.filter((element) => element.length > 0);
    return [before, group(indent(edge, filled.flatMap((element, index) => (index === 0 ? element : [spaceLine, ...element]))), edge, behind[0]!), ...behind.slice(1)];
  }

  /** Whether a bracket only stands around one child, which it belongs to. */
  private isAround(pieces: readonly Piece[], at: number): boolean {
    return pieces[at]!.text === "(" && at === 0 && pieces.length > 2 && pieces[1]!.child !== undefined && pieces[2]!.text === ")" && pieces[3]?.text !== "=>";
  }

  /** Operands of operators that bind equally, which are broken together. */
  private operatorsOf(node: Node): Doc {
    const items: Doc[] = [];
    const add = (one: Node, level: number | undefined): void => {
      const pieces = piecesOf(one, this.text);
      const [left, operator, right] = pieces;
      const binary = one as { operator?: string; left?: Node };
      if (pieces.length === 3 && operator!.child === undefined && precedence.get(binary.operator ?? "") === level && left!.child !== undefined) {
        const inner = left!.child as { operator?: string } & Node;
        if (/^(?:Binary|Logical)Expression$/.test(inner.type) && precedence.get(inner.operator ?? "") === level) add(inner, level);
        else items.push(this.docOf(inner));
        items.push(` ${operator!.text}`, spaceLine, this.docOf(right!.child!));
      } else items.push(this.plain(pieces));
    };
    add(node, precedence.get((node as { operator?: string }).operator ?? ""));
    return group(indent(...items));
  }

  private choiceOf(pieces: readonly Piece[]): Doc {
    const docs = pieces.map((piece): Doc => (piece.child === undefined && (piece.text === "?" || piece.text === ":") ? [spaceLine, piece.text] : this.pieceDoc(piece)));
    return group(indent(...docs));
  }

  /** A chain of at least two calls of members: broken before each member that is called. */
  private chainOf(call: Node): Doc | undefined {
    const links: Doc[] = [];
    let rest = call as JavaScriptNode;
    while (rest.type === "CallExpression") {
      const callee = rest.callee as JavaScriptNode;
      if (callee.type !== "MemberExpression" || callee.computed || callee.parenthesized) break;
      const member = piecesOf(callee, this.text);
      if (member.some(({ isComment }) => isComment) || member[0]?.child === undefined) return undefined;
      const name = this.plain(member.slice(1));
      const args = piecesOf(rest, this.text);
      if (args[0]?.child !== callee) return undefined;
      links.unshift([name, this.bracketed(args.slice(1), "(")]);
      rest = callee.object as JavaScriptNode;
      if (rest.parenthesized) return undefined;
    }
    if (links.length < 2) return undefined;
    return group(this.docOf(rest), indent(...links.flatMap((link) => [softLine, link])));
  }
}
