/** Functions of every form. */
import { boundNames } from "../nodes/bound-names.js";
import {
  AnnotatedPattern,
  ArrowFunctionExpression,
  FunctionBody,
  FunctionDeclaration,
  FunctionExpression,
  Identifier,
  Missing,
  ParameterProperty,
  ReturnStatement,
  ThisExpression,
  type Pattern,
  type Statement,
  type Type,
  type TypeParameters,
} from "../nodes/index.js";
import { holdsObject, parseArrowObject } from "./braced-object.js";
import { parseDecorators } from "./classes.js";
import { parseAssignment } from "./expressions.js";
import { endsByIndent, indentAt, isBehindFence, lacksOpener } from "./indentation.js";
import { parseDirectives, parseStatements } from "./items.js";
import { parseListEnd, startsStatementOnly } from "./lists.js";
import { isStrayEnd, misfitInParameters, passOver } from "./misfits.js";
import { checkReserved, parseBindingName } from "./names.js";
import { annotated, parseBinding, parseBindingWithDefault, parseRest, toPattern, withDefault } from "./patterns.js";
import { eat, endOf, expect, expectCloser, openerHere, report, reportForm, type Opener } from "./recovery.js";
import { isWord, next, peek } from "./scanner.js";
import { lookAhead } from "./speculate.js";
import { at, Context, functionBits, has, type ParseState } from "./state.js";
import { semicolon } from "./statements.js";
import { isWordLike, Token } from "./token.js";
import { parseReturnType, parseType, parseTypeParameters } from "./types.js";

export interface MethodForm {
  readonly async: boolean;
  readonly generator: boolean;
  readonly kind: "constructor" | "method" | "get" | "set";
  /** Whether it is the constructor of a class with a superclass. */
  readonly derived: boolean;
  /** Whether it may lack a body: in a TypeScript class. */
  readonly overload?: boolean;
}

/** Runs `parse` with the context of a new function. */
function inFunction<T>(p: ParseState, add: number, parse: () => T): T {
  const { context, labels, coverInit, lastYield, lastAwait } = p;
  p.context = (context & ~functionBits) | Context.Function | Context.Return | Context.NewTarget | add;
  p.labels = [];
  p.coverInit = -1;
  const result = parse();
  p.lastYield = lastYield;
  p.lastAwait = lastAwait;
  p.context = context;
  p.labels = labels;
  p.coverInit = coverInit;
  return result;
}

const asyncBits = (async: boolean, generator: boolean): number =>
  (async ? Context.Async : 0) | (generator ? Context.Generator : 0);

/** `(a, b = 1, ...rest)`. `methods` says whether modifiers and decorators may stand before a parameter. */
function parseParameters(p: ParseState, methods = false): Pattern[] {
  const params: Pattern[] = [];
  const opener = openerOf(p, Token.ParenOpen);
  if (!expect(p, Token.ParenOpen, "the function") && !beginsParameters(p)) {
    eat(p, Token.ParenClose);
    return params;
  }
  p.context |= Context.Parameters;
  parseParameterList(p, Token.ParenClose, opener, params, methods);
  p.context &= ~Context.Parameters;
  expectCloser(p, Token.ParenClose, opener, "the parameters");
  return params;
}

/** The opener of parameters; where it is missing, it would stand behind the token before. */
const openerOf = (p: ParseState, open: Token): Opener => (
  p.token === open ? openerHere(p) : { at: Math.max(0, p.prevEnd - 1), text: "(" }
);

/** Whether a parameter stands here although the parenthesis before it is missing. */
function beginsParameters(p: ParseState): boolean {
  if (p.token !== Token.Name) return false;
  if (!p.newline) return true;
  const { token } = peek(p);
  return token === Token.Colon || token === Token.Comma || token === Token.Question;
}

/** The parameters of a function type or signature, and of an index signature with its square brackets. */
export function parseTypeParameterList(
  p: ParseState,
  open: Token = Token.ParenOpen,
  close: Token = Token.ParenClose,
): Pattern[] {
  const params: Pattern[] = [];
  const opener = openerOf(p, open);
  if (!expect(p, open, "the function type") && !(p.token === Token.Name && peek(p).token === Token.Colon)) {
    return params;
  }
  parseParameterList(p, close, opener, params, false);
  expectCloser(p, close, opener, "the parameters");
  return params;
}

