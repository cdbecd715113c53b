/** What stands between the elements of a list and fits nowhere in it: closers that belong to nothing, a `;` in the place of a comma, statements. The list goes on behind it where its lines do. */
import { Missing } from "../nodes/index.js";
import { indentAt, isGuided, noteEnd, openedBefore, passPunctuation } from "./indentation.js";
import { parseListEnd, startsExpression, startsStatementOnly, startsTypeToken } from "./lists.js";
import { here, type Opener, reportForm, tellComma } from "./recovery.js";
import { isWord, next, peek } from "./scanner.js";
import { lookAhead } from "./speculate.js";
import { at, type ParseState } from "./state.js";
import { isWordLike, Token } from "./token.js";

/** Lines that are looked at for one on which a list goes on. */
const furthest = 50;

/**
 * Where what fits nowhere ends, if the list goes on behind it: with a line that begins in the column of the present one, with what `begins` there, or with the list's closer
 * in the column of the list's own line. No line before it stands as far out as the list itself. -1 where the list does not go on.
 */
export function endOfMisfit(
  p: ParseState,
  own: number,
  closers: readonly Token[],
  begins: (p: ParseState) => boolean,
): number {
  const column = indentAt(p, p.start);
  if (column <= own) return -1;
  return lookAhead(p, () => {
    for (let lines = 0; lines < furthest; lines += 1) {
      do next(p);
      while (!p.newline && !at(p, Token.End));
      const there = indentAt(p, p.start);
      const { prevEnd } = p;
      if (there === own && closers.includes(p.token)) return prevEnd;
      if (at(p, Token.End) || there <= own) return -1;
      if (there === column && !isCloser(p.token)) return begins(p) ? prevEnd : -1;
    }
    return -1;
  });
}

const isCloser = (token: Token): boolean =>
  token === Token.BraceClose || token === Token.BracketClose || token === Token.ParenClose;

/** Tells of a closer that belongs to nothing. The comma behind it goes as well. */
function tellStray(p: ParseState, details: { readonly seen?: number }): void {
  reportForm(p, "unexpected", p.start, p.end, `${here(p)} closes nothing: its opener is missing`, {
    ...details,
    insert: { at: p.start, text: "", over: p.source[p.end] === "," ? 2 : 1 },
  });
}

/** Moves behind what fits nowhere and ends at `end`, and tells of it. */
export function passOver(p: ParseState, end: number, hasCommas = true): void {
  const { start, token } = p;
  const details = { seen: end };
  if (token === Token.Semicolon && hasCommas) {
    reportForm(p, "unexpected", start, p.end, "A `,` separates these, not a `;`", {
      ...details,
      insert: { at: start, text: ",", over: 1 },
    });
  } else if (isCloser(token)) tellStray(p, details);
  else if (startsStatement(p)) {
    reportForm(p, "unexpected", start, p.end, "A statement cannot stand in a list: put it before or behind", details);
  } else reportForm(p, "unexpected", start, p.end, `${here(p)} does not fit here`, details);
  do next(p);
  while (p.prevEnd < end);
  p.calm = false;
}

/** Whether a line begins here that can only be an element of a list: something in brackets, or what has a comma at its end. */
function beginsElement(p: ParseState): boolean {
  if (at(p, Token.BraceOpen) || at(p, Token.BracketOpen)) return true;
  return (startsExpression(p) || at(p, Token.Ellipsis)) && endsWithComma(p);
}

/** Whether the line ends with a comma. It is passed over. */
function endsWithComma(p: ParseState): boolean {
  let last: Token;
  do {
    last = p.token;
    next(p);
  } while (!p.newline && !at(p, Token.End));
  return last === Token.Comma;
}

/** Whether a statement, and no element, begins here. */
export function startsStatement(p: ParseState): boolean {
  if (p.token === Token.Import) {
    const { token } = peek(p);
    return p.newline && token !== Token.ParenOpen && token !== Token.Dot;
  }
  if (!isWord(p, "let")) return startsStatementOnly(p);
  if (!p.newline) return false;
  const { token, newline } = peek(p);
  return newline ? token === Token.BraceOpen : isWordLike(token);
}

