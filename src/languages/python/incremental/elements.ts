/** Reading a few elements of a long display again, where nothing is wrong in its statement but for a part that is missing in them: nothing around them is read otherwise for that. */
import { graft } from "../../../syntax/graft.js";
import type { Node } from "../../../syntax/node.js";
import { movedProblem, type SyntaxProblem } from "../../../syntax/problem.js";
import { lastBefore } from "../../../syntax/replace.js";
import type { SourceText } from "../../../text/text.js";
import { isAt } from "../parser/brackets.js";
import { entry } from "../parser/displays.js";
import { beginsElement, starredOrNamed } from "../parser/expressions.js";
import { inOrder, type PythonTree } from "../parser/index.js";
import { next } from "../parser/scanner.js";
import { ParseState, Token } from "../parser/state.js";
import { graftTraits, type Damage } from "./grafting.js";
import { elementsOf, lineStart, type StatementList } from "./lists.js";

/** A display in whose brackets an edit stands. */
interface Display {
  /** From the module to the display. */
  readonly path: readonly Node[];
  readonly node: Node;
  readonly start: number;
  readonly elements: Node[];
}

/** Displays of fewer elements, and shorter ones, are read with their statement. */
const leastElements = 8;
const leastLength = 2000;

/** What may stand in a display and be read in another way than outside: texts with values, functions, and what goes through something. */
const apart = /^(?:JoinedStr|FormattedValue|Lambda|ListComp|SetComp|GeneratorExp|DictComp)$/;

/** The tree after an edit in a display of the statements of a list; nothing where it has to be read further around. */
export function reparseElements(tree: PythonTree, list: StatementList, damage: Damage): PythonTree | undefined {
  const found = displaysAround(list, tree.source, damage);
  const statement = found[0]?.path[list.path.length];
  if (statement === undefined) return undefined;
  const start = list.start + statement.startInParent;
  const end = start + statement.length;
  const own = tree.problems.filter(({ from, to }) => to >= start && from <= end);
  if (own.length > 0 && (isHeader(statement) || !own.every(isLocal))) return undefined;
  for (let display = found.pop(); display !== undefined; display = found.pop()) {
    const again = readIn(tree, list, display, damage, own);
    if (again !== undefined) return again;
  }
  return undefined;
}

/** Whether a colon may end what a statement has in brackets, so that what is wrong in them changes where its block begins. */
const isHeader = ({ type }: Node): boolean => /^(?:If|While|For|With|Try|Match|FunctionDef|ClassDef)$/.test(type);

/** Whether a problem stands for itself: what is behind it is read as if it were not there. */
const isLocal = ({ code }: SyntaxProblem): boolean => code === "missing-part";

const closers: Readonly<Record<string, string>> = { "(": ")", "[": "]", "{": "}" };

/** The displays between whose brackets an edit stands, the innermost last. */
function displaysAround(
  { path, node: list, start: listStart }: StatementList,
  source: SourceText,
  { from, to }: Damage,
): Display[] {
  const found: Display[] = [];
  const way = [...path];
  let node: Node = list;
  let start = listStart;
  for (;;) {
    const child = childAround(node, from - start, to - start);
    if (child === undefined || apart.test(child.type) || child.length < leastLength) return found;
    // What is given a value is read as a value first.
    const { target, targets } = node as Node & { target?: Node; targets?: Node[] };
    if (target === child || targets?.includes(child) === true) return found;
    start += child.startInParent;
    way.push(child);
    node = child;
    const elements = elementsOf(node);
    if (elements === undefined || elements.length < leastElements) continue;
    const last = start + node.length - 1;
    const isInBrackets = elements[0]!.startInParent > 0 && from > start && to <= last;
    // Where something is missing, it may be the closer too.
    const isClosed = closers[source.slice(start, start + 1)] === source.slice(last, last + 1);
    if (isInBrackets && isClosed) found.push({ path: [...way], node, start, elements });
  }
}

/** The child in which a stretch stands, with something of it on either side. */
function childAround(node: Node, from: number, to: number): Node | undefined {
  let found: Node | undefined;
  const look = (child: Node): void => {
    if (child.startInParent < from && child.startInParent + child.length > to) found = child;
  };
  const elements = elementsOf(node) ??
    (node.type === "Module" || node.type === "Block" ? (node as Node & { body: Node[] }).body : undefined);
  if (elements === undefined) node.each(look);
  else {
    const index = lastBefore(elements, from);
    if (index >= 0) look(elements[index]!);
  }
  return found;
}

const nearEnd = 200;

