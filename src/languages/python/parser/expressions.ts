/** Expressions. Python Language Reference, chapter 6. */
import { PARENTHESIZED, type Node } from "../../../syntax/node.js";
import {
  Await,
  BinOp,
  BoolOp,
  Compare,
  Constant,
  IfExp,
  Lambda,
  Missing,
  Name,
  NamedExpr,
  Starred,
  Tuple,
  UnaryOp,
  Yield,
  YieldFrom,
} from "../nodes.js";
import { eat, eatWord, isAt, isEnd, isWord } from "./brackets.js";
import { braces, list, parentheses } from "./displays.js";
import { parameters } from "./parameters.js";
import { here, missing, report, reportForm } from "./report.js";
import { next } from "./scanner.js";
import { Token, type ParseState } from "./state.js";
import { walrusTarget } from "./targets.js";
import { texts } from "./texts.js";
import { trailers } from "./trailers.js";

/** Deeper than this nothing is read. */
const deepest = 190;

const beginners = new Set(["(", "[", "{", "-", "+", "~", "..."]);
const wordBeginners = new Set(["None", "True", "False", "not", "lambda", "await"]);

/** Whether the current token can begin an expression. */
export function beginsValue({ token, value }: ParseState): boolean {
  if (token === Token.Operator) return beginners.has(value);
  if (token === Token.Keyword) return wordBeginners.has(value);
  return token === Token.Name || token === Token.Number || token === Token.Text;
}

/** Whether the current token can begin an element of a list. */
export function beginsElement(p: ParseState): boolean {
  return beginsValue(p) || isAt(p, "*") || isAt(p, "**");
}

