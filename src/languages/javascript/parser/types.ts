/** TypeScript's types. */
import { PARENTHESIZED } from "../../../syntax/node.js";
import {
  ArrayType,
  ConditionalType,
  ConstructorType,
  FunctionType,
  Identifier,
  ImportType,
  IndexedType,
  InferType,
  IntersectionType,
  KeywordType,
  Literal,
  LiteralType,
  MappedType,
  Missing,
  NameType,
  PredicateType,
  QualifiedName,
  TemplateElement,
  TemplateType,
  ThisExpression,
  TupleMember,
  TupleType,
  TypeArguments,
  TypeOperator,
  TypeParameter,
  TypeParameters,
  TypeQuery,
  UnaryExpression,
  UnionType,
  type Pattern,
  type Type,
  type TypeName,
} from "../nodes/index.js";
import { deeper, skipTooDeep } from "./depth.js";
import { parseTypeParameterList } from "./functions.js";
import { startsStatementOnly, startsTypeToken } from "./lists.js";
import { typesGoOn } from "./misfits.js";
import { missing, parseBindingName, parseWord } from "./names.js";
import { eat, expect, expectCloser, here, openerHere, report, reportForm } from "./recovery.js";
import { isWord, next, peek, rescanTemplate, textToKeep, tokenText } from "./scanner.js";
import { lookAhead, skipBrackets, tryParse } from "./speculate.js";
import { at, type ParseState } from "./state.js";
import { isKeyword, isWordLike, Token } from "./token.js";
import { parseObjectType } from "./type-members.js";

const keywordTypes = new Set([
  "any",
  "unknown",
  "never",
  "string",
  "number",
  "boolean",
  "symbol",
  "bigint",
  "object",
  "undefined",
  "intrinsic",
]);

/** Cuts a single `>` off the current token, where a list of types may end. */
export function splitGreater(p: ParseState): void {
  const { token } = p;
  if (
    token === Token.ShiftRight ||
    token === Token.ShiftRightZero ||
    token === Token.GreaterEqual ||
    token === Token.ShiftRightAssign ||
    token === Token.ShiftRightZeroAssign
  ) {
    p.token = Token.Greater;
    p.end = p.start + 1;
  }
}

/** A type. */
export function parseType(p: ParseState): Type {
  if (!deeper(p, 8)) return skipTooDeep(p);
  const { start } = p;
  const before = p.noConditionalType;
  const type = parseTypeInner(p, start);
  p.noConditionalType = before;
  p.depth -= 8;
  return type;
}

function parseTypeInner(p: ParseState, start: number): Type {
  const plain = parseUnion(p);
  if (p.noConditionalType || p.token !== Token.Extends || p.newline) return plain;
  next(p);
  p.noConditionalType = true;
  const base = parseType(p);
  p.noConditionalType = false;
  expect(p, Token.Question, "the conditional type");
  const whenTrue = parseType(p);
  expect(p, Token.Colon, "the conditional type");
  const whenFalse = parseType(p);
  return new ConditionalType(start, p.prevEnd, plain, base, whenTrue, whenFalse);
}

/** Runs `parse` where a conditional type may stand again, as inside brackets. */
function bracketed<T>(p: ParseState, parse: () => T): T {
  const before = p.noConditionalType;
  p.noConditionalType = false;
  const result = parse();
  p.noConditionalType = before;
  return result;
}

/** `: Type`, if it is there. */
export function parseAnnotation(p: ParseState): Type | null {
  return eat(p, Token.Colon) ? bracketed(p, () => parseType(p)) : null;
}

/** A function's return type behind the current `:`, which may be a predicate. */
export function parseReturnType(p: ParseState, mark: Token = Token.Colon): Type | null {
  if (p.token !== mark) return null;
  next(p);
  if (mark === Token.Colon && p.token === Token.BraceOpen && beginsStatement(p)) {
    return missing(p, `A type is missing before ${here(p)}`);
  }
  return bracketed(p, () => parseTypeOrPredicate(p));
}

/** Whether a statement begins behind the current brace, so that it is that of a body, and no type. */
function beginsStatement(p: ParseState): boolean {
  return lookAhead(p, () => {
    next(p);
    if (!startsStatementOnly(p) && !at(p, Token.This)) return false;
    next(p);
    return !at(p, Token.Colon) && !at(p, Token.Question) && !at(p, Token.ParenOpen) && !at(p, Token.Less);
  });
}

