/** The children of a node, and what stands between them, in parts that do not grow with their number. */
import type { Node } from "./node.js";

/** A part holds about this many children. */
const usual = 32;
/** A node with no more children than this has one part. */
const few = 64;

/** Some of the children of a node that follow each other, with what stands before each of them, and behind the last one of all. */
export class Siblings {
  constructor(
    readonly node: Node,
    /** The child before the first of these; `null` where they are the first of all. */
    readonly before: Node | null,
    readonly children: readonly Node[],
    readonly isLast: boolean,
  ) {}

  /** Whether these are all the children. */
  get isWhole(): boolean {
    return this.before === null && this.isLast;
  }

  /** A node to which offsets of what stands among these can be tied. */
  get base(): Node {
    return this.isWhole ? this.node : this.children[0]!;
  }
}

const parts = new WeakMap<Node, Siblings[]>();

/** The parts of a node's children, in order. A part stays the same object as long as none of its children, nor the one before, has changed. */
export function siblingsOf(node: Node): readonly Siblings[] {
  const known = parts.get(node);
  if (known !== undefined) return known;
  const children: Node[] = [];
  node.each((child) => void children.push(child));
  const found = cut(node, null, children, true);
  if (found.length > 1) parts.set(node, found);
  return found;
}

function cut(node: Node, before: Node | null, children: readonly Node[], isLast: boolean): Siblings[] {
  if (children.length <= few) return [new Siblings(node, before, children, isLast)];
  const found: Siblings[] = [];
  for (let at = 0; at < children.length; at += usual) {
    const some = children.slice(at, at + usual);
    found.push(
      new Siblings(node, at === 0 ? before : children[at - 1]!, some, isLast && at + usual >= children.length),
    );
  }
  return found;
}

/** Notes that a child of `node` has other contents. */
export function siblingChanged(node: Node, child: Node): void {
  const known = parts.get(node);
  const index = known?.findIndex(({ children }) => children.includes(child)) ?? -1;
  if (index >= 0) renew(known!, index, known![index]!.children);
}

/** Notes that other nodes stand in the place of some children of `node`, behind the child `before` if there is one. */
export function siblingsReplaced(
  node: Node,
  removed: readonly Node[],
  added: readonly Node[],
  before: Node | null,
): void {
  const known = parts.get(node);
  if (known === undefined) return;
  const place = removed[0] ?? before;
  const index = place === null ? -1 : known.findIndex(({ children }) => children.includes(place));
  const last = removed.at(-1);
  const end = last === undefined ? index : known.findIndex(({ children }) => children.includes(last));
  if (index < 0 || end < 0) {
    parts.delete(node);
    return;
  }
  const children = known.slice(index, end + 1).flatMap((one) => one.children);
  children.splice(children.indexOf(place!) + (removed.length > 0 ? 0 : 1), removed.length, ...added);
  const first = known[index]!;
  known.splice(index, end - index + 1, new Siblings(node, first.before, first.children, known[end]!.isLast));
  renew(known, index, children);
}

/** Puts new parts in the place of one, and of the one behind it, which knows the last child before it. */
function renew(known: Siblings[], index: number, children: readonly Node[]): void {
  const { node, before } = known[index]!;
  const next = known[index + 1];
  const behind = next?.children ?? [];
  const isLast = next === undefined ? known[index]!.isLast : next.isLast;
  if (children.length === 0 || behind.length === 0) {
    const fresh = cut(node, before, [...children, ...behind], isLast);
    if (fresh[0]!.children.length > 0) known.splice(index, 2, ...fresh);
    else {
      // Nothing is left of it: what stands behind the last child belongs to the part before.
      known.splice(index, 2);
      const last = known.at(-1);
      if (isLast && last !== undefined) known[known.length - 1] = new Siblings(node, last.before, last.children, true);
    }
    if (known.length <= 1) parts.delete(node);
    return;
  }
  const fresh = cut(node, before, children, false);
  known.splice(index, 2, ...fresh, new Siblings(node, children.at(-1)!, behind, isLast));
}
