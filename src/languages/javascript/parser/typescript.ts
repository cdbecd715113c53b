/** Statements that only TypeScript has. */
import {
  ExternalModule,
  HeritageType,
  Identifier,
  ImportEqualsDeclaration,
  InterfaceDeclaration,
  Literal,
  Missing,
  NamespaceDeclaration,
  TypeAliasDeclaration,
  type ClassDeclaration,
  type Statement,
  type TypeName,
} from "../nodes/index.js";
import { parseClassDeclaration } from "./classes.js";
import { parseEnum } from "./enums.js";
import { parseFunctionDeclaration } from "./functions.js";
import { parseModuleItems } from "./items.js";
import { missing, parseBindingName, parseWord } from "./names.js";
import { eat, expect, expectCloser, openerHere } from "./recovery.js";
import { isWord, next, peek, wordHere } from "./scanner.js";
import { at, Context, functionBits, has, type ParseState } from "./state.js";
import { semicolon } from "./statements.js";
import { isWordLike, Token } from "./token.js";
import { parseObjectType } from "./type-members.js";
import { parseBase } from "./typed-expressions.js";
import { parseType, parseTypeName, parseTypeParameters } from "./types.js";
import { parseVariables } from "./variables.js";

/** A statement that begins with one of TypeScript's own words, or `undefined` where the word is a plain name. */
export function parseTypeScriptStatement(p: ParseState, declare = false): Statement | undefined {
  const { start } = p;
  if (p.token === Token.Enum) return parseEnum(p, start, false, declare);
  if (p.token === Token.Const && peek(p).token === Token.Enum) {
    next(p);
    return parseEnum(p, start, true, declare);
  }
  if (p.token !== Token.Name || p.escaped) return undefined;
  switch (wordHere(p)) {
    case "interface":
      return nameFollows(p) ? parseInterface(p, start, declare) : undefined;
    case "type":
      return nameFollows(p) ? parseAlias(p, start, declare) : undefined;
    case "abstract":
      if (peek(p).token !== Token.Class || peek(p).newline) return undefined;
      return declare ? parseDeclaredClass(p) : parseClassDeclaration(p);
    case "declare":
      return parseDeclare(p, start);
    case "namespace":
      return nameFollows(p) ? parseNamespace(p, start, declare) : undefined;
    case "module": {
      const after = peek(p);
      return !after.newline && (after.token === Token.Name || after.token === Token.String)
        ? parseNamespace(p, start, declare)
        : undefined;
    }
    case "global":
      return peek(p).token === Token.BraceOpen && (declare || has(p, Context.Ambient))
        ? parseNamespace(p, start, declare)
        : undefined;
    default:
      return undefined;
  }
}

/** A declaration of a type or enumeration, whose keyword is the current token, whatever it is. */
export function parseTyped(p: ParseState, keyword: "interface" | "type" | "enum"): Statement {
  const { start } = p;
  if (keyword === "enum") return parseEnum(p, start, false, false);
  return keyword === "type" ? parseAlias(p, start, false) : parseInterface(p, start, false);
}

function nameFollows(p: ParseState): boolean {
  const after = peek(p);
  return after.token === Token.Name && !after.newline;
}

/** Runs `parse` where nothing has a body or value. */
function inAmbient<T>(p: ParseState, parse: () => T): T {
  const { context } = p;
  p.context |= Context.Ambient;
  const result = parse();
  p.context = context;
  return result;
}

function parseDeclare(p: ParseState, start: number): Statement | undefined {
  const after = peek(p);
  if (after.newline) return undefined;
  const words = new Set(["let", "abstract", "async", "interface", "type", "namespace", "module", "global", "using"]);
  const follows = after.token === Token.Var ||
    after.token === Token.Const ||
    after.token === Token.Function ||
    after.token === Token.Class ||
    after.token === Token.Enum ||
    after.token === Token.Import ||
    (after.token === Token.Name && words.has(p.source.slice(after.start, after.end)));
  if (!follows) return undefined;
  next(p);
  return inAmbient(p, () => {
    const statement = parseTypeScriptStatement(p, true) ?? parseDeclared(p);
    // The word `declare` belongs to the statement.
    const grown = statement.offset - start;
    shift(statement, grown);
    return statement;
  });
}

/** Lengthens a statement that has no parent yet to the left, its children staying where they are. */
function shift(statement: Statement, by: number): void {
  if (by <= 0) return;
  statement.each((child) => {
    child.offset += by;
  });
  statement.offset -= by;
  statement.length += by;
}

