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
      if (from < last || to > start + node.length || child.length < 0) faults.push(`${child.type} ${from}–${to} leaves its place in ${node.type} ${start}–${start + node.length}`);
      last = to;
      stack.push({ node: child, start: from });
    }
  }
  return faults;
}
