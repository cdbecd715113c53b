import {
  BlockStatement,
  BreakStatement,
  CatchClause,
  ContinueStatement,
  DebuggerStatement,
  EmptyStatement,
  ExpressionStatement,
  IfStatement,
  LabeledStatement,
  ReturnStatement,
  Skipped,
  SwitchCase,
  SwitchStatement,
  ThrowStatement,
  TryStatement,
  WithStatement,
  type Declaration,
  type Expression,
  type Pattern,
  type Statement,
  Missing,
} from "../nodes/index.js";
import { holdsObject, parseReturnedObject } from "./braced-object.js";
import { parseClassDeclaration, parseDecorators } from "./classes.js";
import { deeper, skipTooDeep } from "./depth.js";
import { enough, take } from "./elements.js";
import { parseExpression } from "./expressions.js";
import { parseFunctionDeclaration } from "./functions.js";
import { indentAt, isBehindFence, lacksOpener, noteEnd, standsForOpener, standsNext } from "./indentation.js";
import { parseStatements } from "./items.js";
import { startsExpression } from "./lists.js";
import { parseDo, parseFor, parseWhile } from "./loops.js";
import { isMisspelt, isSlip, meantKeyword, tellMeant } from "./misspelt.js";
import { parseExport, parseImport } from "./modules.js";
import { missing, parseIdentifier } from "./names.js";
import { annotated, parseBinding } from "./patterns.js";
import { eat, expect, expectCloser, here, openerHere, report, reportForm } from "./recovery.js";
import { isWord, next, peek } from "./scanner.js";
import { at, Context, has, type ParseState } from "./state.js";
import { isWordLike, Token } from "./token.js";
import { parseTyped, parseTypeScriptStatement } from "./typescript.js";
import { parseVariables } from "./variables.js";

/** Reports a value given with `=` in an object that has not proved to be a pattern. */
export function checkCover(p: ParseState): void {
  if (p.coverInit < 0) return;
  report(p, "misplaced", p.coverInit, p.coverInit + 1, "A value is given to a property with `:`, not `=`");
  p.coverInit = -1;
}

/** Ends a statement: by `;`, or without one where the standard's automatic insertion allows it. */
export function semicolon(p: ParseState, construct: string): void {
  if (p.token === Token.Semicolon) {
    next(p);
    return;
  }
  if (p.newline || p.token === Token.BraceClose || p.token === Token.End) return;
  if (p.token === Token.ParenClose || p.token === Token.BracketClose) return;
  if (
    p.token === Token.Unknown ||
    p.token === Token.Hash ||
    p.token === Token.At ||
    !startsExpression(p) && !isWordLike(p.token)
  ) {
    reportForm(p, "unexpected", p.start, p.end, `${here(p)} does not fit behind ${construct}`);
    return;
  }
  if (p.token === Token.BraceOpen && p.source.charCodeAt(p.prevEnd - 1) === 41) {
    reportForm(
      p,
      "missing-part",
      p.prevEnd,
      p.prevEnd,
      "`=>` is missing between the parameters and the body of the function",
      { insert: { at: p.prevEnd, text: " =>" } },
    );
    return;
  }
  const word = /[\w$]+$/.exec(p.source.slice(Math.max(0, p.prevEnd - 8), p.prevEnd))?.[0] ?? "";
  const meant = p.token === Token.Name ? ["await", "typeof", "new"].find((one) => isSlip(word, one)) : undefined;
  if (meant !== undefined) {
    const from = p.prevEnd - word.length;
    const message = `\`${word}\` stands where a keyword is needed: \`${meant}\` is most likely meant`;
    reportForm(p, "unexpected", from, p.prevEnd, message, { insert: { at: from, text: meant, over: word.length } });
    return;
  }
  reportForm(
    p,
    "missing-part",
    p.prevEnd,
    p.prevEnd,
    `A \`;\` or a line end is missing behind ${construct}, before ${here(p)}`,
    { insert: { at: p.prevEnd, text: ";" } },
  );
}

/** A statement. `list` says that declarations may stand here, as in a block. */
export function parseStatement(p: ParseState, list: boolean): Statement {
  if (!deeper(p, 4)) {
    const { start } = p;
    skipTooDeep(p);
    if (p.start === start && p.token !== Token.End) next(p);
    eat(p, Token.Semicolon);
    return new Skipped(start, p.prevEnd);
  }
  const statement = parseStatementInner(p, list);
  p.depth -= 4;
  checkCover(p);
  return statement;
}

