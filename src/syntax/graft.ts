/** Keeping of an old tree what a tree that was read anew has too, so that what is known of it stays known. */
import type { TreeChange } from "./change.js";
import type { Node } from "./node.js";
import { replaceElements, type ListPlace } from "./replace.js";

/** Where a text differs from the one before: `[from, to)` of the old one became `[from, end)` of the new one. */
interface Damage {
  readonly from: number;
  readonly to: number;
  readonly end: number;
}

/** Elements of a list of the old tree, and what was read for them. */
export interface Replacement extends ListPlace {
  /** Where the node begins whose list it is. */
  readonly start: number;
  readonly first: number;
  readonly last: number;
  /** Their starts are counted from that of the node. */
  readonly fresh: readonly Node[];
  /** How much longer each node of the path gets. */
  readonly growth: readonly number[];
}

/** What a language says of its trees. */
export interface GraftTraits {
  /** The list of a node that may be long. */
  listOf(node: Node): (Node | null)[] | undefined;
  /** Fields that hold what was found later, and are no part of what was read. */
  readonly laterFields: ReadonlySet<string>;
  /** Whether some elements of a node's list, from an index on, can stand in the place of others without anything around them meaning something else. */
  fits(node: Node, first: number, removed: readonly Node[], added: readonly Node[]): boolean;
  /** How far into the old text it was looked to read an element that ends at `end`, and what is told of it may depend on; as far as to the element behind it, if not given. */
  looksAt?(element: Node, end: number): number;
  /** Told of each node that may be kept, and of its counterpart. */
  paired(old: Node, fresh: Node): void;
}

/**
 * Puts what was read anew into a tree, in place, but for what the tree has already: only some elements of the innermost list are replaced outside of which all is the
 * same, and does not border on what was edited. What is kept must have its `paired` counterpart's notes.
 */
export function graft(whole: Replacement, damage: Damage, traits: GraftTraits): TreeChange {
  let narrowest = whole;
  for (const inner of narrower(whole, damage, traits)) {
    const { path, list, first, last, fresh } = inner;
    if (traits.fits(path.at(-1)!, first, list.slice(first, last) as Node[], fresh)) narrowest = inner;
  }
  const { first, last, fresh, growth } = narrowest;
  return replaceElements(narrowest, first, last, fresh, growth, traits.listOf);
}

/** Replacements of fewer and fewer elements, further and further inward, that come to the same. */
function* narrower(whole: Replacement, damage: Damage, traits: GraftTraits): Generator<Replacement> {
  const { to, end } = damage;
  const { path, list, first, last, growth } = whole;
  if (list.slice(first, last).includes(null)) return;
  // What is behind the elements is not compared, and moves as it does around them.
  let at = trimmed(whole, damage, traits);
  yield at;
  const inPath = [...path];
  const grown = [...growth];
  let { start } = at;
  for (;;) {
    const [old, fresh] = [at.list[at.first], at.fresh[0]];
    let pair: readonly [Node, Node] | undefined = at.last - at.first === 1 && at.fresh.length === 1
      ? [old!, fresh!]
      : undefined;
    if (pair === undefined || !holds(...pair, start, damage)) return;
    // Through nodes that have no list of their own to one that has.
    for (;;) {
      const [a, b]: readonly [Node, Node] = pair;
      const inner = traits.listOf(a);
      if (!isAlike(a, b, traits, inner) || b.length - a.length !== end - to) return;
      start += a.startInParent;
      inPath.push(a);
      grown.push(end - to);
      traits.paired(a, b);
      const beside = besides(a, b, start, inner, damage, traits);
      if (beside === undefined) return;
      const its = inner && traits.listOf(b);
      if (inner !== undefined && (inner.includes(null) || its!.includes(null))) return;
      const next = inner &&
        trimmed(
          {
            path: [...inPath],
            list: inner,
            start,
            first: 0,
            last: inner.length,
            fresh: its as Node[],
            growth: [...grown],
          },
          damage,
          traits,
        );
      const isSameList = next === undefined || (next.first === next.last && next.fresh.length === 0);
      if (beside === "same" && next !== undefined) {
        if ((isSameList && inner!.length === 0) || !isInList(a, b, start, traits, damage)) return;
        at = isSameList ? widened(next, its as Node[]) : next;
        yield at;
        break;
      }
      // What differs both in the list and beside it has only a list further out in common.
      if (beside === "same" || !isSameList) return;
      pair = beside;
    }
  }
}

/**
 * The same without the elements at the beginning and at the end that are the same, and that neither border on what was edited nor stand next to it: what is told of an element may
 * depend on what stands around it.
 */
function trimmed(whole: Replacement, damage: Damage, traits: GraftTraits): Replacement {
  const { from, to, end } = damage;
  const { list, start, first, last, fresh } = whole;
  const most = Math.min(last - first, fresh.length);
  const endOf = (child: Node): number => start + child.startInParent + child.length;
  let before = 0;
  for (; before < most; before += 1) {
    const child = list[first + before]!;
    if (endOf(child) >= from || !isSame(child, fresh[before]!, 0, traits)) break;
  }
  let behind = 0;
  for (; behind < most - before; behind += 1) {
    const child = list[last - 1 - behind]!;
    if (start + child.startInParent <= to || !isSame(child, fresh[fresh.length - 1 - behind]!, end - to, traits)) break;
  }
  const one = list[first + before];
  const isInOne = last - behind - first - before === 1 &&
    fresh.length - behind - before === 1 &&
    holds(one!, fresh[before]!, start, damage);
  if (!isInOne) {
    if (traits.looksAt === undefined) before = Math.max(0, before - 1);
    const next = fresh[fresh.length - 1 - behind];
    if (behind > 0 && (next === undefined || endOf(next) <= end)) behind -= 1;
  }
  const isNear = (child: Node): boolean => (traits.looksAt?.(child, endOf(child)) ?? 0) >= from;
  while (before > 0 && isNear(list[first + before - 1]!)) before -= 1;
  return { ...whole, first: first + before, last: last - behind, fresh: fresh.slice(before, fresh.length - behind) };
}