function parseTypeOrPredicate(p: ParseState): Type {
  const { start } = p;
  if (isWord(p, "asserts")) {
    const after = peek(p);
    if (
      !after.newline &&
      (after.token === Token.Name || after.token === Token.This) &&
      p.source.slice(after.start, after.end) !== "is"
    ) {
      next(p);
      const parameter = parsePredicateName(p);
      let annotation: Type | null = null;
      if (isWord(p, "is") && !p.newline) {
        next(p);
        annotation = parseType(p);
      }
      return new PredicateType(start, p.prevEnd, true, parameter, annotation);
    }
  }
  if (p.token === Token.Name || p.token === Token.This) {
    const after = peek(p);
    if (!after.newline && after.token === Token.Name && p.source.slice(after.start, after.end) === "is") {
      const parameter = parsePredicateName(p);
      next(p);
      const annotation = parseType(p);
      return new PredicateType(start, p.prevEnd, false, parameter, annotation);
    }
  }
  return parseType(p);
}

function parsePredicateName(p: ParseState): Identifier | KeywordType {
  const { start, end } = p;
  if (p.token !== Token.This) return parseWord(p);
  next(p);
  return new KeywordType(start, end, "this");
}

function parseUnion(p: ParseState): Type {
  return parseJoined(p, Token.BitOr, (one) => parseJoined(one, Token.BitAnd, parseOperator));
}

/** Whether a member of a type begins here, with its colon. */
function beginsMember(p: ParseState): boolean {
  if (p.token !== Token.Name) return false;
  const { token } = peek(p);
  return token === Token.Colon || (isWord(p, "readonly") && token === Token.Name);
}

/** Types joined by `|` or `&`; one may stand before the first. */
function parseJoined(p: ParseState, token: Token, parse: (p: ParseState) => Type): Type {
  const { start } = p;
  const leading = eat(p, token);
  const first = parseFunctionLike(p) ?? parse(p);
  if (p.token !== token && !leading) return first;
  const types = [first];
  while (p.token === token) {
    next(p);
    if (p.newline && beginsMember(p)) {
      types.push(missing(p, `A type is missing before ${here(p)}`));
      break;
    }
    types.push(parseFunctionLike(p) ?? parse(p));
  }
  if (types.length === 1) return first;
  return token === Token.BitOr ? new UnionType(start, p.prevEnd, types) : new IntersectionType(start, p.prevEnd, types);
}

/** A function or constructor type, which reaches as far to the right as it can. */
function parseFunctionLike(p: ParseState): Type | undefined {
  const { start } = p;
  const abstract = isWord(p, "abstract") && peek(p).token === Token.New;
  if (p.token === Token.New || abstract) {
    if (abstract) next(p);
    next(p);
    const typeParameters = parseTypeParameters(p);
    const params = parseTypeParameterList(p);
    const returnType = parseReturnType(p, Token.Arrow) ??
      missing(p, "`=>` and a type are missing in the constructor type");
    return new ConstructorType(start, p.prevEnd, abstract, typeParameters, params, returnType);
  }
  if (p.token === Token.Less || (p.token === Token.ParenOpen && startsFunctionType(p))) {
    const typeParameters = parseTypeParameters(p);
    const params: Pattern[] = parseTypeParameterList(p);
    const returnType = parseReturnType(p, Token.Arrow) ??
      missing(p, "`=>` and a type are missing in the function type");
    return new FunctionType(start, p.prevEnd, typeParameters, params, returnType);
  }
  return undefined;
}

function startsFunctionType(p: ParseState): boolean {
  const second = peek(p);
  if (second.token === Token.ParenClose || second.token === Token.Ellipsis) return true;
  if (second.token !== Token.BraceOpen && second.token !== Token.BracketOpen && !isWordLike(second.token)) return false;
  return lookAhead(p, () => skipBrackets(p) && p.token === Token.Arrow);
}

function parseOperator(p: ParseState): Type {
  const { start } = p;
  if (isWord(p, "keyof") || isWord(p, "unique") || isWord(p, "readonly")) {
    const after = peek(p);
    if (startsTypeToken(after.token) && !(after.newline && isKeyword(after.token))) {
      const operator = tokenText(p);
      next(p);
      const reported = p.problems.length;
      const operand = parseOperator(p);
      if (p.problems.length > reported) return new TypeOperator(start, p.prevEnd, operator, operand);
      if (operator === "readonly" && operand.type !== "ArrayType" && operand.type !== "TupleType") {
        report(p, "misplaced", start, start + 8, "`readonly` stands before list and tuple types only");
      }
      return new TypeOperator(start, p.prevEnd, operator, operand);
    }
    // No type can have this name, so that what it is about is missing.
    const operator = tokenText(p);
    next(p);
    return new TypeOperator(start, p.prevEnd, operator, missing(p, `A type is missing behind \`${operator}\``));
  }
  if (isWord(p, "infer")) {
    const after = peek(p);
    if (after.token === Token.Name && !after.newline) return parseInfer(p);
    next(p);
    return missing(p, "A name is missing behind `infer`");
  }
  return parsePostfix(p);
}

