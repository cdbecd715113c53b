/** What TypeScript adds to expressions: arrow functions with types, casts, lists of types. */
import {
  AsExpression,
  Identifier,
  InstantiationExpression,
  Missing,
  NameType,
  SatisfiesExpression,
  TaggedTemplateExpression,
  TypeAssertion,
  type Expression,
  type Type,
  type TypeArguments,
} from "../nodes/index.js";
import { parseArrowHead, parseArrowRest, type ArrowHead } from "./functions.js";
import { noteEnd } from "./indentation.js";
import { startsExpression, startsStatementOnly } from "./lists.js";
import { parseCall, parseLeftHandSide } from "./members.js";
import { expectCloser, here, openerHere, reportForm } from "./recovery.js";
import { isWord, next, peek } from "./scanner.js";
import { lookAhead, skipBrackets, tryParse } from "./speculate.js";
import { at, type ParseState } from "./state.js";
import { parseTemplate } from "./templates.js";
import { isAssignment, isWordLike, precedence, Token } from "./token.js";
import { parseType, parseTypeArguments, splitGreater } from "./types.js";
import { parseUnary } from "./unary.js";

/**
 * An arrow function with types where one begins here. What can be nothing else is read as one at once; where a look behind the closing
 * bracket leaves it open, it is tried.
 */
export function parseArrowOfTypeScript(
  p: ParseState,
  start: number,
  async: boolean,
  needsColon: boolean,
): Expression | undefined {
  const kind = arrowKind(p, async);
  if (kind === "no") return undefined;
  const finish = ({ params, typeParameters, returnType }: ArrowHead): Expression =>
    parseArrowRest(p, start, params, async, typeParameters, returnType);
  if (kind === "sure") {
    const head = parseArrowHead(p, async);
    if (head !== undefined) return finish(head);
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, `\`=>\` is missing behind the parameters, before ${here(p)}`);
    return new Missing(start, p.prevEnd);
  }
  if (p.triedArrows.has(start)) return undefined;
  const isWhole = (): boolean => {
    const found = parseArrowHead(p, async);
    if (found === undefined) return false;
    finish(found);
    return found.returnType === null || at(p, Token.Colon);
  };
  // Between the `?` and `:` of a condition, a type behind the parameters may be the condition's other side.
  const head = needsColon && !lookAhead(p, isWhole) ? undefined : tryParse(p, () => parseArrowHead(p, async));
  if (head !== undefined) return finish(head);
  if (!needsColon && isArrowSure(p)) {
    const wrong = tryParse(p, () => parseArrowHead(p, async), true);
    if (wrong !== undefined) return finish(wrong);
  }
  p.triedArrows.add(start);
  return undefined;
}

/** Whether parameters in parentheses begin here, with a type of what is given and `=>` behind them, whatever is wrong within. */
function isArrowSure(p: ParseState): boolean {
  return lookAhead(p, () => {
    if (at(p, Token.Less) && !passTypes(p)) return false;
    if (!at(p, Token.ParenOpen) || !skipBrackets(p)) return false;
    if (at(p, Token.Colon)) {
      next(p);
      passResult(p);
    }
    return at(p, Token.Arrow) && !p.newline;
  });
}

/** Moves past what a type may be made of. To be used in a look ahead. */
function passResult(p: ParseState): void {
  for (let count = 0; count < mostTokens; count += 1) {
    if (at(p, Token.ParenOpen) || at(p, Token.BracketOpen) || at(p, Token.BraceOpen)) {
      if (!skipBrackets(p)) return;
    } else if (at(p, Token.Less)) {
      if (!passTypes(p)) return;
    } else if (
      isWordLike(p.token) ||
      at(p, Token.Dot) ||
      at(p, Token.BitOr) ||
      at(p, Token.BitAnd) ||
      at(p, Token.String) ||
      at(p, Token.Number)
    ) next(p);
    else return;
  }
}

/** Moves past a list of types, whatever is in it. To be used in a look ahead. */
function passTypes(p: ParseState): boolean {
  let depth = 0;
  let braces = 0;
  for (let count = 0; count < mostTokens; count += 1) {
    splitGreater(p);
    if (at(p, Token.Less)) depth += 1;
    else if (at(p, Token.Greater)) depth -= 1;
    else if (at(p, Token.BraceOpen)) braces += 1;
    else if (at(p, Token.BraceClose)) braces -= 1;
    const isStatement = braces === 0 &&
      (at(p, Token.Semicolon) || (p.newline && startsStatementOnly(p) && !at(p, Token.Extends)));
    if (at(p, Token.End) || braces < 0 || isStatement) return false;
    next(p);
    if (depth === 0) return braces === 0;
  }
  return false;
}

