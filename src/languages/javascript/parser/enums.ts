/** Enumerations, and what fits nowhere among their members. */
import { EnumDeclaration, EnumMember, type Expression } from "../nodes/index.js";
import { parseAssignment } from "./expressions.js";
import { indentAt, isGuided, lacksOpener } from "./indentation.js";
import { parseListEnd } from "./lists.js";
import { endOfMisfit, passOver, passStrayCloser, startsStatement } from "./misfits.js";
import { parseBindingName } from "./names.js";
import { parsePropertyKey } from "./objects.js";
import { eat, expect, expectCloser, here, openerHere, reportForm, type Opener } from "./recovery.js";
import { next, peek } from "./scanner.js";
import { lookAhead } from "./speculate.js";
import { at, type ParseState } from "./state.js";
import { isWordLike, Token } from "./token.js";

/** An enumeration from its keyword on, whatever stands before it. */
export function parseEnum(p: ParseState, start: number, constant: boolean, declare: boolean): EnumDeclaration {
  next(p);
  const id = parseBindingName(p, "the enumeration");
  const opener = openerHere(p);
  const members: EnumMember[] = [];
  const isOpen = lacksOpener(p, start);
  if (expect(p, Token.BraceOpen, "the enumeration") || isOpen) {
    parseEnumMembers(p, opener, members);
    if (!isOpen) expectCloser(p, Token.BraceClose, opener, "the enumeration");
    else eat(p, Token.BraceClose);
  }
  return new EnumDeclaration(start, p.prevEnd, id, members, constant, declare);
}

/** Members of an enumeration, appended to `members`, up to its closer or what ends it without one. */
function parseEnumMembers(p: ParseState, opener: Opener, members: EnumMember[]): void {
  const own = indentAt(p, opener.at);
  const passesMisfit = (): boolean => {
    if (isStrayInEnum(p, own)) {
      passStrayCloser(p);
      return true;
    }
    const end = misfitInEnum(p, own);
    if (end >= 0) passOver(p, end);
    return end >= 0;
  };
  while (!at(p, Token.End)) {
    const from = p.start;
    if (passesMisfit()) continue;
    if (at(p, Token.BraceClose)) return;
    const key = parsePropertyKey(p);
    if (key === undefined) {
      reportForm(p, "unexpected", p.start, p.end, `${here(p)} is no member of an enumeration`);
      return;
    }
    const value: Expression | null = eat(p, Token.Assign) ? parseAssignment(p) : null;
    members.push(new EnumMember(from, p.prevEnd, key, value));
    if (passesMisfit()) continue;
    if (!parseListEnd(p, Token.BraceClose, opener)) return;
  }
}

/** Whether a line begins here that can only be a member of an enumeration. */
function beginsEnumMember(p: ParseState): boolean {
  if (!isWordLike(p.token) && !at(p, Token.String)) return false;
  const { token } = peek(p);
  return token === Token.Assign || token === Token.Comma || token === Token.BraceClose;
}

/** Whether the `}` here, in a line that stands further in than that of its enumeration, closes nothing: a member follows in the next line in the same column. */
function isStrayInEnum(p: ParseState, own: number): boolean {
  const column = indentAt(p, p.start);
  if (p.token !== Token.BraceClose || column <= own) return false;
  const goesOn = lookAhead(p, () => {
    next(p);
    if (!p.newline && at(p, Token.Comma)) next(p);
    return p.newline && indentAt(p, p.start) === column && beginsEnumMember(p);
  });
  return goesOn && isGuided(p);
}

/** Where what stands here and fits nowhere in an enumeration, whose line is indented by `own`, ends; -1 where a member may begin or end here, or it does not go on behind it. */
function misfitInEnum(p: ParseState, own: number): number {
  const { token } = p;
  if (token === Token.BraceClose || token === Token.Comma || token === Token.End) return -1;
  if (at(p, Token.String) || at(p, Token.BracketOpen)) return -1;
  if (isWordLike(token) ? !startsStatement(p) || beginsEnumMember(p) : token === Token.Assign && !p.newline) return -1;
  return endOfMisfit(p, own, [Token.BraceClose], beginsEnumMember);
}
