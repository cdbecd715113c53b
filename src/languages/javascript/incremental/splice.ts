/** Putting what was read anew into a tree. */
import { placeAround, placeList, type Gaps } from "../../../syntax/anchor.js";
import { forget } from "../../../syntax/memo.js";
import { treeChanged, type Node } from "../../../syntax/node.js";
import { movedProblem, type SyntaxProblem } from "../../../syntax/problem.js";
import { siblingChanged, siblingsReplaced } from "../../../syntax/siblings.js";
import type { Guess } from "../parser/indentation.js";
import { inOrder, type ParsedText } from "../parser/index.js";
import type { ParseState } from "../parser/state.js";
import { listOf } from "./container.js";
import { lastBefore } from "./damage.js";
import type { Open } from "./fits.js";
import type { Place } from "./reading.js";

const gapsOf = new WeakMap<Node, Gaps>();

/** Elements of a list by their indexes, and the stretch of the old text from the end of the one before them to the beginning of the one behind. */
export interface Region {
  readonly first: number;
  readonly last: number;
  readonly from: number;
  readonly to: number;
}

/** Puts the new elements in the place of a region's, and moves what is behind. `open` is how much more they leave open than those that go. */
export function splice(
  { tree, path, container, damage }: Place,
  p: ParseState,
  { first, last, from, to }: Region,
  fresh: Node[],
  open: Open,
): ParsedText | "give up" {
  const { node, list, start } = container;
  const { delta } = damage;
  let gaps = gapsOf.get(tree.root);
  if (gaps === undefined) gapsOf.set(tree.root, (gaps = new WeakMap()));

  placeList(node, list, last, gaps);
  // Children behind the list, as a closing tag, are placed from the end too.
  const { closingElement, closingFragment } = node as { closingElement?: Node | null; closingFragment?: Node | null };
  const closing = closingElement ?? closingFragment;
  if (closing && closing.offset >= 0) closing.offset = ~(node.length - closing.offset);
  for (const element of path.length === 1 ? list.slice(first, last) : []) {
    for (const items of [tree.overclosed, tree.unclosed, tree.loose, tree.softlyLoose, tree.fragile]) {
      items.delete(element!);
    }
  }
  for (const element of fresh) {
    element.parent = node;
    element.offset -= start - p.base;
  }
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
  for (const outer of path) outer.length += delta;
  forget(path);
  treeChanged();
  noteItems(tree, p, path, open);

  if (
    tree.root.module &&
    tree.options.module === "detect" &&
    !tree.root.body.some((item) => item.type.startsWith("Import") || item.type.startsWith("Export"))
  ) return "give up";
  const found = p.problems.map((problem) => movedProblem(problem, (offset) => offset + p.base));
  const move = (offset: number): number => (offset >= to ? offset + delta : offset);
  const guesses: Guess[] = tree.guesses.filter(({ at }) => at <= from || at > to).map((guess) => movedGuess(
    guess,
    move,
  ));
  for (const guess of p.guesses) guesses.push(movedGuess(guess, (offset) => offset + p.base));
  return {
    ...tree,
    source: damage.source,
    problems: mergeProblems(tree.problems, found, from, to, move),
    guesses,
    change: { path, removed, added: fresh },
  };
}

/** Notes what became of items: those that were read as a whole, or the one in which something was. */
function noteItems(tree: ParsedText, p: ParseState, path: readonly Node[], { braces, brackets }: Open): void {
  const [, item] = path;
  if (item === undefined) {
    for (const which of ["overclosed", "unclosed", "loose", "softlyLoose", "fragile"] as const) {
      for (const element of p[which]) tree[which].add(element);
    }
    return;
  }
  if (p.spots > 0) tree.loose.add(item);
  if (p.softSpots > 0) tree.softlyLoose.add(item);
  if (braces === 0 && brackets === 0) return;
  for (const outer of path.slice(1)) {
    const note = tree.notes.get(outer) ?? { reach: 0, braces: 0, brackets: 0, calm: false };
    tree.notes.set(outer, { ...note, braces: note.braces + braces, brackets: note.brackets + brackets });
  }
  const net = tree.notes.get(item)!.braces;
  tree.unclosed.delete(item);
  tree.overclosed.delete(item);
  if (net > 0) tree.unclosed.add(item);
  else if (net < 0) tree.overclosed.add(item);
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
  move: (offset: number) => number,
): SyntaxProblem[] {
  const kept = old.filter(({ seen }) => seen < regionStart || seen > regionEnd).map((problem) => movedProblem(
    problem,
    move,
  ));
  return inOrder([...kept, ...found]);
}

function movedGuess({ kind, at, reach, brace }: Guess, move: (offset: number) => number): Guess {
  return { kind, at: move(at), reach: move(reach), brace: move(brace) };
}
