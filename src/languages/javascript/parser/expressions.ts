import { PARENTHESIZED } from "../../../syntax/node.js";
import {
  ArrayExpression,
  AssignmentExpression,
  AwaitExpression,
  BinaryExpression,
  CallExpression,
  ChainExpression,
  ConditionalExpression,
  Identifier,
  ImportExpression,
  Literal,
  LogicalExpression,
  MemberExpression,
  MetaProperty,
  Missing,
  NewExpression,
  ObjectExpression,
  SequenceExpression,
  SpreadElement,
  Super,
  TaggedTemplateExpression,
  ThisExpression,
  NonNullExpression,
  UnaryExpression,
  UpdateExpression,
  YieldExpression,
  type Expression,
  type ObjectMember,
  type Pattern,
  type TypeArguments,
} from "../nodes/index.js";
import { parseClassExpression, parseDecorators } from "./classes.js";
import { deeper, skipTooDeep } from "./depth.js";
import { enough, take } from "./elements.js";
import { parseArrowHead, parseArrowRest, parseFunctionExpression } from "./functions.js";
import { endsByIndent, indentAt, isBehindFence } from "./indentation.js";
import { parseJsx } from "./jsx.js";
import { parseListEnd, startsExpression, startsStatementOnly } from "./lists.js";
import { checkReserved, missing, parseIdentifier, parsePrivateName, parseWord } from "./names.js";
import { parseObject, parseProperties } from "./objects.js";
import { checkSimpleTarget, parseRest, toPattern } from "./patterns.js";
import {
  endOf,
  expect,
  expectCloser,
  here,
  openerHere,
  report,
  reportForm,
  type Opener,
} from "./recovery.js";
import { checkRegExp } from "./regexp.js";
import { isWord, next, peek, rescanRegExp, textToKeep, tokenText } from "./scanner.js";
import { tryParse } from "./speculate.js";
import { at, Context, has, type ParseState } from "./state.js";
import { parseTemplate } from "./templates.js";
import { isAssignment, isKeyword, isWordLike, precedence, Token } from "./token.js";
import { parseArrowOfTypeScript, parseCast, parseTypeAssertion, parseTypedCall } from "./typed-expressions.js";
import { parseTypeArguments } from "./types.js";

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
  const operator = p.source.slice(p.start, p.end);
  if (/^(?:As|Satisfies)Expression$|^TypeAssertion$/.test(left.type) && !left.parenthesized) {
    report(
      p,
      "bad-target",
      left.offset,
      left.offset + left.length,
      "What is assigned to with a type needs parentheses around it",
    );
  } else if (p.token === Token.Assign) toPattern(p, left, left.offset, false);
  else checkSimpleTarget(p, left, left.offset);
  next(p);
  const right = parseAssignment(p);
  return new AssignmentExpression(start, p.prevEnd, left, operator, right);
}

/** `yield …`, `name => …`, `async name => …`: what a name may begin that is no plain operand. */
function parseArrowByName(p: ParseState): Expression | undefined {
  const { start } = p;
  if (isWord(p, "yield") && has(p, Context.Generator)) return parseYield(p);
  if (isWord(p, "async")) {
    const after = peek(p);
    if (after.token === Token.Name && !after.newline) {
      const saved = p.context;
      next(p);
      const { start: nameStart, end: nameEnd } = p;
      const name = tokenText(p);
      const follows = peek(p);
      if (follows.token !== Token.Arrow) {
        reportForm(p, "missing-part", nameEnd, nameEnd, "`=>` and a body are missing behind `async` and a parameter");
        return parseIdentifier(p);
      }
      next(p);
      p.context |= Context.Async;
      checkReserved(p, name, nameStart, nameEnd, true);
      p.context = saved;
      return parseArrowRest(p, start, [new Identifier(nameStart, nameEnd, name)], true);
    }
    return undefined;
  }
  // The quick look behind the name spares nearly all names the cost of `peek`.
  let at = p.end;
  while (p.source.charCodeAt(at) === 32) at += 1;
  const unit = p.source.charCodeAt(at);
  if (unit === 61 ? p.source.charCodeAt(at + 1) !== 62 : unit !== 47 && unit !== 9) return undefined;
  if (peek(p).token !== Token.Arrow) return undefined;
  if (isWord(p, "await") && has(p, Context.Async)) return undefined;
  const param = parseIdentifier(p, true);
  return parseArrowRest(p, start, [param], false);
}

