import {
  AnnotatedPattern, BlockStatement, BreakStatement, CatchClause, ContinueStatement, DebuggerStatement, DoWhileStatement, EmptyStatement, ExpressionStatement,
  ForInStatement, ForOfStatement, ForStatement, IfStatement, LabeledStatement, Missing, ReturnStatement, Skipped, SwitchCase, SwitchStatement,
  ThrowStatement, TryStatement, VariableDeclaration, VariableDeclarator, WhileStatement, WithStatement, type Expression, type ModuleItem,
  type Pattern, type Statement, type VariableKind,
} from "../nodes/index.js";
import { parseClassDeclaration, parseDecorators } from "./classes.js";
import { deeper, skipTooDeep } from "./depth.js";
import { enough, take } from "./elements.js";
import { parseAssignment, parseExpression } from "./expressions.js";
import { parseFunctionDeclaration } from "./functions.js";
import { startsExpression } from "./lists.js";
import { parseExport, parseImport } from "./modules.js";
import { missing, parseIdentifier } from "./names.js";
import { annotated, parseBinding, toPattern } from "./patterns.js";
import { eat, endOf, endsByIndent, expect, expectCloser, here, indentAt, openerHere, report, reportForm } from "./recovery.js";
import { isWord, next, peek } from "./scanner.js";
import { at, Context, has, Unclosed, type ParseState } from "./state.js";
import { isWordLike, Token } from "./token.js";
import { parseAnnotation } from "./types.js";
import { parseTypeScriptStatement } from "./typescript.js";

/** Statements up to `closer`, appended to `body`. `opener` is where the block's bracket stands. */
export function parseStatements(p: ParseState, closer: Token, opener: number, body: Statement[]): Statement[] {
  while (p.token !== closer && p.token !== Token.End && !endsByIndent(p, opener)) {
    // A `case` in a block ends it when a `switch` is open around it: the block lacks its closer.
    if ((p.token === Token.Case || p.token === Token.Default) && has(p, Context.Switch)) break;
    if (p.closesNothing !== null && staysOpen(p)) throw new Unclosed();
    const { braces } = p;
    take(p, body, parseStatement(p, true), braces);
    if (enough(p, body)) break;
  }
  if (p.token !== closer || endsByIndent(p, opener)) p.missingBlockEnds += 1;
  return body;
}

/** The items of the whole text. Stray closers among them are passed over. */
export function parseItems(p: ParseState, body: (Statement | ModuleItem)[]): void {
  while (p.token !== Token.End) {
    const { braces } = p;
    const item = parseClosedItem(p);
    take(p, body, item, braces);
    if (p.leastBraces < braces) p.overclosed.add(item);
    if (enough(p, body)) break;
  }
}

/**
 * An item of the text. When it has braces that are open at the end of the text, it is read again, and the indentation tells which block
 * lacks its closer.
 */
function parseClosedItem(p: ParseState): Statement | ModuleItem {
  const { token, start, end, newline, escaped, word, prevEnd, context, calm, braces, sawModuleItem, missingComma } = p;
  const reported = p.problems.length;
  p.itemBraces = p.leastBraces = braces;
  try {
    const item = parseItem(p);
    if (!at(p, Token.End) || p.braces <= braces) return item;
  } catch (error) {
    if (!(error instanceof Unclosed)) throw error;
  }
  Object.assign(p, { token, start, end, newline, escaped, word, prevEnd, context, calm, braces, sawModuleItem, missingComma, leastBraces: braces });
  Object.assign(p, { labels: [], coverInit: -1, depth: p.itemDepth, noConditionalType: false, colonAfterArrow: false, reach: end });
  p.problems.length = reported;
  p.tags.length = 0;
  const { closesNothing } = p;
  p.closesNothing = null;
  p.byIndent = true;
  p.missingBraces = p.missingBlockEnds = 0;
  const item = parseItem(p);
  p.byIndent = false;
  p.closesNothing = closesNothing;
  p.unclosed.set(item, p.missingBraces === 1 && p.missingBlockEnds === 1 && isBlockItem(item));
  return item;
}