function parseParameterList(p: ParseState, close: Token, opener: Opener, params: Pattern[], methods: boolean): void {
  let optional = false;
  const own = indentAt(p, opener.at);
  const passesMisfit = (): boolean => {
    const isEnd = p.token === close && !isStrayEnd(p, close, opener, own);
    const end = isEnd ? -1 : misfitInParameters(p, own, close);
    if (end >= 0) passOver(p, end);
    return end >= 0;
  };
  for (;;) {
    if (!lacksName(p) && passesMisfit()) continue;
    if (at(p, close) || at(p, Token.End) || at(p, Token.BraceClose) || endsByIndent(p, opener.at, own)) break;
    if (close === Token.ParenClose && at(p, Token.BraceOpen) && isBody(p)) break;
    if (close === Token.ParenClose && at(p, Token.Colon) && params.length === 0 && isResult(p)) break;
    const param = parseParameter(p, methods);
    params.push(param);
    if (p.typescript) optional = checkOptional(p, param, optional);
    if (param.type === "RestElement") {
      if (p.token !== close && !at(p, Token.End) && !has(p, Context.Ambient)) {
        report(
          p,
          "misplaced",
          param.offset,
          endOf(param),
          "The rest of the parameters comes last and has nothing behind it",
        );
      }
    } else if (param.type === "Missing" && p.token !== Token.Comma) {
      if (passesMisfit()) continue;
      break;
    }
    if (close === Token.ParenClose && beginsBody(p)) break;
    if (!parseListEnd(p, close, opener) && !passesMisfit()) break;
  }
}

/** Whether the current token is a brace at the end of its line, behind a parameter: most likely the body begins there, and the parameters lack their closer. */
function beginsBody(p: ParseState): boolean {
  if (p.token !== Token.BraceOpen || p.newline) return false;
  return peek(p).newline || peek(p).token === Token.BraceClose;
}

/** Whether the type of a parameter stands first on a line, which lacks the name before it. */
const lacksName = (p: ParseState): boolean => p.typescript && p.newline && p.token === Token.Colon;

/** Whether a type and a body stand behind the current colon, so that it is the type of what the function gives, and the parameters lack their closer. */
function isResult(p: ParseState): boolean {
  return lookAhead(p, () => parseReturnType(p) !== null && at(p, Token.BraceOpen));
}

/** Whether what the current brace opens can be no pattern, so that it is the body, and the parameters lack their closer. */
function isBody(p: ParseState): boolean {
  return lookAhead(p, () => {
    const first = peek(p);
    if (isWordLike(first.token)) {
      next(p);
      const { token } = peek(p);
      return token !== Token.Comma && token !== Token.Colon && token !== Token.Assign && token !== Token.BraceClose;
    }
    if (first.token !== Token.BraceClose) {
      return first.token !== Token.Ellipsis &&
        first.token !== Token.BracketOpen &&
        first.token !== Token.String &&
        first.token !== Token.Number;
    }
    next(p);
    next(p);
    return !at(p, Token.Comma) &&
      !at(p, Token.ParenClose) &&
      !at(p, Token.Colon) &&
      !at(p, Token.Assign) &&
      !at(p, Token.Question);
  });
}

/** Reports a parameter that must be given behind one that may be left out. Returns whether any so far may. */
function checkOptional(p: ParseState, param: Pattern, before: boolean): boolean {
  const inner = param.type === "ParameterProperty" ? param.parameter : param;
  if (inner.type === "AnnotatedPattern" && inner.optional) return true;
  const required = inner.type === "AnnotatedPattern" ||
    inner.type === "Identifier" ||
    inner.type === "ObjectPattern" ||
    inner.type === "ArrayPattern";
  if (before && required) {
    report(
      p,
      "misplaced",
      param.offset,
      endOf(param),
      "A parameter that must be given cannot follow one that may be left out",
    );
  }
  return before;
}

const parameterModifiers = new Set(["public", "private", "protected", "readonly", "override"]);