function parseYield(p: ParseState): YieldExpression {
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
    const operator = p.source.slice(p.start, p.end);
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

const unaryTokens = new Set([Token.Bang, Token.Tilde, Token.Plus, Token.Minus, Token.Typeof, Token.Void, Token.Delete]);

export function parseUnary(p: ParseState): Expression {
  const { start, token } = p;
  if (token === Token.Name) {
    if (!isWord(p, "await")) return parsePostfix(p);
    return atAwait(p) ? parseAwait(p) : parsePostfix(p);
  }
  if (token === Token.PlusPlus || token === Token.MinusMinus) {
    const operator = p.source.slice(p.start, p.end);
    next(p);
    if (!deeper(p, 2)) return skipTooDeep(p);
    const argument = parseUnary(p);
    p.depth -= 2;
    checkSimpleTarget(p, argument, argument.offset);
    return new UpdateExpression(start, p.prevEnd, operator, argument, true);
  }
  if (token === Token.Less && p.typescript && !p.options.jsx) return parseTypeAssertion(p);
  if (unaryTokens.has(token)) {
    const operator = p.source.slice(p.start, p.end);
    next(p);
    if (!deeper(p, 2)) return skipTooDeep(p);
    const argument = parseUnary(p);
    p.depth -= 2;
    if (token === Token.Delete) checkDelete(p, start, argument);
    return new UnaryExpression(start, p.prevEnd, operator, argument);
  }
  return parsePostfix(p);
}

function checkDelete(p: ParseState, start: number, argument: Expression): void {
  if (argument.type === "Identifier" && has(p, Context.Strict)) {
    report(p, "misplaced", start, p.prevEnd, "Strict code cannot delete a name, only a property");
  }
  const inner = argument.type === "ChainExpression" ? argument.expression : argument;
  if (inner.type === "MemberExpression" && inner.property.type === "PrivateIdentifier") {
    report(p, "misplaced", start, p.prevEnd, "A private member cannot be deleted");
  }
}

/** Whether the current `await` is the operator: always in async code and modules, and where a script could mean nothing else. */
function atAwait(p: ParseState): boolean {
  if (has(p, Context.Async)) return true;
  if (has(p, Context.StaticBlock)) return false;
  const topLevel = !has(p, Context.Function) && !has(p, Context.FieldValue);
  if (has(p, Context.Module)) return true;
  const after = peek(p);
  const operand = !after.newline &&
    (
      after.token === Token.Name ||
      after.token === Token.String ||
      after.token === Token.Number ||
      after.token === Token.New ||
      after.token === Token.Import ||
      after.token === Token.This ||
      after.token === Token.Function ||
      after.token === Token.Class
    );
  if (operand && topLevel && p.options.module === "detect") p.sawModuleItem = true;
  return operand && !(after.token === Token.Name && /^(of|in)$/.test(p.source.slice(after.start, after.end)));
}

function parseAwait(p: ParseState): AwaitExpression {
  const { start } = p;
  p.lastAwait = start;
  const allowed = has(p, Context.Async) ||
    (
      !has(p, Context.Function) &&
      !has(p, Context.FieldValue) &&
      (has(p, Context.Module) || p.options.module === "detect")
    );
  if (!allowed) {
    report(p, "misplaced", p.start, p.end, "`await` stands only in async functions and at the top of modules");
  } else if (has(p, Context.Parameters)) {
    report(p, "misplaced", p.start, p.end, "`await` cannot stand in an async function's parameters");
  }
  next(p);
  if (!deeper(p, 2)) return new AwaitExpression(start, p.prevEnd, skipTooDeep(p));
  const argument = parseUnary(p);
  p.depth -= 2;
  return new AwaitExpression(start, p.prevEnd, argument);
}

function parsePostfix(p: ParseState): Expression {
  const { start } = p;
  const expression = parseLeftHandSide(p);
  if ((p.token === Token.PlusPlus || p.token === Token.MinusMinus) && !p.newline) {
    const operator = p.source.slice(p.start, p.end);
    checkSimpleTarget(p, expression, expression.offset);
    next(p);
    return new UpdateExpression(start, p.prevEnd, operator, expression, false);
  }
  return expression;
}

/** A primary expression with its members, calls and templates. */
export function parseLeftHandSide(p: ParseState): Expression {
  const { start } = p;
  const primary = parsePrimary(p);
  const { token } = p;
  if (
    token !== Token.Dot &&
    token !== Token.ParenOpen &&
    token !== Token.BracketOpen &&
    token !== Token.QuestionDot &&
    token !== Token.Template &&
    !(p.typescript && (token === Token.Bang || token === Token.Less || token === Token.ShiftLeft))
  ) return primary;
  if (primary.type === "ArrowFunctionExpression" && !primary.parenthesized) return primary;
  return parseChain(p, start, primary, true);
}

/** Reads `.x`, `[x]`, `(…)`, `?.…` and templates behind `object`. */
function parseChain(p: ParseState, start: number, object: Expression, calls: boolean): Expression {
  let left = object;
  let chained = false;
  for (;;) {
    const opens = p.token === Token.ParenOpen || p.token === Token.BracketOpen || p.token === Token.Template;
    if (opens && p.newline && isBehindFence(p)) return chained ? new ChainExpression(start, p.prevEnd, left) : left;
    switch (p.token) {
      case Token.Dot: {
        const dot = p.start;
        next(p);
        const property = parseMemberName(p, dot);
        left = new MemberExpression(start, p.prevEnd, left, property, false, false);
        break;
      }
      case Token.QuestionDot: {
        if (!calls) {
          report(p, "misplaced", p.start, p.end, "An optional chain cannot follow `new` directly");
        }
        chained = true;
        const dot = p.start;
        next(p);
        if (at(p, Token.ParenOpen)) left = parseCall(p, start, left, true);
        else if (at(p, Token.BracketOpen)) left = parseIndex(p, start, left, true);
        else if (p.typescript && (at(p, Token.Less) || at(p, Token.ShiftLeft))) {
          const typeArguments = parseTypeArguments(p);
          if (at(p, Token.ParenOpen)) left = parseCall(p, start, left, true, typeArguments);
          else missing(p, "`(` is missing behind the list of types");
        } else if (at(p, Token.Template)) {
          report(p, "misplaced", p.start, p.end, "A template cannot follow an optional chain");
        } else {
          const property = parseMemberName(p, dot);
          left = new MemberExpression(start, p.prevEnd, left, property, false, true);
        }
        break;
      }
      case Token.BracketOpen:
        left = parseIndex(p, start, left, false);
        break;
      case Token.ParenOpen:
        if (!calls) return left;
        left = parseCall(p, start, left, false);
        break;
      case Token.Template: {
        if (chained) report(p, "misplaced", p.start, p.end, "A template cannot follow an optional chain");
        const quasi = parseTemplate(p, true);
        left = new TaggedTemplateExpression(start, p.prevEnd, left, quasi);
        break;
      }
      case Token.Bang:
        if (!p.typescript || p.newline) return chained ? new ChainExpression(start, p.prevEnd, left) : left;
        next(p);
        left = new NonNullExpression(start, p.prevEnd, left);
        break;
      case Token.Less:
      case Token.ShiftLeft: {
        const typed = p.typescript ? parseTypedCall(p, start, left, calls) : undefined;
        if (typed === undefined) return chained ? new ChainExpression(start, p.prevEnd, left) : left;
        left = typed;
        if (!calls && left.type === "InstantiationExpression") return left;
        break;
      }
      default:
        return chained ? new ChainExpression(start, p.prevEnd, left) : left;
    }
  }
}

const startsDeclaration = new Set([
  Token.Const,
  Token.Var,
  Token.Class,
  Token.Function,
  Token.Return,
  Token.Throw,
  Token.Import,
  Token.Export,
  Token.Break,
  Token.Continue,
  Token.Try,
]);

function parseMemberName(p: ParseState, dot: number): Expression {
  if (p.token === Token.PrivateName) return parsePrivateName(p);
  if (isWordLike(p.token)) {
    // A half-typed `fare.` before the next statement: `const x` and its like cannot follow a dot in any valid program.
    const halfTyped = p.newline && ((startsDeclaration.has(p.token) && statementFollows(p)) || isBehindFence(p));
    if (!halfTyped) return parseWord(p);
  }
  reportForm(
    p,
    "missing-part",
    dot,
    p.source.charCodeAt(dot) === 63 ? dot + 2 : dot + 1,
    "A name is missing behind this dot",
  );
  return new Missing(p.prevEnd, p.prevEnd);
}

function statementFollows(p: ParseState): boolean {
  const after = peek(p);
  return !after.newline &&
    (
      after.token === Token.Name ||
      (after.token === Token.BraceOpen && p.token !== Token.Class) ||
      after.token === Token.String
    );
}

function parseIndex(p: ParseState, start: number, object: Expression, optional: boolean): MemberExpression {
  const opener = openerHere(p);
  next(p);
  const property = p.token === Token.BracketClose
    ? missing(p, "An index is missing between the brackets")
    : parseExpressionWithIn(p, parseExpression);
  expectCloser(p, Token.BracketClose, opener, "the index");
  return new MemberExpression(start, p.prevEnd, object, property, true, optional);
}

export function parseCall(
  p: ParseState,
  start: number,
  callee: Expression,
  optional: boolean,
  typeArguments: TypeArguments | null = null,
): CallExpression {
  const args = parseArguments(p);
  return new CallExpression(start, p.prevEnd, callee, args, optional, typeArguments);
}

/** `(a, ...b)`. */
function parseArguments(p: ParseState): Expression[] {
  const opener = openerHere(p);
  next(p);
  const args: Expression[] = [];
  const noIn = p.context & Context.NoIn;
  p.context &= ~Context.NoIn;
  parseArgumentList(p, opener, args, false);
  p.context |= noIn;
  expectCloser(p, Token.ParenClose, opener, "the arguments");
  return args;
}

/** Arguments, appended to `args`. With `behind` the parser stands behind one that has been read. */
export function parseArgumentList(p: ParseState, opener: Opener, args: Expression[], behind: boolean): void {
  if (behind && !parseListEnd(p, Token.ParenClose, opener)) return;
  const { fence } = p;
  p.fence = opener.at;
  while (p.token !== Token.ParenClose && p.token !== Token.End && !endsByIndent(p, opener.at)) {
    const { braces, brackets } = p;
    if (!startsExpression(p) && p.token !== Token.Ellipsis) {
      if (startsStatementOnly(p) || p.token === Token.Semicolon || p.token === Token.BraceClose) break;
      const absent = missing(p, `An argument is missing before ${here(p)}`);
      args.push(at(p, Token.Dot) ? parseChain(p, absent.offset, absent, true) : absent);
    } else take(p, args, parseElement(p), braces, brackets);
    if (!parseListEnd(p, Token.ParenClose, opener) || enough(p, args)) break;
  }
  p.fence = fence;
}

/** An element of an array or argument list: an expression, or one spread with `...`. */
function parseElement(p: ParseState): Expression {
  if ((p.token === Token.Name || p.token === Token.String) && lacksBrace(p)) return parseOpenObject(p);
  if (p.token !== Token.Ellipsis) return parseAssignment(p);
  const { start } = p;
  next(p);
  const argument = parseAssignment(p);
  return new SpreadElement(start, p.prevEnd, argument);
}

/** Whether an object begins here that lacks its brace: a property with its colon stands first on the line, where an element of a list is expected. */
function lacksBrace(p: ParseState): boolean {
  return p.newline && peek(p).token === Token.Colon;
}

/** The value of a variable; where it begins with a property and its colon, that of an object that lacks its brace. */
export function parseValue(p: ParseState): Expression {
  const isOpen = (p.token === Token.Name || p.token === Token.String) && peek(p).token === Token.Colon;
  return isOpen ? parseOpenObject(p) : parseAssignment(p);
}

function parseOpenObject(p: ParseState): Expression {
  const { start } = p;
  const opener = openerHere(p);
  reportForm(p, "missing-part", start, p.end, `\`{\` is missing before ${here(p)}`, {
    insert: { at: start, text: "{ " },
  });
  const properties: ObjectMember[] = [];
  // The brace would stand before it on its line.
  p.newline = false;
  parseProperties(p, opener, properties, false);
  if (p.token === Token.BraceClose) next(p);
  return new ObjectExpression(start, p.prevEnd, properties);
}

function parsePrimary(p: ParseState): Expression {
  const { start, end, token } = p;
  switch (token) {
    case Token.Name:
      if (isWord(p, "async")) return parseAsync(p);
      if (p.newline && isWord(p, "let") && peek(p).token === Token.Name && !peek(p).newline) break;
      return parseIdentifier(p);
    case Token.Number:
    case Token.String:
      if (p.escaped && has(p, Context.Strict)) {
        report(
          p,
          "misplaced",
          start,
          end,
          token === Token.Number
            ? "A number cannot begin with `0` in strict code"
            : "A text cannot hold an octal escape in strict code",
        );
      }
      next(p);
      return new Literal(start, end, textToKeep(p, start, end));
    case Token.BigInt:
    case Token.True:
    case Token.False:
    case Token.Null:
      next(p);
      return new Literal(start, end, textToKeep(p, start, end));
    case Token.This:
      next(p);
      return new ThisExpression(start, end);
    case Token.ParenOpen:
      return parseParenthesised(p);
    case Token.BracketOpen:
      return parseArray(p);
    case Token.BraceOpen:
      return parseExpressionWithIn(p, parseObject);
    case Token.Function:
      return parseFunctionExpression(p);
    case Token.Class:
      return parseClassExpression(p);
    case Token.At:
      if (p.typescript) return parseClassExpression(p, start, parseDecorators(p));
      break;
    case Token.Template:
      return parseTemplate(p, false);
    case Token.Slash:
    case Token.SlashAssign:
      return parseRegExp(p);
    case Token.New:
      return parseNew(p);
    case Token.Super:
      return parseSuper(p);
    case Token.Import:
      return parseImportExpression(p);
    case Token.Less:
      if (p.options.jsx) return parseJsx(p);
      break;
    case Token.PrivateName: {
      const name = parsePrivateName(p);
      report(p, "misplaced", start, end, "A private name needs an object before it, as in `this.#name`");
      return name;
    }
    default:
  }
  return parseNoExpression(p);
}

function parseRegExp(p: ParseState): Literal {
  const complete = rescanRegExp(p);
  const node = new Literal(p.start, p.end, textToKeep(p, p.start, p.end));
  const fault = complete ? checkRegExp(node.raw) : undefined;
  if (fault !== undefined) report(p, "malformed", p.start + fault.from, p.start + fault.to, fault.message);
  next(p);
  return node;
}

/** Where an expression should begin and none does. */
function parseNoExpression(p: ParseState): Expression {
  const { token } = p;
  if (token === Token.Unknown || token === Token.Hash || token === Token.At) {
    reportForm(p, "unexpected", p.start, p.end, `${here(p)} is no part of the language`);
    next(p);
    return new Missing(p.prevEnd, p.prevEnd);
  }
  const keywordAsName = isKeyword(token) &&
    !p.newline &&
    !startsStatementOnly(p) &&
    token !== Token.In &&
    token !== Token.Instanceof;
  if (keywordAsName) {
    reportForm(p, "unexpected", p.start, p.end, `${here(p)} is a reserved word and no value`);
    return parseWord(p);
  }
  return missing(p, `A value is missing before ${here(p)}`);
}

/** `async function`, `async (…) => …`, or the plain name. */
function parseAsync(p: ParseState): Expression {
  const { start, end } = p;
  const after = peek(p);
  if (after.token === Token.Function && !after.newline) return parseFunctionExpression(p);
  if (p.typescript && !after.newline && (after.token === Token.ParenOpen || after.token === Token.Less)) {
    const head = tryParse(p, () => {
      next(p);
      return parseArrowHead(p, true);
    });
    if (head !== undefined) return parseArrowRest(p, start, head.params, true, head.typeParameters, head.returnType);
  }
  if (after.token !== Token.ParenOpen || after.newline) return parseIdentifier(p);
  const name = new Identifier(start, end, "async");
  next(p);
  const args = parseArguments(p);
  if (p.token === Token.Arrow && !p.newline) {
    const trailing = /,\s*\)$/.test(p.source.slice(start, p.prevEnd));
    return parseArrow(p, start, args, true, trailing && args.at(-1)?.type === "SpreadElement");
  }
  return new CallExpression(start, p.prevEnd, name, args, false);
}