/** Whether the outermost braces of an item hold statements: they are what stays open when one is not closed. */
function isBlockItem(item: Statement | ModuleItem): boolean {
  const inner = (item.type === "ExportNamedDeclaration" || item.type === "ExportDefaultDeclaration") && item.declaration !== null ? item.declaration : item;
  return /^(?:Function|Namespace)Declaration$|^(?:Block|If|For|ForIn|ForOf|While|DoWhile|Try)Statement$/.test(inner.type);
}

/** Whether the item that is being read is known to be open still at the end of the text. */
function staysOpen(p: ParseState): boolean {
  return p.newline && p.braces > p.itemBraces && p.closesNothing!(p.start);
}

/** `"use strict"` and its like at the head of a body. Returns the directive that switches to strict code, if there is one. */
export function parseDirectives(p: ParseState, body: Statement[]): ExpressionStatement | undefined {
  let strict: ExpressionStatement | undefined;
  const legacy: number[] = [];
  while (p.token === Token.String) {
    const { start, end, escaped, braces } = p;
    const statement = parseStatement(p, true);
    take(p, body, statement, braces);
    if (statement.type !== "ExpressionStatement") break;
    const { expression } = statement;
    if (expression.type !== "Literal" || expression.parenthesized || expression.length !== end - start) break;
    statement.directive = p.source.slice(start + 1, end - 1);
    if (escaped) legacy.push(start, end);
    if (statement.directive === "use strict") {
      strict = statement;
      p.context |= Context.Strict;
    }
  }
  if (has(p, Context.Strict) && strict !== undefined) {
    for (let i = 0; i < legacy.length; i += 2) report(p, "misplaced", legacy[i]!, legacy[i + 1]!, "A text cannot hold an octal escape in strict code");
  }
  return strict;
}

/** Statements, imports and exports up to the `}` of a namespace. */
export function parseModuleItems(p: ParseState, opener: number): (Statement | ModuleItem)[] {
  const body: (Statement | ModuleItem)[] = [];
  parseNamespaceItems(p, opener, body);
  return body;
}

/** As `parseModuleItems`, appended to `body`. */
export function parseNamespaceItems(p: ParseState, opener: number, body: (Statement | ModuleItem)[]): void {
  while (p.token !== Token.BraceClose && p.token !== Token.End && !endsByIndent(p, opener)) {
    if (p.closesNothing !== null && staysOpen(p)) throw new Unclosed();
    const { braces } = p;
    take(p, body, parseItem(p), braces);
    if (enough(p, body)) break;
  }
  if (p.token !== Token.BraceClose || endsByIndent(p, opener)) p.missingBlockEnds += 1;
}

/** A statement, import or export at the top of the text or a namespace. */
function parseItem(p: ParseState): Statement | ModuleItem {
  if (p.token === Token.Import) {
    const after = peek(p);
    if (after.token !== Token.ParenOpen && after.token !== Token.Dot) return parseImport(p);
  }
  if (p.token === Token.Export) return parseExport(p);
  return parseStatement(p, true);
}

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
  if (p.token === Token.Unknown || p.token === Token.Hash || p.token === Token.At || !startsExpression(p) && !isWordLike(p.token)) {
    reportForm(p, "unexpected", p.start, p.end, `${here(p)} does not fit behind ${construct}`);
    return;
  }
  if (p.token === Token.BraceOpen && p.source.charCodeAt(p.prevEnd - 1) === 41) {
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "`=>` is missing between the parameters and the body of the function", { insert: { at: p.prevEnd, text: " =>" } });
    return;
  }
  reportForm(p, "missing-part", p.prevEnd, p.prevEnd, `A \`;\` or a line end is missing behind ${construct}, before ${here(p)}`, { insert: { at: p.prevEnd, text: ";" } });
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
      report(p, "misplaced", p.start, p.end, "An import stands at the top of a module, outside of blocks and functions");
      parseImport(p);
      return new Skipped(start, p.prevEnd);
    }
    case Token.Export:
      report(p, "misplaced", p.start, p.end, "An export stands at the top of a module, outside of blocks and functions");
      next(p);
      if (!startsExpression(p) && !isWordLike(p.token)) return new Skipped(start, p.prevEnd);
      return parseStatement(p, true);
    case Token.Name: {
      const special = parseByWord(p, list);
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
    const declares = after.token === Token.BracketOpen || after.token === Token.BraceOpen || after.token === Token.Name || (isWordLike(after.token) && after.token !== Token.In && after.token !== Token.Instanceof);
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
    if (!after.newline && /^using[ \t]+(?!in\b|of\b|instanceof\b)[\w$]/.test(p.source.slice(after.start, after.start + 20))) return parseVariables(p, "await using");
  }
  let behind = p.end;
  while (p.source.charCodeAt(behind) === 32) behind += 1;
  const unit = p.source.charCodeAt(behind);
  if (unit === 58 || ((unit === 47 || unit === 10 || unit === 9 || unit === 13) && peek(p).token === Token.Colon)) return parseLabelled(p);
  return undefined;
}

