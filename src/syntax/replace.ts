import { placeAround, placeBeside, placeList, type Gaps } from "./anchor.js";
import type { TreeChange } from "./change.js";
import { forget } from "./memo.js";
import { treeChanged, type Node } from "./node.js";
import { siblingChanged, siblingsReplaced } from "./siblings.js";

/** A list of children in a tree, and the nodes that lead to it. */
export interface ListPlace {
  /** From the root to the node whose list it is. */
  readonly path: readonly Node[];
  readonly list: (Node | null)[];
}

const gapsOf = new WeakMap<Node, Gaps>();

/**
 * Puts `fresh` in the place of the elements `[first, last)` of a list, whose node they hold their starts from. `growth` is how much longer each node of the path
 * gets; what stands behind moves along. `listOf` gives the list of a node that may be long.
 */
export function replaceElements(
  { path, list }: ListPlace,
  first: number,
  last: number,
  fresh: readonly Node[],
  growth: readonly number[],
  listOf: (node: Node) => readonly (Node | null)[] | undefined,
): TreeChange {
  const node = path.at(-1)!;
  let gaps = gapsOf.get(path[0]!);
  if (gaps === undefined) gapsOf.set(path[0]!, (gaps = new WeakMap()));
  placeList(node, list, last, gaps);
  placeBeside(node);
  for (const one of fresh) one.parent = node;
  const removed = list.slice(first, last) as Node[];
  siblingsReplaced(node, removed, fresh, first > 0 ? list[first - 1]! : null);
  for (let i = path.length - 1; i > 0; i -= 1) siblingChanged(path[i - 1]!, path[i]!);
  replaceRange(list, first, last, fresh);
  gaps.set(list, first + fresh.length);
  for (let i = path.length - 2; i >= 0; i -= 1) {
    const parent = path[i]!;
    const child = path[i + 1]!;
    const siblings = listOf(parent);
    const guess = siblings === undefined ? -1 : lastBefore(siblings, child.startInParent + 1);
    placeAround(parent, child, siblings, guess >= 0 && siblings![guess] === child ? guess : -1, gaps);
  }
  for (const [index, outer] of path.entries()) outer.length += growth[index]!;
  forget(path);
  treeChanged();
  return { path, removed, added: fresh };
}

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
  for (const node of fresh) node.offset -= root.offset;
  return replaceElements({ path: [root], list: items }, first, last, fresh, [delta], () => items);
}

/** Index of the last element that begins before `offset` (relative to the parent); -1 if none does. Lists with holes give the last index whose neighbourhood is whole. */
export function lastBefore(list: readonly (Node | null)[], offset: number): number {
  let low = 0;
  let high = list.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    const node = list[middle];
    if (!node) return list.findLastIndex((one) => one !== null && one.startInParent < offset);
    if (node.startInParent < offset) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

/** `list.splice` without the limit on the number of arguments. */
function replaceRange(list: (Node | null)[], first: number, last: number, fresh: readonly Node[]): void {
  if (fresh.length < 10_000) {
    list.splice(first, last - first, ...fresh);
    return;
  }
  const tail = list.slice(last);
  list.length = first;
  for (const element of fresh) list.push(element);
  for (const element of tail) list.push(element);
}