/** Turns a list read as expressions into parameters, and reads the arrow function's body. */
function parseArrow(
  p: ParseState,
  start: number,
  list: readonly Expression[],
  async: boolean,
  restNotLast: boolean,
): Expression {
  const params: Pattern[] = [];
  const { context } = p;
  const { lastYield, lastAwait } = p;
  if (lastYield >= start) {
    report(
      p,
      "misplaced",
      lastYield,
      lastYield + "yield".length,
      "`yield` cannot stand in the parameters of an arrow function",
    );
  }
  if (lastAwait >= start) {
    report(
      p,
      "misplaced",
      lastAwait,
      lastAwait + "await".length,
      "`await` cannot stand in the parameters of an arrow function",
    );
  }
  if (async) p.context |= Context.Async;
  for (const [index, item] of list.entries()) {
    if (item.type === "SpreadElement" || item.type === "RestElement") {
      if (index !== list.length - 1 || restNotLast) {
        report(
          p,
          "misplaced",
          item.offset,
          item.offset + item.length,
          "The rest of the parameters comes last and has nothing behind it",
        );
      }
      if (item.type === "SpreadElement") toPattern(p, item.argument, item.offset + item.argument.offset, true);
      item.type = "RestElement";
    } else {
      toPattern(p, item, item.offset, true);
      if (item.parenthesized) {
        report(
          p,
          "bad-target",
          item.offset,
          item.offset + item.length,
          "A parameter is not put in parentheses of its own",
        );
      }
    }
    params.push(item);
  }
  p.context = context;
  return parseArrowRest(p, start, params, async);
}