/** The statement that an `if`, a loop or `with` governs. */
function parseGoverned(p: ParseState, allowFunction: boolean): Statement {
  const statement = parseBody(p, allowFunction);
  let inner = statement;
  while (inner.type === "LabeledStatement") inner = inner.body;
  if (inner !== statement && inner.type === "FunctionDeclaration") {
    report(p, "misplaced", statement.offset, statement.offset + statement.length, "A function declared here needs a block around it");
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
  if (p.calm && p.newline && p.token !== Token.BraceOpen && indentAt(p, p.start) <= indentAt(p, p.prevEnd)) return new EmptyStatement(p.prevEnd, p.prevEnd);
  if (allowFunction && p.token === Token.Function && !has(p, Context.Strict)) {
    if (peek(p).token === Token.Star) report(p, "misplaced", p.start, p.end, "A generator declared here needs a block around it");
    return parseFunctionDeclaration(p);
  }
  return parseStatement(p, false);
}

function parseLoopBody(p: ParseState): Statement {
  const { context } = p;
  p.context |= Context.Loop;
  const body = parseGoverned(p, false);
  p.context = context;
  return body;
}

export function parseBlock(p: ParseState, construct: string): BlockStatement {
  const { start } = p;
  const opener = openerHere(p);
  if (p.token !== Token.BraceOpen) {
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, `\`{\` is missing to begin ${construct}`, { insert: { at: p.prevEnd, text: " {" } });
    if (p.token === Token.End || p.token === Token.BraceClose || p.newline) return new BlockStatement(p.prevEnd, p.prevEnd, []);
    const only = parseStatement(p, true);
    return new BlockStatement(start, p.prevEnd, [only]);
  }
  next(p);
  const body = parseStatements(p, Token.BraceClose, start, []);
  expectCloser(p, Token.BraceClose, opener, construct);
  return new BlockStatement(start, p.prevEnd, body);
}

/** `( expression )` in the head of a statement. */
function parseHead(p: ParseState, construct: string): Expression {
  const opener = openerHere(p);
  const open = expect(p, Token.ParenOpen, construct);
  if (open && p.token === Token.ParenClose) {
    const test = missing(p, `A condition is missing in ${construct}`);
    next(p);
    return test;
  }
  const expression = parseExpression(p);
  if (open && p.token === Token.Semicolon) {
    reportForm(p, "unexpected", p.start, p.end, `A \`;\` does not belong into the head of ${construct}`);
    skipHead(p);
  }
  if (open) expectCloser(p, Token.ParenClose, opener, `the head of ${construct}`);
  return expression;
}

/** Passes over the rest of a head that went wrong, up to its `)` on the same line. */
function skipHead(p: ParseState): void {
  while (!p.newline && p.token !== Token.ParenClose && p.token !== Token.BraceOpen && p.token !== Token.End) {
    next(p);
    p.calm = true;
  }
}

function parseIf(p: ParseState): IfStatement {
  const { start } = p;
  next(p);
  const test = parseHead(p, "`if`");
  const consequent = parseGoverned(p, true);
  const alternate = eat(p, Token.Else) ? parseGoverned(p, true) : null;
  return new IfStatement(start, p.prevEnd, test, consequent, alternate);
}