/** How a member, or a call that is a whole parameter, goes on behind its first name. */
const continued = /\??\.[\p{ID_Start}$_#]|\[|\([^()\n\r]*\)\s*[,)]/uy;

/** What stands where a parameter belongs and is a member or a call, read as the expression that it is. `undefined` where it is none. */
function parseWrongParameter(p: ParseState): Pattern | undefined {
  if (p.token !== Token.Name && p.token !== Token.This) return undefined;
  continued.lastIndex = p.end;
  if (!continued.test(p.source)) return undefined;
  const { start } = p;
  const found = parseAssignment(p);
  toPattern(p, found, start, true);
  return found as Pattern;
}

function parseParameter(p: ParseState, methods: boolean): Pattern {
  const { start } = p;
  const wrong = parseWrongParameter(p);
  if (wrong !== undefined) return annotated(p, start, wrong);
  if (!p.typescript) {
    return p.token === Token.Ellipsis
      ? parseRest(p, "the rest of the parameters")
      : parseBindingWithDefault(p, "a parameter");
  }
  const decorators = p.token === Token.At ? parseDecorators(p) : [];
  const modifiers: string[] = [];
  while (p.token === Token.Name && parameterModifiers.has(p.source.slice(p.start, p.end))) {
    const after = peek(p).token;
    if (after !== Token.Name && after !== Token.BraceOpen && after !== Token.BracketOpen) break;
    if (!methods) report(p, "misplaced", p.start, p.end, "Only a constructor's parameters can be fields");
    modifiers.push(p.source.slice(p.start, p.end));
    next(p);
  }
  const parameter = p.token === Token.Ellipsis ? parseRest(p, "the rest of the parameters") : parseTypedParameter(p);
  return decorators.length > 0 || modifiers.length > 0
    ? new ParameterProperty(start, p.prevEnd, decorators, modifiers, parameter)
    : parameter;
}

/** `name?: Type = value` */
function parseTypedParameter(p: ParseState): Pattern {
  const { start } = p;
  let target: Pattern;
  if (p.token === Token.This) {
    target = new ThisExpression(p.start, p.end);
    next(p);
  } else target = parseBinding(p, "a parameter");
  if (lacksColon(p)) {
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "`:` is missing before the parameter's type", {
      insert: { at: p.prevEnd, text: ":" },
    });
    const annotation = parseType(p);
    return withDefault(p, start, new AnnotatedPattern(start, p.prevEnd, target, false, annotation));
  }
  return withDefault(p, start, annotated(p, start, target));
}

/** Names that are most likely those of types. */
const typeLike =
  /^(?:\p{Lu}.*|string|number|boolean|bigint|symbol|object|any|unknown|never|void|typeof|keyof|readonly)$/u;

/** Whether what follows a parameter's name on its line is its type; the name of the next one would be followed by a type of its own. */
function lacksColon(p: ParseState): boolean {
  if (p.token !== Token.Name || p.newline || !typeLike.test(p.source.slice(p.start, p.end))) return false;
  const after = peek(p).token;
  return after !== Token.Colon && after !== Token.Question && after !== Token.Assign;
}

/** A function's body in braces; checks that depend on its own directives are made for the parameters too. */
function parseBody(
  p: ParseState,
  id: Identifier | Missing | null,
  params: readonly Pattern[],
  unique: boolean,
  overload: boolean,
  from = Infinity,
  head = p.prevEnd - 1,
): FunctionBody | null {
  const start = p.start;
  const opener = openerHere(p);
  if (p.token !== Token.BraceOpen && (bodyFollows(p, from) || lacksOpener(p, head))) {
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "`{` is missing to begin the function's body", {
      insert: { at: p.prevEnd, text: " {" },
    });
    const body = parseStatements(p, p.prevEnd, []);
    if (p.token === Token.BraceClose) next(p);
    return new FunctionBody(start, p.prevEnd, body);
  }
  if (p.token !== Token.BraceOpen) {
    if (
      p.typescript &&
      (overload || has(p, Context.Ambient)) &&
      (p.newline || p.token === Token.Semicolon || p.token === Token.BraceClose || p.token === Token.End)
    ) {
      semicolon(p, "the function");
      return null;
    }
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "The function has no body: `{` is missing", {
      insert: { at: p.prevEnd, text: " {}" },
    });
    return new FunctionBody(p.prevEnd, p.prevEnd, []);
  }
  const strictBefore = has(p, Context.Strict);
  next(p);
  const body: Statement[] = [];
  const strictDirective = parseDirectives(p, start, body);
  if (strictDirective !== undefined && params.some((param) => !isSimple(param))) {
    report(
      p,
      "misplaced",
      strictDirective.offset,
      strictDirective.offset + strictDirective.length,
      "A function with default values, patterns or a rest parameter cannot switch to strict code itself",
    );
  }
  parseStatements(p, start, body);
  expectCloser(p, Token.BraceClose, opener, "the function's body");
  if (has(p, Context.Strict) && !strictBefore) {
    if (id !== null && id.type === "Identifier") checkReserved(p, id.name, id.offset, endOf(id), true);
    for (const node of params.flatMap(boundNames)) {
      checkReserved(p, node.name, node.start, node.start + node.length, true);
    }
  }
  if (unique || has(p, Context.Strict) || params.some((param) => !isSimple(param))) checkDuplicates(p, params);
  return new FunctionBody(start, p.prevEnd, body);
}

