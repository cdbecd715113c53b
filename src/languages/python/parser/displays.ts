/** Values in brackets: tuples, lists, sets, dicts, and what is made by going through something. Python Language Reference 6.2. */
import type { Node } from "../../../syntax/node.js";
import {
  Comprehension,
  Dict,
  DictComp,
  DictItem,
  GeneratorExp,
  List,
  ListComp,
  Missing,
  NamedExpr,
  SetComp,
  SetDisplay,
  Tuple,
} from "../nodes.js";
import { close, commaList, eatWord, isAt, isWord, open, type Opener } from "./brackets.js";
import {
  beginsElement,
  beginsValue,
  binary,
  either,
  inParentheses,
  missingValue,
  starredOrNamed,
  test,
  yielded,
} from "./expressions.js";
import { allowAwait, here, missing, report, reportForm } from "./report.js";
import { next } from "./scanner.js";
import type { ParseState } from "./state.js";
import { setTarget, walrusTarget } from "./targets.js";

const beginsLoop = (p: ParseState): boolean => isWord(p, "for") || isWord(p, "async");

/** `(…)`: a value, a tuple, a generator. */
export function parentheses(p: ParseState): Node {
  const { start } = p;
  const opener = open(p);
  if (isAt(p, ")")) {
    next(p);
    return new Tuple(start, p.prevEnd, { elts: [] });
  }
  if (isWord(p, "yield")) {
    const value = yielded(p);
    close(p, opener);
    return inParentheses(value);
  }
  if (!beginsElement(p)) {
    const value = missingValue(p);
    close(p, opener);
    return value;
  }
  const elts: Node[] = [starredOrNamed(p)];
  if (beginsLoop(p)) {
    const loops = loopsOver(p, elts[0]!, true);
    allowAwait(p, start);
    close(p, opener);
    return new GeneratorExp(start, p.prevEnd, { elt: elts[0]!, generators: loops });
  }
  const isTuple = isAt(p, ",");
  if (isTuple) {
    next(p);
    commaList(p, ")", () => void elts.push(starredOrNamed(p)), beginsElement);
  }
  close(p, opener);
  if (isTuple || elts.length > 1) return new Tuple(start, p.prevEnd, { elts });
  const [value] = elts;
  if (value!.type === "Starred") {
    reportForm(
      p,
      "misplaced",
      start,
      p.prevEnd,
      "`*` unpacks into a list, a tuple or a call: a tuple of one has a `,` behind it",
    );
  }
  return inParentheses(value!);
}

/** `[…]`. */
export function list(p: ParseState): Node {
  const { start } = p;
  const opener = open(p);
  const elts: Node[] = [];
  if (!isAt(p, "]") && beginsElement(p)) {
    const first = starredOrNamed(p);
    if (beginsLoop(p)) {
      const loops = loopsOver(p, first);
      close(p, opener);
      return new ListComp(start, p.prevEnd, { elt: first, generators: loops });
    }
    elts.push(first);
    rest(p, "]", () => void elts.push(starredOrNamed(p)));
  } else if (!isAt(p, "]")) commaList(p, "]", () => void elts.push(starredOrNamed(p)), beginsElement);
  close(p, opener);
  return new List(start, p.prevEnd, { elts });
}

/** Goes on behind the first element. */
function rest(p: ParseState, closer: Opener["closer"], read: () => void): void {
  if (isAt(p, ",")) next(p);
  else if (!isAt(p, closer)) {
    if (!beginsElement(p) || p.isFirst) return;
    missing(p, `\`,\` is missing before ${here(p)}`, ",");
  }
  commaList(p, closer, read, beginsElement);
}

/** `{…}`: a dict or a set. */
export function braces(p: ParseState): Node {
  const { start } = p;
  const opener = open(p);
  if (isAt(p, "}")) {
    next(p);
    return new Dict(start, p.prevEnd, { items: [] });
  }
  if (isAt(p, "**")) return dict(p, start, opener, spread(p));
  if (!beginsElement(p)) {
    missingValue(p);
    close(p, opener);
    return new Dict(start, p.prevEnd, { items: [] });
  }
  const from = p.start;
  const first = starredOrNamed(p);
  if (isAt(p, ":")) return dict(p, start, opener, item(p, from, first));
  if (beginsLoop(p)) {
    const loops = loopsOver(p, first);
    close(p, opener);
    return new SetComp(start, p.prevEnd, { elt: first, generators: loops });
  }
  const elts: Node[] = [first];
  rest(p, "}", () => {
    const at = p.start;
    const element = starredOrNamed(p);
    if (isAt(p, ":")) {
      reportForm(
        p,
        "unexpected",
        p.start,
        p.at,
        "`:` belongs to a dict, and the first element here has none: this is a set",
      );
      elts.push(item(p, at, element));
    } else elts.push(element);
  });
  close(p, opener);
  return new SetDisplay(start, p.prevEnd, { elts });
}

