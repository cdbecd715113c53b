/** `if`, `try`, `switch` and `with`. */
import {
  CatchClause,
  type BlockStatement,
  IfStatement,
  SwitchCase,
  SwitchStatement,
  TryStatement,
  WithStatement,
  type Expression,
  type Pattern,
  type Statement,
} from "../nodes/index.js";
import { enough, take } from "./elements.js";
import { parseExpression } from "./expressions.js";
import { parseBlock, parseGoverned, parseHead } from "./governed.js";
import { indentAt, lacksOpener, standsNext } from "./indentation.js";
import { isMisspelt, tellMeant } from "./misspelt.js";
import { missing } from "./names.js";
import { annotated, parseBinding } from "./patterns.js";
import { eat, expect, expectCloser, here, openerHere, report, reportForm, tellMissing } from "./recovery.js";
import { readList } from "./repair.js";
import { next, peek } from "./scanner.js";
import { lookAhead } from "./speculate.js";
import { at, Context, has, type ParseState } from "./state.js";
import { parseStatement, passStray } from "./statements.js";
import { Token } from "./token.js";

export function parseIf(p: ParseState): IfStatement {
  const { start } = p;
  next(p);
  return parseIfOf(p, start, parseHead(p, "`if`"));
}

/** What stands behind the head of an `if`. */
export function parseIfOf(p: ParseState, start: number, test: Expression): IfStatement {
  const consequent = parseGoverned(p, true, start);
  const otherwise = p.start;
  const alternate = eatElse(p) ? parseGoverned(p, true, otherwise) : null;
  return new IfStatement(start, p.prevEnd, test, consequent, alternate);
}

/** Moves past `else`, also one with a slip in it; of `elseif` the `if` is left to be read. */
function eatElse(p: ParseState): boolean {
  if (eat(p, Token.Else)) return true;
  if (p.token !== Token.Name) return false;
  const { token } = peek(p);
  const word = p.source.slice(p.start, p.end);
  if (token === Token.ParenOpen && /^(?:elseif|elsif|elif)$/.test(word)) {
    tellMeant(p, "else if");
    p.token = Token.If;
    return true;
  }
  if ((token !== Token.BraceOpen && token !== Token.If) || !isMisspelt(p, "else")) return false;
  tellMeant(p, "else");
  next(p);
  return true;
}

export function parseTry(p: ParseState): TryStatement {
  const { start } = p;
  next(p);
  return parseHandlers(p, start, parseBlock(p, "`try`", start), false);
}

/** What stands behind the block of a `try`, whose word may be missing. */
export function parseHandlers(p: ParseState, start: number, block: BlockStatement, lacksWord: boolean): TryStatement {
  if (lacksWord) {
    reportForm(p, "missing-part", start, start + 1, "`try` is missing before `{`", {
      insert: { at: start, text: "try " },
    });
  }
  let handler: CatchClause | null = null;
  if (peek(p).token === Token.ParenOpen && isMisspelt(p, "catch")) {
    tellMeant(p, "catch");
    p.token = Token.Catch;
  }
  const lacksCatch = p.token === Token.ParenOpen && !p.newline && isCaught(p);
  if (lacksCatch) {
    tellMissing(p, "catch");
  }
  if (p.token === Token.Catch || lacksCatch) {
    const from = p.start;
    if (!lacksCatch) next(p);
    let param: Pattern | null = null;
    if (at(p, Token.ParenOpen)) {
      const opener = openerHere(p);
      next(p);
      const from = p.start;
      param = annotated(p, from, parseBinding(p, "what is caught"));
      expectCloser(p, Token.ParenClose, opener, "the head of `catch`");
    } else if (at(p, Token.Name) && peek(p).token === Token.BraceOpen) {
      const name = p.source.slice(p.start, p.end);
      const message = `What is caught stands in parentheses: \`(${name})\``;
      reportForm(p, "missing-part", p.start, p.end, message, {
        insert: { at: p.start, text: `(${name})`, over: name.length },
      });
      param = parseBinding(p, "what is caught");
    }
    const body = parseBlock(p, "`catch`", from);
    handler = new CatchClause(from, p.prevEnd, param, body);
  }
  if (isMisspelt(p, "finally") && peek(p).token === Token.BraceOpen) {
    tellMeant(p, "finally");
    p.token = Token.Finally;
  }
  const last = p.start;
  const finalizer = eat(p, Token.Finally) ? parseBlock(p, "`finally`", last) : null;
  if (handler === null && finalizer === null) missing(p, "`catch` or `finally` is missing behind `try`");
  return new TryStatement(start, p.prevEnd, block, handler, finalizer);
}