/** Where only what stands between the elements differs, one beside it stands for that. */
function widened(nothing: Replacement, fresh: readonly Node[]): Replacement {
  const { first, last } = nothing;
  return first > 0
    ? { ...nothing, first: first - 1, fresh: fresh.slice(first - 1, first) }
    : { ...nothing, last: last + 1, fresh: fresh.slice(first, first + 1) };
}

/** Whether what was edited stands where the list of a node is, so that all before the list stands before it, and all behind behind it. */
function isInList(old: Node, fresh: Node, start: number, { listOf }: GraftTraits, { from }: Damage): boolean {
  const [list, its] = [listOf(old)!, listOf(fresh)!];
  const inList = new Set<Node | null>(list);
  const edge = list[0]?.startInParent ?? its[0]?.startInParent ?? 0;
  let isIn = true;
  old.each((child) => {
    if (!inList.has(child)) isIn &&= child.startInParent < edge === start + child.startInParent < from;
  });
  return isIn;
}

/** What the children are beside a list: all the same; or the only two that are not, which hold what was edited; or more, or not as many. */
function besides(
  old: Node,
  fresh: Node,
  start: number,
  list: readonly (Node | null)[] | undefined,
  damage: Damage,
  traits: GraftTraits,
): "same" | readonly [Node, Node] | undefined {
  const { from, to, end } = damage;
  const rest = (node: Node, without: readonly (Node | null)[] | undefined): Node[] => {
    const inList = new Set(without);
    const others: Node[] = [];
    node.each((child) => void (inList.has(child) || others.push(child)));
    return others;
  };
  const mine = rest(old, list);
  const theirs = rest(fresh, list && traits.listOf(fresh));
  if (mine.length !== theirs.length) return undefined;
  let odd: readonly [Node, Node] | undefined;
  for (const [index, a] of mine.entries()) {
    const b = theirs[index]!;
    const at = start + a.startInParent;
    if (at + a.length < from && isSame(a, b, 0, traits)) continue;
    if (at > to && isSame(a, b, end - to, traits)) continue;
    if (odd !== undefined || !holds(a, b, start, damage)) return undefined;
    odd = [a, b];
  }
  return odd ?? "same";
}

/** Whether a child and its counterpart both hold what was edited, and a character on each side of it. */
function holds(old: Node, fresh: Node, start: number, { from, to, end }: Damage): boolean {
  const at = start + old.startInParent;
  return fresh.startInParent === old.startInParent &&
    at < from &&
    to < at + old.length &&
    end < start + fresh.startInParent + fresh.length;
}

/** Whether two nodes, of which the second begins `moved` further behind its parent's start, are the same in all that was read, and all below them. */
function isSame(old: Node, fresh: Node, moved: number, traits: GraftTraits): boolean {
  if (fresh.startInParent - old.startInParent !== moved) return false;
  const left: Node[] = [old, fresh];
  const [mine, theirs]: [Node[], Node[]] = [[], []];
  const collect = (into: Node[]) => (child: Node): void => void into.push(child);
  const [collectMine, collectTheirs] = [collect(mine), collect(theirs)];
  while (left.length > 0) {
    const b = left.pop()!;
    const a = left.pop()!;
    if (a.length !== b.length || !isAlike(a, b, traits)) return false;
    traits.paired(a, b);
    a.each(collectMine);
    b.each(collectTheirs);
    if (mine.length !== theirs.length) return false;
    for (let i = 0; i < mine.length; i += 1) {
      if (mine[i]!.startInParent !== theirs[i]!.startInParent) return false;
      left.push(mine[i]!, theirs[i]!);
    }
    mine.length = theirs.length = 0;
  }
  return true;
}

/** Whether two nodes are of one kind and say the same, whatever their children are; and whatever is in the one list, if it is given. */
function isAlike(old: Node, fresh: Node, { laterFields }: GraftTraits, list?: readonly unknown[]): boolean {
  if (old.type !== fresh.type || old.flags !== fresh.flags) return false;
  const [mine, theirs] = [old, fresh] as unknown as [Record<string, unknown>, Record<string, unknown>];
  for (const key in mine) {
    if (key === "parent" || key === "offset" || key === "length" || key === "flags" || laterFields.has(key)) continue;
    const value = mine[key];
    if (!(value === list && list !== undefined ? Array.isArray(theirs[key]) : isAlikeValue(value, theirs[key]))) {
      return false;
    }
  }
  return true;
}

/** Whether two fields say the same; of nodes only whether they are there. */
function isAlikeValue(mine: unknown, theirs: unknown): boolean {
  if (mine === theirs) return true;
  if (typeof mine !== "object" || typeof theirs !== "object" || mine === null || theirs === null) return false;
  if (Array.isArray(mine)) {
    return Array.isArray(theirs) && mine.length === theirs.length && mine.every((one, index) => isAlikeValue(
      one,
      theirs[index],
    ));
  }
  return isNode(mine) ? isNode(theirs) : JSON.stringify(mine) === JSON.stringify(theirs);
}

const isNode = (value: object): boolean => "startInParent" in value;
