/**
 * Reading a text again after an edit. The innermost list of statements around the damage is read on from the statement before it, until one begins where an old one
 * behind the damage began, in the same block; the rest of the list is kept. When that does not come about within the list, the next list outward is tried. The old
 * tree is changed in place. What comes out is what a fresh parse would give.
 */
import { graft } from "../../../syntax/graft.js";
import type { Node } from "../../../syntax/node.js";
import { movedProblem } from "../../../syntax/problem.js";
import { lastBefore } from "../../../syntax/replace.js";
import type { Edit } from "../../../text/edit.js";
import { Text, type SourceText } from "../../../text/text.js";
import { further, statement } from "../parser/compound.js";
import { inOrder, isFuture, parse, type PythonTree } from "../parser/index.js";
import { next } from "../parser/scanner.js";
import { ParseState, Token } from "../parser/state.js";
import { reparseElements } from "./elements.js";
import { graftTraits, type Damage } from "./grafting.js";
import { columnAt, isBlank, lineStart, listsAround, type StatementList } from "./lists.js";

/** The tree after one edit of its text; `source` is the new text. The given tree must not be used any more. */
export function reparse(tree: PythonTree, edit: Edit, source: SourceText): PythonTree {
  const end = edit.from + edit.insert.length;
  const damage: Damage = { ...edit, end, delta: end - edit.to, source };
  const isUsable = !tree.problems.some(({ code }) => code === "too-deep") && !isBeforeFuture(tree, edit);
  const lists = isUsable ? listsAround(tree.root, edit.from, tree.source) : [];
  const inElements = lists.length === 0 ? undefined : reparseElements(tree, lists.at(-1)!, damage);
  if (inElements !== undefined) return inElements;
  for (let list = lists.pop(); list !== undefined; list = lists.pop()) {
    const again = reparseIn(tree, list, damage);
    if (again !== undefined) return again;
  }
  return kept(
    tree,
    { ...parse(source instanceof Text ? source.value : source.slice(0), tree.options), source },
    damage,
  );
}

/** A tree that was read anew, with all of the old one that is as it was. */
function kept({ root }: PythonTree, fresh: PythonTree, damage: Damage): PythonTree {
  const whole = { path: [root], list: root.body, start: 0, first: 0, last: root.body.length };
  const change = graft({ ...whole, fresh: fresh.root.body, growth: [damage.delta] }, damage, graftTraits);
  return { ...fresh, root, change };
}

/** How many statements at the top of a file may hold imports from `__future__`. */
const topmost = 20;

/** Whether an edit may change what stands before an import from `__future__`, or what is one. */
function isBeforeFuture({ root, problems }: PythonTree, { from }: Edit): boolean {
  if (problems.some(({ message }) => message.includes("__future__"))) return true;
  const last = root.body.slice(0, topmost).findLast(isFuture);
  return last !== undefined && from <= last.end + 1;
}

/** Reads a part of a list again; nothing where it does not come to where an old statement, or the end of the list, was. */
function reparseIn(tree: PythonTree, list: StatementList, damage: Damage): PythonTree | undefined {
  const first = firstToRead(tree, list, damage);
  if (first < 0) return undefined;
  const items = list.node.body;
  const from = first === 0 && list.path.length === 1
    ? 0
    : lineStart(tree.source, list.start + items[first]!.startInParent);
  if (from > damage.from) return undefined;
  if (list.start > 0 && tree.odd.some((at) => at >= list.start && at < damage.from)) return undefined;
  const length = damage.source.length - from;
  let size = Math.min(length, Math.max(2000, 2 * (damage.end - from) + 1000));
  for (;;) {
    const found = readWithin(tree, list, damage, first, from, size);
    if (found === "longer") size = Math.min(length, size * 4);
    else return found;
  }
}

/** The statement from which on is read: the one before that in which the edit begins, which looks no further than to the beginning of that. */
function firstToRead(tree: PythonTree, { path, node, start, columns }: StatementList, { from }: Damage): number {
  const items = node.body;
  if (items.length === 0) return node.type === "Module" ? 0 : -1;
  let first = lastBefore(items, from - start) - 1;
  if (first < 0) {
    // Nothing stands before the first statement of a block but its column, which decides where the block begins.
    if (node.type === "Module") return 0;
    if (start >= from) return -1;
    // Where something is wrong with the header its end may depend on the word behind it.
    const header = path.at(-2)!;
    const headerStart = header.start;
    return tree.problems.some(({ from: at }) => at >= headerStart && at <= start) ? -1 : 0;
  }
  const isSound = (index: number): boolean => {
    const at = start + items[index]!.startInParent;
    if (columnAt(tree.source, at)?.column !== columns.at(-1)) return false;
    if (index === 0) return true;
    const before = start + items[index - 1]!.startInParent;
    return items[index]!.type !== "Unread" &&
      !tree.problems.some(({ from: problem }) => problem >= before && problem < at);
  };
  while (first > 0 && !isSound(first)) first -= 1;
  return first;
}

const nearEnd = 200;

