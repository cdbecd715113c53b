/**
 * Reading a text again after an edit. The innermost list around the damage is read on from the last element that did not look as far as the damage,
 * until an element begins where an old one behind the damage began, in the same state; the rest of the list is kept. When that does not come about
 * within the list, the next list outward is tried. The old tree is changed in place. What comes out is what a fresh parse would give.
 */
import { placeAround, placeList, type Gaps } from "../../../syntax/anchor.js";
import { forget } from "../../../syntax/memo.js";
import type { Node } from "../../../syntax/node.js";
import type { SyntaxProblem } from "../../../syntax/problem.js";
import type { Edit } from "../../../text/edit.js";
import { Text, type SourceText } from "../../../text/text.js";
import type { JavaScriptNode, Statement } from "../nodes/index.js";
import { inOrder, parse, startState, type ParsedText } from "../parser/index.js";
import { parseDirectives } from "../parser/items.js";
import { lineIndent } from "../parser/recovery.js";
import { next, nextJsxChild } from "../parser/scanner.js";
import { Overrun, ParseState, WindowEnd } from "../parser/state.js";
import { Token } from "../parser/token.js";
import { containerOf, listOf, type Container } from "./container.js";
import { enterPath, isStrict } from "./context.js";

/** How the text changed: `[from, to)` of the old one became `[from, end)` of the new one. */
interface Damage {
  readonly from: number;
  readonly to: number;
  readonly end: number;
  readonly delta: number;
  readonly source: SourceText;
}

/** Nodes that the parser reads on trial, and otherwise if a problem comes up. */
const tried = new Set(["TypeArguments", "TypeParameters", "InferType"]);

const gapsOf = new WeakMap<Node, Gaps>();

/** The tree after one edit of its text. `source` is the new text. The given tree must not be used any more. */
export function reparse(tree: ParsedText, edit: Edit, source: SourceText): ParsedText {
  const end = edit.from + edit.insert.length;
  const damage: Damage = { from: edit.from, to: edit.to, end, delta: end - edit.to, source };
  const usable = !tree.problems.some(({ code }) => code === "too-deep") &&
    (tree.options.module !== "detect" || !touchesModuleWords(tree, damage));
  const path = usable ? pathTo(tree.root, damage) : [];
  for (let depth = path.length - 1; depth >= 0; depth -= 1) {
    const again = reparseIn(tree, path.slice(0, depth + 1), damage);
    if (again === "give up") break;
    if (again !== undefined) return again;
  }
  return { ...parse(source instanceof Text ? source.value : source.slice(0), tree.options), source };
}

/** Whether an edit at the head of a text without imports could make it a module by a guess from its words alone. */
function touchesModuleWords(tree: ParsedText, { from, end, source }: Damage): boolean {
  if (tree.root.module) return false;
  return /\b(?:import|export)\b/.test(source.slice(Math.max(0, from - 8), end + 8));
}

/** The nodes that hold the damage and a character on each side of it, from the root inward. */
function pathTo(root: Node, { from, to }: Damage): Node[] {
  const path: Node[] = [root];
  let start = 0;
  for (let node = root; ; ) {
    let found: Node | undefined;
    const holds = (child: Node): boolean => {
      const at = start + child.startInParent;
      return at < from && to < at + child.length;
    };
    const list = listOf(node);
    const index = list === undefined ? -1 : lastBefore(list, from - start);
    const inList = index >= 0 ? list![index] : undefined;
    if (inList && holds(inList)) found = inList;
    else if (list === undefined || list.length < 64) {
      node.each((child) => {
        if (found === undefined && holds(child)) found = child;
      });
    } else for (const beside of sideNodes(node)) if (holds(beside)) found = beside;
    if (found === undefined) return path;
    start += found.startInParent;
    path.push(found);
    node = found;
  }
}

/** Children of a node with a list that are not in the list. */
function sideNodes(node: Node): Node[] {
  const one = node as JavaScriptNode;
  if (one.type === "CallExpression" || one.type === "NewExpression") {
    return one.typeArguments ? [one.callee, one.typeArguments] : [one.callee];
  }
  if (one.type === "SwitchStatement") return [one.discriminant];
  if (one.type === "SwitchCase") return one.test ? [one.test] : [];
  if (one.type === "JSXElement") {
    return one.closingElement ? [one.openingElement, one.closingElement] : [one.openingElement];
  }
  return [];
}

