/** Expressions. */
import {
  AssignmentExpression,
  BinaryExpression,
  ConditionalExpression,
  LogicalExpression,
  SequenceExpression,
  YieldExpression,
  type Expression,
} from "../nodes/index.js";
import { parseArrowByName } from "./arrows.js";
import { deeper, skipTooDeep } from "./depth.js";
import { isBehindFence } from "./indentation.js";
import { startsExpression } from "./lists.js";
import { missing, parsePrivateName } from "./names.js";
import { checkSimpleTarget, keepFirst, toPattern } from "./patterns.js";
import {
  expect,
  here,
  report,
} from "./recovery.js";
import { next } from "./scanner.js";
import { at, Context, has, type ParseState, refused } from "./state.js";
import { isAssignment, precedence, Token } from "./token.js";
import { parseArrowOfTypeScript, parseCast } from "./typed-expressions.js";
import { parseUnary } from "./unary.js";

/** An expression, commas included. */
export function parseExpression(p: ParseState): Expression {
  const { start } = p;
  const first = parseAssignment(p);
  if (p.token !== Token.Comma) return first;
  const expressions = [first];
  while (p.token === Token.Comma) {
    next(p);
    expressions.push(parseAssignment(p));
  }
  return new SequenceExpression(start, p.prevEnd, expressions);
}

/** Runs `parse` where `in` is an operator again, as inside brackets. */
export function parseExpressionWithIn<T>(p: ParseState, parse: (p: ParseState) => T): T {
  const noIn = p.context & Context.NoIn;
  if (noIn === 0) return parse(p);
  p.context &= ~Context.NoIn;
  const result = parse(p);
  p.context |= noIn;
  return result;
}

/** An expression without a comma at its top: an assignment, arrow function, `yield`, condition, or what binds more tightly. */
export function parseAssignment(p: ParseState): Expression {
  if (p.newline && isBehindFence(p)) return missing(p, `A value is missing before ${here(p)}`);
  if (!deeper(p, 8)) return skipTooDeep(p);
  const result = parseAssignmentInner(p);
  p.depth -= 8;
  return result;
}

/** How the current operator is written. One that does not stand there is none that may be missing. */
function operatorHere(p: ParseState): string {
  if (p.start === p.end) throw refused;
  return p.source.slice(p.start, p.end);
}

function parseAssignmentInner(p: ParseState): Expression {
  const { start } = p;
  const { colonAfterArrow } = p;
  p.colonAfterArrow = false;
  p.operandStart = start;
  if (p.typescript && (p.token === Token.ParenOpen || p.token === Token.Less)) {
    const typed = parseArrowOfTypeScript(p, start, false, colonAfterArrow);
    if (typed !== undefined) return typed;
  }
  const arrow = p.token === Token.Name ? parseArrowByName(p) : undefined;
  if (arrow !== undefined) return arrow;
  const left = parseConditional(p);
  if (!isAssignment(p.token)) return left;
  if (left.type === "ArrowFunctionExpression" && !left.parenthesized) return left;
  const operator = operatorHere(p);
  if (/^(?:As|Satisfies)Expression$|^TypeAssertion$/.test(left.type) && !left.parenthesized) {
    report(
      p,
      "bad-target",
      left.offset,
      left.offset + left.length,
      "What is assigned to with a type needs parentheses around it",
    );
  } else if (p.token === Token.Assign) {
    const known = p.problems.length;
    toPattern(p, left, left.offset, false);
    keepFirst(p, known);
  } else checkSimpleTarget(p, left, left.offset);
  next(p);
  const right = parseAssignment(p);
  return new AssignmentExpression(start, p.prevEnd, left, operator, right);
}

export function parseYield(p: ParseState): YieldExpression {
  const { start } = p;
  p.lastYield = start;
  if (has(p, Context.Parameters)) {
    report(p, "misplaced", p.start, p.end, "`yield` cannot stand in a generator's parameters");
  }
  next(p);
  const delegate = !p.newline && p.token === Token.Star;
  if (delegate) next(p);
  const bare = !delegate && (p.newline || !startsExpression(p));
  const argument = bare ? null : parseAssignment(p);
  return new YieldExpression(start, p.prevEnd, argument, delegate);
}

