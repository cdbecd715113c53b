import { ClassBody, ClassDeclaration, ClassExpression, Identifier, MethodDefinition, PropertyDefinition, Skipped, StaticBlock, type ClassMember, type Expression, type MethodKind } from "../nodes/index.js";
import { parseAssignment, parseLeftHandSide } from "./expressions.js";
import { parseMethod } from "./functions.js";
import { parseBindingName } from "./names.js";
import { endsMemberName, parsePropertyKey } from "./objects.js";
import { eat, endsByIndent, expectCloser, here, openerHere, report, reportForm } from "./recovery.js";
import { isWord, next, peek } from "./scanner.js";
import { at, Context, functionBits, type ParseState } from "./state.js";
import { checkCover, parseStatements, semicolon } from "./statements.js";
import { Token } from "./token.js";

export function parseClassDeclaration(p: ParseState, asDefault = false): ClassDeclaration {
  const start = p.start;
  const { id, superClass, body } = parseClass(p, !asDefault);
  return new ClassDeclaration(start, p.prevEnd, id, superClass, body);
}

export function parseClassExpression(p: ParseState): ClassExpression {
  const start = p.start;
  const { id, superClass, body } = parseClass(p, false);
  return new ClassExpression(start, p.prevEnd, id, superClass, body);
}

function parseClass(p: ParseState, named: boolean): { id: Identifier | null; superClass: Expression | null; body: ClassBody } {
  const { context } = p;
  p.context |= Context.Strict;
  next(p);
  const id = named || p.token === Token.Name ? (parseBindingName(p, "the class") as Identifier) : null;
  const superClass = eat(p, Token.Extends) ? parseLeftHandSide(p) : null;
  const body = parseClassBody(p, superClass !== null);
  p.context = context;
  return { id, superClass, body };
}

function parseClassBody(p: ParseState, derived: boolean): ClassBody {
  const start = p.start;
  const opener = openerHere(p);
  const members: ClassMember[] = [];
  if (p.token !== Token.BraceOpen) {
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "The class has no body: `{` is missing", { insert: { at: p.prevEnd, text: " {}" } });
    return new ClassBody(p.prevEnd, p.prevEnd, members);
  }
  const { coverInit } = p;
  p.coverInit = -1;
  next(p);
  let constructors = 0;
  while (!at(p, Token.BraceClose) && !at(p, Token.End) && !endsByIndent(p, start)) {
    if (eat(p, Token.Semicolon)) continue;
    const member = parseMember(p, derived);
    if (member === undefined) break;
    members.push(member);
    if (member.type === "MethodDefinition" && member.kind === "constructor" && (constructors += 1) > 1) {
      report(p, "misplaced", member.offset, member.offset + member.key.length, "A class has only one constructor");
    }
  }
  expectCloser(p, Token.BraceClose, opener, "the class");
  p.coverInit = coverInit;
  return new ClassBody(start, p.prevEnd, members);
}

interface Modifiers {
  static: boolean;
  async: boolean;
  generator: boolean;
  kind: MethodKind;
}

function parseModifiers(p: ParseState): Modifiers {
  const found: Modifiers = { static: false, async: false, generator: false, kind: "method" };
  if (isWord(p, "static") && !endsMemberName(peek(p).token)) {
    found.static = true;
    next(p);
  }
  if (isWord(p, "async") || isWord(p, "get") || isWord(p, "set")) {
    const after = peek(p);
    const ownName = endsMemberName(after.token) || (after.newline && (isWord(p, "async") || after.token === Token.Star)) || after.token === Token.BraceOpen;
    if (!ownName && !(after.token === Token.Star && !isWord(p, "async"))) {
      if (isWord(p, "async")) found.async = true;
      else found.kind = isWord(p, "get") ? "get" : "set";
      next(p);
    }
  }
  if (p.token === Token.Star) {
    found.generator = true;
    next(p);
  }
  return found;
}

function parseMember(p: ParseState, derived: boolean): ClassMember | undefined {
  const start = p.start;
  const modifiers = parseModifiers(p);
  if (modifiers.static && p.token === Token.BraceOpen) return parseStaticBlock(p, start);
  const computed = p.token === Token.BracketOpen;
  const key = parsePropertyKey(p);
  if (key === undefined) return skipInClass(p, start);
  const name = key.type === "Identifier" ? key.name : key.type === "Literal" ? key.value : undefined;
  const isPrivate = key.type === "PrivateIdentifier";
  if (isPrivate && key.name === "constructor") report(p, "misplaced", key.offset, key.offset + key.length, "A private member cannot be called `#constructor`");
  const special = !computed && !isPrivate;
  if (p.token === Token.ParenOpen || modifiers.async || modifiers.generator || modifiers.kind !== "method") {
    let { kind } = modifiers;
    if (special && name === "constructor" && !modifiers.static) {
      if (kind !== "method" || modifiers.async || modifiers.generator) {
        report(p, "misplaced", key.offset, key.offset + key.length, "The constructor cannot be a getter, setter, generator or async");
      }
      kind = "constructor";
    }
    if (special && name === "prototype" && modifiers.static) report(p, "misplaced", key.offset, key.offset + key.length, "A static member cannot be called `prototype`");
    const value = parseMethod(p, { ...modifiers, kind, derived: derived && kind === "constructor" });
    return new MethodDefinition(start, p.prevEnd, key, kind, value, computed, modifiers.static);
  }
  if (special && (name === "constructor" || (name === "prototype" && modifiers.static))) {
    report(p, "misplaced", key.offset, key.offset + key.length, `A field cannot be called \`${name}\``);
  }
  let value: Expression | null = null;
  if (eat(p, Token.Assign)) {
    const { context } = p;
    p.context = (context & ~functionBits) | Context.SuperProperty | Context.NewTarget | Context.FieldValue;
    value = parseAssignment(p);
    p.context = context;
    checkCover(p);
  }
  semicolon(p, "the field");
  return new PropertyDefinition(start, p.prevEnd, key, value, computed, modifiers.static);
}

function parseStaticBlock(p: ParseState, start: number): StaticBlock {
  const { context, labels } = p;
  const opener = openerHere(p);
  p.context = (context & ~functionBits) | Context.SuperProperty | Context.NewTarget | Context.StaticBlock | Context.FieldValue;
  p.labels = [];
  next(p);
  const body = parseStatements(p, Token.BraceClose, opener.at, []);
  p.context = context;
  p.labels = labels;
  expectCloser(p, Token.BraceClose, opener, "the static block");
  return new StaticBlock(start, p.prevEnd, body);
}

/** Passes over what is no member; `undefined` where the class most likely ends here. */
function skipInClass(p: ParseState, start: number): ClassMember | undefined {
  if (p.token === Token.BraceClose || p.token === Token.End) {
    if (p.prevEnd > start) {
      reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "A member's name is missing");
      return new Skipped(start, p.prevEnd);
    }
    return undefined;
  }
  reportForm(p, "unexpected", p.start, p.end, `${here(p)} is no member of a class`);
  let depth = 0;
  do {
    if (p.token === Token.BraceOpen) depth += 1;
    else if (at(p, Token.BraceClose)) depth -= 1;
    next(p);
  } while (!at(p, Token.End) && (depth > 0 || (!p.newline && !at(p, Token.BraceClose) && p.token !== Token.Semicolon)));
  return new Skipped(start, p.prevEnd);
}
