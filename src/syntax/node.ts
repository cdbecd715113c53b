/** Called with each child of a node, in the order of the text. */
export type Visit = (child: Node) => void;

/** Written in parentheses of its own, which belong to no node. */
export const PARENTHESIZED = 1;

/** After this many nodes on the way up it is remembered where they begin. */
const longWay = 64;

/** Where nodes begin that stand deep in a tree, as long as no tree changes. */
class DeepStarts {
  private known = new WeakMap<Node, number>();

  of(node: Node): number {
    const path: Node[] = [];
    let start: number | undefined;
    for (let up: Node | null = node; up !== null; up = up.parent) {
      if ((start = this.known.get(up)) !== undefined) break;
      path.push(up);
    }
    for (let at = path.pop(); at !== undefined; at = path.pop()) {
      start = (start ?? 0) + at.startInParent;
      this.known.set(at, start);
    }
    return start!;
  }

  clear(): void {
    this.known = new WeakMap();
  }
}

const deepStarts = new DeepStarts();

/** To be called when a tree has been made, or changed in place. */
export function treeChanged(): void {
  deepStarts.clear();
}

/**
 * A node of the tree that every language shares.
 *
 * Its place is relative to its parent, so that text behind an edit can move without its nodes being touched:
 * a non-negative `offset` counts from the parent's start, a negative one is the bitwise complement of the distance to the parent's end.
 * A node without a parent is at its `offset` in the text. Lengths and offsets are UTF-16 code units.
 *
 * While a tree is being built a node that has no parent yet holds its absolute start in `offset`.
 */
export abstract class Node {
  parent: Node | null = null;
  flags = 0;
  length: number;

  constructor(
    /** The node's kind; the name that the language's community has for it where there is one. */
    public type: string,
    public offset: number,
    end: number,
  ) {
    // A node for which nothing was read ends before it begins, behind the token before it; it is empty and stands there.
    if (end < offset) this.offset = end;
    this.length = end - this.offset;
  }

  /** Calls `visit` with each child in the order of the text. */
  abstract each(visit: Visit): void;

  /**
   * Calls `visit` with each child that holds or borders on a part of `[from, to]`, counted from this node's start. It may call it with
   * others; nodes with long lists of children take care not to look at all of them.
   */
  near(_from: number, _to: number, visit: Visit): void {
    this.each(visit);
  }

  /** Offset of the node's first code unit in the document. */
  get start(): number {
    let start = 0;
    let hops = 0;
    let node: Node = this;
    while (node.parent !== null) {
      start += node.offset >= 0 ? node.offset : node.parent.length - ~node.offset;
      node = node.parent;
      // In chains of thousands of operators the way up is long, and the same for all of them.
      if ((hops += 1) === longWay) return start + deepStarts.of(node);
    }
    return start + node.offset;
  }

  /** Offset just behind the node's last code unit in the document. */
  get end(): number {
    return this.start + this.length;
  }

  /** Start relative to the parent's start (for a root, to the document's). */
  get startInParent(): number {
    return this.offset >= 0 || this.parent === null ? this.offset : this.parent.length - ~this.offset;
  }

  get parenthesized(): boolean {
    return (this.flags & PARENTHESIZED) !== 0;
  }
}

/** Makes `parent`, whose own `offset` is still absolute, the parent of `child`. */
export function own(parent: Node, child: Node | null): void {
  if (child !== null) adopt(parent, child);
}

/** An empty child, which stands for something missing, may have been placed just outside; it is moved to the parent's edge. */
function adopt(parent: Node, child: Node): void {
  const offset = child.offset - parent.offset;
  child.parent = parent;
  child.offset = offset < 0 ? 0 : offset > parent.length ? parent.length : offset;
}

/** `own` for a list, which may have holes. */
export function ownAll(parent: Node, children: readonly (Node | null)[]): void {
  for (let i = 0; i < children.length; i += 1) {
    const child = children[i];
    if (child != null) adopt(parent, child);
  }
}

/** `visit` for those of a list, which has no holes, that hold or border on a part of `[from, to]`. */
export function visitNear(children: readonly Node[], from: number, to: number, visit: Visit): void {
  let low = 0;
  let high = children.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    const child = children[middle]!;
    if (child.startInParent + child.length < from) low = middle + 1;
    else high = middle;
  }
  for (let i = low; i < children.length && children[i]!.startInParent <= to; i += 1) visit(children[i]!);
}

export function visitAll(children: readonly (Node | null)[], visit: Visit): void {
  for (let i = 0; i < children.length; i += 1) {
    const child = children[i];
    if (child != null) visit(child);
  }
}