/** Whether the current token is a mark that begins nothing. */
const isMark = (p: ParseState): boolean =>
  !startsExpression(p) && /^[&|^%*=?:.@#]+$/.test(p.source.slice(p.start, p.end));

/** Whether the current token is a mark that begins nothing, first on its line, with an element behind it. */
function standsBeforeElement(p: ParseState): boolean {
  if (!p.newline || !isMark(p)) return false;
  return lookAhead(p, () => {
    next(p);
    return !p.newline && startsExpression(p);
  });
}

/** Where what stands here and fits nowhere in a list in square brackets or parentheses ends; -1 where nothing such stands here, or the list does not go on behind it. */
function misfitEnd(p: ParseState, closer: Token, opener: Opener): number {
  const { token } = p;
  if (standsBeforeElement(p)) return p.end;
  if (!isCloser(token) && token !== Token.Semicolon && !isMark(p) && !startsStatement(p)) return -1;
  return endOfMisfit(p, indentAt(p, opener.at), [closer], beginsElement);
}

/** Moves past the comma behind an element, as `parseListEnd`. Returns whether the list goes on, be it behind something that fits nowhere. */
export function listGoesOn(p: ParseState, closer: Token, opener: Opener): boolean {
  return parseListEnd(p, closer, opener) || (p.token !== closer && misfitEnd(p, closer, opener) >= 0);
}

/** Whether an element of a list in square brackets or parentheses begins here. */
export function startsElement(p: ParseState): boolean {
  if (!startsExpression(p)) return p.token === Token.Ellipsis;
  return (p.token !== Token.Import && !isWord(p, "let")) || !startsStatement(p);
}

/** Passes over what fits nowhere in a list. Gives what stands for it, or `undefined`, with nothing consumed, where the list does not go on. */
export function passMisfit(p: ParseState, closer: Token, opener: Opener): Missing | undefined {
  const { start } = p;
  const end = misfitEnd(p, closer, opener);
  if (end < 0) return undefined;
  passOver(p, end);
  return new Missing(start, p.prevEnd);
}

/**
 * Whether the closer of a list in square brackets or parentheses, in a line that stands further in than that of the list, closes nothing: an element follows, in the next line in the
 * same column, and what ends the list stands further down, in the column of its line, with as much closed as opened in between. In valid code the list would have to stand in
 * another one of its kind that is opened where it is.
 */
export function isStrayEnd(p: ParseState, closer: Token, opener: Opener, own: number): boolean {
  const column = p.token === closer ? indentAt(p, p.start) : own;
  if (column <= own) return false;
  const [open, close] = opener.text === "[" ? [91, 93] : [40, 41];
  if (openedBefore(p, opener.at, open, close) > 0) return false;
  return lookAhead(p, () => {
    const { newline } = p;
    const { braces, brackets } = p;
    next(p);
    const level = p.braces + p.brackets;
    if (at(p, Token.Comma) && !p.newline) next(p);
    if (p.newline ? indentAt(p, p.start) !== column || isCloser(p.token) : !newline || !at(p, Token.BraceOpen)) {
      return false;
    }
    if (p.newline && !at(p, Token.BraceOpen) && !lookAhead(p, () => beginsElement(p))) return false;
    do next(p);
    while (!at(p, Token.End) && (!p.newline || indentAt(p, p.start) > own));
    return at(p, closer) &&
      indentAt(p, p.start) === own &&
      p.braces + p.brackets === level &&
      braces + brackets > level;
  });
}

/** Whether a property of an object, or a member of a type, begins here, on a line of its own. */
function beginsMember(p: ParseState): boolean {
  if (at(p, Token.Ellipsis) || at(p, Token.BracketOpen)) return true;
  if (!isWordLike(p.token) && !at(p, Token.String) && !at(p, Token.Number)) return false;
  const { token } = peek(p);
  return token === Token.Colon ||
    token === Token.Comma ||
    token === Token.ParenOpen ||
    (p.typescript && (token === Token.Question || isWordLike(token)));
}

/** Whether the `}` here, in a line that stands further in than that of its object, closes nothing: a property follows behind it, or in the next line in the same column. */
export function isStrayInObject(p: ParseState, own: number): boolean {
  const column = indentAt(p, p.start);
  if (p.token !== Token.BraceClose || column <= own) return false;
  const goesOn = lookAhead(p, () => {
    next(p);
    if (!p.newline && (at(p, Token.Comma) || at(p, Token.Semicolon))) next(p);
    if (p.newline && indentAt(p, p.start) !== column) return false;
    if (!isWordLike(p.token) && !at(p, Token.String)) return false;
    const { token } = peek(p);
    return token === Token.Colon || (p.typescript && (token === Token.ParenOpen || token === Token.Question));
  });
  return goesOn && isGuided(p);
}

/** Passes over a closer that belongs to nothing, with the marks behind it. */
export function passStrayCloser(p: ParseState): void {
  tellStray(p, {});
  passPunctuation(p);
  noteEnd(p, "closer");
}

/** Where what stands here and fits nowhere in an object, or a type with members, whose line is indented by `own`, ends; -1 where it does not go on behind it. */
export function misfitInBraces(p: ParseState, own: number): number {
  if (p.token === Token.BraceClose || p.token === Token.End) return -1;
  return endOfMisfit(p, own, [Token.BraceClose], beginsMember);
}

/** Whether a parameter may begin with the current token. */
function startsParameter(p: ParseState): boolean {
  if (startsStatement(p) || p.token === Token.Import) return false;
  return isWordLike(p.token) ||
    at(p, Token.BraceOpen) ||
    at(p, Token.BracketOpen) ||
    at(p, Token.Ellipsis) ||
    at(p, Token.At);
}

/** Whether a line begins here that can only be a parameter. */
function beginsParameter(p: ParseState): boolean {
  if (!startsParameter(p)) return false;
  if (!isWordLike(p.token)) return true;
  const { token } = peek(p);
  return token === Token.Colon ||
    token === Token.Comma ||
    token === Token.Question ||
    token === Token.Assign ||
    (p.typescript && isWordLike(token));
}

/** Where what stands here and fits nowhere among parameters, whose line is indented by `own`, ends; -1 where a parameter begins here, or they do not go on behind it. */
export function misfitInParameters(p: ParseState, own: number, closer: Token): number {
  if (startsParameter(p) || p.token === Token.End) return -1;
  return endOfMisfit(p, own, [closer], beginsParameter);
}

/** Whether a line begins here that can only be an attribute of a tag. */
function beginsAttribute(p: ParseState): boolean {
  if (at(p, Token.BraceOpen)) return peek(p).token === Token.Ellipsis;
  if (!isWordLike(p.token)) return false;
  const { token, newline } = peek(p);
  return newline || token === Token.Assign || token === Token.Minus || token === Token.Colon;
}

/** Where what stands here and fits nowhere among the attributes of a tag, whose line is indented by `own`, ends; -1 where the tag ends here, or they do not go on behind it. */
export function misfitInTag(p: ParseState, own: number): number {
  const { token } = p;
  if (token === Token.Slash || token === Token.Greater || token === Token.Less || token === Token.End) return -1;
  return endOfMisfit(p, own, [Token.Slash, Token.Greater], beginsAttribute);
}

/** Whether a line begins here that can only be an element of a list of types: what begins one, with a comma at the end of the line. */
function beginsTypeElement(p: ParseState): boolean {
  return (startsTypeToken(p.token) || at(p, Token.Ellipsis)) && endsWithComma(p);
}

/** Moves past the comma behind a type of a list that is opened at `opener`, where one is forgotten also past nothing, and past what fits nowhere. Returns whether the list goes on. */
export function typesGoOn(p: ParseState, closer: Token, opener: Opener): boolean {
  if (p.token === Token.Comma) {
    next(p);
    return true;
  }
  if (p.token === closer || p.token === Token.End) return false;
  const own = indentAt(p, opener.at);
  const isNext = p.newline && indentAt(p, p.start) > own && lookAhead(p, () => beginsTypeElement(p));
  if (isNext && p.missingComma !== p.start) {
    p.missingComma = p.start;
    p.missingCommaIn = opener.at;
    tellComma(p);
    return true;
  }
  const end = endOfMisfit(p, own, [closer], beginsTypeElement);
  if (end < 0) return false;
  passOver(p, end);
  return p.token !== closer;
}
