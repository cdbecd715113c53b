/** Reading a part of a list again: from which element on, in which state, and up to which. */
import type { Node } from "../../../syntax/node.js";
import { lastBefore } from "../../../syntax/replace.js";
import type { SourceText } from "../../../text/text.js";
import type { JavaScriptNode, Statement } from "../nodes/index.js";
import { unnoted } from "../parser/elements.js";
import { lineIndent } from "../parser/indentation.js";
import { startState, type ParsedText } from "../parser/index.js";
import { parseDirectives } from "../parser/items.js";
import { next, nextJsxChild } from "../parser/scanner.js";
import { noFence, Overrun, ParseState, Unclosed, WindowEnd } from "../parser/state.js";
import { Token } from "../parser/token.js";
import type { Container } from "./container.js";
import { enterPath, fenceIn } from "./context.js";
import type { Damage } from "./damage.js";

/** A list that is read again, in the tree as it was. */
export interface Place {
  readonly tree: ParsedText;
  readonly path: readonly Node[];
  readonly container: Container;
  readonly damage: Damage;
  /** Index of the first element that is read again. */
  readonly first: number;
}

export interface Attempt {
  readonly p: ParseState;
  readonly fresh: Node[];
  /** Index of the old element at which the reading stopped; -1 when it went to the end of the list. */
  readonly sync: number;
}

/**
 * Reads from element `first` on, in a window of the text that is widened until it is wide enough; with `guided`, by the indentation. `undefined` where more than
 * the list would have to be read.
 */
export function readWithin(place: Place, guided: boolean): Attempt | undefined {
  const { container, first } = place;
  for (let size = 4096; ; size *= 8) {
    const p = stateAt(place, size, guided);
    if (p === undefined) return undefined;
    const fresh: Node[] = [];
    let sync = -1;
    p.watched = fresh;
    p.isEnough = () => (sync = syncIndex(place, p)) >= 0;
    try {
      if (container.jsx) nextJsxChild(p);
      else next(p);
      if (first === 0 && container.directives) {
        const opener = container.node.type === "Program" ? noFence : container.start - p.base;
        parseDirectives(p, opener, fresh as Statement[]);
      }
      if (sync < 0) container.read(p, fresh as never[], first > 0 && container.commas);
      noteGapBefore(place, p);
      return { p, fresh, sync };
    } catch (error) {
      if (error instanceof Overrun || error instanceof Unclosed) return undefined;
      if (!(error instanceof WindowEnd)) throw error;
    }
  }
}

/** Notes how far it was looked behind the element before those that were read again. */
function noteGapBefore({ tree, container: { list, start }, first }: Place, p: ParseState): void {
  const before = list[first - 1];
  if (p.gapReach < 0 || first === 0 || !before) return;
  const note = tree.notes.get(before) ?? unnoted;
  const reach = Math.max(note.reach, p.gapReach + p.base - (start + before.startInParent + before.length));
  if (reach > note.reach || p.gapCalm !== (note.calmBehind ?? note.calm)) {
    tree.notes.set(before, { ...note, reach, calmBehind: p.gapCalm });
  }
}