function parseConditional(p: ParseState): Expression {
  const { start } = p;
  const test = parseBinary(p);
  if (p.token !== Token.Question) return test;
  if (test.type === "ArrowFunctionExpression" && !test.parenthesized) return test;
  next(p);
  p.colonAfterArrow = true;
  const consequent = parseExpressionWithIn(p, parseAssignment);
  expect(p, Token.Colon, "the condition `a ? b : c`");
  const alternate = parseAssignment(p);
  return new ConditionalExpression(start, p.prevEnd, test, consequent, alternate);
}

function parseBinary(p: ParseState): Expression {
  const { start } = p;
  if (p.token === Token.PrivateName) {
    const name = parsePrivateName(p);
    if (!at(p, Token.In) || has(p, Context.NoIn)) {
      report(p, "misplaced", name.offset, name.offset + name.length, "A private name alone can only stand before `in`");
    }
    return parseBinaryRest(p, start, name, 0);
  }
  const left = parseUnary(p);
  return precedence[p.token] === 0 && !p.typescript ? left : parseBinaryRest(p, start, left, 0);
}

/** Reads operators that bind more tightly than `least` and their right operands, by precedence climbing. */
function parseBinaryRest(p: ParseState, start: number, first: Expression, least: number): Expression {
  let left = first;
  if (left.type === "ArrowFunctionExpression" && !left.parenthesized) return left;
  for (;;) {
    const { token } = p;
    if (token === Token.Name && p.typescript) {
      const cast = least < relational && !p.newline ? parseCast(p, start, left) : undefined;
      if (cast === undefined) return left;
      left = cast;
      continue;
    }
    const level = precedence[token]!;
    if (token === Token.Less && p.tags.length > 0 && (atClosingTag(p) || (p.newline && isBehindFence(p)))) return left;
    if (level <= least || (token === Token.In && has(p, Context.NoIn))) return left;
    const operatorStart = p.start;
    const operator = operatorHere(p);
    if (
      token === Token.Power &&
      (left.type === "UnaryExpression" || left.type === "AwaitExpression") &&
      !left.parenthesized
    ) {
      report(
        p,
        "misplaced",
        left.offset,
        p.prevEnd,
        "Put the left side of `**` in parentheses: a sign before it could mean two things",
      );
    }
    next(p);
    const rightStart = p.start;
    const right = p.newline && isBehindFence(p)
      ? missing(p, `A value is missing before ${here(p)}`)
      : p.token === Token.PrivateName ? parseBinary(p) : parseUnary(p);
    const tight = (p.typescript && p.token === Token.Name && level < relational) ||
      precedence[p.token]! > (token === Token.Power ? level - 1 : level)
      ? parseBinaryRest(p, rightStart, right, token === Token.Power ? level - 1 : level)
      : right;
    if (token === Token.Nullish || token === Token.LogicalOr || token === Token.LogicalAnd) {
      checkMixed(p, operator, left, tight, operatorStart);
      left = new LogicalExpression(start, p.prevEnd, left, operator, tight);
    } else left = new BinaryExpression(start, p.prevEnd, left, operator, tight);
  }
}

/** Whether the current `<` begins the closing tag of the open JSX element, where the rest of the line holds no other `/` that could end a pattern. */
function atClosingTag(p: ParseState): boolean {
  const tag = `</${p.tags.at(-1)!}>`;
  if (!p.source.startsWith(tag, p.start)) return false;
  const rest = p.source.slice(p.start + tag.length, p.start + 300).split(/[\n\r]/)[0]!;
  return !/[^<]\/(?!>)|^\//.test(rest);
}

const relational = precedence[Token.Less]!;

/** `??` beside `||` or `&&` needs parentheses. */
function checkMixed(p: ParseState, operator: string, left: Expression, right: Expression, at: number): void {
  for (const side of [left, right]) {
    if (side.type === "LogicalExpression" && !side.parenthesized && (side.operator === "??") !== (operator === "??")) {
      report(
        p,
        "misplaced",
        at,
        at + operator.length,
        `\`${operator}\` beside \`${side.operator}\` needs parentheses to say which comes first`,
      );
    }
  }
}
