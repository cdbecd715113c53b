/** Members, calls and templates behind an expression, and the arguments of calls. */
import {
  CallExpression,
  ChainExpression,
  MemberExpression,
  Missing,
  ObjectExpression,
  SpreadElement,
  TaggedTemplateExpression,
  NonNullExpression,
  type Expression,
  type ObjectMember,
  type TypeArguments,
} from "../nodes/index.js";
import { enough, noteGap, take } from "./elements.js";
import { parseAssignment, parseExpression, parseExpressionWithIn } from "./expressions.js";
import { endsByIndent, indentAt, isBehindFence } from "./indentation.js";
import { startsExpression, startsStatementOnly } from "./lists.js";
import { isStrayEnd, listGoesOn, passMisfit, startsElement } from "./misfits.js";
import { missing, parsePrivateName, parseWord } from "./names.js";
import { parseProperties } from "./objects.js";
import { parsePrimary } from "./primary.js";
import {
  expectCloser,
  here,
  openerHere,
  report,
  reportForm,
  type Opener,
} from "./recovery.js";
import { next, peek } from "./scanner.js";
import { at, Context, type ParseState } from "./state.js";
import { parseTemplate } from "./templates.js";
import { isWordLike, Token } from "./token.js";
import { parseTypedCall } from "./typed-expressions.js";
import { parseTypeArguments } from "./types.js";

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
export function parseChain(p: ParseState, start: number, object: Expression, calls: boolean): Expression {
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
export function parseArguments(p: ParseState): Expression[] {
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
  if (behind) {
    const goesOn = listGoesOn(p, Token.ParenClose, opener);
    noteGap(p, args);
    if (!goesOn) return;
  }
  const { fence } = p;
  p.fence = opener.at;
  const own = indentAt(p, opener.at);
  while (
    (p.token !== Token.ParenClose || isStrayEnd(p, Token.ParenClose, opener, own)) &&
    p.token !== Token.End &&
    !endsByIndent(p, opener.at, own)
  ) {
    const { braces, brackets } = p;
    const misfit = startsElement(p) ? undefined : passMisfit(p, Token.ParenClose, opener);
    if (misfit !== undefined) {
      take(p, args, misfit, braces, brackets);
      if (enough(p, args)) break;
      continue;
    }
    if (!startsExpression(p) && p.token !== Token.Ellipsis) {
      if (startsStatementOnly(p) || p.token === Token.Semicolon || p.token === Token.BraceClose) break;
      const absent = missing(p, `An argument is missing before ${here(p)}`);
      take(p, args, at(p, Token.Dot) ? parseChain(p, absent.offset, absent, true) : absent, braces, brackets);
    } else take(p, args, parseElement(p), braces, brackets);
    const goesOn = listGoesOn(p, Token.ParenClose, opener);
    noteGap(p, args);
    if (!goesOn || enough(p, args)) break;
  }
  p.fence = fence;
}

/** An element of an array or argument list: an expression, or one spread with `...`. */
export function parseElement(p: ParseState): Expression {
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