/** `( … )`: an expression in parentheses or an arrow function's parameters. */
function parseParenthesised(p: ParseState): Expression {
  const { start } = p;
  const opener = openerHere(p);
  const noIn = p.context & Context.NoIn;
  const { operandStart, lastYield, lastAwait } = p;
  p.lastYield = p.lastAwait = -1;
  p.context &= ~Context.NoIn;
  next(p);
  const innerStart = p.start;
  const list: Expression[] = [];
  let trailing = -1;
  let rest: SpreadElement | undefined;
  while (p.token !== Token.ParenClose && p.token !== Token.End) {
    if (p.token === Token.Ellipsis) list.push((rest = parseRest(p, "the rest of the parameters")));
    else if (!startsExpression(p) && list.length > 0) break;
    else list.push(parseAssignment(p));
    trailing = -1;
    if (p.token !== Token.Comma) break;
    trailing = p.start;
    next(p);
  }
  const innerEnd = p.prevEnd;
  p.operandStart = operandStart;
  p.lastYield = Math.max(lastYield, p.lastYield);
  p.lastAwait = Math.max(lastAwait, p.lastAwait);
  p.context |= noIn;
  if (list.length > 0 && trailing >= 0 && p.token !== Token.ParenClose) {
    missing(p, `A value is missing before ${here(p)}`);
  }
  expectCloser(p, Token.ParenClose, opener, "the parentheses");
  if (p.token === Token.Arrow && !p.newline) {
    if (p.operandStart !== start) {
      report(p, "misplaced", start, p.prevEnd, "An arrow function needs parentheses around it here");
    }
    return parseArrow(p, start, list, false, trailing >= 0 && rest !== undefined);
  }
  if (list.length === 0) {
    if (p.token === Token.Arrow) return parseArrow(p, start, list, false, false);
    return missing(p, "A value is missing between the parentheses");
  }
  if (rest !== undefined) {
    report(
      p,
      "misplaced",
      rest.offset,
      rest.offset + rest.length,
      "`...` stands only in parameters, arguments and literals",
    );
  }
  if (trailing >= 0) report(p, "unexpected", trailing, trailing + 1, "No `,` stands before the closing `)` here");
  const node = list.length === 1 ? list[0]! : new SequenceExpression(innerStart, innerEnd, list);
  node.flags |= PARENTHESIZED;
  return node;
}