function parseDeclared(p: ParseState): Statement {
  if (p.token === Token.Function || isWord(p, "async")) {
    const node = parseFunctionDeclaration(p);
    node.declare = true;
    return node;
  }
  if (p.token === Token.Class) return parseDeclaredClass(p);
  const kind = p.token === Token.Var ? "var" : p.token === Token.Const ? "const" : "let";
  const node = parseVariables(p, kind);
  node.declare = true;
  return node;
}

function parseDeclaredClass(p: ParseState): ClassDeclaration {
  const node = parseClassDeclaration(p);
  node.modifiers = ["declare", ...node.modifiers];
  return node;
}

/** `extends A<B>, C` and `implements …`: the current token is the first type's. */
export function parseHeritage(p: ParseState): HeritageType[] {
  const list: HeritageType[] = [];
  do {
    const { start } = p;
    const { expression, typeArguments } = parseBase(p);
    list.push(new HeritageType(start, p.prevEnd, expression, typeArguments));
  } while (eat(p, Token.Comma));
  return list;
}

function parseInterface(p: ParseState, start: number, declare: boolean): InterfaceDeclaration {
  next(p);
  const id = parseBindingName(p, "the interface");
  const typeParameters = parseTypeParameters(p);
  const base = eat(p, Token.Extends) ? parseHeritage(p) : [];
  const body = parseObjectType(p, start);
  return new InterfaceDeclaration(start, p.prevEnd, id, typeParameters, base, body, declare);
}

function parseAlias(p: ParseState, start: number, declare: boolean): TypeAliasDeclaration {
  next(p);
  const id = parseBindingName(p, "the type");
  const typeParameters = parseTypeParameters(p);
  expect(p, Token.Assign, "the type");
  const annotation = parseType(p);
  semicolon(p, "the type");
  return new TypeAliasDeclaration(start, p.prevEnd, id, typeParameters, annotation, declare);
}

function parseNamespace(p: ParseState, start: number, declare: boolean): NamespaceDeclaration {
  const keyword = p.source.slice(p.start, p.end);
  let id: TypeName | Literal;
  if (keyword === "global") id = parseWord(p);
  else {
    next(p);
    if (at(p, Token.String)) {
      id = new Literal(p.start, p.end, p.source.slice(p.start, p.end));
      next(p);
    } else id = parseTypeName(p);
  }
  if (!at(p, Token.BraceOpen)) {
    if (id.type !== "Literal") missing(p, "`{` is missing to begin the namespace");
    semicolon(p, "the module");
    return new NamespaceDeclaration(start, p.prevEnd, id, null, keyword, declare);
  }
  const opener = openerHere(p);
  const { context, labels } = p;
  p.context = context & ~functionBits;
  p.labels = [];
  next(p);
  const body = parseModuleItems(p, opener.at);
  p.context = context;
  p.labels = labels;
  expectCloser(p, Token.BraceClose, opener, "the namespace");
  return new NamespaceDeclaration(start, p.prevEnd, id, body as Statement[], keyword, declare);
}

/** Whether `import name =` or `import type name =` stands here. The current token is the first behind `import`. */
export function startsImportEquals(p: ParseState): boolean {
  return p.token === Token.Name && peek(p).token === Token.Assign;
}

/** `import name = require("…")` and `import name = a.b`; the current token is the name. */
export function parseImportEquals(p: ParseState, start: number, typeOnly: boolean): ImportEqualsDeclaration {
  const id = parseBindingName(p, "the import");
  expect(p, Token.Assign, "the import");
  let target: TypeName | ExternalModule;
  if (isWord(p, "require") && peek(p).token === Token.ParenOpen) {
    const from = p.start;
    next(p);
    const opener = openerHere(p);
    next(p);
    let source: Literal | Missing;
    if (at(p, Token.String)) {
      source = new Literal(p.start, p.end, p.source.slice(p.start, p.end));
      next(p);
    } else source = missing(p, "The module is missing: a text in quote marks");
    expectCloser(p, Token.ParenClose, opener, "the import");
    target = new ExternalModule(from, p.prevEnd, source);
  } else target = isWordLike(p.token) ? parseTypeName(p) : missing(p, "The name to import is missing");
  semicolon(p, "the import");
  return new ImportEqualsDeclaration(start, p.prevEnd, id as Identifier, target, typeOnly);
}
