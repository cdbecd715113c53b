/** What lies between the elements of a list in brackets. */
import { indentAt } from "./indentation.js";
import { here, type Opener, reportForm, tellComma } from "./recovery.js";
import { next, peek } from "./scanner.js";
import { lookAhead, skipBrackets } from "./speculate.js";
import { at, Context, has, type ParseState } from "./state.js";
import { isKeyword, isWordLike, Token } from "./token.js";

/** Whether an expression may begin with the current token. */
export function startsExpression(p: ParseState): boolean {
  const { token } = p;
  if (token <= Token.RegExp) return token !== Token.End;
  switch (token) {
    case Token.BraceOpen:
    case Token.ParenOpen:
    case Token.BracketOpen:
    case Token.Bang:
    case Token.Tilde:
    case Token.PlusPlus:
    case Token.MinusMinus:
    case Token.Plus:
    case Token.Minus:
    case Token.Slash:
    case Token.SlashAssign:
    case Token.At:
    case Token.Class:
    case Token.Delete:
    case Token.False:
    case Token.Function:
    case Token.Import:
    case Token.New:
    case Token.Null:
    case Token.Super:
    case Token.This:
    case Token.True:
    case Token.Typeof:
    case Token.Void:
    case Token.Hash:
      return true;
    case Token.Less:
      return p.options.jsx || p.typescript;
    default:
      return false;
  }
}

/** Whether a type may begin with a token. */
export function startsTypeToken(token: Token): boolean {
  return isWordLike(token) ||
    token === Token.BraceOpen ||
    token === Token.BracketOpen ||
    token === Token.ParenOpen ||
    token === Token.String ||
    token === Token.Number ||
    token === Token.BigInt ||
    token === Token.Template ||
    token === Token.Minus;
}

/** Whether a statement, and no expression, begins with the current token. */
export function startsStatementOnly(p: ParseState): boolean {
  return isKeyword(p.token) &&
    !startsExpression(p) &&
    p.token !== Token.In &&
    p.token !== Token.Instanceof &&
    p.token !== Token.Extends &&
    p.token !== Token.Else &&
    p.token !== Token.Case &&
    p.token !== Token.Default &&
    p.token !== Token.Catch &&
    p.token !== Token.Finally;
}

/**
 * Moves past the comma behind an element. Returns whether the list goes on.
 * Where neither comma nor closer stands, decides whether a comma was forgotten (the list goes on) or the closer (it ends).
 */
export function parseListEnd(p: ParseState, closer: Token, opener: Opener): boolean {
  if (p.token === Token.Comma) {
    next(p);
    return true;
  }
  if (p.token === closer || p.token === Token.End) return false;
  if (p.token === Token.Semicolon && closer !== Token.BraceClose && closesOnLine(p, closer)) {
    reportForm(p, "unexpected", p.start, p.end, "A `,` separates these, not a `;`");
    next(p);
    p.calm = true;
    return true;
  }
  const goesOn = startsExpression(p) ||
    p.token === Token.Ellipsis ||
    (closer === Token.BraceClose && isKeyword(p.token) && !p.newline);
  if (!goesOn) {
    // Behind a parameter with its type a `:` most likely begins the return type: the closer is missing.
    if (p.token === Token.Colon && closer === Token.ParenClose && has(p, Context.Parameters)) return false;
    if (
      p.token === Token.Colon || p.token === Token.Assign || p.token === Token.Semicolon && closer === Token.BraceClose
    ) return skipWithin(p, closer);
    return false;
  }
  if (p.newline && indentAt(p, p.start) <= indentAt(p, opener.at)) return false;
  // A second look at the same place means that no element could be read here.
  if (p.missingComma === p.start && p.missingCommaIn === opener.at) return false;
  p.missingComma = p.start;
  p.missingCommaIn = opener.at;
  tellComma(p);
  return true;
}

/** Whether behind the current `;` something and then the list's closer stand on the same line. */
function closesOnLine(p: ParseState, closer: Token): boolean {
  return lookAhead(p, () => {
    next(p);
    if (p.newline || !startsExpression(p)) return false;
    while (!p.newline && !at(p, Token.End) && !at(p, Token.Semicolon)) {
      if (at(p, closer)) return true;
      if (at(p, Token.ParenOpen) || at(p, Token.BracketOpen) || at(p, Token.BraceOpen)) {
        if (!skipBrackets(p)) return false;
      } else next(p);
    }
    return false;
  });
}

/** Reports the current token as one that fits nowhere in the list and moves on to the list's next comma or closer on the same line. */
function skipWithin(p: ParseState, closer: Token): boolean {
  if (p.token === Token.Semicolon) {
    const after = peek(p);
    if (after.newline || !(isWordLike(after.token) || after.token === Token.String || after.token === closer)) {
      return false;
    }
    reportForm(p, "unexpected", p.start, p.end, "A `,` separates these, not a `;`");
    next(p);
    return true;
  }
  reportForm(p, "unexpected", p.start, p.end, `${here(p)} does not fit here`);
  next(p);
  for (;;) {
    // What stands in brackets belongs together, over several lines too.
    const isOpener = p.token === Token.BraceOpen || p.token === Token.BracketOpen || at(p, Token.ParenOpen);
    if (!p.newline && isOpener && lookAhead(p, () => skipBrackets(p))) skipBrackets(p);
    else if (
      p.token !== Token.Comma &&
      p.token !== closer &&
      !p.newline &&
      p.token !== Token.End &&
      !at(p, Token.Semicolon) &&
      p.token !== Token.BraceClose &&
      p.token !== Token.ParenClose
    ) next(p);
    else break;
  }
  return p.token === Token.Comma ? (next(p), true) : false;
}