/** `infer T`, with a constraint unless that proves to be the condition around it. */
function parseInfer(p: ParseState): InferType {
  const { start } = p;
  next(p);
  const from = p.start;
  const name = parseBindingName(p, "the inferred type") as Identifier;
  let constraint: Type | null = null;
  if (at(p, Token.Extends)) {
    constraint = tryParse(p, () => {
      next(p);
      const before = p.noConditionalType;
      p.noConditionalType = true;
      const type = parseType(p);
      p.noConditionalType = before;
      return before || !at(p, Token.Question) ? type : undefined;
    }) ??
      null;
  }
  return new InferType(start, p.prevEnd, new TypeParameter(from, p.prevEnd, name, constraint, null, []));
}

function parsePostfix(p: ParseState): Type {
  const { start } = p;
  let type = parsePrimary(p);
  while (p.token === Token.BracketOpen && !p.newline) {
    const opener = openerHere(p);
    next(p);
    if (at(p, Token.BracketClose)) {
      next(p);
      type = new ArrayType(start, p.prevEnd, type);
    } else {
      const index = bracketed(p, () => parseType(p));
      expectCloser(p, Token.BracketClose, opener, "the index of the type");
      type = new IndexedType(start, p.prevEnd, type, index);
    }
  }
  return type;
}

function parsePrimary(p: ParseState): Type {
  const { start, end, token } = p;
  switch (token) {
    case Token.ParenOpen: {
      const opener = openerHere(p);
      next(p);
      const type = bracketed(p, () => parseType(p));
      expectCloser(p, Token.ParenClose, opener, "the parentheses");
      type.flags |= PARENTHESIZED;
      return type;
    }
    case Token.BracketOpen:
      return parseTuple(p);
    case Token.BraceOpen:
      return bracketed(p, () => (startsMapped(p) ? parseMapped(p) : parseObjectType(p)));
    case Token.String:
    case Token.Number:
    case Token.BigInt:
    case Token.True:
    case Token.False:
    case Token.Null: {
      next(p);
      return new LiteralType(start, end, new Literal(start, end, p.source.slice(start, end)));
    }
    case Token.Minus: {
      next(p);
      const from = p.start;
      if (!at(p, Token.Number) && !at(p, Token.BigInt)) return missing(p, "A number is missing behind `-` in the type");
      const text = p.source.slice(from, p.end);
      next(p);
      return new LiteralType(
        start,
        p.prevEnd,
        new UnaryExpression(start, p.prevEnd, "-", new Literal(from, p.prevEnd, text)),
      );
    }
    case Token.Template:
      return parseTemplateType(p);
    case Token.Void:
      next(p);
      return new KeywordType(start, end, "void");
    case Token.This:
      next(p);
      return new KeywordType(start, end, "this");
    case Token.Typeof:
      return parseQuery(p);
    case Token.Import:
      return parseImportType(p);
    case Token.Name:
      return parseNamed(p);
    default:
      return parseWithoutName(p);
  }
}

/** What stands where a type is missing, with the members and types behind the name that it would begin with. */
function parseWithoutName(p: ParseState): Missing {
  const type = missing(p, `A type is missing before ${here(p)}`);
  if (p.newline || p.token !== Token.Dot || !isWordLike(peek(p).token)) return type;
  const { start } = p;
  while (at(p, Token.Dot) && isWordLike(peek(p).token)) {
    next(p);
    next(p);
  }
  if (!p.newline) parseTypeArguments(p);
  return new Missing(start, p.prevEnd);
}

function parseNamed(p: ParseState): Type {
  const { start, end } = p;
  const word = tokenText(p);
  if (keywordTypes.has(word) && !p.escaped && peek(p).token !== Token.Dot) {
    next(p);
    return new KeywordType(start, end, word);
  }
  const name = parseTypeName(p);
  const typeArguments = p.newline ? null : parseTypeArguments(p);
  return new NameType(start, p.prevEnd, name, typeArguments);
}

