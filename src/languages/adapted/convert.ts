/** From the tree of a grammar to the one that all languages share. */
import { PARENTHESIZED } from "../../syntax/node.js";
import type { Cursor, Vocabulary } from "./grammar.js";
import { AdaptedNode } from "./nodes.js";

/** Where what was read stands in the document. */
export interface Placement {
  start(offset: number): number;
  end(offset: number): number;
}

/** Braces whose contents were left out of the text that was read. */
export interface Hole {
  /** Where they open in the text that was read. */
  readonly at: number;
  /** The kind of the node that stands for them. */
  readonly kind: string;
  /** The node with what stands between them. */
  fill(): AdaptedNode;
}

/** Something that the grammar could not read, or misses. */
export interface Trouble {
  readonly is: "error" | "missing";
  readonly kind: string;
  /** In the text that was read. */
  readonly from: number;
  readonly to: number;
}

/** How the nodes of a grammar are taken. */
export interface ReadingManner {
  /** Kinds that are taken as one word, whatever the grammar finds in them. */
  readonly words: ReadonlySet<string>;
  /** Comments, and what else says nothing. */
  readonly passed: ReadonlySet<string>;
  /** A value in parentheses. */
  readonly parenthesized: string;
}

interface Frame {
  readonly kind: string;
  readonly start: number;
  readonly end: number;
  readonly role: string;
  readonly children: AdaptedNode[];
  readonly roles: string[];
  tokens: string;
  hasRoles: boolean;
}

const noRoles: readonly string[] = [];

export interface Conversion {
  readonly text: string;
  readonly place: Placement;
  readonly words: Vocabulary;
  readonly manner: ReadingManner;
  readonly holes: readonly Hole[];
  /** Tokens may be missing: these are no part of what is written. */
  readonly hasError: boolean;
}

/** The node that a cursor stands at, with all below it, at its place in the document. The cursor comes back to where it stood. Without recursion, so that depth is no limit. */
export function convert(cursor: Cursor, { text, place, words, manner, holes, hasError }: Conversion): AdaptedNode {
  const frames: Frame[] = [];
  let nextHole = holes.findIndex(({ at }) => at >= cursor.startIndex);
  if (nextHole < 0) nextHole = holes.length;
  const enter = (): Frame => {
    const id = cursor.nodeTypeId;
    return {
      kind: words.kinds[id] ?? "ERROR",
      start: cursor.startIndex,
      end: cursor.endIndex,
      role: words.fields[cursor.currentFieldId] ?? "",
      children: [],
      roles: [],
      tokens: "",
      hasRoles: false,
    };
  };
  const add = (to: Frame, node: AdaptedNode, role: string): void => {
    to.children.push(node);
    to.roles.push(role);
    if (role !== "") to.hasRoles = true;
  };
  const make = (frame: Frame): AdaptedNode => {
    const { kind, start, end, children, roles, tokens, hasRoles } = frame;
    const hole = holes[nextHole];
    if (hole !== undefined && hole.at === start && hole.kind === kind) {
      nextHole += 1;
      return hole.fill();
    }
    // What was left out where the grammar saw nothing to leave out.
    while (nextHole < holes.length && holes[nextHole]!.at < end) {
      const left = holes[nextHole]!.fill();
      nextHole += 1;
      const index = children.findIndex((child) => child.offset >= left.offset);
      const at = index < 0 ? children.length : index;
      if (children.some(
        (child) => child.offset < left.offset + left.length && child.offset + child.length > left.offset,
      )) continue;
      children.splice(at, 0, left);
      roles.splice(at, 0, "");
    }
    const word = children.length === 0 && tokens === "" ? text.slice(start, end) : tokens;
    return new AdaptedNode(kind, place.start(start), place.end(end), children, hasRoles ? roles : noRoles, word);
  };
  let frame = enter();
  frames.push(frame);
  const hasChildren = !manner.words.has(frame.kind) && cursor.gotoFirstChild();
  let isAt = hasChildren;
  for (;;) {
    if (isAt) {
      const id = cursor.nodeTypeId;
      const kind = words.kinds[id] ?? "ERROR";
      // A semicolon in the place of a statement is one.
      if (kind === ";" && cursor.currentFieldId !== 0 && cursor.endIndex > cursor.startIndex) {
        add(frame, make(enter()), words.fields[cursor.currentFieldId]!);
      } else if (words.isNamed[id] === false && (!hasError || !cursor.nodeIsMissing)) {
        frame.tokens = frame.tokens === "" ? kind : `${frame.tokens} ${kind}`;
      } else if (words.isNamed[id] !== false && !manner.passed.has(kind)) {
        const inner = enter();
        if (!manner.words.has(kind) && cursor.gotoFirstChild()) {
          frames.push(inner);
          frame = inner;
          continue;
        }
        add(frame, make(inner), inner.role);
      }
      isAt = cursor.gotoNextSibling();
      continue;
    }
    const done = frames.pop()!;
    const up = frames.at(-1);
    if (up === undefined) {
      if (hasChildren) cursor.gotoParent();
      return make(done);
    }
    cursor.gotoParent();
    const only = done.kind === manner.parenthesized && done.children.length === 1 ? done.children[0]! : undefined;
    // The parentheses of a condition belong to its statement.
    if (only !== undefined && done.role !== "condition" && !up.kind.endsWith("_statement")) only.flags |= PARENTHESIZED;
    add(up, only ?? make(done), done.role);
    frame = up;
    isAt = cursor.gotoNextSibling();
  }
}

/** What the grammar could not read, or misses, in the tree of a cursor, which stands at its root. */
export function troublesOf(cursor: Cursor, { kinds }: Vocabulary): Trouble[] {
  const troubles: Trouble[] = [];
  for (;;) {
    const kind = kinds[cursor.nodeTypeId] ?? "ERROR";
    const isMissing = cursor.nodeIsMissing;
    if (isMissing || kind === "ERROR") {
      const { startIndex: from, endIndex: to } = cursor;
      troubles.push({ is: isMissing ? "missing" : "error", kind, from, to });
    }
    if (cursor.gotoFirstChild()) continue;
    while (!cursor.gotoNextSibling()) if (!cursor.gotoParent()) return troubles;
  }
}