/** Index of the last element that begins before `offset` (relative to the parent); -1 if none does. Lists with holes give the last index whose neighbourhood is whole. */
function lastBefore(list: readonly (Node | null)[], offset: number): number {
  let low = 0;
  let high = list.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    const node = list[middle];
    if (!node) return linearLastBefore(list, offset);
    if (node.startInParent < offset) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

function linearLastBefore(list: readonly (Node | null)[], offset: number): number {
  return list.findLastIndex((node) => node !== null && node.startInParent < offset);
}

/** Reads a part of the list of the path's last node again. `undefined` sends outward; `"give up"` says that only a fresh parse will do. */
function reparseIn(tree: ParsedText, path: readonly Node[], damage: Damage): ParsedText | "give up" | undefined {
  const node = path.at(-1)!;
  const start = path.reduce((sum, one, index) => sum + (index === 0 ? 0 : one.startInParent), 0);
  const container = containerOf(node, start, tree.source);
  if (container === undefined || container.list.includes(null)) return undefined;
  if (damage.to > container.to || (container.from >= 0 && damage.from < container.from)) return undefined;
  const isRoot = path.length === 1;
  if (
    !isRoot &&
    tree.problems.some(
      ({ from, to, code }) =>
        code === "missing-closer" && (to === start + node.length || (from <= container.to && to >= container.to)),
    )
  ) return undefined;

  const first = firstToRead(tree, container, damage);
  if (first < 0) return undefined;
  const attempt = readWithin(tree, path, container, damage, first);
  if (attempt === undefined) return undefined;
  const { p, fresh, sync } = attempt;
  if (p.problems.some(({ code }) => code === "too-deep")) return "give up";
  // A list with holes is read as a whole.
  if (fresh.includes(null as never)) return undefined;
  if (sync < 0 && !endsAsBefore(tree, p, container, damage)) return undefined;
  const last = sync < 0 ? container.list.length : sync;
  if (!fits(tree, path, container, first, last, fresh)) return undefined;
  if (p.sawModuleItem && !tree.root.module) return "give up";
  // What was read on trial stands only as long as nothing is wrong with it.
  if (p.problems.length > 0 && path.some(({ type }) => tried.has(type))) return undefined;
  // A problem in what is replaced that was noticed elsewhere would be left behind.
  const regionEnd = last < container.list.length ? start + container.list[last]!.startInParent : container.to;
  const regionStart = first > 0
    ? start + container.list[first - 1]!.startInParent + container.list[first - 1]!.length
    : container.from;
  if (tree.problems.some(
    ({ from, seen }) => from >= regionStart && from < regionEnd && (seen < regionStart || seen > regionEnd),
  )) return undefined;
  // What closes more than it opens could close what stands before it.
  if (!isRoot && p.leastBraces < 0) return undefined;
  if (!staysUnclosed(tree, p, isRoot ? container.list.slice(first, last) : [], damage)) return "give up";
  return splice(tree, p, path, container, damage, { first, last, from: regionStart, to: regionEnd }, fresh);
}

interface Attempt {
  readonly p: ParseState;
  readonly fresh: Node[];
  /** Index of the old element at which the reading stopped; -1 when it went to the end of the list. */
  readonly sync: number;
}

/** Reads from element `first` on, in a window of the text that is widened until it is wide enough. */
function readWithin(
  tree: ParsedText,
  path: readonly Node[],
  container: Container,
  damage: Damage,
  first: number,
): Attempt | undefined {
  for (let size = 4096; ; size *= 8) {
    const p = stateAt(tree, path, container, damage, first, size);
    if (p === undefined) return undefined;
    const fresh: Node[] = [];
    let sync = -1;
    p.watched = fresh;
    p.isEnough = () => (sync = syncIndex(tree, p, container, damage, first)) >= 0;
    try {
      if (container.jsx) nextJsxChild(p);
      else next(p);
      if (first === 0 && container.directives) parseDirectives(p, fresh as Statement[]);
      if (sync < 0) container.read(p, fresh as never[], first > 0 && container.commas);
      return { p, fresh, sync };
    } catch (error) {
      if (error instanceof Overrun) return undefined;
      if (!(error instanceof WindowEnd)) throw error;
    }
  }
}

/** Index of the first element to be read again; -1 where the list cannot be read on from any place before the damage. */
function firstToRead(tree: ParsedText, container: Container, { from }: Damage): number {
  const { list, start } = container;
  const endOf = (index: number): number => start + list[index]!.startInParent + list[index]!.length;
  let first = lastBefore(list, from - start);
  if (first < 0) first = 0;
  else if (endOf(first) < from) first += 1;
  if (container.jsx && first > 0) first -= 1;
  while (
    first > 0 && (looksAt(tree, list[first - 1]!, endOf(first - 1)) >= from || isTroubled(tree, container, first))
  ) {
    first -= 1;
  }
  if (container.directives) {
    let directives = 0;
    while (directives < list.length && (list[directives] as { directive?: string | null }).directive != null) {
      directives += 1;
    }
    if (first <= directives) first = 0;
  }
  if (first === 0 && (container.from < 0 || (container.from > 0 && isHeadTroubled(tree, container)))) return -1;
  return first;
}

/** How far into the text the parser may have looked when it had read an element that ends at `end`. */
function looksAt(tree: ParsedText, element: Node, end: number): number {
  const note = tree.notes.get(element);
  const window = tree.source.slice(end, end + 2048);
  const scan = new ParseState(window, tree.options);
  scan.token = Token.Unknown;
  next(scan);
  next(scan);
  // What goes on behind the window is as far as can be.
  if (scan.end >= window.length && end + window.length < tree.source.length) return Infinity;
  return end + Math.max(scan.end, note?.reach ?? 0);
}

/** Whether a problem was noticed in the gap behind the element before `index`, or could have an echo there. */
function isTroubled(tree: ParsedText, { list, start, to }: Container, index: number): boolean {
  if (tree.problems.length === 0) return false;
  const before = list[index - 1]!;
  if (isCalm(tree, before)) return true;
  const gapStart = start + before.startInParent + before.length;
  const gapEnd = index < list.length ? start + list[index]!.startInParent : to;
  return tree.problems.some(
    ({ from, to: end, seen }) => (seen >= gapStart && seen <= gapEnd) || (from <= gapEnd && end >= gapStart),
  );
}

/** Whether a problem noticed before a list begins could have an echo at its head: unless a line certainly ended in between. */
function isHeadTroubled(tree: ParsedText, { from }: Container): boolean {
  const noticed = Math.max(-1, ...tree.problems.map(({ seen }) => seen).filter((seen) => seen <= from));
  if (noticed < 0) return false;
  const between = tree.source.slice(noticed, from);
  return between.includes("`") || !/[^\\\r][\n\r]/.test(between);
}

/** The state in which the parser stood before element `first`, at the new text. */
function stateAt(
  tree: ParsedText,
  path: readonly Node[],
  container: Container,
  damage: Damage,
  first: number,
  size: number,
): ParseState | undefined {
  const item = path[1];
  // What an unclosed item is depends on all that follows it, so it is read from its beginning.
  if (item !== undefined && tree.unclosed.has(item)) return undefined;
  const before = first > 0 ? container.list[first - 1]! : undefined;
  const from = before ? container.start + before.startInParent + before.length : container.from;
  const base = Math.max(0, from - 1);
  const p = startState(damage.source.slice(base, Math.max(from, damage.end) + size), tree.options, tree.root.module);
  p.base = base;
  p.outer = damage.source;
  p.notes = tree.notes;
  p.depth = p.itemDepth = path.length * 14;
  if (!enterPath(p, path, tree.source)) return undefined;
  if (path.length > 1) p.limit = container.to + damage.delta - base;
  else p.closesNothing = closesNothing(tree, container, damage, base);
  p.end = p.prevEnd = p.reach = from - base;
  p.token = Token.Unknown;
  return p;
}

/** Whether a place is the beginning of an old item behind the damage, from which on nothing closes a brace that was opened before. */
function closesNothing(
  tree: ParsedText,
  { list }: Container,
  { from, end, delta }: Damage,
  base: number,
): ((offset: number) => boolean) | null {
  const following = list[lastBefore(list, from) + 1];
  if (!following || [...tree.overclosed].some((item) => item.startInParent >= following.startInParent)) return null;
  return (offset) => {
    const place = offset + base;
    if (place <= end) return false;
    const index = lastBefore(list, place - delta + 1);
    return index >= 0 && list[index]!.startInParent === place - delta;
  };
}

/** Whether the items before the damage that are open at the end of the text certainly are so still, with what was read in the place of `removed`. */
function staysUnclosed(tree: ParsedText, p: ParseState, removed: readonly (Node | null)[], { from }: Damage): boolean {
  const open = [...tree.unclosed].filter(([item]) => item.startInParent < from && !removed.includes(item));
  if (open.length === 0) return true;
  // What is read as members of a type or object may be taken in whatever way where something is wrong with it.
  if (
    open.some(([, isBlock]) => !isBlock) &&
    (p.problems.length > 0 || tree.problems.some(({ seen }) => seen >= from - 1))
  ) return false;
  const firstOpen = Math.min(...open.map(([item]) => item.startInParent));
  return p.overclosed.size === 0 &&
    ![...tree.overclosed].some((item) => item.startInParent > firstOpen && !removed.includes(item));
}

/** Index of the old element behind the damage that begins at the current token in the same state; -1 if there is none. */
function syncIndex(
  tree: ParsedText,
  p: ParseState,
  container: Container,
  { end, delta, source }: Damage,
  first: number,
): number {
  const here = p.start + p.base;
  if (here <= end || p.coverInit >= 0) return -1;
  const { list, start } = container;
  const old = here - delta;
  const index = lastBefore(list, old - start + 1);
  if (index < first || list[index]!.startInParent !== old - start) return -1;
  if (index === 0 || p.calm !== isCalm(tree, list[index - 1]!)) return -1;
  // Where something is wrong, an element's end may depend on how its line is indented.
  if (!/[\n\r]/.test(source.slice(end, here)) && lineIndent(source, here) !== lineIndent(tree.source, old)) return -1;
  const oldEnd = start + list[index - 1]!.startInParent + list[index - 1]!.length;
  if (p.prevEnd + p.base <= end) {
    // The gap itself was damaged: what stands behind it must not depend on it.
    if (container.commas || container.jsx) return -1;
    if (p.newline !== /[\n\r\u2028\u2029]/.test(tree.source.slice(oldEnd, old))) return -1;
    if (tree.problems.some((problem) => problem.to >= old && problem.from <= old + list[index]!.length)) return -1;
  }
  // In calm, what is read next is taken for the echo of a problem in what was read before: of no other one may it be.
  const isFree = p.calm
    ? tree.problems.every(
      ({ from, to, seen }) =>
        (to < oldEnd && seen < oldEnd) || (from > old && seen > old) || (from < old && to <= old && seen <= old),
    )
    : !isTroubled(tree, container, index);
  return isFree ? index : -1;
}

/** Whether what follows an element was taken for an echo of a problem in it. */
function isCalm(tree: ParsedText, element: Node): boolean {
  return tree.notes.get(element)?.calm === true;
}

/** Whether the list, read to its end, ended at the same closer in the same state. */
function endsAsBefore(tree: ParsedText, p: ParseState, container: Container, { end, delta }: Damage): boolean {
  if (!container.closers.includes(p.token) || p.coverInit >= 0) return false;
  if (p.token === Token.End) return true;
  const here = p.start + p.base;
  if (here !== container.to + delta || here < end) return false;
  if (p.token !== Token.BraceClose && p.token !== Token.BracketClose && p.token !== Token.ParenClose && here === end) {
    return false;
  }
  // What was noticed up to the closer could have an echo behind it, unless its line or statement ends there.
  if (/^.[ \t]*(?:[\n\r;]|$)/.test(tree.source.slice(container.to, container.to + 80))) return true;
  return !p.calm &&
    (
      container.list.length === 0
        ? !isHeadTroubled(tree, container)
        : !isTroubled(tree, container, container.list.length)
    );
}

/** Whether what was read fits in as a fresh parse would have it, as far as elements of a list depend on each other. */
function fits(
  tree: ParsedText,
  path: readonly Node[],
  container: Container,
  first: number,
  last: number,
  fresh: readonly Node[],
): boolean {
  const { node, list } = container;
  const removed = list.slice(first, last) as Node[];
  const bracesOf = (elements: readonly Node[]): number =>
    elements.reduce((sum, element) => sum + (tree.notes.get(element)?.braces ?? 0), 0);
  const before = bracesOf(removed);
  const now = bracesOf(fresh);
  if (path.length > 1 && now !== before) return false;
  if (first === 0 && container.directives) {
    const were = isStrict(removed as Statement[]);
    const are = isStrict(fresh as Statement[]);
    if (were || are) return false;
  }
  // Of some elements there can be only one.
  if (node.type === "ClassBody") {
    return count(removed, isConstructorLike) === 0 && count(fresh, isConstructorLike) === 0;
  }
  if (node.type === "ObjectExpression") return count(removed, isPrototype) === 0 && count(fresh, isPrototype) === 0;
  if (node.type === "SwitchStatement") return count(removed, isDefault) === 0 && count(fresh, isDefault) === 0;
  return true;
}

const count = (nodes: readonly Node[], test: (node: JavaScriptNode) => boolean): number =>
  nodes.filter((node) => test(node as JavaScriptNode)).length;
const isConstructorLike = (node: JavaScriptNode): boolean =>
  node.type === "MethodDefinition" && node.kind === "constructor";
const isDefault = (node: JavaScriptNode): boolean => node.type === "SwitchCase" && node.test === null;
const isPrototype = (node: JavaScriptNode): boolean => node.type === "Property" &&
  (
    (node.key.type === "Identifier" && node.key.name === "__proto__") ||
    (node.key.type === "Literal" && node.key.value === "__proto__")
  );

/** Elements of a list by their indexes, and the stretch of the old text from the end of the one before them to the beginning of the one behind. */
interface Region {
  readonly first: number;
  readonly last: number;
  readonly from: number;
  readonly to: number;
}

/** Puts the new elements in the place of a region's, and moves what is behind. */
function splice(
  tree: ParsedText,
  p: ParseState,
  path: readonly Node[],
  container: Container,
  damage: Damage,
  { first, last, from, to }: Region,
  fresh: Node[],
): ParsedText | "give up" {
  const { node, list, start } = container;
  const { delta } = damage;
  let gaps = gapsOf.get(tree.root);
  if (gaps === undefined) gapsOf.set(tree.root, (gaps = new WeakMap()));

  placeList(node, list, last, gaps);
  // Children behind the list, as a closing tag, are placed from the end too.
  if ("closingElement" in node || "closingFragment" in node) {
    const closing = (
      (node as { closingElement?: Node }).closingElement ??
      (node as unknown as { closingFragment?: Node }).closingFragment
    )!;
    if (closing.offset >= 0) closing.offset = ~(node.length - closing.offset);
  }
  if (path.length === 1) {
    for (const element of list.slice(first, last)) tree.overclosed.delete(element!), tree.unclosed.delete(element!);
  }
  for (const element of fresh) {
    element.parent = node;
    element.offset -= start - p.base;
  }
  const removed = list.slice(first, last) as Node[];
  replaceRange(list, first, last, fresh);
  gaps.set(list, first + fresh.length);
  for (let i = path.length - 2; i >= 0; i -= 1) {
    const parent = path[i]!;
    const child = path[i + 1]!;
    const siblings = listOf(parent);
    const guess = siblings === undefined ? -1 : lastBefore(siblings, child.startInParent + 1);
    placeAround(parent, child, siblings, guess >= 0 && siblings![guess] === child ? guess : -1, gaps);
  }
  for (const outer of path) outer.length += delta;
  forget(path);
  for (const element of p.overclosed) tree.overclosed.add(element);
  for (const [element, isBlock] of p.unclosed) tree.unclosed.set(element, isBlock);

  if (
    tree.root.module &&
    tree.options.module === "detect" &&
    !tree.root.body.some((item) => item.type.startsWith("Import") || item.type.startsWith("Export"))
  ) return "give up";
  const found = p.problems.map((problem) => moved(problem, (offset) => offset + p.base));
  return {
    ...tree,
    source: damage.source,
    problems: mergeProblems(tree.problems, found, from, to, delta),
    change: { path, removed, added: fresh },
  };
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

function mergeProblems(
  old: readonly SyntaxProblem[],
  found: readonly SyntaxProblem[],
  regionStart: number,
  regionEnd: number,
  delta: number,
): SyntaxProblem[] {
  const move = (offset: number): number => (offset >= regionEnd ? offset + delta : offset);
  const kept = old.filter(({ seen }) => seen < regionStart || seen > regionEnd).map((problem) => moved(problem, move));
  return inOrder([...kept, ...found]);
}

/** A problem with all its places moved. */
function moved(problem: SyntaxProblem, move: (offset: number) => number): SyntaxProblem {
  return {
    ...problem,
    from: move(problem.from),
    to: move(problem.to),
    seen: move(problem.seen),
    related: problem.related.map((place) => ({ ...place, from: move(place.from), to: move(place.to) })),
    ...(problem.insert && { insert: { ...problem.insert, at: move(problem.insert.at) } }),
  };
}
