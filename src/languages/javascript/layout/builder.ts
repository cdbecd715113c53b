/** Makes of a node, with its tokens and comments, a `Doc` that tells how it may be laid out. */
import {
  bracketGroup,
  hardLine,
  indent,
  inserted,
  leaf,
  nothing,
  sequence,
  softLine,
  type Doc,
  type Line,
} from "../../../layout/doc.js";
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import type { JavaScriptNode } from "../nodes/index.js";
import { piecesOf, type Piece } from "./pieces.js";
import { flatSpace } from "./spacing.js";
import type { LayoutStyle } from "./style.js";

/** A token or child of a node, with the comments before it. A child is taken with the parentheses it stands in. */
export interface Part {
  /** Its first and last piece. */
  readonly first: Piece;
  readonly last: Piece;
  readonly child: Node | undefined;
  /** The text of a token; empty for a child. */
  readonly text: string;
  readonly comments: readonly Piece[];
  /** The pieces between its own parentheses and the child, if it has any. */
  readonly around: readonly Piece[];
}

/** What stands before a part: comments, and then blank space or a line end. */
export interface Lead {
  readonly comments: Doc;
  readonly space: Doc;
  /** Whether the part begins a line that is further in for the sake of the comments: then all of its lines are. */
  readonly isIn: boolean;
}

export type Build = (node: never, builder: Builder) => Doc;

/** Beyond this depth nodes are left as they are. */
const mostDepth = 150;

const lineEnd = /[\n\r\u2028\u2029]/;
const empty: readonly Piece[] = [];

/** Nodes that have a child in parentheses which are theirs, where it is not the one named. */
const wraps: Readonly<Record<string, string>> = {
  CallExpression: "callee",
  NewExpression: "callee",
  ImportExpression: "",
  IfStatement: "",
  WhileStatement: "",
  DoWhileStatement: "",
  SwitchStatement: "",
  WithStatement: "object",
};

/** What parentheses hold closely. */
const close = /^(?:Object|Array|Function|ArrowFunction|Call|New|Member|Class|Import|Await|Yield|Unary|As|Satisfies|Chain)Expression$|^ObjectType$|^Template|^Literal$|^Identifier$/;

export class Builder {
  private depth = 0;

  constructor(
    readonly text: SourceText,
    readonly style: LayoutStyle,
    private readonly builds: Readonly<Record<string, Build | undefined>>,
  ) {}

  /** How a node may be laid out, without parentheses around it. */
  doc(node: Node): Doc {
    const build = this.builds[node.type];
    if (build === undefined || this.depth > mostDepth) return this.source(node.start, node.end);
    this.depth += 1;
    const doc = build(node as never, this);
    this.depth -= 1;
    return doc;
  }

  /** A stretch of the source as it is. */
  source(from: number, to: number): Doc {
    return leaf(from, this.text.slice(from, to));
  }

  parts(node: Node): Part[] {
    const pieces = piecesOf(node, this.text);
    const parts: Part[] = [];
    let comments: Piece[] = [];
    for (let index = 0; index < pieces.length; index += 1) {
      const piece = pieces[index]!;
      if (piece.isComment) {
        comments.push(piece);
        continue;
      }
      const pairs = piece.child === undefined || !piece.child.parenthesized
        ? 0
        : this.pairsAround(node as JavaScriptNode, pieces, index);
      if (pairs === 0) {
        parts.push({ first: piece, last: piece, child: piece.child, text: piece.text, comments, around: empty });
      } else {
        // The parentheses before it have been taken for parts.
        let opener = index;
        for (let left = pairs; left > 0; ) if (!pieces[(opener -= 1)]!.isComment) left -= 1;
        let closer = index;
        for (let left = pairs; left > 0; ) if (!pieces[(closer += 1)]!.isComment) left -= 1;
        const { comments: before } = parts[parts.length - pairs]!;
        parts.length -= pairs;
        parts.push({
          first: pieces[opener]!,
          last: pieces[closer]!,
          child: piece.child,
          text: "",
          comments: before,
          around: pieces.slice(opener, closer + 1),
        });
        index = closer;
      }
      comments = [];
    }
    return parts;
  }

  /** How many pairs of parentheses around a child are its own. */
  private pairsAround(node: JavaScriptNode, pieces: readonly Piece[], index: number): number {
    let outer: Piece | undefined;
    const count = (step: 1 | -1, token: string): number => {
      let found = 0;
      for (let at = index + step; at >= 0 && at < pieces.length; at += step) {
        if (pieces[at]!.isComment) continue;
        outer = pieces[at]!;
        if (outer.text !== token) break;
        found += 1;
      }
      return found;
    };
    const behind = count(1, ")");
    const before = count(-1, "(");
    const { child } = pieces[index]!;
    const key = wraps[node.type];
    // The outermost pair is the node's if it holds nothing else.
    const isWrapped = key !== undefined &&
      (node as unknown as Record<string, unknown>)[key] !== child &&
      before === behind &&
      outer?.text !== ",";
    return Math.min(before, behind) - (isWrapped ? 1 : 0);
  }

