/** The tree of a language that is read through a grammar from elsewhere: one class for all kinds, which are called as the grammar calls them. */
import type { NameFact } from "../../model/binding.js";
import { Node, ownAll, visitAll, visitNear, type Visit } from "../../syntax/node.js";

/** Set on a block that is read by itself. */
export const BODY = 2;
/** Set on a body in which something could not be read. */
export const BROKEN = 4;

const none: readonly string[] = [];

export class AdaptedNode extends Node {
  /** Of a node that is a name: what was found of it, its declaration or its use. */
  fact: NameFact | null = null;

  /**
   * `roles` are the grammar's fields in which the children stand, or empty; as many as children, or none where no child stands in one. `word` is the
   * text of a node without children, and else the tokens that stand between them, with a space between two: `if ( )`.
   */
  constructor(
    type: string,
    start: number,
    end: number,
    readonly children: AdaptedNode[],
    readonly roles: readonly string[] = none,
    readonly word: string = "",
  ) {
    super(type, start, end);
    ownAll(this, children);
  }

  override each(visit: Visit): void {
    visitAll(this.children, visit);
  }

  override near(from: number, to: number, visit: Visit): void {
    visitNear(this.children, from, to, visit);
  }

  /** The first child in a field; `null` where none is. */
  in(role: string): AdaptedNode | null {
    const { roles } = this;
    for (let i = 0; i < roles.length; i += 1) if (roles[i] === role) return this.children[i]!;
    return null;
  }

  /** The children in a field. */
  allIn(role: string): AdaptedNode[] {
    return this.children.filter((_, index) => this.roles[index] === role);
  }

  /** The first child of a kind; `null` where none is. */
  of(type: string): AdaptedNode | null {
    return this.children.find((child) => child.type === type) ?? null;
  }

  /** The field of the parent in which this node stands; empty where it stands in none. */
  get role(): string {
    const { parent } = this;
    return parent instanceof AdaptedNode ? (parent.roles[this.index] ?? "") : "";
  }

  /** Where this node stands among the children of its parent: of thousands that is found by the places where they begin. */
  get index(): number {
    const { children } = this.parent as AdaptedNode;
    const at = this.startInParent;
    let low = 0;
    let high = children.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (children[middle]!.startInParent < at) low = middle + 1;
      else high = middle;
    }
    return children.indexOf(this, low);
  }

  /** The sibling behind this node, or before it with -1, by so many places; `null` where there is none. */
  beside(by: number): AdaptedNode | null {
    return this.parent instanceof AdaptedNode ? (this.parent.children[this.index + by] ?? null) : null;
  }
}

/** A copy of a node with all below it, which begins at `start`; without recursion, so that depth is no limit. */
export function copyAt(node: AdaptedNode, start: number): AdaptedNode {
  const copyOf = ({ type, length, roles, word, flags }: AdaptedNode, at: number): AdaptedNode => {
    const copy = new AdaptedNode(type, at, at + length, [], roles, word);
    copy.flags = flags;
    return copy;
  };
  const whole = copyOf(node, start);
  const waiting: (readonly [AdaptedNode, AdaptedNode])[] = [[node, whole]];
  for (let pair = waiting.pop(); pair !== undefined; pair = waiting.pop()) {
    const [from, to] = pair;
    for (const child of from.children) {
      const copy = copyOf(child, child.startInParent);
      copy.parent = to;
      to.children.push(copy);
      waiting.push([child, copy]);
    }
  }
  return whole;
}