function parseWhile(p: ParseState): WhileStatement {
  const { start } = p;
  next(p);
  const test = parseHead(p, "`while`");
  const body = parseLoopBody(p);
  return new WhileStatement(start, p.prevEnd, test, body);
}

function parseDo(p: ParseState): DoWhileStatement {
  const { start } = p;
  next(p);
  const body = parseLoopBody(p);
  let test: Expression;
  if (expect(p, Token.While, "`do … while`")) test = parseHead(p, "`do … while`");
  else test = new Missing(p.prevEnd, p.prevEnd);
  eat(p, Token.Semicolon);
  return new DoWhileStatement(start, p.prevEnd, body, test);
}

function parseReturn(p: ParseState): ReturnStatement {
  const { start, end } = p;
  next(p);
  if (!has(p, Context.Return) && !p.looseReturn) report(p, "misplaced", start, end, "`return` stands only in functions");
  const bare = p.newline || p.token === Token.Semicolon || p.token === Token.BraceClose || p.token === Token.End;
  const argument = bare ? null : parseExpression(p);
  semicolon(p, "`return`");
  return new ReturnStatement(start, p.prevEnd, argument);
}

function parseThrow(p: ParseState): ThrowStatement {
  const { start } = p;
  next(p);
  const argument = p.newline ? missing(p, "The value to throw is missing: it stands on the line of `throw`") : parseExpression(p);
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
    if (target === undefined) report(p, "misplaced", label.offset, label.offset + label.length, `There is no label \`${label.name}\` around this \`${word}\``);
    else if (!isBreak && !target.loop) report(p, "misplaced", label.offset, label.offset + label.length, `\`${label.name}\` is not the label of a loop, so \`continue\` cannot go there`);
  } else if (!has(p, Context.Loop) && !(isBreak && has(p, Context.Switch))) {
    report(p, "misplaced", start, end, isBreak ? "`break` stands only in loops and `switch`" : "`continue` stands only in loops");
  }
  semicolon(p, `\`${word}\``);
  return isBreak ? new BreakStatement(start, p.prevEnd, label) : new ContinueStatement(start, p.prevEnd, label);
}

function parseLabelled(p: ParseState): LabeledStatement {
  const { start } = p;
  const label = parseIdentifier(p);
  next(p);
  if (p.labels.some((known) => known.name === label.name)) report(p, "misplaced", label.offset, label.offset + label.length, `The label \`${label.name}\` is already in use around this place`);
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
  const block = parseBlock(p, "`try`");
  let handler: CatchClause | null = null;
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
    }
    const body = parseBlock(p, "`catch`");
    handler = new CatchClause(from, p.prevEnd, param, body);
  }
  const finalizer = eat(p, Token.Finally) ? parseBlock(p, "`finally`") : null;
  if (handler === null && finalizer === null) missing(p, "`catch` or `finally` is missing behind `try`");
  return new TryStatement(start, p.prevEnd, block, handler, finalizer);
}

function parseSwitch(p: ParseState): SwitchStatement {
  const { start } = p;
  next(p);
  const discriminant = parseHead(p, "`switch`");
  const opener = openerHere(p);
  const cases: SwitchCase[] = [];
  if (!expect(p, Token.BraceOpen, "`switch`")) return new SwitchStatement(start, p.prevEnd, discriminant, cases);
  const { context } = p;
  p.context |= Context.Switch;
  parseCases(p, opener.at, cases);
  p.context = context;
  expectCloser(p, Token.BraceClose, opener, "`switch`");
  return new SwitchStatement(start, p.prevEnd, discriminant, cases);
}