/** Whether the current `(` or `<` begins an arrow function, as far as a look ahead tells. */
function arrowKind(p: ParseState, async: boolean): "no" | "sure" | "maybe" {
  const second = peek(p);
  if (p.token === Token.Less) {
    if (second.token !== Token.Name && second.token !== Token.Const) return "no";
    if (!p.options.jsx) return "maybe";
    // In TSX only `<T,` and `<T extends` can begin type parameters.
    return lookAhead(p, () => {
      next(p);
      if (at(p, Token.Const)) next(p);
      next(p);
      if (at(p, Token.Comma) || at(p, Token.Assign)) return true;
      if (!at(p, Token.Extends)) return false;
      next(p);
      return !at(p, Token.Assign) && !at(p, Token.Greater) && !at(p, Token.Slash);
    })
      ? "maybe"
      : "no";
  }
  if (
    second.token !== Token.ParenClose &&
    second.token !== Token.Ellipsis &&
    second.token !== Token.BraceOpen &&
    second.token !== Token.BracketOpen &&
    second.token !== Token.This &&
    second.token !== Token.Name &&
    second.token !== Token.At
  ) return "no";
  return lookAhead(p, () => {
    if (!skipBrackets(p)) return "no";
    if (at(p, Token.Arrow)) return p.newline || async ? "maybe" : "sure";
    return at(p, Token.Colon) ? "maybe" : "no";
  });
}

/** `as Type` or `satisfies Type` behind an operand. */
export function parseCast(p: ParseState, start: number, expression: Expression): Expression | undefined {
  const as = isWord(p, "as");
  if (!as && !isWord(p, "satisfies")) return undefined;
  next(p);
  if (as && at(p, Token.Const)) {
    const type = new NameType(p.start, p.end, new Identifier(p.start, p.end, "const"), null);
    next(p);
    return new AsExpression(start, p.prevEnd, expression, type);
  }
  const type = parseType(p);
  return as
    ? new AsExpression(start, p.prevEnd, expression, type)
    : new SatisfiesExpression(start, p.prevEnd, expression, type);
}

/** `<Type>operand` */
export function parseTypeAssertion(p: ParseState): Expression {
  const { start } = p;
  const opener = openerHere(p);
  next(p);
  let type: Type;
  if (at(p, Token.Const)) {
    type = new NameType(p.start, p.end, new Identifier(p.start, p.end, "const"), null);
    next(p);
  } else type = parseType(p);
  splitGreater(p);
  expectCloser(p, Token.Greater, opener, "the type");
  const expression = parseUnary(p);
  return new TypeAssertion(start, p.prevEnd, type, expression);
}

/** A list of types behind an expression, with the call or template it belongs to, where it is not a comparison. */
export function parseTypedCall(p: ParseState, start: number, left: Expression, calls: boolean): Expression | undefined {
  let seen = p.end;
  let typeArguments = tryParse(p, () => {
    const list = parseTypeArguments(p);
    const isList = list !== null && listOfTypesEnds(p);
    seen = p.start;
    return isList ? list : undefined;
  });
  if (typeArguments === undefined && areTypesSure(p)) typeArguments = parseTypeArguments(p) ?? undefined;
  if (typeArguments === undefined) {
    // What was looked at in brackets decided that it is a comparison.
    if (/[([{]/.test(p.source.slice(p.end, seen))) noteEnd(p, "ahead", seen);
    return undefined;
  }
  if (calls && p.token === Token.ParenOpen) return parseCall(p, start, left, false, typeArguments);
  if (p.token === Token.Template) {
    const quasi = parseTemplate(p, true);
    return new TaggedTemplateExpression(start, p.prevEnd, left, quasi, typeArguments);
  }
  return new InstantiationExpression(start, p.prevEnd, left, typeArguments);
}

/** Tokens that are looked at for the end of a list of types. */
const mostTokens = 400;

/** What types are written with, and what a comparison is not made with. */
const typeWords = /[{]|=>|\b(?:extends|readonly|keyof|infer|typeof)\b|\w\??: /;

/**
 * Whether the current `<`, without space around it, begins a list of types although something in it is wrong: it is closed before what a call, a template or a class has behind its types, and what
 * stands in it is written as types are. Brackets other than braces are left out of account, as one of them may be what is missing.
 */
function areTypesSure(p: ParseState): boolean {
  if (/\s/.test(p.source[p.start - 1] ?? " ") || /[ \t]/.test(p.source[p.end] ?? " ")) return false;
  return lookAhead(p, () => {
    const from = p.start;
    if (!passTypes(p) || !typeWords.test(p.source.slice(from, p.prevEnd))) return false;
    return at(p, Token.ParenOpen) || at(p, Token.Template) || at(p, Token.BraceOpen);
  });
}

/** Whether the token behind a list of types shows that it was one, and no comparison. */
function listOfTypesEnds(p: ParseState): boolean {
  switch (p.token) {
    case Token.ParenOpen:
    case Token.Template:
      return true;
    case Token.Less:
    case Token.Greater:
    case Token.Plus:
    case Token.Minus:
      return false;
    default:
      return p.newline ||
        precedence[p.token] !== 0 ||
        isAssignment(p.token) ||
        isWord(p, "as") ||
        isWord(p, "satisfies") ||
        !startsExpression(p);
  }
}

/** What a class or interface builds on, and the arguments of its type. Where a line ends behind them they were read as belonging to the expression. */
export function parseBase(p: ParseState): { expression: Expression; typeArguments: TypeArguments | null } {
  const read = parseLeftHandSide(p);
  if (read.type !== "InstantiationExpression" || read.parenthesized) {
    return { expression: read, typeArguments: p.typescript ? parseTypeArguments(p) : null };
  }
  const { expression, typeArguments } = read;
  for (const child of [expression, typeArguments]) {
    child.offset = read.offset + child.startInParent;
    child.parent = null;
  }
  return { expression, typeArguments };
}
