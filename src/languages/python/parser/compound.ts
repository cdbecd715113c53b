/** Statements with blocks. Python Language Reference, chapter 8. */
import type { Node } from "../../../syntax/node.js";
import {
  Arguments,
  Block,
  ClassDef,
  ExceptHandler,
  For,
  FunctionDef,
  If,
  Match,
  MatchCase,
  Try,
  Tuple,
  Unread,
  While,
  With,
  WithItem,
} from "../nodes.js";
import { close, commaList, eat, eatWord, isAt, isEnd, isToken, isWord, open, skipToken } from "./brackets.js";
import { targetList } from "./displays.js";
import { beginsElement, beginsValue, elements, missingValue, named, starredOrNamed, test } from "./expressions.js";
import { nameHere, parameters, typeParameters } from "./parameters.js";
import { patterns } from "./patterns.js";
import { blankStart, here, missing, report, reportForm, reportIndent } from "./report.js";
import { next } from "./scanner.js";
import { Token, type Context, type ParseState } from "./state.js";
import { simpleStatements } from "./statements.js";
import { setTarget } from "./targets.js";
import { callArguments } from "./trailers.js";

/** Reads the statements of a list, up to where its block ends. */
export function statements(p: ParseState, into: Node[]): void {
  for (;;) {
    if (isToken(p, Token.End) || isToken(p, Token.Dedent)) return;
    if (isToken(p, Token.Indent)) further(p, into);
    else if (isToken(p, Token.Newline)) next(p);
    else statement(p, into);
  }
}

/** What may stand in the block of a header that was not understood. */
const anything: Context = { inFunction: true, inAsync: true, inLoop: true, inClass: true, inStar: false };

/** Lines that are further in than those before them though no header opens a block; they are taken into the list around. */
export function further(p: ParseState, into: Node[]): void {
  const { context, isBroken } = p;
  const from = blankStart(p);
  if (isBroken) p.context = anything;
  else {
    reportIndent(
      p,
      "unexpected",
      from,
      "This line is further in than the one before it, and nothing opens a block here",
    );
  }
  next(p);
  statements(p, into);
  if (isToken(p, Token.Dedent)) next(p);
  p.context = context;
  p.isBehindBroken = isBroken;
}

/** Reads one statement, or those of one line. */
export function statement(p: ParseState, into: Node[]): void {
  const { start, token } = p;
  const count = into.length;
  const { reported } = p;
  const found = compound(p);
  if (found === undefined) simpleStatements(p, into);
  else into.push(found);
  // A line that was not understood may have opened a block.
  p.isBroken = isToken(p, Token.Indent) &&
    found === undefined &&
    p.reported + Number(p.isBehindBroken) > reported &&
    p.source[p.prevEnd - 1] === ":";
  p.isBehindBroken = false;
  if (p.start === start && p.token === token && into.length === count + 1 && !isEnd(p)) skipToken(p);
}

function compound(p: ParseState): Node | undefined {
  if (p.token === Token.Keyword) {
    p.inHeader = true;
    switch (p.value) {
      case "if":
        return branch(p);
      case "while":
        return whileLoop(p);
      case "for":
        return forLoop(p, p.start, false);
      case "try":
        return trying(p);
      case "with":
        return withItems(p, p.start, false);
      case "def":
        return definition(p, p.start, [], false);
      case "class":
        return classDefinition(p, p.start, []);
      case "async":
        return asynchronous(p, p.start, []);
    }
    p.inHeader = false;
    return undefined;
  }
  if (isAt(p, "@")) return decorated(p);
  if (p.token === Token.Name && p.value === "match") return matching(p);
  return undefined;
}