function parseArray(p: ParseState): ArrayExpression {
  const { start } = p;
  const opener = openerHere(p);
  const noIn = p.context & Context.NoIn;
  p.context &= ~Context.NoIn;
  next(p);
  const elements: (Expression | null)[] = [];
  parseElements(p, opener, elements, false);
  p.context |= noIn;
  expectCloser(p, Token.BracketClose, opener, "the list");
  return new ArrayExpression(start, p.prevEnd, elements);
}

/** Elements of an array literal, appended to `elements`. With `behind` the parser stands behind one that has been read. */
export function parseElements(p: ParseState, opener: Opener, elements: (Expression | null)[], behind: boolean): void {
  if (behind && !parseListEnd(p, Token.BracketClose, opener)) return;
  const own = indentAt(p, opener.at);
  const { fence } = p;
  p.fence = opener.at;
  while (p.token !== Token.BracketClose && p.token !== Token.End && !endsByIndent(p, opener.at, own)) {
    if (p.token === Token.Comma) {
      elements.push(null);
      next(p);
      continue;
    }
    if (!startsExpression(p) && p.token !== Token.Ellipsis) break;
    const { braces, brackets } = p;
    take(p, elements, parseElement(p), braces, brackets);
    if (!parseListEnd(p, Token.BracketClose, opener) || enough(p, elements)) break;
  }
  p.fence = fence;
}

