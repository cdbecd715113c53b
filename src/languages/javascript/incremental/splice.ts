/** Putting what was read anew into a tree. */
import type { Node } from "../../../syntax/node.js";
import { movedProblem, type SyntaxProblem } from "../../../syntax/problem.js";
import { unnoted } from "../parser/elements.js";
import type { Guess } from "../parser/indentation.js";
import { inOrder, type ParsedText } from "../parser/index.js";
import type { ParseState } from "../parser/state.js";
import type { Open } from "./fits.js";
import { grafting, itemSets } from "./grafting.js";
import type { Place } from "./reading.js";

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
  const { list, start } = container;
  const { delta } = damage;
  if (tree.root.module && tree.options.module === "detect") {
    // It is a module no more without the last import or export.
    const isModuleItem = ({ type }: Node): boolean => type.startsWith("Import") || type.startsWith("Export");
    const areItems = path.length === 1;
    const stays = (areItems && fresh.some(isModuleItem)) ||
      tree.root.body.some((item, index) => !(areItems && index >= first && index < last) && isModuleItem(item));
    if (!stays) return "give up";
  }
  for (const element of path.length === 1 ? list.slice(first, last) : []) {
    for (const which of itemSets) tree[which].delete(element!);
  }
  for (const element of fresh) element.offset -= start - p.base;
  const { grafted, inTree } = grafting(tree, tree.notes);
  const change = grafted({ path, list, start, first, last, fresh, growth: path.map(() => delta) }, damage);
  noteItems(tree, p, path, open, inTree);

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
    change,
    isReadWhole: false,
  };
}

/** Notes what became of items: those that were read as a whole, or the one in which something was. */
function noteItems(
  tree: ParsedText,
  p: ParseState,
  path: readonly Node[],
  { braces, brackets }: Open,
  inTree: (node: Node) => Node,
): void {
  const [, item] = path;
  if (item === undefined) {
    for (const which of itemSets) for (const element of p[which]) tree[which].add(inTree(element));
    return;
  }
  if (p.spots > 0) tree.loose.add(item);
  if (p.softSpots > 0) tree.softlyLoose.add(item);
  if (braces === 0 && brackets === 0) return;
  for (const outer of path.slice(1)) {
    const note = tree.notes.get(outer) ?? unnoted;
    tree.notes.set(outer, { ...note, braces: note.braces + braces, brackets: note.brackets + brackets });
  }
  const net = tree.notes.get(item)!.braces;
  tree.unclosed.delete(item);
  tree.overclosed.delete(item);
  if (net > 0) tree.unclosed.add(item);
  else if (net < 0) tree.overclosed.add(item);
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