/** `a.b.c` */
export function parseTypeName(p: ParseState): TypeName {
  const { start } = p;
  let name: TypeName;
  if (p.token === Token.This) {
    name = new ThisExpression(p.start, p.end);
    next(p);
  } else if (isWordLike(p.token)) name = parseWord(p);
  else return missing(p, `A name is missing before ${here(p)}`);
  while (p.token === Token.Dot) {
    next(p);
    const right: Identifier = isWordLike(p.token) || at(p, Token.PrivateName)
      ? parseWord(p)
      : new Identifier(p.prevEnd, p.prevEnd, "");
    if (right.name === "") missing(p, "A name is missing behind this dot");
    name = new QualifiedName(start, p.prevEnd, name, right);
  }
  return name;
}

/** `<A, B>` in a type, if it is there. */
export function parseTypeArguments(p: ParseState): TypeArguments | null {
  if (p.token === Token.ShiftLeft) {
    p.token = Token.Less;
    p.end = p.start + 1;
  }
  if (p.token !== Token.Less) return null;
  const { start } = p;
  const opener = openerHere(p);
  next(p);
  const params: Type[] = [];
  splitGreater(p);
  bracketed(p, () => {
    while (!at(p, Token.Greater) && !at(p, Token.End)) {
      const type = parseType(p);
      params.push(type);
      splitGreater(p);
      if (type.type === "Missing" && !at(p, Token.Comma)) break;
      if (!eat(p, Token.Comma)) break;
      splitGreater(p);
    }
  });
  if (params.length === 0) report(p, "missing-part", start, p.end, "A list of types cannot be empty");
  expectCloser(p, Token.Greater, opener, "the list of types");
  return new TypeArguments(start, p.prevEnd, params);
}

const parameterModifiers = new Set(["const", "in", "out"]);

/** `<T extends A = B>` before the parameters of a function, class or type, if it is there. */
export function parseTypeParameters(p: ParseState): TypeParameters | null {
  if (p.token !== Token.Less) return null;
  const { start } = p;
  const opener = openerHere(p);
  next(p);
  const params: TypeParameter[] = [];
  bracketed(p, () => {
    while (!at(p, Token.Greater) && !at(p, Token.End)) {
      const from = p.start;
      const modifiers: string[] = [];
      while (
        isWordLike(p.token) &&
        parameterModifiers.has(tokenText(p)) &&
        isWordLike(peek(p).token) &&
        peek(p).token !== Token.Extends
      ) {
        modifiers.push(tokenText(p));
        next(p);
      }
      const name = parseBindingName(p, "the type parameter") as Identifier;
      const constraint = eat(p, Token.Extends) ? parseType(p) : null;
      splitGreater(p);
      const standard = eat(p, Token.Assign) ? parseType(p) : null;
      params.push(new TypeParameter(from, p.prevEnd, name, constraint, standard, modifiers));
      splitGreater(p);
      if (!typesGoOn(p, Token.Greater, opener)) break;
    }
  });
  if (params.length === 0) report(p, "missing-part", start, p.end, "A list of type parameters cannot be empty");
  expectCloser(p, Token.Greater, opener, "the type parameters");
  return new TypeParameters(start, p.prevEnd, params);
}

function parseTuple(p: ParseState): TupleType {
  const { start } = p;
  const opener = openerHere(p);
  next(p);
  const elements: Type[] = [];
  bracketed(p, () => {
    while (!at(p, Token.BracketClose) && !at(p, Token.End)) {
      elements.push(parseTupleElement(p));
      if (!typesGoOn(p, Token.BracketClose, opener)) break;
    }
  });
  expectCloser(p, Token.BracketClose, opener, "the tuple type");
  return new TupleType(start, p.prevEnd, elements);
}

function parseTupleElement(p: ParseState): Type {
  const { start } = p;
  const rest = eat(p, Token.Ellipsis);
  if (isWordLike(p.token)) {
    const labelled = lookAhead(p, () => {
      next(p);
      if (eat(p, Token.Question)) return at(p, Token.Colon);
      return at(p, Token.Colon);
    });
    if (labelled) {
      const label = parseWord(p);
      const optional = eat(p, Token.Question);
      next(p);
      const element = parseType(p);
      return new TupleMember(start, p.prevEnd, label, optional, rest, element);
    }
  }
  const element = parseType(p);
  const optional = p.token === Token.Question;
  if (optional) next(p);
  return rest || optional ? new TupleMember(start, p.prevEnd, null, optional, rest, element) : element;
}