function parseNew(p: ParseState): Expression {
  const { start } = p;
  const word = new Identifier(p.start, p.end, "new");
  next(p);
  if (p.token === Token.Dot) {
    next(p);
    if (!isWord(p, "target")) reportForm(p, "unexpected", p.start, p.end, "Only `target` can stand behind `new.`");
    const property = isWordLike(p.token) ? parseWord(p) : new Identifier(p.prevEnd, p.prevEnd, "");
    if (!has(p, Context.NewTarget) && !p.looseReturn) {
      report(p, "misplaced", start, p.prevEnd, "`new.target` stands only in functions and classes");
    }
    return new MetaProperty(start, p.prevEnd, word, property);
  }
  if (!deeper(p, 4)) return skipTooDeep(p);
  const calleeStart = p.start;
  const importCall = at(p, Token.Import);
  const superCall = at(p, Token.Super);
  const primary = p.token === Token.New ? parseNew(p) : parsePrimary(p);
  p.depth -= 4;
  if (importCall && primary.type === "ImportExpression" && !primary.parenthesized) {
    report(p, "misplaced", primary.offset, p.prevEnd, "`import()` gives a promise and cannot be constructed");
  }
  if (superCall && at(p, Token.ParenOpen)) {
    report(p, "misplaced", primary.offset, endOf(primary), "`super()` makes no new object and cannot follow `new`");
  }
  const callee = parseChain(p, calleeStart, primary, false);
  const args = p.token === Token.ParenOpen ? parseArguments(p) : [];
  if (callee.type === "InstantiationExpression" && !callee.parenthesized) {
    // The list of types belongs to the construction.
    const { expression, typeArguments } = callee;
    for (const part of [expression, typeArguments]) {
      part.parent = null;
      part.offset += callee.offset;
    }
    return new NewExpression(start, p.prevEnd, expression, args, typeArguments);
  }
  return new NewExpression(start, p.prevEnd, callee, args);
}