function readWithin(
  tree: PythonTree,
  list: StatementList,
  damage: Damage,
  first: number,
  base: number,
  size: number,
): PythonTree | undefined | "longer" {
  const { node, start } = list;
  const items = node.body;
  const isAll = base + size >= damage.source.length;
  const p = new ParseState(damage.source.slice(base, base + size), tree.options);
  p.columns = list.columns;
  p.tabColumns = list.tabColumns;
  p.context = list.context;
  p.startsText = base === 0;
  next(p);
  const fresh: Node[] = [];
  for (;;) {
    if (!isAll && (p.sawLimit || p.at + nearEnd > size)) return "longer";
    const at = base + p.start;
    if (p.token === Token.End || p.token === Token.Dedent) {
      if (node.type === "Module") {
        if (p.token === Token.Dedent) return undefined;
        return splice(tree, list, damage, p, { first, last: items.length, base, until: Infinity }, fresh);
      }
      if (!endsAsBefore(tree, list, damage, at, p.token === Token.End)) return undefined;
      return splice(
        tree,
        list,
        damage,
        p,
        { first, last: items.length, base, until: isAll && p.at >= p.limit ? Infinity : at - damage.delta },
        fresh,
      );
    }
    const isCalm = !p.isBroken && !p.isBehindBroken && p.token !== Token.Indent && p.token !== Token.Newline;
    if (isCalm && at > damage.end && p.columns.length === list.columns.length) {
      const old = at - damage.delta;
      const index = lastBefore(items, old - start + 1);
      const item = items[index];
      if (
        item !== undefined &&
        index > first &&
        start + item.startInParent === old &&
        item.type !== "Unread" &&
        lineStart(damage.source, at) >= damage.end &&
        p.columns.at(-1) === list.columns.at(-1) &&
        // Its line may have been further in, and so those behind it.
        columnAt(tree.source, old)?.column === list.columns.at(-1)
      ) return splice(tree, list, damage, p, { first, last: index, base, until: old }, fresh);
    }
    if (p.token === Token.Indent) further(p, fresh);
    else if (p.token === Token.Newline) next(p);
    else statement(p, fresh);
  }
}

/** Whether a block ends before the token before which it ended, at `at` in the new text. */
function endsAsBefore(
  tree: PythonTree,
  { node, start }: StatementList,
  damage: Damage,
  at: number,
  isEnd: boolean,
): boolean {
  const old = at - damage.delta;
  const end = start + node.length;
  if (isEnd) return isBlank(tree.source, end, tree.source.length);
  return old >= end &&
    old >= damage.to &&
    lineStart(damage.source, at) >= damage.end &&
    lineStart(tree.source, old) >= damage.to &&
    isBlank(tree.source, end, old);
}

/** The statements of a list that go, and where what was read for them begins and ends in the old text. */
interface Stretch {
  readonly first: number;
  readonly last: number;
  readonly base: number;
  readonly until: number;
}

function splice(
  tree: PythonTree,
  { path, node, start }: StatementList,
  damage: Damage,
  p: ParseState,
  { first, last, base, until }: Stretch,
  fresh: Node[],
): PythonTree | undefined {
  const { delta, source } = damage;
  const items = node.body;
  // What the indentation of the next line is said to be waits for what else is wrong in it.
  if (p.indentProblem !== undefined) return undefined;
  const found = p.problems.map((problem) => movedProblem(problem, (offset) => offset + base));
  if (found.some(({ from, code }) => from >= until + delta || code === "too-deep")) return undefined;
  if (node.type !== "Module" && first === 0 && (fresh.length === 0 || fresh[0]!.offset + base !== start)) {
    return undefined;
  }
  if (node.type === "Module" && fresh.some(isFuture)) return undefined;
  if (fresh.length > 10_000) return undefined;
  for (const one of fresh) one.offset += base - start;
  const isLast = last === items.length;
  const inner = isLast ? endOf([...items.slice(0, first), ...fresh]) - node.length : delta;
  const place = { path, list: items, start, first, last };
  const change = graft({ ...place, fresh, growth: growth(path, inner, delta) }, damage, graftTraits);
  const move = (offset: number): number => (offset >= until ? offset + delta : offset);
  const kept = tree.problems.filter(({ from }) => from < base || from >= until).map((problem) => movedProblem(
    problem,
    move,
  ));
  const odd = [...tree.odd.filter((at) => at < base || at >= until).map(move), ...p.odd.map((at) => at + base)];
  return { ...tree, source, odd, problems: inOrder([...kept, ...found]), change };
}

/** Where the last of some nodes ends, from their parent's start. */
function endOf(items: readonly Node[]): number {
  const last = items.at(-1);
  return last === undefined ? 0 : last.startInParent + last.length;
}

/** How much longer each node of a path gets: a statement ends where the last statement in it does, and the module where the text does. */
function growth(path: readonly Node[], inner: number, delta: number): number[] {
  const lengths: number[] = [];
  let by = inner;
  for (let i = path.length - 1; i >= 0; i -= 1) {
    if (i === 0) by = delta;
    else if (i < path.length - 1) {
      if (lastChild(path[i]!) !== path[i + 1]) by = delta;
    }
    lengths[i] = by;
  }
  return lengths;
}

function lastChild(node: Node): Node | undefined {
  if (node.type === "Block") return (node as Node & { body: Node[] }).body.at(-1);
  let last: Node | undefined;
  node.each((child) => void (last = child));
  return last;
}