function startsMapped(p: ParseState): boolean {
  return lookAhead(p, () => {
    next(p);
    if (at(p, Token.Plus) || at(p, Token.Minus)) {
      next(p);
      return isWord(p, "readonly");
    }
    if (isWord(p, "readonly")) next(p);
    if (!at(p, Token.BracketOpen)) return false;
    next(p);
    if (!isWordLike(p.token)) return false;
    next(p);
    return at(p, Token.In);
  });
}

/** `readonly`, `+readonly`, `-?` and their like; what was written, or `null`. */
function parseMappedMark(p: ParseState, isMark: () => boolean): string | null {
  const sign = p.token === Token.Plus ? "+" : p.token === Token.Minus ? "-" : "";
  if (sign !== "") next(p);
  if (!isMark()) {
    if (sign !== "") missing(p, "A `readonly` or `?` is missing behind the sign");
    return null;
  }
  const word = p.source.slice(p.start, p.end);
  next(p);
  return sign + word;
}

function parseMapped(p: ParseState): MappedType {
  const { start } = p;
  const opener = openerHere(p);
  next(p);
  const readonly = parseMappedMark(p, () => isWord(p, "readonly"));
  const bracket = openerHere(p);
  next(p);
  const key = parseWord(p);
  next(p);
  const constraint = parseType(p);
  let nameType: Type | null = null;
  if (isWord(p, "as")) {
    next(p);
    nameType = parseType(p);
  }
  expectCloser(p, Token.BracketClose, bracket, "the key of the mapped type");
  const optional = parseMappedMark(p, () => p.token === Token.Question);
  const element = parseAnnotation(p);
  if (at(p, Token.Semicolon) || at(p, Token.Comma)) next(p);
  expectCloser(p, Token.BraceClose, opener, "the mapped type");
  return new MappedType(start, p.prevEnd, key, constraint, nameType, readonly, optional, element);
}

function parseTemplateType(p: ParseState): TemplateType {
  const { start } = p;
  const quasis: TemplateElement[] = [];
  const types: Type[] = [];
  for (;;) {
    const more = p.source.startsWith("${", p.end - 2) && p.end - 2 > p.start;
    const closed = !more && p.source.charCodeAt(p.end - 1) === 96 && p.end - 1 > p.start;
    const to = more ? p.end - 2 : closed ? p.end - 1 : p.end;
    quasis.push(new TemplateElement(p.start + 1, to, textToKeep(p, p.start + 1, to), !more));
    if (!more) {
      if (!closed) {
        report(p, "unfinished-text", start, start + 1, "This text type has no end: put a backtick behind it", {
          insert: { at: p.end, text: "`" },
        });
      }
      next(p);
      return new TemplateType(start, p.prevEnd, quasis, types);
    }
    next(p);
    types.push(bracketed(p, () => parseType(p)));
    if (p.token !== Token.BraceClose) {
      reportForm(
        p,
        "missing-closer",
        p.prevEnd,
        p.prevEnd,
        `\`}\` is missing to close the hole in the text type before ${here(p)}`,
        { insert: { at: p.prevEnd, text: "}" } },
      );
      quasis.push(new TemplateElement(p.prevEnd, p.prevEnd, "", true));
      return new TemplateType(start, p.prevEnd, quasis, types);
    }
    rescanTemplate(p);
  }
}

function parseQuery(p: ParseState): TypeQuery {
  const { start } = p;
  next(p);
  const name = p.token === Token.Import ? parseImportType(p) : parseTypeName(p);
  const typeArguments = p.newline ? null : parseTypeArguments(p);
  return new TypeQuery(start, p.prevEnd, name, typeArguments);
}

function parseImportType(p: ParseState): ImportType {
  const { start } = p;
  next(p);
  const opener = openerHere(p);
  let argument: Type = new Missing(p.prevEnd, p.prevEnd);
  if (expect(p, Token.ParenOpen, "the import type")) {
    argument = parseType(p);
    if (eat(p, Token.Comma) && at(p, Token.BraceOpen)) {
      // The attributes, an object literal of texts.
      skipBrackets(p);
      eat(p, Token.Comma);
    }
    expectCloser(p, Token.ParenClose, opener, "the import type");
  }
  let qualifier: TypeName | null = null;
  if (eat(p, Token.Dot)) qualifier = parseTypeName(p);
  const typeArguments = p.newline ? null : parseTypeArguments(p);
  return new ImportType(start, p.prevEnd, argument, qualifier, typeArguments);
}
