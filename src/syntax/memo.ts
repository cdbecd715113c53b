/** What has been worked out of nodes, kept as long as nothing in them changes. A tree that is changed in place says so with `forget`. */
import type { Node } from "./node.js";

const memos: WeakMap<Node, unknown>[] = [];

/** What is kept of nodes for one purpose. */
export class NodeMemo<Value> {
  private readonly values = new WeakMap<Node, Value>();

  constructor() {
    memos.push(this.values);
  }

  get(node: Node): Value | undefined {
    return this.values.get(node);
  }

  set(node: Node, value: Value): void {
    this.values.set(node, value);
  }
}

/** Nodes from this length on are worth a memo, in UTF-16 code units, and so are the parts of such from the other on: there may be very many of them. */
const shortest = 256;
const wide = 4096;

/** Whether what is worked out of a node is worth keeping: looking at a short one again costs no more, unless it is one of very many. */
export function isWorthKeeping({ length, parent }: Node): boolean {
  return length >= shortest || (parent !== null && parent.length >= wide);
}

/** Drops all that is kept of nodes in which something has changed. */
export function forget(nodes: readonly Node[]): void {
  for (const memo of memos) for (const node of nodes) memo.delete(node);
}