/** Whether a name in parentheses stands here, and a block behind it. */
function isCaught(p: ParseState): boolean {
  return lookAhead(p, () => {
    next(p);
    next(p);
    if (!at(p, Token.ParenClose)) return false;
    next(p);
    return at(p, Token.BraceOpen) && !p.newline;
  });
}

export function parseSwitch(p: ParseState): SwitchStatement {
  const { start } = p;
  next(p);
  return parseSwitchOf(p, start, parseHead(p, "`switch`"));
}

/** What stands behind the head of a `switch`. */
export function parseSwitchOf(p: ParseState, start: number, discriminant: Expression): SwitchStatement {
  const opener = openerHere(p);
  const cases: SwitchCase[] = [];
  const isOpen = lacksOpener(p, start);
  if (!expect(p, Token.BraceOpen, "`switch`") && !isOpen) {
    return new SwitchStatement(start, p.prevEnd, discriminant, cases);
  }
  const { context } = p;
  p.context |= Context.Switch;
  parseCases(p, isOpen ? start : opener.at, cases);
  p.context = context;
  if (!isOpen) expectCloser(p, Token.BraceClose, opener, "`switch`");
  else if (p.token === Token.BraceClose) next(p);
  return new SwitchStatement(start, p.prevEnd, discriminant, cases);
}

/** The cases of a `switch`, appended to `cases`. */
export function parseCases(p: ParseState, opener: number, cases: SwitchCase[]): void {
  const own = indentAt(p, opener);
  while (p.token !== Token.BraceClose && standsNext(p, opener, own) === "more") {
    const from = p.start;
    const { braces, brackets } = p;
    let test: Expression | null = null;
    if (p.token === Token.Default) {
      if (cases.some((one) => one.test === null)) {
        report(p, "misplaced", p.start, p.end, "A `switch` has only one `default`");
      }
      next(p);
    } else if (p.token === Token.Case || startsMisspeltCase(p)) {
      if (p.token !== Token.Case) tellMeant(p, "case");
      next(p);
      test = parseExpression(p);
    } else if ((p.token === Token.Number || p.token === Token.String) && peek(p).token === Token.Colon) {
      reportForm(p, "missing-part", p.start, p.end, `\`case\` is missing before ${here(p)}`, {
        insert: { at: p.start, text: "case " },
      });
      test = parseExpression(p);
    } else {
      reportForm(p, "missing-part", p.prevEnd, p.prevEnd, `\`case\` or \`default\` is missing before ${here(p)}`);
      if (p.token === Token.ParenClose || p.token === Token.BracketClose) {
        next(p);
        continue;
      }
    }
    if (p.prevEnd > from) expect(p, Token.Colon, test === null ? "`default`" : "`case`");
    const consequent: Statement[] = [];
    parseCaseBody(p, opener, consequent);
    take(p, cases, new SwitchCase(from, p.prevEnd, test, consequent), braces, brackets);
    if (enough(p, cases)) break;
  }
}

/** Whether a `case` with a slip in it begins here: a value that can stand behind no name follows. */
function startsMisspeltCase(p: ParseState): boolean {
  if (!isMisspelt(p, "case")) return false;
  const { token, newline } = peek(p);
  return !newline && (token === Token.String || token === Token.Number || token === Token.Name);
}

/** The statements of a case, appended to `body`. */
export function parseCaseBody(p: ParseState, opener: number, body: Statement[]): void {
  const own = indentAt(p, opener);
  readList(p, body, () => {
    if (p.token === Token.Case || p.token === Token.Default || startsMisspeltCase(p)) return false;
    const what = standsNext(p, opener, own);
    if (what === "end") return false;
    const { braces, brackets } = p;
    take(p, body, what === "stray" ? passStray(p) : parseStatement(p, true), braces, brackets);
    return true;
  });
}

export function parseWith(p: ParseState): WithStatement {
  const { start, end } = p;
  if (has(p, Context.Strict)) report(p, "misplaced", start, end, "`with` does not exist in strict code");
  next(p);
  const object = parseHead(p, "`with`");
  const body = parseGoverned(p, false);
  return new WithStatement(start, p.prevEnd, object, body);
}