/** The cases of a `switch`, appended to `cases`. */
export function parseCases(p: ParseState, opener: number, cases: SwitchCase[]): void {
  while (p.token !== Token.BraceClose && p.token !== Token.End && !endsByIndent(p, opener)) {
    const from = p.start;
    const { braces } = p;
    let test: Expression | null = null;
    if (p.token === Token.Default) {
      if (cases.some((one) => one.test === null)) report(p, "misplaced", p.start, p.end, "A `switch` has only one `default`");
      next(p);
    } else if (p.token === Token.Case) {
      next(p);
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
    take(p, cases, new SwitchCase(from, p.prevEnd, test, consequent), braces);
    if (enough(p, cases)) break;
  }
}

/** The statements of a case, appended to `body`. */
export function parseCaseBody(p: ParseState, opener: number, body: Statement[]): void {
  while (p.token !== Token.BraceClose && p.token !== Token.Case && p.token !== Token.Default && p.token !== Token.End && !endsByIndent(p, opener)) {
    if (p.closesNothing !== null && staysOpen(p)) throw new Unclosed();
    const { braces } = p;
    take(p, body, parseStatement(p, true), braces);
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

/** The current token is the keyword, or the first word of it. */
export function parseVariables(p: ParseState, kind: VariableKind): VariableDeclaration {
  const { start } = p;
  const declarations = parseDeclarators(p, kind, false);
  semicolon(p, "the declaration");
  return new VariableDeclaration(start, p.prevEnd, kind, declarations);
}

function parseDeclarators(p: ParseState, kind: VariableKind, inFor: boolean): VariableDeclarator[] {
  next(p);
  if (kind === "await using") next(p);
  const declarations: VariableDeclarator[] = [];
  do {
    const { start } = p;
    const id = parseVariableName(p, start);
    if (kind !== "var" && id.type === "Identifier" && id.name === "let") report(p, "misplaced", id.offset, endOf(id), "`let` cannot be the name of such a variable");
    let init: Expression | null = null;
    if (eat(p, Token.Assign)) init = parseAssignment(p);
    else if (p.token === Token.Equal || p.token === Token.StrictEqual) {
      reportForm(p, "unexpected", p.start, p.end, "A value is given with a single `=`");
      next(p);
      init = parseAssignment(p);
    } else if (!(inFor && (p.token === Token.In || isWord(p, "of"))) && id.type !== "Missing") {
      if (has(p, Context.Ambient)) {
        // Declared here, defined elsewhere.
      } else if (kind === "const" || kind.endsWith("using")) missing(p, `A value is missing: a \`${kind}\` gets its value where it is declared`);
      else if (nameOf(id).type !== "Identifier") missing(p, "A value is missing: a pattern takes its names from one");
    }
    declarations.push(new VariableDeclarator(start, p.prevEnd, id, init));
  } while (eat(p, Token.Comma));
  return declarations;
}

/** What a variable is called, in TypeScript with `!` and a type. */
function parseVariableName(p: ParseState, start: number): Pattern {
  const target = parseBinding(p, "the variable");
  if (!p.typescript) return target;
  if (p.token === Token.Bang && !p.newline) next(p);
  const annotation = parseAnnotation(p);
  return annotation === null ? target : new AnnotatedPattern(start, p.prevEnd, target, false, annotation);
}

/** A pattern without its type. */
function nameOf(pattern: Pattern): Pattern {
  return pattern.type === "AnnotatedPattern" ? pattern.target : pattern;
}

function parseFor(p: ParseState): Statement {
  const { start } = p;
  next(p);
  let isAwait = false;
  if (isWord(p, "await")) {
    const allowed = has(p, Context.Async) || (!has(p, Context.Function) && (has(p, Context.Module) || p.options.module === "detect"));
    if (!allowed) report(p, "misplaced", p.start, p.end, "`for await` stands only in async functions and at the top of modules");
    else if (!has(p, Context.Async) && !has(p, Context.Module)) p.sawModuleItem = true;
    isAwait = true;
    next(p);
  }
  const opener = openerHere(p);
  if (!expect(p, Token.ParenOpen, "`for`")) {
    const body = p.token === Token.BraceOpen ? parseLoopBody(p) : new EmptyStatement(p.prevEnd, p.prevEnd);
    return new ForStatement(start, p.prevEnd, null, null, null, body);
  }
  const left = parseForInit(p);
  if (left !== null && isWord(p, "of")) {
    if (left.type === "VariableDeclaration") checkForTarget(p, left, "of");
    next(p);
    const right = parseAssignment(p);
    expectCloser(p, Token.ParenClose, opener, "the head of `for`");
    const body = parseLoopBody(p);
    return new ForOfStatement(start, p.prevEnd, left, right, body, isAwait);
  }
  if (isAwait) report(p, "misplaced", start, p.prevEnd, "`for await` goes with `of`");
  if (left !== null && p.token === Token.In) {
    if (left.type === "VariableDeclaration") checkForTarget(p, left, "in");
    next(p);
    const right = parseExpression(p);
    expectCloser(p, Token.ParenClose, opener, "the head of `for`");
    const body = parseLoopBody(p);
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
  const body = parseLoopBody(p);
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
      if (isWord(p, "of") && startsWithLet) report(p, "misplaced", left.offset, left.offset + left.length, "The target of `for … of` cannot begin with `let`");
      if (isWord(p, "of") && startsWithAsync && left.type === "Identifier") report(p, "misplaced", left.offset, left.offset + left.length, "The target of `for … of` cannot be `async`");
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
    if (after.token === Token.Name || after.token === Token.BracketOpen || after.token === Token.BraceOpen) return of && !/^\s*[=;,]|^\s+(?:of|in)\b/.test(p.source.slice(after.end, after.end + 20)) ? undefined : "let";
    return undefined;
  }
  if (isWord(p, "using")) {
    const after = peek(p);
    const name = p.source.slice(after.start, after.end);
    if (after.token === Token.Name && !after.newline && (name !== "of" || /^\s*(?:=|of\b)/.test(p.source.slice(after.end)))) return "using";
  }
  if (isWord(p, "await") && /^await\s+using\s+(?!of\b|in\b)[\w$]/.test(p.source.slice(p.start, p.start + 40))) return "await using";
  return undefined;
}

function checkForTarget(p: ParseState, left: VariableDeclaration, word: string): void {
  if (left.declarations.length > 1) report(p, "misplaced", left.offset, left.offset + left.length, `Only one variable can be declared before \`${word}\``);
  const first = left.declarations[0]!;
  const loose = word === "in" && left.kind === "var" && !has(p, Context.Strict) && first.id.type === "Identifier";
  if (first.init !== null && !loose) report(p, "misplaced", left.offset, left.offset + left.length, `The variable before \`${word}\` gets its values from the loop and has none of its own`);
}

function checkForValues(p: ParseState, left: VariableDeclaration): void {
  for (const declarator of left.declarations) {
    if (declarator.init !== null || declarator.id.type === "Missing") continue;
    if (left.kind === "const" || nameOf(declarator.id).type !== "Identifier") missing(p, "A value is missing in the declaration");
  }
}

/** Passes over tokens that begin no statement. A run of them on one line is one problem. */
function skipStray(p: ParseState): Skipped {
  const { start, token } = p;
  const closer = token === Token.BraceClose || token === Token.ParenClose || token === Token.BracketClose;
  if (closer) reportForm(p, "unexpected", p.start, p.end, `${here(p)} closes nothing: its opener is missing`);
  else if (token === Token.Else || token === Token.Catch || token === Token.Finally || token === Token.Case || token === Token.Default) {
    const owner = { [Token.Else]: "if", [Token.Catch]: "try", [Token.Finally]: "try", [Token.Case]: "switch", [Token.Default]: "switch" }[token];
    reportForm(p, "unexpected", p.start, p.end, `${here(p)} has no \`${owner}\` that it belongs to`);
  } else reportForm(p, "unexpected", p.start, p.end, `${here(p)} cannot begin a statement`);
  next(p);
  if (token === Token.Case || token === Token.Default) {
    while (p.token !== Token.Colon && p.token !== Token.End && !p.newline && p.token !== Token.BraceClose) next(p);
    eat(p, Token.Colon);
  } else if (!closer) {
    while (p.token !== Token.End && !p.newline && !startsExpression(p) && p.token !== Token.BraceClose && p.token !== Token.Semicolon) next(p);
  }
  eat(p, Token.Semicolon);
  return new Skipped(start, p.prevEnd);
}
