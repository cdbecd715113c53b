/** Loops. */
import {
  DoWhileStatement,
  EmptyStatement,
  ForInStatement,
  ForOfStatement,
  ForStatement,
  Missing,
  VariableDeclaration,
  WhileStatement,
  type Expression,
  type Statement,
  type VariableKind,
} from "../nodes/index.js";
import { parseAssignment, parseExpression } from "./expressions.js";
import { parseGoverned, parseHead, skipHead } from "./governed.js";
import { tellMeant } from "./misspelt.js";
import { missing } from "./names.js";
import { toPattern } from "./patterns.js";
import { eat, expect, expectCloser, openerHere, report } from "./recovery.js";
import { isWord, next, peek } from "./scanner.js";
import { Context, has, type ParseState } from "./state.js";
import { checkCover } from "./statements.js";
import { Token } from "./token.js";
import { nameOf, parseDeclarators } from "./variables.js";

function parseLoopBody(p: ParseState, head = p.start): Statement {
  const { context } = p;
  p.context |= Context.Loop;
  const body = parseGoverned(p, false, head);
  p.context = context;
  return body;
}

export function parseWhile(p: ParseState): WhileStatement {
  const { start } = p;
  next(p);
  const test = parseHead(p, "`while`");
  const body = parseLoopBody(p, start);
  return new WhileStatement(start, p.prevEnd, test, body);
}

export function parseDo(p: ParseState): DoWhileStatement {
  const { start } = p;
  next(p);
  const body = parseLoopBody(p);
  let test: Expression;
  if (expect(p, Token.While, "`do … while`")) test = parseHead(p, "`do … while`");
  else test = new Missing(p.prevEnd, p.prevEnd);
  eat(p, Token.Semicolon);
  return new DoWhileStatement(start, p.prevEnd, body, test);
}

export function parseFor(p: ParseState): Statement {
  const { start } = p;
  next(p);
  let isAwait = false;
  if (isWord(p, "await")) {
    const allowed = has(p, Context.Async) ||
      (!has(p, Context.Function) && (has(p, Context.Module) || p.options.module === "detect"));
    if (!allowed) {
      report(p, "misplaced", p.start, p.end, "`for await` stands only in async functions and at the top of modules");
    } else if (!has(p, Context.Async) && !has(p, Context.Module)) p.sawModuleItem = true;
    isAwait = true;
    next(p);
  }
  return parseForHead(p, start, isAwait);
}

/** What stands behind `for`. */
export function parseForHead(p: ParseState, start: number, isAwait = false): Statement {
  const opener = openerHere(p);
  if (!expect(p, Token.ParenOpen, "`for`") && (p.newline || p.token === Token.BraceOpen)) {
    const body = p.token === Token.BraceOpen ? parseLoopBody(p) : new EmptyStatement(p.prevEnd, p.prevEnd);
    return new ForStatement(start, p.prevEnd, null, null, null, body);
  }
  const left = parseForInit(p);
  // Behind a name that is declared a word can only be one of these.
  if (left?.type === "VariableDeclaration" && p.token === Token.Name && !isWord(p, "of") && !p.newline) {
    tellMeant(p, "of");
    next(p);
    const right = parseAssignment(p);
    expectCloser(p, Token.ParenClose, opener, "the head of `for`");
    const body = parseLoopBody(p, start);
    return new ForOfStatement(start, p.prevEnd, left, right, body, isAwait);
  }
  if (left !== null && isWord(p, "of")) {
    if (left.type === "VariableDeclaration") checkForTarget(p, left, "of");
    next(p);
    const right = parseAssignment(p);
    expectCloser(p, Token.ParenClose, opener, "the head of `for`");
    const body = parseLoopBody(p, start);
    return new ForOfStatement(start, p.prevEnd, left, right, body, isAwait);
  }
  if (isAwait) report(p, "misplaced", start, p.prevEnd, "`for await` goes with `of`");
  if (left !== null && p.token === Token.In) {
    if (left.type === "VariableDeclaration") checkForTarget(p, left, "in");
    next(p);
    const right = parseExpression(p);
    expectCloser(p, Token.ParenClose, opener, "the head of `for`");
    const body = parseLoopBody(p, start);
    return new ForInStatement(start, p.prevEnd, left, right, body);
  }
  checkCover(p);
  let test: Expression | null = null;
  let update: Expression | null = null;
  if (left?.type === "VariableDeclaration") checkForValues(p, left);
  if (expect(p, Token.Semicolon, "the head of `for`")) {
    if (p.token !== Token.Semicolon && p.token !== Token.ParenClose) test = parseExpression(p);
    if (expect(p, Token.Semicolon, "the head of `for`")) {
      if (p.token !== Token.ParenClose) update = parseExpression(p);
    } else skipHead(p);
  } else skipHead(p);
  expectCloser(p, Token.ParenClose, opener, "the head of `for`");
  const body = parseLoopBody(p, start);
  return new ForStatement(start, p.prevEnd, left, test, update, body);
}

