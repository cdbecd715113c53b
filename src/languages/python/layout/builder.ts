/** Makes of the nodes of a statement, with their tokens and comments, a `Doc` that tells how they may be laid out. */
import { group, indent, inserted, leaf, sequence, type Doc, type Line } from "../../../layout/doc.js";
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import type { PythonNode } from "../nodes.js";
import { chainOf } from "./chains.js";
import { entriesOf, firstOf, isBracketed, isComment, lastOf, type Entry } from "./entries.js";
import { listDoc } from "./lists.js";
import { piecesOf, type Piece } from "./pieces.js";
import type { LayoutStyle } from "./style.js";
import { wishBetween } from "./wishes.js";

/**
 * Where lines may end beside those that brackets inside begin: nowhere, as outside of brackets; further in; or as far in as where it begins, since brackets hold
 * nothing else.
 */
export type Room = "none" | "within" | "held";

/** Thrown where something stands where it is not known how to lay it out, as a comment before an operand: then all stays as it is. */
export class Unusual extends Error {}

/** Beyond this depth nodes are left as they are. */
const mostDepth = 100;

const lineEnd = /[\n\r]/;

export class Builder {
  private depth = 0;

  constructor(
    readonly text: SourceText,
    readonly style: LayoutStyle,
    /** How far the line is indented on which all begins. */
    readonly base: number,
  ) {}

  /** How a node that begins at `start` may be laid out, without parentheses around it. */
  node(node: Node, start: number, room: Room): Doc {
    const kind = (node as PythonNode).type;
    if (this.depth > mostDepth || kind === "Name" || kind === "Constant" || kind === "JoinedStr" || node.length === 0) {
      return this.source(start, start + node.length);
    }
    this.depth += 1;
    const entries = this.entries(node, start);
    const chain = room === "none" ? undefined : chainOf(this, node, entries);
    const doc = chain === undefined ? this.row(node, entries, room) : this.chained(chain.first, chain.links, room);
    this.depth -= 1;
    return doc;
  }

  /** Operands or calls one behind another, each with the line end before it. */
  private chained(first: Doc, links: readonly Doc[], room: Room): Doc {
    return room === "held" ? group(first, ...links) : group(first, indent(...links));
  }

  /** A stretch of the source as it is. */
  source(from: number, to: number): Doc {
    return leaf(from, this.text.slice(from, to));
  }

  /** The entries of a node; throws where its brackets do not pair. */
  entries(node: Node, start: number): Entry[] {
    const entries = entriesOf(piecesOf(node, start, this.text));
    if (entries === undefined) throw new Unusual();
    return entries;
  }

  /** An entry by itself. Brackets that stand in brackets of the node hold one value. */
  entry(node: Node, entry: Entry, room: Room, isNested = false): Doc {
    if (isBracketed(entry)) return listDoc(this, node, entry, isNested);
    if (isComment(entry)) throw new Unusual();
    return entry.child === undefined ? leaf(entry.from, entry.text) : this.node(entry.child, entry.from, room);
  }

  /** Entries one behind another on a line. */
  row(node: Node, entries: readonly Entry[], room: Room, isNested = false): Doc {
    const inner = room === "held" && entries.length > 1 ? "within" : room;
    return sequence(
      ...entries.flatMap((entry, index) => {
        const doc = this.entry(node, entry, inner, isNested);
        return index === 0 ? [doc] : [this.gap(node, entries[index - 1]!, entry), doc];
      }),
    );
  }

  /** The blank space between two entries on a line. */
  gap(node: Node, left: Entry, right: Entry): Doc {
    return inserted(this.space(node, left, right));
  }

  /** The line end between two entries, or the blank space where they stand on a line. */
  line(node: Node, left: Entry, right: Entry): Line {
    return { kind: "line", flat: this.space(node, left, right), blank: 0, breaks: false, spread: false };
  }

  /** As the source has it on a line, otherwise as it is wanted. */
  private space(node: Node, left: Entry, right: Entry): string {
    const [one, other] = [lastOf(left), firstOf(right)];
    if (!lineEnd.test(other.space)) return other.space;
    const isCalled = (node as PythonNode).type === "Call" && other.child?.type === "GeneratorExp";
    const wish = one.child !== undefined && other.child !== undefined
      ? undefined
      : wishBetween(one, other, node, () => true);
    return " ".repeat(wish?.width ?? (isCalled ? 0 : 1));
  }

  /** Whether an entry begins a line in the source. */
  beginsLine(entry: Entry): boolean {
    return lineEnd.test(firstOf(entry).space);
  }

  /** A comment on the line of what stands before it, or on a line of its own. */
  comment({ space, from, text }: Piece): Doc {
    const isAside = !lineEnd.test(space);
    return sequence(isAside ? inserted(space === "" ? "  " : space) : ownLine, leaf(from, text.trimEnd(), isAside));
  }
}

const ownLine: Line = { kind: "line", flat: "", blank: 0, breaks: true, spread: true };