/** Whether what follows on the next line is the body of a function that begins at `from` and lacks its brace: it is indented more deeply. */
function bodyFollows(p: ParseState, from: number): boolean {
  if (
    from === Infinity ||
    !p.newline ||
    has(p, Context.Ambient) ||
    p.token === Token.End ||
    p.token === Token.BraceClose ||
    p.token === Token.Semicolon
  ) return false;
  if (
    p.token === Token.Function ||
    p.token === Token.Export ||
    p.token === Token.At ||
    isWord(p, "async") ||
    isWord(p, "declare")
  ) return false;
  return indentAt(p, p.start) > indentAt(p, from);
}

/** Whether a parameter is a plain name, types aside. */
function isSimple(param: Pattern): boolean {
  const target = param.type === "AnnotatedPattern" ? param.target : param;
  return target.type === "Identifier" || target.type === "ThisExpression";
}

function checkDuplicates(p: ParseState, params: readonly Pattern[]): void {
  if (params.length === 0 || (params.length === 1 && isSimple(params[0]!))) return;
  const seen = new Set<string>();
  for (const { name, start, length } of params.flatMap(boundNames)) {
    if (seen.has(name)) report(p, "misplaced", start, start + length, `The parameter \`${name}\` is named twice`);
    seen.add(name);
  }
}

/** `function` as a statement. With `asDefault` the name may be left out. The current token is `async` or `function`; with `begins` it is to be read as `async`, whatever it is, or `function` is missing before it. */
export function parseFunctionDeclaration(
  p: ParseState,
  asDefault = false,
  begins: "as written" | "async" | "lacks word" = "as written",
): FunctionDeclaration {
  const start = p.start;
  const async = begins === "async" || (begins === "as written" && isWord(p, "async"));
  if (async) next(p);
  if (begins !== "lacks word") next(p);
  const generator = eat(p, Token.Star);
  const id = asDefault && p.token === Token.ParenOpen ? null : parseBindingName(p, "the function");
  return inFunction(p, asyncBits(async, generator), () => {
    const typeParameters = p.typescript ? parseTypeParameters(p) : null;
    const params = parseParameters(p);
    const returnType = parseOwnReturnType(p);
    const body = parseBody(p, id, params, false, true, start);
    return new FunctionDeclaration(
      start,
      p.prevEnd,
      id as Identifier | null,
      params,
      body,
      async,
      generator,
      typeParameters,
      returnType,
    );
  });
}

/** `function` as an expression. The current token is `async` or `function`. */
export function parseFunctionExpression(p: ParseState): FunctionExpression {
  const start = p.start;
  const async = isWord(p, "async");
  if (async) next(p);
  next(p);
  const generator = eat(p, Token.Star);
  return inFunction(p, asyncBits(async, generator), () => {
    const id = p.token === Token.Name ? parseBindingName(p, "the function") : null;
    const typeParameters = p.typescript ? parseTypeParameters(p) : null;
    const params = parseParameters(p);
    const returnType = parseOwnReturnType(p);
    const body = parseBody(p, id, params, false, false);
    return new FunctionExpression(
      start,
      p.prevEnd,
      id as Identifier | null,
      params,
      body,
      async,
      generator,
      typeParameters,
      returnType,
    );
  });
}

