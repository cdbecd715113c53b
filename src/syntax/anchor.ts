/** Keeping positions right when a node in the middle of a tree grows or shrinks, at a cost that does not follow the number of its neighbours. */
import type { Node } from "./node.js";

/** For long lists of children: how many of them, from the first, are placed from their parent's start; the others from its end. */
export type Gaps = WeakMap<readonly (Node | null)[], number>;

const longList = 32;

function toStart(node: Node, parent: Node): void {
  if (node.offset < 0) node.offset = parent.length - ~node.offset;
}

function toEnd(node: Node, parent: Node): void {
  if (node.offset >= 0) node.offset = ~(parent.length - node.offset);
}

/** Places the first `count` nodes of a list from their parent's start and the others from its end. Costs what the edge between the two moves. */
export function placeList(parent: Node, list: readonly (Node | null)[], count: number, gaps: Gaps): void {
  const before = gaps.get(list);
  // Nothing is known of a list met for the first time.
  for (let i = before ?? 0; i < count; i += 1) if (list[i]) toStart(list[i]!, parent);
  for (let i = count; i < (before ?? list.length); i += 1) if (list[i]) toEnd(list[i]!, parent);
  gaps.set(list, count);
}

/**
 * Readies `parent` for a change of its length that happens inside `child`: all before and `child` itself are placed from the start, all
 * behind it from the end. `list` is the parent's long list of children, if it has one, and `index` the place of `child` in it (-1 if elsewhere).
 */
export function placeAround(
  parent: Node,
  child: Node,
  list: readonly (Node | null)[] | undefined,
  index: number,
  gaps: Gaps,
): void {
  const long = list !== undefined && (list.length > longList || gaps.has(list));
  if (long && index >= 0) placeList(parent, list, index + 1, gaps);
  let passed = false;
  const place = (other: Node): void => {
    if (other === child) {
      toStart(other, parent);
      passed = true;
    } else if (passed) toEnd(other, parent);
    else toStart(other, parent);
  };
  if (!long) {
    parent.each(place);
    return;
  }
  const start = list[0] ?? child;
  const edge = start.startInParent;
  for (const other of [...fieldsOf(parent, beforeList), ...fieldsOf(parent, behindList)]) {
    if (other === child) toStart(other, parent);
    else if (other.startInParent <= edge && (index >= 0 || other.startInParent < child.startInParent)) {
      toStart(other, parent);
    } else toEnd(other, parent);
  }
  if (index < 0) placeList(parent, list, child.startInParent < edge ? 0 : list.length, gaps);
}

/** Readies `parent` for a change of its length that happens in its list of children: what stands before the list is placed from the start, and what stands behind it from the end. */
export function placeBeside(parent: Node): void {
  for (const other of fieldsOf(parent, beforeList)) toStart(other, parent);
  for (const other of fieldsOf(parent, behindList)) toEnd(other, parent);
}

/** The few children that a node with a long list may have beside it. */
const beforeList = [
  "openingElement",
  "openingFragment",
  "callee",
  "typeArguments",
  "discriminant",
  "id",
  "test",
] as const;
const behindList = ["closingElement", "closingFragment"] as const;

function fieldsOf(parent: Node, names: readonly string[]): Node[] {
  const fields = parent as unknown as Readonly<Record<string, Node | null | undefined>>;
  return names.map((name) => fields[name]).filter((other) => other != null);
}