function parseSuper(p: ParseState): Expression {
  const { start, end } = p;
  next(p);
  if (p.token === Token.ParenOpen) {
    if (!has(p, Context.SuperCall)) {
      report(p, "misplaced", start, end, "`super()` stands only in the constructor of a class that extends another");
    }
  } else if (p.token === Token.Dot || p.token === Token.BracketOpen) {
    if (!has(p, Context.SuperProperty)) report(p, "misplaced", start, end, "`super` stands only in methods and fields");
  } else report(p, "misplaced", start, end, "`super` needs a member or a call behind it");
  return new Super(start, end);
}

function parseImportExpression(p: ParseState): Expression {
  const { start } = p;
  const word = new Identifier(p.start, p.end, "import");
  next(p);
  let phase: string | null = null;
  if (p.token === Token.Dot) {
    next(p);
    if (isWord(p, "meta")) {
      if (!has(p, Context.Module)) {
        p.sawModuleItem = true;
        if (p.options.module === false) report(p, "misplaced", start, p.end, "`import.meta` stands only in modules");
      }
      const property = parseWord(p);
      return new MetaProperty(start, p.prevEnd, word, property);
    }
    phase = isWordLike(p.token) ? tokenText(p) : "";
    if (phase !== "source" && phase !== "defer") {
      reportForm(p, "unexpected", p.start, p.end, "`meta`, `source` or `defer` can stand behind `import.`");
    }
    if (phase !== "") next(p);
  }
  const opener = openerHere(p);
  if (!expect(p, Token.ParenOpen, "the import")) {
    return new ImportExpression(start, p.prevEnd, new Missing(p.prevEnd, p.prevEnd), null, phase);
  }
  const noIn = p.context & Context.NoIn;
  p.context &= ~Context.NoIn;
  const source = p.token === Token.Ellipsis || !startsExpression(p)
    ? missing(p, "The module to import is missing")
    : parseAssignment(p);
  let options: Expression | null = null;
  if (p.token === Token.Comma) {
    next(p);
    if (!at(p, Token.ParenClose)) {
      options = parseAssignment(p);
      if (p.token === Token.Comma) next(p);
    }
  }
  p.context |= noIn;
  expectCloser(p, Token.ParenClose, opener, "the import");
  return new ImportExpression(start, p.prevEnd, source, options, phase);
}