/** The parameters and body of a method, getter, setter or constructor. */
export function parseMethod(p: ParseState, form: MethodForm): FunctionExpression {
  const start = p.start;
  const add = asyncBits(form.async, form.generator) | Context.SuperProperty | (form.derived ? Context.SuperCall : 0);
  return inFunction(p, add, () => {
    const typeParameters = p.typescript ? parseTypeParameters(p) : null;
    const params = parseParameters(p, form.kind === "constructor");
    const own = params.filter(
      (param) => !(param.type === "AnnotatedPattern" ? param.target : param).type.startsWith("This"),
    );
    if (form.kind === "get" && own.length > 0) report(p, "misplaced", start, p.prevEnd, "A getter takes no parameters");
    if (form.kind === "set" && (own.length !== 1 || own[0]!.type === "RestElement")) {
      report(p, "misplaced", start, p.prevEnd, "A setter takes exactly one parameter");
    }
    const returnType = parseOwnReturnType(p);
    const body = p.token === Token.Arrow && form.kind === "method"
      ? parseArrowBody(p, start)
      : parseBody(p, null, params, true, form.overload === true);
    return new FunctionExpression(
      start,
      p.prevEnd,
      null,
      params,
      body,
      form.async,
      form.generator,
      typeParameters,
      returnType,
    );
  });
}

/** The type a function with a body gives; the `:` before it may be missing. */
function parseOwnReturnType(p: ParseState): Type | null {
  if (!p.typescript) return null;
  if (p.token !== Token.Name || p.newline) return parseReturnType(p);
  reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "`:` is missing before the type of what the function gives", {
    insert: { at: p.prevEnd, text: ":" },
  });
  return parseType(p);
}

/** The body of an arrow function that stands as a method because the `:` before its parameters is missing. */
function parseArrowBody(p: ParseState, from: number): FunctionBody {
  reportForm(p, "missing-part", from, from, "`:` is missing between the property and its function", {
    insert: { at: from, text: ": " },
  });
  next(p);
  if (at(p, Token.BraceOpen)) return parseBody(p, null, [], true, false)!;
  const { start } = p;
  const value = parseAssignment(p);
  return new FunctionBody(start, p.prevEnd, [new ReturnStatement(start, p.prevEnd, value)]);
}

/** What follows an arrow function's parameters. The current token is `=>`; `params` are patterns already. */
export function parseArrowRest(
  p: ParseState,
  start: number,
  params: Pattern[],
  async: boolean,
  typeParameters: TypeParameters | null = null,
  returnType: Type | null = null,
): ArrowFunctionExpression {
  if (p.newline) report(p, "misplaced", p.start, p.end, "`=>` stands on the line of the parameters");
  const { context, labels, coverInit } = p;
  eat(p, Token.Arrow);
  p.labels = [];
  p.coverInit = -1;
  // An arrow function has no `this`, `super`, `new.target` of its own, so those bits stay as they are.
  const inherited = context & (Context.SuperProperty | Context.SuperCall | Context.NewTarget | Context.FieldValue);
  const noIn = context & Context.NoIn;
  p.context = (context & ~functionBits) | inherited | Context.Function | Context.Return | (async ? Context.Async : 0);
  let body;
  const isObject = !p.newline && holdsObject(p);
  if (p.token === Token.BraceOpen && !isObject && !(p.newline && isBehindFence(p))) {
    body = parseBody(p, null, params, true, false)!;
  } else if (p.newline && startsStatementOnly(p) && bodyFollows(p, start)) {
    body = parseBody(p, null, params, true, false, start)!;
  } else {
    p.context |= noIn;
    checkDuplicates(p, params);
    body = isObject ? parseArrowObject(p) : parseAssignment(p);
  }
  if (p.coverInit >= 0) {
    report(p, "misplaced", p.coverInit, p.coverInit + 1, "A value is given to a property with `:`, not `=`");
  }
  p.context = context;
  p.labels = labels;
  p.coverInit = coverInit;
  return new ArrowFunctionExpression(start, p.prevEnd, params, body, async, typeParameters, returnType);
}

/** What stands before the `=>` of an arrow function in TypeScript. */
export interface ArrowHead {
  readonly typeParameters: TypeParameters | null;
  readonly params: Pattern[];
  readonly returnType: Type | null;
}

/** The head of an arrow function of TypeScript: `<T>(a: A): B`. The current token is `(` or `<`. `undefined` where no `=>` follows. */
export function parseArrowHead(p: ParseState, async: boolean): ArrowHead | undefined {
  const { context } = p;
  p.context &= ~Context.NoIn;
  if (async) p.context |= Context.Async;
  const typeParameters = parseTypeParameters(p);
  const params = parseParameters(p);
  p.context = context;
  const returnType = parseReturnType(p);
  return p.token === Token.Arrow && !p.newline ? { typeParameters, params, returnType } : undefined;
}
