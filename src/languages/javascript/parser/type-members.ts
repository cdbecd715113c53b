/** Members of object types, interfaces, and the index signatures they share with classes. */
import {
  CallSignature,
  IndexSignature,
  MethodSignature,
  ObjectType,
  PropertySignature,
  Skipped,
  type SignatureKind,
  type TypeMember,
} from "../nodes/index.js";
import { enough, take } from "./elements.js";
import { parseTypeParameterList } from "./functions.js";
import { indentAt, lacksOpener, standsNext } from "./indentation.js";
import { isStrayInObject, misfitInBraces, passOver, passStrayCloser } from "./misfits.js";
import { parsePropertyKey } from "./objects.js";
import { eat, expectCloser, here, openerHere, reportForm } from "./recovery.js";
import { isWord, next, peek, tokenText } from "./scanner.js";
import { lookAhead } from "./speculate.js";
import { at, type ParseState } from "./state.js";
import { isWordLike, Token } from "./token.js";
import { parseAnnotation, parseReturnType, parseType, parseTypeParameters } from "./types.js";

/** `{ … }` as a type or an interface's body. */
export function parseObjectType(p: ParseState, head = p.start): ObjectType {
  const { start } = p;
  const opener = openerHere(p);
  if (p.token !== Token.BraceOpen && lacksOpener(p, head)) {
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "`{` is missing to begin the members", {
      insert: { at: p.prevEnd, text: " {" },
    });
    const members: TypeMember[] = [];
    parseTypeMembers(p, p.prevEnd, members);
    if (at(p, Token.BraceClose)) next(p);
    return new ObjectType(start, p.prevEnd, members);
  }
  if (p.token !== Token.BraceOpen) {
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "`{` is missing to begin the members", {
      insert: { at: p.prevEnd, text: " {}" },
    });
    return new ObjectType(p.prevEnd, p.prevEnd, []);
  }
  next(p);
  const members: TypeMember[] = [];
  parseTypeMembers(p, start, members);
  expectCloser(p, Token.BraceClose, opener, "the members");
  return new ObjectType(start, p.prevEnd, members);
}

/** Members of an object type or interface, appended to `members`. */
export function parseTypeMembers(p: ParseState, opener: number, members: TypeMember[]): void {
  const own = indentAt(p, opener);
  const stands = (): ReturnType<typeof standsNext> => (isStrayInObject(p, own) ? "stray" : standsNext(p, opener, own));
  for (let what = stands(); what !== "end"; what = stands()) {
    const { start, braces, brackets } = p;
    let member = what === "more" ? parseTypeMember(p) : undefined;
    if (member === undefined) {
      const misfit = what === "stray" ? -1 : misfitInBraces(p, own);
      if (what === "stray") passStrayCloser(p);
      else if (misfit >= 0) passOver(p, misfit);
      else break;
      member = new Skipped(start, p.prevEnd);
    }
    if (p.start === start) break;
    take(p, members, member, braces, brackets);
    if (enough(p, members)) break;
  }
}

/** What ends a member: `;`, `,` or a line end. */
function endMember(p: ParseState): void {
  if (eat(p, Token.Semicolon) || eat(p, Token.Comma)) return;
  if (p.newline || p.token === Token.BraceClose || p.token === Token.End) return;
  reportForm(p, "missing-part", p.prevEnd, p.prevEnd, `A \`;\` or a line end is missing before ${here(p)}`, {
    insert: { at: p.prevEnd, text: ";" },
  });
}

/** Whether `[name:` stands here. */
export function startsIndexSignature(p: ParseState): boolean {
  return (
    p.token === Token.BracketOpen && lookAhead(p, () => {
      next(p);
      if (!isWordLike(p.token)) return at(p, Token.Ellipsis);
      next(p);
      return at(p, Token.Colon) || (at(p, Token.Question) && peek(p).token === Token.Colon);
    })
  );
}

export function parseIndexSignature(p: ParseState, start: number, modifiers: string[]): IndexSignature {
  const params = parseTypeParameterList(p, Token.BracketOpen, Token.BracketClose);
  const annotation = parseAnnotation(p);
  endMember(p);
  return new IndexSignature(start, p.prevEnd, params, annotation, modifiers);
}

function parseTypeMember(p: ParseState): TypeMember | undefined {
  const { start } = p;
  if (p.token === Token.ParenOpen || p.token === Token.Less) return parseCallSignature(p, start, false);
  if (p.token === Token.New) {
    const after = peek(p).token;
    if (after === Token.ParenOpen || after === Token.Less) {
      next(p);
      return parseCallSignature(p, start, true);
    }
  }
  let readonly = false;
  let kind: SignatureKind = "method";
  if (isWord(p, "readonly") && !endsName(peek(p).token)) {
    readonly = true;
    next(p);
  }
  if (startsIndexSignature(p)) return parseIndexSignature(p, start, readonly ? ["readonly"] : []);
  if ((isWord(p, "get") || isWord(p, "set")) && !endsName(peek(p).token)) {
    kind = tokenText(p) as SignatureKind;
    next(p);
  }
  const computed = p.token === Token.BracketOpen;
  const key = parsePropertyKey(p);
  if (key === undefined) {
    if (p.token === Token.ParenClose || p.token === Token.BracketClose) return undefined;
    reportForm(p, "unexpected", p.start, p.end, `${here(p)} is no member of a type`);
    next(p);
    while (!p.newline && !at(p, Token.BraceClose) && !at(p, Token.End) && !at(p, Token.Semicolon)) next(p);
    eat(p, Token.Semicolon);
    return new Skipped(start, p.prevEnd);
  }
  const optional = eat(p, Token.Question);
  if (at(p, Token.ParenOpen) || at(p, Token.Less)) {
    const typeParameters = parseTypeParameters(p);
    const params = parseTypeParameterList(p);
    const returnType = parseReturnType(p);
    endMember(p);
    return new MethodSignature(start, p.prevEnd, key, computed, optional, kind, typeParameters, params, returnType);
  }
  const lacksColon = isWordLike(p.token) && !p.newline;
  if (lacksColon) {
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "`:` is missing before the member's type", {
      insert: { at: p.prevEnd, text: ":" },
    });
  }
  const annotation = lacksColon ? parseType(p) : parseAnnotation(p);
  if (p.token === Token.Assign) {
    reportForm(p, "unexpected", p.start, p.end, "A member of a type has no value");
    while (!p.newline && !at(p, Token.BraceClose) && !at(p, Token.End) && !at(p, Token.Semicolon)) next(p);
  }
  endMember(p);
  return new PropertySignature(start, p.prevEnd, key, computed, optional, readonly, annotation);
}

/** Whether a token behind `get`, `readonly` and their like shows that they are themselves the member's name. */
function endsName(token: Token): boolean {
  return token === Token.Colon ||
    token === Token.Question ||
    token === Token.ParenOpen ||
    token === Token.Less ||
    token === Token.Semicolon ||
    token === Token.Comma ||
    token === Token.BraceClose ||
    token === Token.End;
}

function parseCallSignature(p: ParseState, start: number, construct: boolean): CallSignature {
  const typeParameters = parseTypeParameters(p);
  const params = parseTypeParameterList(p);
  const returnType = parseReturnType(p);
  endMember(p);
  return new CallSignature(start, p.prevEnd, construct, typeParameters, params, returnType);
}
