import type { Node } from "../../src/index.js";
import { childrenOf } from "../../src/languages/javascript/index.js";

/** What is wrong with the shape of a tree: children outside their parent, out of order, or with another parent. */
export function shapeFaults(root: Node, length: number): string[] {
  const faults: string[] = [];
  if (root.start !== 0 || root.length !== length) faults.push(`the root covers ${root.start}–${root.end} of ${length}`);
  const stack: { node: Node; start: number }[] = [{ node: root, start: 0 }];
  while (stack.length > 0) {
    const { node, start } = stack.pop()!;
    let last = start;
    for (const child of childrenOf(node)) {
      const from = start + child.startInParent;
      const to = from + child.length;
      if (child.parent !== node) faults.push(`${child.type} at ${from} does not know its parent ${node.type}`);
      if (from < last || to > start + node.length || child.length < 0) {
        faults.push(`${child.type} ${from}–${to} leaves its place in ${node.type} ${start}–${start + node.length}`);
      }
      last = to;
      stack.push({ node: child, start: from });
    }
  }
  return faults;
}

/**
 * The first place where two trees differ in kinds, fields, positions, lengths or marks, or `undefined`. Positions are compared as the sum of the
 * relative ones on the way down, so that a wrong one anywhere shows.
 */
export function difference(a: Node, b: Node): string | undefined {
  const stack: { a: Node; b: Node; startA: number; startB: number; path: string }[] = [{
    a,
    b,
    startA: 0,
    startB: 0,
    path: a.type,
  }];
  while (stack.length > 0) {
    const { a: one, b: other, startA, startB, path } = stack.pop()!;
    if (one.type !== other.type) return `${path}: ${one.type} instead of ${other.type}`;
    if (startA !== startB || one.length !== other.length) {
      return `${path}: ${startA}+${one.length} instead of ${startB}+${other.length}`;
    }
    if (one.flags !== other.flags) return `${path}: marks ${one.flags} instead of ${other.flags}`;
    for (const [key, value] of Object.entries(one)) {
      if (key === "parent" || key === "offset" || key === "fact") continue;
      const theirs = (other as unknown as Record<string, unknown>)[key];
      if (typeof value !== "object" && value !== theirs) {
        return `${path}.${key}: ${String(value)} instead of ${String(theirs)}`;
      }
      if ((value === null) !== (theirs === null)) return `${path}.${key}: one is missing`;
    }
    const mine = childrenOf(one);
    const theirs = childrenOf(other);
    if (mine.length !== theirs.length) return `${path}: ${mine.length} children instead of ${theirs.length}`;
    for (let i = mine.length - 1; i >= 0; i -= 1) {
      const [x, y] = [mine[i]!, theirs[i]!];
      if (x.parent !== one) return `${path}: a child does not know its parent`;
      stack.push({
        a: x,
        b: y,
        startA: startA + x.startInParent,
        startB: startB + y.startInParent,
        path: `${path} > ${x.type}`,
      });
    }
  }
  return undefined;
}