function parseStatementInner(p: ParseState, list: boolean): Statement {
  const { start } = p;
  if (p.typescript) {
    if (p.token === Token.At) return parseDecorated(p, start);
    if (p.token === Token.Name || p.token === Token.Enum || p.token === Token.Const) {
      const own = parseTypeScriptStatement(p);
      if (own !== undefined) return own;
    }
  }
  switch (p.token) {
    case Token.BraceOpen:
      return parseBlock(p, "the block");
    case Token.Semicolon:
      next(p);
      return new EmptyStatement(start, p.prevEnd);
    case Token.Var:
      return parseVariables(p, "var");
    case Token.Const:
      if (!list) report(p, "misplaced", p.start, p.end, "A declaration needs a block around it here");
      return parseVariables(p, "const");
    case Token.If:
      return parseIf(p);
    case Token.For:
      return parseFor(p);
    case Token.While:
      return parseWhile(p);
    case Token.Do:
      return parseDo(p);
    case Token.Return:
      return parseReturn(p);
    case Token.Break:
    case Token.Continue:
      return parseJump(p);
    case Token.Throw:
      return parseThrow(p);
    case Token.Try:
      return parseTry(p);
    case Token.Switch:
      return parseSwitch(p);
    case Token.With:
      return parseWith(p);
    case Token.Debugger:
      next(p);
      semicolon(p, "`debugger`");
      return new DebuggerStatement(start, p.prevEnd);
    case Token.Function:
      if (!list) report(p, "misplaced", p.start, p.end, "A function declared here needs a block around it");
      return parseFunctionDeclaration(p);
    case Token.Class:
      if (!list) report(p, "misplaced", p.start, p.end, "A declaration needs a block around it here");
      return parseClassDeclaration(p);
    case Token.Import: {
      const after = peek(p);
      if (after.token === Token.ParenOpen || after.token === Token.Dot) break;
      report(
        p,
        "misplaced",
        p.start,
        p.end,
        "An import stands at the top of a module, outside of blocks and functions",
      );
      parseImport(p);
      return new Skipped(start, p.prevEnd);
    }
    case Token.Export:
      report(
        p,
        "misplaced",
        p.start,
        p.end,
        "An export stands at the top of a module, outside of blocks and functions",
      );
      next(p);
      if (!startsExpression(p) && !isWordLike(p.token)) return new Skipped(start, p.prevEnd);
      return parseStatement(p, true);
    case Token.Name: {
      const special = parseByWord(p, list) ?? parseMisspelt(p);
      if (special !== undefined) return special;
      break;
    }
    default:
      if (!startsExpression(p)) return skipStray(p);
  }
  const expression = parseExpression(p);
  semicolon(p, "the statement");
  if (p.start === start && !at(p, Token.End)) return skipStray(p);
  return new ExpressionStatement(start, p.prevEnd, expression, null);
}

/** A class with decorators before it, and before or behind its `export`. */
function parseDecorated(p: ParseState, start: number): Statement {
  const decorators = parseDecorators(p);
  if (at(p, Token.Export)) return parseExport(p, decorators, start) as Statement;
  if (at(p, Token.Class) || isWord(p, "abstract")) return parseClassDeclaration(p, false, start, decorators);
  reportForm(p, "unexpected", start, p.prevEnd, "A decorator stands only before classes and what is in them");
  return new Skipped(start, p.prevEnd);
}

/** Statements that begin with a word which is a name elsewhere: `let`, `async function`, `using`, labels. */
function parseByWord(p: ParseState, list: boolean): Statement | undefined {
  if (isWord(p, "let")) {
    const after = peek(p);
    const declares = after.token === Token.BracketOpen ||
      after.token === Token.BraceOpen ||
      after.token === Token.Name ||
      (isWordLike(after.token) && after.token !== Token.In && after.token !== Token.Instanceof);
    if (declares && (list || !after.newline || after.token === Token.BracketOpen)) {
      if (!list) report(p, "misplaced", p.start, p.end, "A declaration needs a block around it here");
      return parseVariables(p, "let");
    }
  } else if (isWord(p, "async")) {
    const after = peek(p);
    if (after.token === Token.Function && !after.newline) {
      if (!list) report(p, "misplaced", p.start, p.end, "A declaration needs a block around it here");
      return parseFunctionDeclaration(p);
    }
  } else if (isWord(p, "using")) {
    const after = peek(p);
    if (after.token === Token.Name && !after.newline) return parseVariables(p, "using");
  } else if (isWord(p, "await") && p.source.startsWith("using", p.end + 1)) {
    const after = peek(p);
    if (
      !after.newline &&
      /^using[ \t]+(?!in\b|of\b|instanceof\b)[\w$]/.test(p.source.slice(after.start, after.start + 20))
    ) return parseVariables(p, "await using");
  }
  let behind = p.end;
  while (p.source.charCodeAt(behind) === 32) behind += 1;
  const unit = p.source.charCodeAt(behind);
  if (unit === 58 || ((unit === 47 || unit === 10 || unit === 9 || unit === 13) && peek(p).token === Token.Colon)) {
    return parseLabelled(p);
  }
  return undefined;
}

