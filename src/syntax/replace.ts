import { placeList, type Gaps } from "./anchor.js";
import type { TreeChange } from "./change.js";
import { forget } from "./memo.js";
import { treeChanged, type Node } from "./node.js";
import { siblingsReplaced } from "./siblings.js";

const gapsOf = new WeakMap<Node, Gaps>();

/**
 * Puts `fresh` in the place of the items `[first, last)` of a root, and makes the root longer by `delta`; what stands behind moves along. `items` is the root's
 * own list, and all its children. The fresh nodes hold absolute starts in the new text, as a tree that is being built does.
 */
export function replaceItems(
  root: Node,
  items: Node[],
  first: number,
  last: number,
  fresh: readonly Node[],
  delta: number,
): TreeChange {
  let gaps = gapsOf.get(root);
  if (gaps === undefined) gapsOf.set(root, (gaps = new WeakMap()));
  placeList(root, items, last, gaps);
  for (const node of fresh) {
    node.parent = root;
    node.offset -= root.offset;
  }
  const removed = items.slice(first, last);
  siblingsReplaced(root, removed, fresh, first > 0 ? items[first - 1]! : null);
  items.splice(first, last - first, ...fresh);
  gaps.set(items, first + fresh.length);
  root.length += delta;
  forget([root]);
  treeChanged();
  return { path: [root], removed, added: fresh };
}