  /** A part by itself, with its own parentheses. */
  part(part: Part): Doc {
    const { child, around, first } = part;
    if (child === undefined) return leaf(first.from, first.text);
    if (around.length === 0) {
      return this.builds[child.type] === undefined ? this.source(first.from, first.to) : this.doc(child);
    }
    const tokens = around.filter(({ isComment }) => !isComment);
    // Parentheses in parentheses are left as they are.
    if (tokens.length > 3) return this.source(around[0]!.from, around.at(-1)!.to);
    const [opener, inner, closer] = tokens.map((piece): Part => ({
      first: piece,
      last: piece,
      child: piece.child,
      text: piece.text,
      comments: around.slice(
        around.findLastIndex((one) => one.from < piece.from && !one.isComment) + 1,
        around.indexOf(piece),
      ),
      around: empty,
    })) as [Part, Part, Part];
    const doc = this.doc(child);
    const head = leaf(first.from, "(");
    const tail = leaf(closer.first.from, ")");
    if (close.test(child.type) && tokens.length === around.length) return sequence(head, doc, tail);
    const before = this.lead(child, opener, inner, softLine);
    const behind = this.lead(child, inner, closer, softLine);
    return bracketGroup(
      sequence(head, indent(before.comments, before.space, doc, behind.comments), behind.space, tail),
    );
  }

  /** A part with what stands before it: `space`, or what the spacing wants. */
  placed(node: Node, before: Part | undefined, part: Part, space?: Doc): Doc {
    return led(this.lead(node, before, part, space, space?.kind === "line" || isBody(part)), this.part(part));
  }

  /** The blank space between two parts on a line. */
  space(node: Node, before: Part, part: Part): Doc {
    const space = flatSpace(node as JavaScriptNode, before.last, part.first, this.style, this.text);
    return space === "" ? nothing : inserted(space);
  }

  /** The comments before a part, and what stands behind them. Where they end a line, the line end is `own`, if it may stand at the line's own indentation. */
  lead(node: Node, before: Part | undefined, part: Part, space?: Doc, own = space?.kind === "line"): Lead {
    const wanted = space ?? (before === undefined ? nothing : this.space(node, before, part));
    const { comments } = part;
    if (comments.length === 0) return { comments: nothing, space: wanted, isIn: false };
    const line = (blank: number): Doc => (own ? hardLine(blank) : indent(hardLine(blank)));
    const docs: Doc[] = [];
    let isLineOver = false;
    let isIn = false;
    // Before a mark a comment belongs to what stands in front of it, before anything else to that.
    const isBehind = part.child === undefined && !isOpener(before) && !(part.text === "," && wanted.kind === "line");
    for (const [index, comment] of comments.entries()) {
      const next = comments[index + 1]?.space ?? part.first.space;
      const isOwnLine = lineEnd.test(comment.space);
      const isLast = comment.text.startsWith("//") || lineEnd.test(next);
      if (isLineOver || (isOwnLine && before !== undefined)) {
        docs.push(line(this.blankIn(comment.space, index === 0 && isOpener(before))));
        isIn = !own;
      } else if (index === 0 && wanted.kind === "line" && !isLast && !isBehind) docs.push(wanted);
      else if (before !== undefined || index > 0) {
        docs.push(inserted(comment.space === "" && !comment.text.startsWith("//") ? "" : " "));
      }
      docs.push(leaf(comment.from, comment.text, comment.text.startsWith("//") && !isOwnLine && !isLineOver));
      isLineOver = isLast;
    }
    if (isLineOver) {
      return {
        comments: sequence(...docs),
        space: line(this.blankIn(part.first.space, isCloser(part))),
        isIn: !own,
      };
    }
    const last = part.first.space === "" ? nothing : inserted(" ");
    const ends = wanted.kind === "line" && (isBehind || (isOpener(before) && isCloser(part)));
    return { comments: sequence(...docs), space: ends ? wanted : last, isIn };
  }

  /** What stands before a part, where the part itself follows in another way. */
  before(node: Node, before: Part | undefined, part: Part, space?: Doc, own?: boolean): Doc {
    const lead = this.lead(node, before, part, space, own);
    return sequence(lead.comments, lead.space);
  }

  /** How many blank lines stay of some blank space. */
  blankIn(space: string, isAtEdge = false): number {
    const { most, atEdges } = this.style.blank;
    return Math.min(Math.max(0, (space.match(/\r\n|[\n\r]/g) ?? empty).length - 1), isAtEdge ? atEdges : most);
  }

  /** A line end between two things that each have their own lines, with the blank lines between them. */
  lineBefore(part: Part, isAtEdge = false): Line {
    return hardLine(this.blankIn((part.comments[0] ?? part.first).space, isAtEdge));
  }

  /** Whether a part begins a line in the source. */
  beginsLine(part: Part): boolean {
    return lineEnd.test((part.comments[0] ?? part.first).space);
  }

  /** Parts one behind another, each with the space before it, or what `spaceOf` says of it by its index. */
  row(
    node: Node,
    parts: readonly Part[],
    spaceOf?: (part: Part, index: number) => Doc | undefined,
    before?: Part,
  ): Doc {
    // What stands before the first is the matter of whoever knows what that is.
    return sequence(
      ...parts.map(
        (part, index) => (
          index === 0 && before === undefined
            ? this.part(part)
            : this.placed(node, parts[index - 1] ?? before, part, spaceOf?.(part, index))
        ),
      ),
    );
  }
}

/** Something with what stands before it. */
export function led({ comments, space, isIn }: Lead, doc: Doc): Doc {
  return sequence(comments, space, isIn ? indent(doc) : doc);
}

/** What stands at the indentation of what it belongs to. */
const isBody = ({ child }: Part): boolean =>
  child !== undefined && /^(?:BlockStatement|FunctionBody|ClassBody)$/.test(child.type);
const isOpener = (part: Part | undefined): boolean => part !== undefined && /^[([{]$/.test(part.text);
const isCloser = (part: Part): boolean => /^[)\]}]$/.test(part.text);

/** A node whose tokens and children stand one behind another. */
export const plain: Build = (node: Node, builder: Builder): Doc => builder.row(node, builder.parts(node));
