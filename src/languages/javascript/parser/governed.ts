/** Statements that others govern, with the heads of those and their blocks. */
import {
  BlockStatement,
  EmptyStatement,
  type Expression,
  type Statement,
} from "../nodes/index.js";
import { parseExpression } from "./expressions.js";
import { parseFunctionDeclaration } from "./functions.js";
import { indentAt, isBehindFence, lacksOpener, standsForOpener } from "./indentation.js";
import { parseStatements } from "./items.js";
import { missing } from "./names.js";
import { expect, expectCloser, here, openerHere, report, reportForm } from "./recovery.js";
import { next, peek } from "./scanner.js";
import { at, Context, has, type ParseState } from "./state.js";
import { parseStatement } from "./statements.js";
import { Token } from "./token.js";

/** The statement that an `if`, a loop or `with` governs. */
export function parseGoverned(p: ParseState, allowFunction: boolean, head = p.start): Statement {
  const open = p.newline || p.token === Token.BraceClose ? parseOpenBlock(p, head) : undefined;
  if (open !== undefined) return open;
  if (p.newline && isBehindFence(p)) {
    missing(p, `A statement is missing before ${here(p)}`);
    return new EmptyStatement(p.prevEnd, p.prevEnd);
  }
  const statement = parseBody(p, allowFunction);
  let inner = statement;
  while (inner.type === "LabeledStatement") inner = inner.body;
  if (inner !== statement && inner.type === "FunctionDeclaration") {
    report(
      p,
      "misplaced",
      statement.offset,
      statement.offset + statement.length,
      "A function declared here needs a block around it",
    );
  }
  return statement;
}

/** The statement that an `if` or a label governs. */
export function parseBody(p: ParseState, allowFunction: boolean): Statement {
  if (p.token === Token.BraceClose || p.token === Token.End) {
    const at = p.prevEnd;
    missing(p, `A statement is missing before ${here(p)}`);
    return new EmptyStatement(at, at);
  }
  // Behind a head that went wrong, a line that is not indented stands for itself.
  if (p.calm && p.newline && p.token !== Token.BraceOpen && indentAt(p, p.start) <= indentAt(p, p.prevEnd)) {
    return new EmptyStatement(p.prevEnd, p.prevEnd);
  }
  if (allowFunction && p.token === Token.Function && !has(p, Context.Strict)) {
    if (peek(p).token === Token.Star) {
      report(p, "misplaced", p.start, p.end, "A generator declared here needs a block around it");
    }
    return parseFunctionDeclaration(p);
  }
  return parseStatement(p, false);
}

/** A block whose opening brace is missing, where that of a head that begins at `head` is; `undefined` where it is not. */
function parseOpenBlock(p: ParseState, head: number): BlockStatement | undefined {
  const { start, prevEnd } = p;
  if (standsForOpener(p, head)) {
    reportForm(p, "unexpected", start, p.end, "`}` stands where the block begins: `{` is meant", {
      insert: { at: start, text: "{", over: 1 },
    });
    next(p);
    const body = parseStatements(p, start, []);
    if (at(p, Token.BraceClose)) next(p);
    return new BlockStatement(start, p.prevEnd, body);
  }
  if (!lacksOpener(p, head)) return undefined;
  reportForm(p, "missing-part", prevEnd, prevEnd, "`{` is missing to begin the block", {
    insert: { at: prevEnd, text: " {" },
  });
  const body = parseStatements(p, prevEnd, []);
  if (p.token === Token.BraceClose) next(p);
  return new BlockStatement(start, p.prevEnd, body);
}

export function parseBlock(p: ParseState, construct: string, head = p.start): BlockStatement {
  const { start } = p;
  const opener = openerHere(p);
  if (p.token !== Token.BraceOpen) {
    const open = parseOpenBlock(p, head);
    if (open !== undefined) return open;
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, `\`{\` is missing to begin ${construct}`, {
      insert: { at: p.prevEnd, text: " {" },
    });
    if (p.token === Token.End || p.token === Token.BraceClose || p.newline) {
      return new BlockStatement(p.prevEnd, p.prevEnd, []);
    }
    const only = parseStatement(p, true);
    return new BlockStatement(start, p.prevEnd, [only]);
  }
  next(p);
  const body = parseStatements(p, start, []);
  expectCloser(p, Token.BraceClose, opener, construct);
  return new BlockStatement(start, p.prevEnd, body);
}

/** `( expression )` in the head of a statement. */
export function parseHead(p: ParseState, construct: string): Expression {
  const opener = openerHere(p);
  const open = expect(p, Token.ParenOpen, construct);
  if (open && p.token === Token.ParenClose) {
    const test = missing(p, `A condition is missing in ${construct}`);
    next(p);
    return test;
  }
  // What stands on the next line is not what is asked.
  if (!open && p.newline) return missing(p, `A condition is missing in ${construct}`);
  const expression = parseExpression(p);
  if (open && p.token === Token.Semicolon) {
    reportForm(p, "unexpected", p.start, p.end, `A \`;\` does not belong into the head of ${construct}`);
    skipHead(p);
  }
  if (open && p.token === Token.BracketClose) {
    reportForm(p, "unexpected", p.start, p.end, "`]` closes nothing: its opener is missing", {
      insert: { at: p.start, text: "", over: 1 },
    });
    next(p);
  }
  if (open) expectCloser(p, Token.ParenClose, opener, `the head of ${construct}`);
  else if (at(p, Token.ParenClose) && !p.newline) next(p);
  return expression;
}

/** Passes over the rest of a head that went wrong, up to its `)` on the same line. */
export function skipHead(p: ParseState): void {
  while (!p.newline && p.token !== Token.ParenClose && p.token !== Token.BraceOpen && p.token !== Token.End) {
    next(p);
    if (!p.newline) p.calm = true;
  }
}
