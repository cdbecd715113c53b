import type { Node } from "../syntax/node.js";

/** Up to this many nodes are put in the order of their distance from the last edit. */
const mostSorted = 4000;

/**
 * What of a tree is still to be visited: nodes, each with all below it. It is the cursor of a walk that can be left off behind any node and goes on there, also after edits
 * have taken nodes away or put others in.
 */
export class Frontier {
  /** The next one is the last. */
  private stack: Node[] = [];
  /** The nodes of the stack, as long as somebody asks for them. */
  private index: Set<Node> | undefined;
  private readonly push = (child: Node): void => void this.stack.push(child);
  /** Nodes that are no more in the tree. */
  private readonly gone = new Set<Node>();

  get isEmpty(): boolean {
    return this.stack.length === 0;
  }

  add(node: Node): void {
    this.stack.push(node);
    this.index?.add(node);
  }

  /** Adds the children of a node, the first to be taken first. */
  addChildren(node: Node): void {
    const from = this.stack.length;
    const { stack } = this;
    this.index = undefined;
    node.each(this.push);
    for (let low = from, high = stack.length - 1; low < high; low += 1, high -= 1) {
      const other = stack[low]!;
      stack[low] = stack[high]!;
      stack[high] = other;
    }
  }

  /** Takes the next node out. */
  take(): Node | undefined {
    this.index = undefined;
    for (;;) {
      const node = this.stack.pop();
      if (this.stack.length === 0 && node === undefined) this.gone.clear();
      if (node === undefined || this.gone.size === 0 || !this.gone.delete(node)) return node;
    }
  }

  /** Forgets a node that is no more in the tree. */
  delete(node: Node): void {
    if (this.stack.length > 0 && this.nodes.has(node)) this.gone.add(node);
  }

  clear(): void {
    this.stack = [];
    this.index = undefined;
    this.gone.clear();
  }

  /** Whether a node, or one around it, is still to be visited. */
  covers(node: Node): boolean {
    if (this.stack.length === 0) return false;
    const { nodes } = this;
    for (let up: Node | null = node; up !== null; up = up.parent) if (nodes.has(up) && !this.gone.has(up)) return true;
    return false;
  }

  /** Puts what is nearest to an offset first. Of very much the order does not matter that much. */
  sort(offset: number): void {
    if (this.stack.length < 2 || this.stack.length > mostSorted) return;
    const distance = new Map(this.stack.map((node) => [node, Math.abs(node.start - offset)]));
    this.stack.sort((a, b) => distance.get(b)! - distance.get(a)!);
  }

  private get nodes(): Set<Node> {
    return (this.index ??= new Set(this.stack));
  }
}