/** Whether nothing but one comma stands between two elements, or nothing before the first. */
const between = (text: SourceText, from: number, to: number, comma: boolean): boolean =>
  to - from < 2000 && (comma ? /^(?:\s|#.*(?!.))*,(?:\s|#.*(?!.))*$/ : /^(?:\s|#.*(?!.))*$/).test(text.slice(from, to));

function readIn(
  tree: PythonTree,
  list: StatementList,
  display: Display,
  damage: Damage,
  own: readonly SyntaxProblem[],
): PythonTree | undefined {
  const { start, elements } = display;
  const endOf = (index: number): number => start + elements[index]!.startInParent + elements[index]!.length;
  const startOf = (index: number): number => start + elements[index]!.startInParent;
  // Elements in parentheses begin before their nodes.
  const isSound = (index: number): boolean => index === 0
    ? between(tree.source, start + 1, startOf(0), false)
    : between(tree.source, endOf(index - 1), startOf(index), true);
  let first = Math.max(0, lastBefore(elements, damage.from - start) - 1);
  while (first > 0 && !isSound(first)) first -= 1;
  if (!isSound(first)) return undefined;
  const from = first === 0 ? start + 1 : startOf(first);
  if (from > damage.from) return undefined;
  const base = lineStart(tree.source, from);
  const length = damage.source.length - base;
  let size = Math.min(length, Math.max(2000, 2 * (damage.end - base) + 1000));
  for (;;) {
    const read = readFrom(tree, list, display, damage, { first, from, base, size, own });
    if (read !== "longer") return read;
    if (size === length) return undefined;
    size = Math.min(length, size * 4);
  }
}

interface Place {
  readonly first: number;
  /** Where reading begins, and the line of that. */
  readonly from: number;
  readonly base: number;
  readonly size: number;
  /** What was wrong in the statement. */
  readonly own: readonly SyntaxProblem[];
}

function readFrom(
  tree: PythonTree,
  list: StatementList,
  { path, node, start, elements }: Display,
  damage: Damage,
  { first, from, base, size, own }: Place,
): PythonTree | undefined | "longer" {
  const { source, delta, end } = damage;
  const isAll = base + size >= source.length;
  const p = new ParseState(source.slice(base, base + size), tree.options);
  Object.assign(p, { columns: list.columns, tabColumns: list.tabColumns, context: list.context, startsText: false });
  Object.assign(p, { atLineStart: false, depth: 1, at: from - base, prevEnd: from - base, token: Token.Operator });
  next(p);
  const isDict = node.type === "Dict";
  const mostLacking = isHeader(path[list.path.length]!) ? 0 : 1;
  const closer = start + node.length - 1 + delta;
  const fresh: Node[] = [];
  for (;;) {
    if (!isAll && (p.sawLimit || p.at + nearEnd > size)) return "longer";
    const at = base + p.start;
    if (
      p.problems.length > mostLacking ||
      !p.problems.every(isLocal) ||
      p.token === Token.Newline ||
      p.depth !== 1 + turnOf(p)
    ) return undefined;
    let last = elements.length;
    if (at === closer && at >= end && /[)\]}]/.test(p.value) && p.token === Token.Operator) {
      if (!isCloserSound(source, damage, closer)) return undefined;
    } else {
      const index = at > end ? lastBefore(elements, at - delta - start + 1) : -1;
      const isOld = index > first && start + elements[index]!.startInParent + delta === at;
      if (!isOld) {
        if (!beginsElement(p) && !(isDict && isAt(p, "**"))) return undefined;
        fresh.push(isDict ? entry(p) : starredOrNamed(p));
        if (isAt(p, ",")) next(p);
        else if (base + p.start !== closer) return undefined;
        continue;
      }
      last = index;
    }
    // What has none, or one, may be something else.
    if (first + fresh.length + elements.length - last < 2) return undefined;
    const until = last === elements.length ? start + node.length - 1 : start + elements[last]!.startInParent;
    if (own.some((problem) => problem.from < from || problem.to > until)) return undefined;
    // Of what is wrong in a statement only the first is told: others may be told once that is gone.
    if (own.length > 0 && p.problems.length === 0) return undefined;
    for (const one of fresh) one.offset += base - start;
    const place = { path, list: elements, start, first, last };
    const change = graft({ ...place, fresh, growth: path.map(() => delta) }, damage, graftTraits);
    const move = (offset: number): number => (offset >= damage.to ? offset + delta : offset);
    const kept = tree.problems.filter((problem) => !own.includes(problem)).map((one) => movedProblem(one, move));
    const found = p.problems.map((problem) => movedProblem(problem, (offset) => offset + base));
    return { ...tree, source, odd: tree.odd.map(move), problems: inOrder([...kept, ...found]), change };
  }
}

/** By how much the current token changes how many brackets are open. */
const turnOf = ({ token, value }: ParseState): number =>
  token !== Token.Operator ? 0 : /^[([{]$/.test(value) ? 1 : /^[)\]}]$/.test(value) ? -1 : 0;

/** Whether the closer of a display stands where it did in its line, by which it is told from others. */
function isCloserSound(source: SourceText, { from }: Damage, closer: number): boolean {
  const line = lineStart(source, closer);
  return line > from || /\S/.test(source.slice(line, from));
}