/** Passes the colon of a header. */
function colon(p: ParseState, what: string): void {
  if (eat(p, ":")) return;
  if (isAt(p, "=")) {
    reportForm(p, "unexpected", p.start, p.at, "`=` gives a value to a name: `==` compares", {
      insert: { at: p.start, text: "==", over: 1 },
    });
    next(p);
    if (beginsValue(p)) test(p);
    if (eat(p, ":")) return;
  }
  if (isEnd(p) || p.calm) {
    const at = p.prevEnd;
    reportForm(p, "missing-part", at, at, `\`:\` is missing behind ${what}`, { insert: { at, text: ":" } });
  } else {
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, `\`:\` is missing behind ${what}, before ${here(p)}`, {
      insert: { at: p.prevEnd, text: ":" },
    });
  }
  if (p.token === Token.Name || p.token === Token.Keyword) {
    // What belongs under it stands on its line.
    const at = p.source.indexOf("\n", p.start);
    const line = p.source.slice(p.start, at < 0 ? p.limit : at);
    if (!/:\s*(?:#.*)?$/.test(line)) return;
  }
  while (!isEnd(p) && !isAt(p, ":")) skipToken(p);
  eat(p, ":");
}

/** The block under a header that begins at `start`. */
function suite(p: ParseState, start: number, what: string, context: Context = p.context): Block {
  p.inHeader = true;
  colon(p, what);
  if (isAt(p, ":") && !p.calm) {
    reportForm(p, "unexpected", p.start, p.at, "`:` stands here twice", { insert: { at: p.start, text: "", over: 1 } });
    next(p);
  }
  p.inHeader = false;
  const isTroubled = p.calm;
  const outer = p.context;
  p.context = context;
  const body: Node[] = [];
  let isInline = false;
  if (p.token === Token.Newline) {
    const at = p.prevEnd;
    next(p);
    if (isToken(p, Token.Indent)) {
      next(p);
      statements(p, body);
      if (isToken(p, Token.Dedent)) next(p);
    } else {
      const column = columnOf(p, start);
      if (!isTroubled) {
        reportForm(p, "missing-part", at, at, `What is to be done is missing under ${what}: \`pass\` does nothing`, {
          insert: { at, text: `\n${column}    pass` },
        });
      }
      p.calm = false;
    }
  } else if (p.token !== Token.End) {
    isInline = true;
    if (p.token === Token.Keyword && /^(?:if|for|while|try|with|def|class|async)$/.test(p.value)) {
      reportForm(
        p,
        "misplaced",
        p.start,
        p.at,
        `\`${p.value}\` begins a line of its own: only simple statements stand behind \`:\``,
      );
      statement(p, body);
    } else if (isEnd(p)) missing(p, `What is to be done is missing under ${what}`);
    else simpleStatements(p, body);
  }
  p.context = outer;
  const [first] = body;
  const from = first?.offset ?? p.prevEnd;
  const last = body.at(-1);
  return new Block(from, last === undefined ? from : last.offset + last.length, { body, isInline });
}

/** The blank space before a line's first character. */
function columnOf(p: ParseState, at: number): string {
  const from = p.source.lastIndexOf("\n", at - 1) + 1;
  return /^[ \t]*/.exec(p.source.slice(from, at))![0];
}

const condition = (p: ParseState): Node => (beginsValue(p) ? named(p) : missingValue(p, "A condition"));

function branch(p: ParseState): Node {
  // A chain of thousands is read without going deeper for each.
  const heads: { start: number; test: Node; body: Block }[] = [];
  do {
    const { start, value } = p;
    p.inHeader = true;
    next(p);
    const asked = condition(p);
    heads.push({ start, test: asked, body: suite(p, start, `\`${value}\``) });
  } while (isWord(p, "elif"));
  let orelse: Node | null = elseBlock(p);
  let found: Node | undefined;
  for (let head = heads.pop(); head !== undefined; head = heads.pop()) {
    const { start, test: asked, body } = head;
    const end = orelse === null ? body.offset + body.length : orelse.offset + orelse.length;
    found = new If(start, end, { test: asked, body, orelse });
    orelse = found;
  }
  return found!;
}

function elseBlock(p: ParseState): Block | null {
  if (!isWord(p, "else")) return null;
  const { start } = p;
  next(p);
  if (isWord(p, "if")) {
    reportForm(p, "unexpected", start, p.at, "`else if` is written `elif`", {
      insert: { at: start, text: "elif", over: p.at - start },
    });
    next(p);
    condition(p);
    return suite(p, start, "`elif`");
  }
  return suite(p, start, "`else`");
}

const loopContext = (context: Context): Context => ({ ...context, inLoop: true, inStar: false });

const endOf = (node: Node): number => node.offset + node.length;

function whileLoop(p: ParseState): Node {
  const { start } = p;
  next(p);
  const asked = condition(p);
  const body = suite(p, start, "`while`", loopContext(p.context));
  const orelse = elseBlock(p);
  return new While(start, endOf(orelse ?? body), { test: asked, body, orelse });
}

function forLoop(p: ParseState, start: number, isAsync: boolean): Node {
  next(p);
  const target = targetList(p);
  if (!eatWord(p, "in")) missing(p, `\`in\` is missing before ${here(p)}`, " in");
  const iter = beginsElement(p) ? elements(p) : missingValue(p);
  if (iter.type === "Starred") {
    reportForm(
      p,
      "misplaced",
      iter.offset,
      p.prevEnd,
      "`*` unpacks into a list or a tuple: a loop goes through the value itself",
    );
  }
  const body = suite(p, start, "`for`", loopContext(p.context));
  const orelse = elseBlock(p);
  return new For(start, endOf(orelse ?? body), { isAsync, target, iter, body, orelse });
}

function trying(p: ParseState): Node {
  const { start } = p;
  next(p);
  const body = suite(p, start, "`try`");
  const handlers: ExceptHandler[] = [];
  let bare: number | undefined;
  while (isWord(p, "except")) {
    const from = p.start;
    next(p);
    const isStar = eat(p, "*");
    if (bare !== undefined) {
      reportForm(p, "misplaced", bare, bare + "except".length, "`except` that catches everything stands last");
      bare = undefined;
    }
    let what: Node | null = null;
    if (beginsValue(p)) {
      what = test(p);
      if (isAt(p, ",")) what = groupOf(p, what);
    } else if (isStar) missing(p, "A kind of error is missing behind `except*`");
    else bare = from;
    const name = eatWord(p, "as") ? nameHere(p, "A name is missing behind `as`") : null;
    if (handlers.length > 0 && handlers[0]!.isStar !== isStar) {
      report(p, "misplaced", from, from + "except".length, "`except` and `except*` do not stand under one `try`");
    }
    const context = isStar ? { ...p.context, inStar: true } : p.context;
    const block = suite(p, from, "`except`", context);
    handlers.push(new ExceptHandler(from, endOf(block), { kind: what, name, body: block, isStar }));
  }
  let orelse: Block | null = null;
  if (isWord(p, "else")) {
    if (handlers.length === 0) {
      reportForm(p, "misplaced", p.start, p.at, "`else` stands behind an `except`, and there is none");
    }
    orelse = elseBlock(p);
  }
  let finalbody: Block | null = null;
  if (isWord(p, "finally")) {
    const from = p.start;
    next(p);
    finalbody = suite(p, from, "`finally`");
  }
  if (handlers.length === 0 && finalbody === null) {
    report(
      p,
      "missing-part",
      start,
      start + "try".length,
      "`except` or `finally` is missing: `try` does nothing without",
    );
  }
  const last = finalbody ?? orelse ?? handlers.at(-1) ?? body;
  return new Try(start, endOf(last), { body, handlers, orelse, finalbody });
}

/** Kinds of errors between commas, which stand in parentheses where a name follows, and before Python 3.14. */
function groupOf(p: ParseState, first: Node): Node {
  const from = first.offset;
  const elts = [first];
  while (eat(p, ",")) {
    if (!beginsValue(p)) break;
    elts.push(test(p));
  }
  if (p.options.edition < 314 || isWord(p, "as")) {
    reportForm(p, "missing-part", from, p.prevEnd, "Several kinds of errors stand in parentheses", {
      insert: { at: from, text: "(", close: { at: p.prevEnd, text: ")" } },
    });
  }
  return new Tuple(from, p.prevEnd, { elts });
}

function withItems(p: ParseState, start: number, isAsync: boolean): Node {
  next(p);
  const items = bracketed(p) ?? plainItems(p);
  const body = suite(p, start, "`with`");
  return new With(start, endOf(body), { isAsync, items, body });
}

/** Items in parentheses; nothing where the parentheses belong to a value. */
function bracketed(p: ParseState): WithItem[] | undefined {
  if (!isAt(p, "(")) return undefined;
  const mark = p.mark();
  const opener = open(p);
  const items: WithItem[] = [];
  if (beginsElement(p) && !isAt(p, "*")) {
    commaList(p, ")", () => void items.push(withItem(p)), beginsElement);
    if (isAt(p, ")") && p.problems.length === mark.problemCount && items.length > 0) {
      next(p);
      const isAll = isAt(p, ":");
      const isPlain = items.length === 1 && items[0]!.target === null;
      if (isAll && !isPlain) return items;
    } else if (p.problems.length > mark.problemCount && items.some(({ target }) => target !== null)) {
      close(p, opener);
      return items;
    }
  }
  p.back(mark);
  return undefined;
}

function plainItems(p: ParseState): WithItem[] {
  const items: WithItem[] = [withItem(p)];
  while (eat(p, ",")) items.push(withItem(p));
  return items;
}

function withItem(p: ParseState): WithItem {
  const { start } = p;
  const context = beginsValue(p) ? named(p) : missingValue(p);
  let target: Node | null = null;
  if (eatWord(p, "as")) {
    target = beginsElement(p) ? starredOrNamed(p) : missingValue(p, "A name");
    setTarget(p, target);
  }
  return new WithItem(start, p.prevEnd, { context, target });
}

function decorated(p: ParseState): Node {
  const { start } = p;
  const decorators: Node[] = [];
  while (isAt(p, "@")) {
    next(p);
    decorators.push(beginsValue(p) ? named(p) : missingValue(p));
    if (p.token === Token.Newline) next(p);
    else {
      reportForm(
        p,
        "unexpected",
        p.start,
        Math.max(p.at, p.start + 1),
        `${here(p)} stands behind a decorator that is over`,
      );
      while (!isEnd(p)) skipToken(p);
      if (isToken(p, Token.Newline)) next(p);
    }
  }
  if (isWord(p, "def")) return definition(p, start, decorators, false);
  if (isWord(p, "class")) return classDefinition(p, start, decorators);
  if (isWord(p, "async")) return asynchronous(p, start, decorators);
  const [first] = decorators;
  reportForm(
    p,
    "missing-part",
    start,
    endOf(decorators.at(-1) ?? first!),
    "A function or class is missing under the decorator",
  );
  const end = p.prevEnd;
  if (p.token === Token.Name) {
    // Most likely its first word is what is missing.
    while (!isEnd(p)) skipToken(p);
    const opens = p.source[p.prevEnd - 1] === ":";
    if (isToken(p, Token.Newline)) next(p);
    if (opens && isToken(p, Token.Indent)) {
      const { context } = p;
      p.context = anything;
      next(p);
      statements(p, decorators);
      if (isToken(p, Token.Dedent)) next(p);
      p.context = context;
    }
  }
  p.calm = false;
  return new Unread(start, Math.max(end, p.prevEnd), { parts: decorators });
}

function asynchronous(p: ParseState, start: number, decorators: Node[]): Node {
  const { start: word } = p;
  next(p);
  if (isWord(p, "def")) return definition(p, start, decorators, true);
  const isInside = p.context.inAsync;
  if (isWord(p, "for") || isWord(p, "with")) {
    if (!isInside) reportForm(p, "misplaced", word, p.at, `\`async ${p.value}\` stands only in \`async def\``);
    return isWord(p, "for") ? forLoop(p, start, true) : withItems(p, start, true);
  }
  missing(p, `\`def\`, \`for\` or \`with\` is missing before ${here(p)}`);
  while (!isEnd(p)) skipToken(p);
  if (isToken(p, Token.Newline)) next(p);
  return new Unread(start, p.prevEnd, { parts: decorators });
}

function definition(p: ParseState, start: number, decorators: Node[], isAsync: boolean): Node {
  next(p);
  const name = nameHere(p, "A name is missing behind `def`");
  const typeParams = typeParameters(p);
  let args: Arguments;
  if (isAt(p, "(")) {
    const opener = open(p);
    args = parameters(p, ")");
    close(p, opener);
  } else {
    missing(p, "`(` and `)` are missing behind the function's name", isAt(p, ":") ? "()" : undefined);
    args = new Arguments(p.prevEnd, p.prevEnd, { args: [] });
    while (!isEnd(p) && !isAt(p, ":") && !isAt(p, "->")) skipToken(p);
  }
  const returns = eat(p, "->") ? (beginsValue(p) ? test(p) : missingValue(p, "A type")) : null;
  const context: Context = { inFunction: true, inAsync: isAsync, inLoop: false, inClass: false, inStar: false };
  const body = suite(p, start, "the function's head", context);
  return new FunctionDef(start, endOf(body), { decorators, isAsync, name, typeParams, args, returns, body });
}

function classDefinition(p: ParseState, start: number, decorators: Node[]): Node {
  next(p);
  const name = nameHere(p, "A name is missing behind `class`");
  const typeParams = typeParameters(p);
  const bases = isAt(p, "(") ? callArguments(p) : [];
  const context: Context = { inFunction: false, inAsync: false, inLoop: false, inClass: true, inStar: false };
  const body = suite(p, start, "the class's head", context);
  return new ClassDef(start, endOf(body), { decorators, name, typeParams, bases, body });
}

/** `match value:`, where it is one; nothing where `match` is a name here. */
function matching(p: ParseState): Node | undefined {
  const { start } = p;
  const mark = p.mark();
  next(p);
  if (!beginsElement(p) || p.isFirst) {
    p.back(mark);
    return undefined;
  }
  const subject = elements(p);
  if (!isAt(p, ":") || p.problems.length > mark.problemCount) {
    p.back(mark);
    return undefined;
  }
  next(p);
  if (p.token !== Token.Newline) {
    p.back(mark);
    return undefined;
  }
  next(p);
  if (!isToken(p, Token.Indent)) {
    p.back(mark);
    return undefined;
  }
  next(p);
  if (!isCase(p)) {
    p.back(mark);
    return undefined;
  }
  const cases: MatchCase[] = [];
  const others: Node[] = [];
  while (!isToken(p, Token.Dedent) && !isToken(p, Token.End)) {
    if (isCase(p)) {
      cases.push(oneCase(p));
      continue;
    }
    reportForm(p, "unexpected", p.start, Math.max(p.at, p.start + 1), `${here(p)} stands where a \`case\` does`);
    statement(p, others);
    // The block of what was to be a case.
    if (isToken(p, Token.Indent)) {
      next(p);
      statements(p, others);
      if (isToken(p, Token.Dedent)) next(p);
    }
  }
  if (isToken(p, Token.Dedent)) next(p);
  return new Match(start, endOf(cases.at(-1)!), { subject, cases });
}

const isCase = (p: ParseState): boolean => p.token === Token.Name && p.value === "case";

function oneCase(p: ParseState): MatchCase {
  const { start } = p;
  next(p);
  const pattern = patterns(p);
  const guard = eatWord(p, "if") ? condition(p) : null;
  const body = suite(p, start, "`case`");
  return new MatchCase(start, endOf(body), { pattern, guard, body });
}