/** What stands first in the head of a `for`: a declaration without its end, an expression or pattern, or nothing. */
function parseForInit(p: ParseState): VariableDeclaration | Expression | null {
  if (p.token === Token.Semicolon) return null;
  const { start, context } = p;
  const kind = forKind(p);
  p.context |= Context.NoIn;
  let left: VariableDeclaration | Expression;
  if (kind !== undefined) {
    const declarations = parseDeclarators(p, kind, true);
    left = new VariableDeclaration(start, p.prevEnd, kind, declarations);
  } else {
    const startsWithLet = isWord(p, "let");
    const startsWithAsync = isWord(p, "async") && p.source.slice(p.end).trimStart().startsWith("of");
    left = parseExpression(p);
    if (isWord(p, "of") || p.token === Token.In) {
      toPattern(p, left, left.offset, false);
      if (isWord(p, "of") && startsWithLet) {
        report(
          p,
          "misplaced",
          left.offset,
          left.offset + left.length,
          "The target of `for … of` cannot begin with `let`",
        );
      }
      if (isWord(p, "of") && startsWithAsync && left.type === "Identifier") {
        report(p, "misplaced", left.offset, left.offset + left.length, "The target of `for … of` cannot be `async`");
      }
    }
  }
  p.context = context;
  return left;
}

function forKind(p: ParseState): VariableKind | undefined {
  if (p.token === Token.Var) return "var";
  if (p.token === Token.Const) return "const";
  if (isWord(p, "let")) {
    const after = peek(p);
    const of = after.token === Token.Name && p.source.slice(after.start, after.end) === "of";
    if (after.token === Token.Name || after.token === Token.BracketOpen || after.token === Token.BraceOpen) {
      return of && !/^\s*[=;,]|^\s+(?:of|in)\b/.test(p.source.slice(after.end, after.end + 20)) ? undefined : "let";
    }
    return undefined;
  }
  if (isWord(p, "using")) {
    const after = peek(p);
    const name = p.source.slice(after.start, after.end);
    if (
      after.token === Token.Name &&
      !after.newline &&
      (name !== "of" || /^\s*(?:=|of\b)/.test(p.source.slice(after.end)))
    ) return "using";
  }
  if (isWord(p, "await") && /^await\s+using\s+(?!of\b|in\b)[\w$]/.test(p.source.slice(p.start, p.start + 40))) {
    return "await using";
  }
  return undefined;
}

function checkForTarget(p: ParseState, left: VariableDeclaration, word: string): void {
  if (left.declarations.length > 1) {
    report(
      p,
      "misplaced",
      left.offset,
      left.offset + left.length,
      `Only one variable can be declared before \`${word}\``,
    );
  }
  const first = left.declarations[0]!;
  const loose = word === "in" && left.kind === "var" && !has(p, Context.Strict) && first.id.type === "Identifier";
  if (first.init !== null && !loose) {
    report(
      p,
      "misplaced",
      left.offset,
      left.offset + left.length,
      `The variable before \`${word}\` gets its values from the loop and has none of its own`,
    );
  }
}

function checkForValues(p: ParseState, left: VariableDeclaration): void {
  for (const declarator of left.declarations) {
    if (declarator.init !== null || declarator.id.type === "Missing") continue;
    if (left.kind === "const" || nameOf(declarator.id).type !== "Identifier") {
      missing(p, "A value is missing in the declaration");
    }
  }
}