/** Stands for a value that is missing, which is told. */
export function missingValue(p: ParseState, what = "A value"): Node {
  const at = p.prevEnd;
  if (p.token === Token.Keyword && !isEnd(p)) {
    const isBare = /[=(,[:]\s*$/.test(p.source.slice(Math.max(0, p.start - 20), p.start));
    if (isBare && !["for", "if", "else", "in", "is", "and", "or", "as", "from"].includes(p.value)) {
      const { start } = p;
      reportForm(p, "unexpected", start, p.at, `\`${p.value}\` is a word of the language and no value`);
      next(p);
      return new Name(start, p.prevEnd, { id: "", fact: null });
    }
  }
  if (p.token === Token.Bad) {
    reportForm(p, "unexpected", p.start, p.at, `${here(p)} has no meaning here`);
    next(p);
  } else missing(p, `${what} is missing before ${here(p)}`);
  return new Missing(at, at, {});
}

/** A value, or several between commas, which make a tuple; also `yield`. */
export function valueList(p: ParseState): Node {
  return isWord(p, "yield") ? yielded(p) : elements(p);
}

/** The same without `yield`. */
export function elements(p: ParseState): Node {
  const { start } = p;
  const first = starredOrNamed(p);
  if (!isAt(p, ",")) return first;
  const elts = [first];
  while (eat(p, ",")) {
    if (!beginsElement(p)) {
      if (isAt(p, ",")) {
        missing(p, "A value is missing before `,`");
        continue;
      }
      break;
    }
    elts.push(starredOrNamed(p));
  }
  return new Tuple(start, p.prevEnd, { elts });
}

/** `*value`, or a value that may be named. */
export function starredOrNamed(p: ParseState): Node {
  if (!isAt(p, "*")) return named(p);
  const { start } = p;
  next(p);
  const value = binary(p, 0);
  return new Starred(start, p.prevEnd, { value });
}

/** `name := value`, or a value. */
export function named(p: ParseState): Node {
  const { start } = p;
  const target = test(p);
  if (!isAt(p, ":=")) return target;
  walrusTarget(p, target);
  next(p);
  const value = test(p);
  return new NamedExpr(start, p.prevEnd, { target, value });
}

/** A choice between two values, a function without a name, or what binds more tightly. */
export function test(p: ParseState): Node {
  if (p.nesting > deepest) {
    report(p, "too-deep", p.start, p.at, "What stands here is nested too deeply to be analysed");
    p.at = p.limit;
    p.depth = 0;
    p.token = Token.Newline;
    p.atLineStart = true;
    return new Missing(p.start, p.start, {});
  }
  p.nesting += 1;
  const found = isWord(p, "lambda") ? lambda(p) : choice(p);
  p.nesting -= 1;
  return found;
}

function choice(p: ParseState): Node {
  const starts: number[] = [p.start];
  const values: Node[] = [either(p)];
  const tests: Node[] = [];
  while (isWord(p, "if")) {
    next(p);
    tests.push(either(p));
    if (!eatWord(p, "else")) {
      missing(p, `\`else\` and a value are missing before ${here(p)}: a choice gives one of two values`);
      values.push(new Missing(p.prevEnd, p.prevEnd, {}));
      break;
    }
    starts.push(p.start);
    if (isWord(p, "lambda")) {
      values.push(lambda(p));
      break;
    }
    values.push(either(p));
  }
  let orelse = values.pop()!;
  while (tests.length > 0) {
    const asked = tests.pop()!;
    const body = values.pop()!;
    orelse = new IfExp(starts[values.length]!, p.prevEnd, { body, test: asked, orelse });
  }
  return orelse;
}

function lambda(p: ParseState): Node {
  const { start } = p;
  if (p.depth === p.fieldDepth) {
    reportForm(
      p,
      "misplaced",
      start,
      p.at,
      "`lambda` stands in parentheses in a formatted text: its `:` would begin a format",
    );
  }
  next(p);
  const args = parameters(p, ":");
  if (!eat(p, ":")) missing(p, `\`:\` is missing before ${here(p)}`, ":");
  const { context } = p;
  p.context = { ...context, inFunction: true, inAsync: false, inLoop: false, inClass: false };
  const body = test(p);
  p.context = context;
  return new Lambda(start, p.prevEnd, { args, body });
}

/** `or`, and what binds more tightly. */
export function either(p: ParseState): Node {
  const { start } = p;
  let left = both(p);
  while (eatWord(p, "or")) {
    const right = both(p);
    left = new BoolOp(start, p.prevEnd, { left, op: "or", right });
  }
  return left;
}

function both(p: ParseState): Node {
  const { start } = p;
  let left = negation(p);
  while (eatWord(p, "and")) {
    const right = negation(p);
    left = new BoolOp(start, p.prevEnd, { left, op: "and", right });
  }
  return left;
}

function negation(p: ParseState): Node {
  if (!isWord(p, "not")) return comparison(p);
  const starts: number[] = [];
  while (isWord(p, "not")) {
    starts.push(p.start);
    next(p);
  }
  let operand = comparison(p);
  while (starts.length > 0) operand = new UnaryOp(starts.pop()!, p.prevEnd, { op: "not", operand });
  return operand;
}

const comparing = new Set(["<", ">", "<=", ">=", "==", "!="]);

/** The comparison at the current token, which is passed; `undefined` where there is none. */
function comparisonSign(p: ParseState): string | undefined {
  const { token, value } = p;
  if (token === Token.Operator && comparing.has(value)) {
    next(p);
    return value;
  }
  if (token !== Token.Keyword) return undefined;
  if (value === "in") {
    next(p);
    return "in";
  }
  if (value === "is") {
    next(p);
    return eatWord(p, "not") ? "is not" : "is";
  }
  if (value !== "not") return undefined;
  const mark = p.mark();
  next(p);
  if (eatWord(p, "in")) return "not in";
  p.back(mark);
  return undefined;
}

function comparison(p: ParseState): Node {
  const { start } = p;
  const left = binary(p, 0);
  let sign = comparisonSign(p);
  if (sign === undefined) return left;
  const ops: string[] = [];
  const comparators: Node[] = [];
  for (; sign !== undefined; sign = comparisonSign(p)) {
    ops.push(sign);
    if (isWord(p, "not") && sign !== "in") {
      reportForm(p, "misplaced", p.start, p.at, "`not` stands in parentheses behind a comparison");
      comparators.push(negation(p));
    } else comparators.push(binary(p, 0));
  }
  return new Compare(start, p.prevEnd, { left, ops, comparators });
}

const strengths: Readonly<Record<string, number>> = {
  "|": 1,
  "^": 2,
  "&": 3,
  "<<": 4,
  ">>": 4,
  "+": 5,
  "-": 5,
  "*": 6,
  "/": 6,
  "//": 6,
  "%": 6,
  "@": 6,
};

/** Operators that bind at least as tightly as `least`. */
export function binary(p: ParseState, least: number): Node {
  const { start } = p;
  let left = unary(p);
  for (;;) {
    const strength = p.token === Token.Operator ? strengths[p.value] : undefined;
    if (strength === undefined || strength < least) return left;
    const op = p.value;
    next(p);
    const right = binary(p, strength + 1);
    left = new BinOp(start, p.prevEnd, { left, op, right });
  }
}

function unary(p: ParseState): Node {
  if (p.token !== Token.Operator || !(p.value === "-" || p.value === "+" || p.value === "~")) return power(p);
  const signs: { at: number; op: string }[] = [];
  while (p.token === Token.Operator && (p.value === "-" || p.value === "+" || p.value === "~")) {
    signs.push({ at: p.start, op: p.value });
    next(p);
  }
  let operand = power(p);
  for (let sign = signs.pop(); sign !== undefined; sign = signs.pop()) {
    operand = new UnaryOp(sign.at, p.prevEnd, { op: sign.op, operand });
  }
  return operand;
}

function power(p: ParseState): Node {
  const { start } = p;
  const left = primary(p);
  if (!isAt(p, "**")) return left;
  next(p);
  p.nesting += 1;
  const right = p.nesting > deepest ? test(p) : unary(p);
  p.nesting -= 1;
  return new BinOp(start, p.prevEnd, { left, op: "**", right });
}

function primary(p: ParseState): Node {
  const { start } = p;
  if (!isWord(p, "await")) return trailers(p, start, atom(p));
  if (!p.context.inAsync) {
    const where = p.context.inFunction
      ? "`await` stands only in `async def`"
      : "`await` stands only in functions, in `async def`";
    reportForm(p, "misplaced", start, p.at, where);
  }
  next(p);
  const { start: inner } = p;
  const value = trailers(p, inner, atom(p));
  return new Await(start, p.prevEnd, { value });
}

function atom(p: ParseState): Node {
  const { start, value } = p;
  switch (p.token) {
    case Token.Name:
      next(p);
      return new Name(start, p.prevEnd, { id: value, fact: null });
    case Token.Number:
      next(p);
      return new Constant(start, p.prevEnd, { kind: "number", value: numberOf(value) });
    case Token.Text:
      return texts(p);
    case Token.Keyword:
      return wordAtom(p);
    case Token.Operator:
      if (value === "(") return parentheses(p);
      if (value === "[") return list(p);
      if (value === "{") return braces(p);
      if (value === "...") {
        next(p);
        return new Constant(start, p.prevEnd, { kind: "ellipsis", value: undefined });
      }
      return missingValue(p);
    default:
      return missingValue(p);
  }
}

function wordAtom(p: ParseState): Node {
  const { start, value } = p;
  if (value === "None" || value === "True" || value === "False") {
    next(p);
    const kind = value === "None" ? "absent" : "truth";
    return new Constant(start, p.prevEnd, { kind, value: value === "None" ? null : value === "True" });
  }
  if (value === "lambda" || value === "not") {
    // It binds less tightly than what stands before it.
    reportForm(p, "misplaced", start, p.at, `\`${value}\` stands in parentheses behind an operator`);
    return value === "not" ? negation(p) : lambda(p);
  }
  if (value === "yield") {
    reportForm(p, "misplaced", start, p.at, "`yield` stands in parentheses in an expression");
    return yielded(p);
  }
  return missingValue(p);
}

/** The value of a number as it is written; absent where it has an imaginary part. */
function numberOf(written: string): number | bigint | undefined {
  const plain = written.replaceAll("_", "");
  if (/j$/i.test(plain)) return undefined;
  if (/^0[xob]/i.test(plain) || /^\d+$/.test(plain)) {
    const digits = /^0\d/.test(plain) ? plain.replace(/^0+(?=\d)/, "") : plain;
    const number = Number(digits);
    return Number.isSafeInteger(number) ? number : BigInt(digits);
  }
  return Number(plain);
}

/** `yield`, `yield value` and `yield from value`. */
export function yielded(p: ParseState): Node {
  const { start } = p;
  const { inFunction, inAsync } = p.context;
  if (!inFunction) reportForm(p, "misplaced", start, p.at, "`yield` stands only in functions");
  next(p);
  if (eatWord(p, "from")) {
    if (inAsync) {
      report(
        p,
        "misplaced",
        start,
        p.prevEnd,
        "`yield from` cannot stand in `async def`: `async for` goes through the values",
      );
    }
    const value = test(p);
    return new YieldFrom(start, p.prevEnd, { value });
  }
  const value = beginsElement(p) ? elements(p) : null;
  return new Yield(start, p.prevEnd, { value });
}

/** Marks a node as written in parentheses. */
export function inParentheses(node: Node): Node {
  node.flags |= PARENTHESIZED;
  return node;
}