/** Index of the first element to be read again; -1 where the list cannot be read on from any place before the damage. */
export function firstToRead(tree: ParsedText, container: Container, damage: Damage): number {
  const { from } = damage;
  const { list, start } = container;
  const endOf = (index: number): number => start + list[index]!.startInParent + list[index]!.length;
  let first = lastBefore(list, from - start);
  if (first < 0) first = 0;
  else if (endOf(first) < from) first += 1;
  if (container.jsx && first > 0) first -= 1;
  const early = earliest(tree, damage);
  while (first > 0 && endOf(first - 1) >= early) first -= 1;
  if (first === 0 && container.from > early) return -1;
  while (
    first > 0 &&
    (
      isMisfit(list[first - 1]!) ||
      looksAt(tree, list[first - 1]!, endOf(first - 1)) >= from ||
      isTroubled(tree, container, first)
    )
  ) {
    first -= 1;
  }
  // How an element is read up to which something was looked for goes by what stands before.
  const isInRepair = (index: number): boolean => {
    const note = tree.notes.get(list[index - 1]!);
    const at = index < list.length ? list[index]!.startInParent + start : container.to;
    return note?.isInRepair === true && endOf(index - 1) + note.reach > at;
  };
  while (first > 0 && isInRepair(first)) first -= 1;
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

/** Whether a node stands for what fits nowhere in its list: no comma is wanted behind it. */
function isMisfit(node: Node): boolean {
  const one = node as JavaScriptNode;
  const what = one.type === "SpreadElement" ? one.argument : one;
  return what.type === "Missing" && what.length > 0;
}

/** How far into the text the parser may have looked when it had read an element that ends at `end`. */
export function looksAt(tree: ParsedText, element: Node, end: number): number {
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

/** The first place from which on the text may be another as indentation, or what was looked for far behind it, told something there that it may no longer tell. */
function earliest({ guesses, problems }: ParsedText, { from, end, source }: Damage): number {
  let early = Infinity;
  for (const guess of guesses) if (guess.at < from && guess.reach >= from && guess.at < early) early = guess.at;
  if (!/\*\/|`/.test(source.slice(Math.max(0, from - 1), end + 1))) return early;
  for (const { code, from: at } of problems) {
    if ((code === "unfinished-comment" || code === "unfinished-text") && at < from && at < early) early = at;
  }
  return early;
}

/** The state in which the parser stood before element `first`, at the new text. */
function stateAt(place: Place, size: number, guided: boolean): ParseState | undefined {
  const { tree, path, container, damage, first } = place;
  const before = first > 0 ? container.list[first - 1]! : undefined;
  const from = before ? container.start + before.startInParent + before.length : container.from;
  const base = Math.max(0, from - 1);
  const p = startState(damage.source.slice(base, Math.max(from, damage.end) + size), tree.options, tree.root.module);
  p.base = base;
  p.outer = damage.source;
  p.notes = tree.notes;
  p.depth = p.itemDepth = path.length * 14;
  if (!enterPath(p, path, tree.source)) return undefined;
  const fence = fenceIn(path, tree.source);
  if (fence !== noFence) p.fence = fence - base;
  p.outerTags = p.tags.length;
  p.guided = guided;
  if (path.length > 1) p.limit = container.to + damage.delta - base;
  else p.isDoubtedBefore = [...tree.loose].some((item) => item.startInParent < from);
  if (!guided) {
    p.hasOddTicks = path.length > 1 && hasOddTicks(tree, damage);
    p.closesNothing = closesNothing(place, base);
  }
  p.end = p.prevEnd = p.reach = from - base;
  p.token = Token.Unknown;
  return p;
}

/** Whether the new text most likely holds an odd number of backticks: if so, one of them lacks its counterpart. */
function hasOddTicks({ source, guesses, problems }: ParsedText, { from, to, end, source: text }: Damage): boolean {
  const open = guesses.filter(({ kind }) => kind === "template").length +
    problems.filter(({ code, insert }) => code === "unfinished-text" && insert?.text === "`").length;
  return (open + ticks(source.slice(from, to)) + ticks(text.slice(from, end))) % 2 === 1;
}

function ticks(text: string): number {
  return text.split("`").length - 1;
}

/** Whether a place is the beginning of an old element behind the damage, from which on nothing closes a brace that was opened before. */
function closesNothing(
  { tree, path, container, first, damage: { from: damaged, end, delta } }: Place,
  base: number,
): ((offset: number) => boolean) | null {
  const { list, start } = container;
  const following = list[lastBefore(list, damaged - start) + 1];
  if (!following) return null;
  const [, item] = path;
  const behind = item ?? following;
  if ([...tree.overclosed].some((other) => other.startInParent >= behind.startInParent)) return null;
  if (item !== undefined) {
    const itemStart = item.startInParent;
    // What is wrong in the elements that are read again is no matter.
    const again = list[first];
    const from = again ? start + again.startInParent : Infinity;
    const to = start + following.startInParent;
    const isOdd = tree.problems.some(
      (problem) => (problem.code === "missing-closer" || problem.code === "unexpected") &&
        problem.from >= itemStart &&
        problem.from <= itemStart + item.length &&
        (problem.from < from || problem.from >= to),
    );
    if (isOdd) return null;
  }
  return (offset) => {
    const place = offset + base;
    if (place <= end) return false;
    const old = place - delta - start;
    const index = lastBefore(list, old + 1);
    return index >= 0 && list[index]!.startInParent === old;
  };
}

/** Index of the old element behind the damage that begins at the current token in the same state; -1 if there is none. */
function syncIndex({ tree, container, damage: { from, to, end, delta, source }, first }: Place, p: ParseState): number {
  const here = p.start + p.base;
  if (here <= end || p.coverInit >= 0) return -1;
  const { list, start } = container;
  const old = here - delta;
  const index = lastBefore(list, old - start + 1);
  if (index < first || list[index]!.startInParent !== old - start) return -1;
  if (index === 0) return -1;
  const { calm, calmBehind = calm, isInRepair } = tree.notes.get(list[index - 1]!) ?? unnoted;
  if (p.calm !== calmBehind || isInRepair === true) return -1;
  // Where something is wrong, an element's end may depend on how its line is indented.
  if (!keepsIndent(tree, { end, delta, source }, here)) return -1;
  if (!/[\n\r]/.test(source.slice(end, here))) {
    // What is open on a line, and what stands at its head, decides whether a block on it goes by its indentation.
    if (/[()[\]\n\r]/.test(source.slice(from, end) + tree.source.slice(from, to))) return -1;
    if (isFirstOnLine(source, from) && beginsClosed(source, from, here) !== beginsClosed(tree.source, from, old)) {
      return -1;
    }
  }
  const oldEnd = start + list[index - 1]!.startInParent + list[index - 1]!.length;
  // What was looked for from here on has to be noted again.
  if (tree.guesses.some(({ at, reach }) => at === oldEnd && reach >= old)) return -1;
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

/** Whether nothing stands before an offset on its line; of a line that is indented very far it is not told. */
const isFirstOnLine = (source: SourceText, offset: number): boolean =>
  /(?:^|[\n\r])[ \t]*$/.test(source.slice(Math.max(0, offset - 200), offset));

/** Whether the first that stands between two offsets is a closer. */
const beginsClosed = (source: SourceText, from: number, to: number): boolean =>
  /^[ \t]*[\])}]/.test(source.slice(from, to));

/** Whether what follows an element was taken for an echo of a problem in it. */
function isCalm(tree: ParsedText, element: Node): boolean {
  return tree.notes.get(element)?.calm === true;
}

/** Whether the line that holds a place behind the damage is indented as it was: brackets that are opened on it go by that. */
function keepsIndent(
  { source: before }: ParsedText,
  { end, delta, source }: Pick<Damage, "end" | "delta" | "source">,
  here: number,
): boolean {
  return /[\n\r]/.test(source.slice(end, here)) || lineIndent(source, here) === lineIndent(before, here - delta);
}

/** Whether the list, read to its end, ended at the same closer in the same state. */
export function endsAsBefore(place: Place, p: ParseState): boolean {
  const { tree, container, damage } = place;
  const { end, delta } = damage;
  if (container.isOpen || p.guesses.some(({ kind, at }) => kind !== "missing" && at === p.prevEnd)) return false;
  if (!container.closers.includes(p.token) || p.coverInit >= 0) return false;
  if (p.token === Token.End) return true;
  const here = p.start + p.base;
  if (here !== container.to + delta || here < end) return false;
  if (!keepsIndent(tree, damage, here)) return false;
  if (p.token !== Token.BraceClose && p.token !== Token.BracketClose && p.token !== Token.ParenClose && here === end) {
    return false;
  }
  // What was noticed up to the closer could have an echo behind it, unless its line or statement ends there, and not the text with it; a closing tag of another name could be one.
  const isOtherTag = container.jsx &&
    !tree.source.slice(container.to, container.to + 200).startsWith(`</${p.tags.at(-1)}>`);
  const [lineEnd] = /^(?:<\/[\w$.:-]*>|.)[ \t]*(?:[\n\r;]|$)/.exec(
    tree.source.slice(container.to, container.to + 80),
  ) ??
    [];
  if (!isOtherTag && lineEnd !== undefined && !isTextEnd(tree, container.to + lineEnd.length)) return true;
  const isTroubledThere = container.list.length === 0
    ? isHeadTroubled(tree, container)
    : isTroubled(tree, container, container.list.length);
  return (!p.calm && !isTroubledThere) || closedBehind(place) !== undefined;
}

/** Whether no item of the text goes on behind an offset: at the end of a text all is calm in which something was noticed on the last line. */
function isTextEnd({ root }: ParsedText, offset: number): boolean {
  const last = root.body.at(-1);
  return last === undefined || last.startInParent + last.length <= offset;
}

/**
 * The nodes that end behind the closer of a list on its line, where nothing stands but their closers, of which nothing was told: no echo can be there, nor was one left out. What
 * they note of echoes behind them goes by the list. `undefined` where something else stands there.
 */
export function closedBehind({ tree, path, container: { to } }: Place): Node[] | undefined {
  const [line, closers, mark] = /^([)\]}]{2,})([,;]?)[ \t]*(?:\r?\n|\r|$)/.exec(tree.source.slice(to, to + 80)) ?? [];
  if (line === undefined) return undefined;
  const last = to + closers!.length;
  if (isTextEnd(tree, to + line.length)) return undefined;
  const isThere = (at: number): boolean => at > to && at <= to + line.length;
  if (tree.problems.some(({ from, to: end, seen }) => isThere(from) || isThere(end) || isThere(seen))) return undefined;
  if (tree.guesses.some(({ at }) => isThere(at))) return undefined;
  const ends = new Set<number>();
  const among: Node[] = [];
  let start = 0;
  for (const node of path) {
    if (node.parent !== null) start += node.startInParent;
    const end = start + node.length;
    if (end <= to || end > last) continue;
    if (node.type.startsWith("JSX") || node.type.startsWith("Template")) return undefined;
    ends.add(end);
    if (end < last || mark !== "") among.push(node);
  }
  for (let end = to + 2; end <= last; end += 1) if (!ends.has(end)) return undefined;
  return among;
}