function spread(p: ParseState): DictItem {
  const { start } = p;
  next(p);
  const value = binary(p, 0);
  return new DictItem(start, p.prevEnd, { key: null, value });
}

/** What follows a key, from its colon. */
function item(p: ParseState, start: number, key: Node): DictItem {
  if (key.type === "Starred") {
    report(p, "misplaced", start, p.prevEnd, "A key cannot be unpacked: `**` puts a dict into another");
  }
  next(p);
  const value = beginsValue(p) ? test(p) : missingValue(p);
  return new DictItem(start, p.prevEnd, { key, value });
}

function dict(p: ParseState, start: number, opener: Opener, first: DictItem): Node {
  if (beginsLoop(p)) {
    if (first.key === null) {
      report(
        p,
        "misplaced",
        first.offset,
        p.prevEnd,
        "A dict that is made by a loop takes a key and a value, and cannot unpack",
      );
    }
    const generated = generators(p);
    close(p, opener);
    return new DictComp(start, p.prevEnd, { elt: first, generators: generated });
  }
  const items: DictItem[] = [first];
  rest(p, "}", () => void items.push(entry(p)));
  close(p, opener);
  return new Dict(start, p.prevEnd, { items });
}

/** A key and its value, or what another dict puts in. */
export function entry(p: ParseState): DictItem {
  if (isAt(p, "**")) return spread(p);
  const at = p.start;
  const key = test(p);
  if (isAt(p, ":")) return item(p, at, key);
  missing(p, `\`:\` and a value are missing before ${here(p)}`);
  return new DictItem(at, p.prevEnd, { key, value: new Missing(p.prevEnd, p.prevEnd, {}) });
}

function loopsOver(p: ParseState, element: Node, isLazy = false): Comprehension[] {
  if (element.type === "Starred") {
    const { offset, length } = element;
    report(
      p,
      "misplaced",
      offset,
      offset + length,
      "What a loop makes cannot be unpacked: a second loop goes through it",
    );
  }
  return generators(p, isLazy);
}

/** `for … in … if …`, one behind the other; those of a generator run when somebody asks for its values. */
export function generators(p: ParseState, isLazy = false): Comprehension[] {
  const found: Comprehension[] = [];
  while (beginsLoop(p)) {
    const { start } = p;
    const isAsync = eatWord(p, "async");
    if (isAsync && !p.context.inAsync && !isLazy) {
      reportForm(p, "misplaced", start, p.prevEnd, "`async for` stands only in `async def`");
    }
    if (!eatWord(p, "for")) {
      missing(p, `\`for\` is missing before ${here(p)}`, " for");
      break;
    }
    const target = targetList(p);
    if (!eatWord(p, "in")) missing(p, `\`in\` is missing before ${here(p)}`, " in");
    const iter = isWord(p, "lambda") ? test(p) : either(p);
    const ifs: Node[] = [];
    while (eatWord(p, "if")) ifs.push(guard(p));
    found.push(new Comprehension(start, p.prevEnd, { isAsync, target, iter, ifs }));
  }
  return found;
}

/** A condition: no choice of two values, but it may be named. */
function guard(p: ParseState): Node {
  const { start } = p;
  if (isWord(p, "lambda")) return test(p);
  const target = either(p);
  if (!isAt(p, ":=")) return target;
  walrusTarget(p, target);
  next(p);
  const value = either(p);
  return new NamedExpr(start, p.prevEnd, { target, value });
}

/** The names behind `for`, up to `in`. */
export function targetList(p: ParseState): Node {
  const { start } = p;
  const read = (): Node => (isAt(p, "*") ? starredOrNamed(p) : binary(p, 0));
  if (!beginsElement(p)) return missingValue(p, "A name");
  const first = read();
  let target = first;
  if (isAt(p, ",")) {
    const elts = [first];
    while (isAt(p, ",")) {
      next(p);
      if (!beginsElement(p)) break;
      elts.push(read());
    }
    target = new Tuple(start, p.prevEnd, { elts });
  }
  setTarget(p, target);
  return target;
}