/** A statement whose keyword has a slip in it. */
export function parseMisspelt(p: ParseState): Declaration | Statement | undefined {
  const meant = meantKeyword(p);
  if (meant === undefined || meant === "import" || meant === "export") return undefined;
  const { start } = p;
  tellMeant(p, meant);
  switch (meant) {
    case "const":
    case "let":
    case "var":
      return parseVariables(p, meant);
    case "return":
      return parseReturn(p);
    case "throw":
      return parseThrow(p);
    case "if":
      return parseIf(p);
    case "for":
      return parseFor(p);
    case "while":
      return parseWhile(p);
    case "switch":
      return parseSwitch(p);
    case "try":
      return parseTry(p);
    case "do":
      return parseDo(p);
    case "async":
    case "function":
      return parseFunctionDeclaration(p, false, meant === "async" ? "async" : "as written");
    case "class":
      next(p);
      return parseClassDeclaration(p, false, start, [], true);
    default:
      return parseTyped(p, meant);
  }
}

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
function parseBody(p: ParseState, allowFunction: boolean): Statement {
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

function parseBlock(p: ParseState, construct: string, head = p.start): BlockStatement {
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
    p.calm = true;
  }
}

function parseIf(p: ParseState): IfStatement {
  const { start } = p;
  next(p);
  const test = parseHead(p, "`if`");
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

function parseReturn(p: ParseState): ReturnStatement {
  const { start, end } = p;
  next(p);
  if (!has(p, Context.Return) && !p.looseReturn) {
    report(p, "misplaced", start, end, "`return` stands only in functions");
  }
  const bare = p.newline || p.token === Token.Semicolon || p.token === Token.BraceClose || p.token === Token.End;
  const argument = p.newline && indentAt(p, p.start) >= indentAt(p, start) && holdsObject(p)
    ? parseReturnedObject(p, start)
    : bare ? null : parseExpression(p);
  semicolon(p, "`return`");
  return new ReturnStatement(start, p.prevEnd, argument);
}

/** What is thrown, where a line end comes before it: the lines can be joined, unless a comment stands there. */
function missingThrown(p: ParseState): Missing {
  const [at, to] = [p.prevEnd, p.start];
  const canJoin = p.token !== Token.BraceClose &&
    p.token !== Token.Semicolon &&
    p.token !== Token.End &&
    /^\s*$/.test(p.source.slice(at, to));
  reportForm(
    p,
    "missing-part",
    at,
    at,
    "The value to throw is missing: it stands on the line of `throw`",
    canJoin ? { insert: { at, text: " ", over: to - at } } : {},
  );
  return new Missing(at, at);
}

function parseThrow(p: ParseState): ThrowStatement {
  const { start } = p;
  next(p);
  const argument = p.newline ? missingThrown(p) : parseExpression(p);
  semicolon(p, "`throw`");
  return new ThrowStatement(start, p.prevEnd, argument);
}

function parseJump(p: ParseState): BreakStatement | ContinueStatement {
  const { start, end } = p;
  const isBreak = p.token === Token.Break;
  next(p);
  const label = p.token === Token.Name && !p.newline ? parseIdentifier(p) : null;
  const word = isBreak ? "break" : "continue";
  if (label !== null) {
    const target = p.labels.findLast((known) => known.name === label.name);
    if (target === undefined) {
      report(
        p,
        "misplaced",
        label.offset,
        label.offset + label.length,
        `There is no label \`${label.name}\` around this \`${word}\``,
      );
    } else if (!isBreak && !target.loop) {
      report(
        p,
        "misplaced",
        label.offset,
        label.offset + label.length,
        `\`${label.name}\` is not the label of a loop, so \`continue\` cannot go there`,
      );
    }
  } else if (!has(p, Context.Loop) && !(isBreak && has(p, Context.Switch))) {
    report(
      p,
      "misplaced",
      start,
      end,
      isBreak ? "`break` stands only in loops and `switch`" : "`continue` stands only in loops",
    );
  }
  semicolon(p, `\`${word}\``);
  return isBreak ? new BreakStatement(start, p.prevEnd, label) : new ContinueStatement(start, p.prevEnd, label);
}

function parseLabelled(p: ParseState): LabeledStatement {
  const { start } = p;
  const label = parseIdentifier(p);
  next(p);
  if (p.labels.some((known) => known.name === label.name)) {
    report(
      p,
      "misplaced",
      label.offset,
      label.offset + label.length,
      `The label \`${label.name}\` is already in use around this place`,
    );
  }
  let { token } = p;
  if (token === Token.Name) {
    // A chain of labels belongs to the loop at its end.
    const ahead = /^(?:[\w$]+\s*:\s*)+(for|while|do)\b/.exec(p.source.slice(p.start, p.start + 200));
    if (ahead) token = Token.For;
  }
  p.labels.push({ name: label.name, loop: token === Token.For || token === Token.While || token === Token.Do });
  const body = parseBody(p, true);
  p.labels.pop();
  return new LabeledStatement(start, p.prevEnd, label, body);
}

function parseTry(p: ParseState): TryStatement {
  const { start } = p;
  next(p);
  const block = parseBlock(p, "`try`", start);
  let handler: CatchClause | null = null;
  if (peek(p).token === Token.ParenOpen && isMisspelt(p, "catch")) {
    tellMeant(p, "catch");
    p.token = Token.Catch;
  }
  if (p.token === Token.Catch) {
    const from = p.start;
    next(p);
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

function parseSwitch(p: ParseState): SwitchStatement {
  const { start } = p;
  next(p);
  const discriminant = parseHead(p, "`switch`");
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
  while (p.token !== Token.Case && p.token !== Token.Default && !startsMisspeltCase(p)) {
    const what = standsNext(p, opener, own);
    if (what === "end") break;
    const { braces, brackets } = p;
    take(p, body, what === "stray" ? passStray(p) : parseStatement(p, true), braces, brackets);
    if (enough(p, body)) break;
  }
}

function parseWith(p: ParseState): WithStatement {
  const { start, end } = p;
  if (has(p, Context.Strict)) report(p, "misplaced", start, end, "`with` does not exist in strict code");
  next(p);
  const object = parseHead(p, "`with`");
  const body = parseGoverned(p, false);
  return new WithStatement(start, p.prevEnd, object, body);
}

/** Passes over a closer that belongs to nothing, as its indentation tells. */
export function passStray(p: ParseState): Skipped {
  const stray = skipStray(p);
  noteEnd(p, "closer");
  return stray;
}

/** Passes over tokens that begin no statement. A run of them on one line is one problem. */
function skipStray(p: ParseState): Skipped {
  const { start, token } = p;
  const closer = token === Token.BraceClose || token === Token.ParenClose || token === Token.BracketClose;
  if (closer) {
    reportForm(p, "unexpected", p.start, p.end, `${here(p)} closes nothing: its opener is missing`, {
      insert: { at: p.start, text: "", over: p.end - p.start },
    });
  } else if (
    token === Token.Else ||
    token === Token.Catch ||
    token === Token.Finally ||
    token === Token.Case ||
    token === Token.Default
  ) {
    const owner = {
      [Token.Else]: "if",
      [Token.Catch]: "try",
      [Token.Finally]: "try",
      [Token.Case]: "switch",
      [Token.Default]: "switch",
    }[token];
    reportForm(p, "unexpected", p.start, p.end, `${here(p)} has no \`${owner}\` that it belongs to`);
  } else reportForm(p, "unexpected", p.start, p.end, `${here(p)} cannot begin a statement`);
  next(p);
  if (token === Token.Case || token === Token.Default) {
    while (p.token !== Token.Colon && p.token !== Token.End && !p.newline && p.token !== Token.BraceClose) next(p);
    eat(p, Token.Colon);
  } else if (!closer) {
    while (
      p.token !== Token.End &&
      !p.newline &&
      !startsExpression(p) &&
      p.token !== Token.BraceClose &&
      p.token !== Token.Semicolon
    ) next(p);
  }
  eat(p, Token.Semicolon);
  return new Skipped(start, p.prevEnd);
}
