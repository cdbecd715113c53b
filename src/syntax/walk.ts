import type { Node } from "./node.js";

/** The children of a node, in the order of the text. */
export function childrenOf(node: Node): Node[] {
  const children: Node[] = [];
  node.each((child) => children.push(child));
  return children;
}

/**
 * Visits `root` and all below it in the order of the text, parents first, without recursion, so that depth is no limit.
 * `enter` may return `false` to leave out what is below; `leave` is called when all below has been visited.
 */
export function walk(root: Node, enter: (node: Node) => boolean | void, leave?: (node: Node) => void): void {
  const stack: (Node | null)[] = [root];
  const open: Node[] = [];
  const found: Node[] = [];
  const collect = (child: Node): void => void found.push(child);
  while (stack.length > 0) {
    const node = stack.pop()!;
    if (node === null) {
      leave!(open.pop()!);
      continue;
    }
    const below = enter(node) !== false;
    if (leave) {
      open.push(node);
      stack.push(null);
    }
    if (!below) continue;
    node.each(collect);
    for (let i = found.length - 1; i >= 0; i -= 1) stack.push(found[i]!);
    found.length = 0;
  }
}

/** The innermost node whose range holds all of `[from, to]`. */
export function nodeAt(root: Node, from: number, to: number = from): Node {
  let node = root;
  let start = root.start;
  for (;;) {
    let inner: Node | undefined;
    let innerStart = 0;
    node.near(from - start, to - start, (child) => {
      const at = start + child.startInParent;
      if (at <= from && to <= at + child.length) {
        inner = child;
        innerStart = at;
      }
    });
    if (inner === undefined) return node;
    node = inner;
    start = innerStart;
  }
}

/** Whether `node` is `outer` or stands inside it. */
export function isInside(node: Node, outer: Node): boolean {
  for (let up: Node | null = node; up !== null; up = up.parent) if (up === outer) return true;
  return false;
}

/** Every node that has a part of `[from, to]`, or borders on it. */
export function nodesTouching(root: Node, from: number, to: number): Node[] {
  const found: Node[] = [];
  // A chain of thousands is as deep as it is long.
  const waiting: { readonly node: Node; readonly start: number }[] = [{ node: root, start: root.start }];
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    const { node, start } = next;
    if (to < start || from > start + node.length) continue;
    found.push(node);
    const before = waiting.length;
    node.near(from - start, to - start, (child) => {
      waiting.push({ node: child, start: start + child.startInParent });
    });
    // The first is to be looked at first.
    for (let low = before, high = waiting.length - 1; low < high; low += 1, high -= 1) {
      [waiting[low], waiting[high]] = [waiting[high]!, waiting[low]!];
    }
  }
  return found;
}
