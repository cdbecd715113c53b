/** Functions of every form. */
import { ArrowFunctionExpression, FunctionBody, FunctionDeclaration, FunctionExpression, Identifier, Missing, type Pattern, type Statement } from "../nodes/index.js";
import { walk } from "../../../syntax/walk.js";
import { parseAssignment } from "./expressions.js";
import { parseListEnd } from "./lists.js";
import { checkReserved, parseBindingName } from "./names.js";
import { parseBindingWithDefault, parseRest } from "./patterns.js";
import { eat, endOf, expect, expectCloser, openerHere, report, reportForm } from "./recovery.js";
import { isWord, next } from "./scanner.js";
import { at, Context, functionBits, has, type ParseState } from "./state.js";
import { parseDirectives, parseStatements } from "./statements.js";
import { Token } from "./token.js";

export interface MethodForm {
  readonly async: boolean;
  readonly generator: boolean;
  readonly kind: "constructor" | "method" | "get" | "set";
  /** Whether it is the constructor of a class with a superclass. */
  readonly derived: boolean;
}

/** Runs `parse` with the context of a new function. */
function inFunction<T>(p: ParseState, add: number, parse: () => T): T {
  const { context, labels, coverInit } = p;
  p.context = (context & ~functionBits) | Context.Function | Context.Return | Context.NewTarget | add;
  p.labels = [];
  p.coverInit = -1;
  const result = parse();
  p.context = context;
  p.labels = labels;
  p.coverInit = coverInit;
  return result;
}

const asyncBits = (async: boolean, generator: boolean): number => (async ? Context.Async : 0) | (generator ? Context.Generator : 0);

/** `(a, b = 1, ...rest)` */
function parseParameters(p: ParseState): Pattern[] {
  const params: Pattern[] = [];
  const opener = openerHere(p);
  if (!expect(p, Token.ParenOpen, "the function")) return params;
  p.context |= Context.Parameters;
  while (p.token !== Token.ParenClose && p.token !== Token.End && p.token !== Token.BraceClose) {
    if (p.token === Token.Ellipsis) {
      const rest = parseRest(p, "the rest of the parameters");
      params.push(rest);
      if (!at(p, Token.ParenClose) && !at(p, Token.End)) report(p, "misplaced", rest.offset, rest.offset + rest.length, "The rest of the parameters comes last and has nothing behind it");
    } else {
      const param = parseBindingWithDefault(p, "a parameter");
      params.push(param);
      if (param.type === "Missing" && p.token !== Token.Comma) break;
    }
    if (!parseListEnd(p, Token.ParenClose, opener)) break;
  }
  p.context &= ~Context.Parameters;
  expectCloser(p, Token.ParenClose, opener, "the parameters");
  return params;
}

/** A function's body in braces; checks that depend on its own directives are made for the parameters too. */
function parseBody(p: ParseState, id: Identifier | Missing | null, params: readonly Pattern[], unique: boolean): FunctionBody {
  const start = p.start;
  const opener = openerHere(p);
  if (p.token !== Token.BraceOpen) {
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "The function has no body: `{` is missing", { insert: { at: p.prevEnd, text: " {}" } });
    return new FunctionBody(p.prevEnd, p.prevEnd, []);
  }
  const strictBefore = has(p, Context.Strict);
  next(p);
  const body: Statement[] = [];
  const strictDirective = parseDirectives(p, body);
  if (strictDirective !== undefined && params.some((param) => param.type !== "Identifier")) {
    report(p, "misplaced", strictDirective.offset, strictDirective.offset + strictDirective.length, "A function with default values, patterns or a rest parameter cannot switch to strict code itself");
  }
  parseStatements(p, Token.BraceClose, start, body);
  expectCloser(p, Token.BraceClose, opener, "the function's body");
  if (has(p, Context.Strict) && !strictBefore) {
    if (id !== null && id.type === "Identifier") checkReserved(p, id.name, id.offset, endOf(id), true);
    for (const { node, start: from } of boundNames(params)) checkReserved(p, node.name, from, from + node.length, true);
  }
  if (unique || has(p, Context.Strict) || params.some((param) => param.type !== "Identifier")) checkDuplicates(p, params);
  return new FunctionBody(start, p.prevEnd, body);
}

/** The names that parameters declare, with their absolute starts; the parameters themselves have no parent yet. */
function boundNames(params: readonly Pattern[]): { node: Identifier; start: number }[] {
  const found: { node: Identifier; start: number }[] = [];
  for (const param of params) {
    walk(param, (node) => {
      if (node.type === "Identifier") {
        found.push({ node: node as Identifier, start: node.start });
        return false;
      }
      const up = node.parent;
      if (up === null) return true;
      if (up.type === "AssignmentPattern") return (up as unknown as { left: unknown }).left === node;
      if (up.type === "Property") return (up as unknown as { value: unknown }).value === node;
      return true;
    });
  }
  return found.filter(({ node }) => {
    const up = node.parent as { type: string; value?: unknown; left?: unknown } | null;
    return up === null || !((up.type === "Property" && up.value !== node) || (up.type === "AssignmentPattern" && up.left !== node));
  });
}

function checkDuplicates(p: ParseState, params: readonly Pattern[]): void {
  const seen = new Set<string>();
  for (const { node, start } of boundNames(params)) {
    if (seen.has(node.name)) report(p, "misplaced", start, start + node.length, `The parameter \`${node.name}\` is named twice`);
    seen.add(node.name);
  }
}

/** `function` as a statement. With `asDefault` the name may be left out. The current token is `async` or `function`. */
export function parseFunctionDeclaration(p: ParseState, asDefault = false): FunctionDeclaration {
  const start = p.start;
  const async = isWord(p, "async");
  if (async) next(p);
  next(p);
  const generator = eat(p, Token.Star);
  const id = asDefault && p.token === Token.ParenOpen ? null : parseBindingName(p, "the function");
  return inFunction(p, asyncBits(async, generator), () => {
    const params = parseParameters(p);
    const body = parseBody(p, id, params, false);
    return new FunctionDeclaration(start, p.prevEnd, id as Identifier | null, params, body, async, generator);
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
    const params = parseParameters(p);
    const body = parseBody(p, id, params, false);
    return new FunctionExpression(start, p.prevEnd, id as Identifier | null, params, body, async, generator);
  });
}

/** The parameters and body of a method, getter, setter or constructor. */
export function parseMethod(p: ParseState, form: MethodForm): FunctionExpression {
  const start = p.start;
  const add = asyncBits(form.async, form.generator) | Context.SuperProperty | (form.derived ? Context.SuperCall : 0);
  return inFunction(p, add, () => {
    const params = parseParameters(p);
    if (form.kind === "get" && params.length > 0) report(p, "misplaced", start, p.prevEnd, "A getter takes no parameters");
    if (form.kind === "set" && (params.length !== 1 || params[0]!.type === "RestElement")) report(p, "misplaced", start, p.prevEnd, "A setter takes exactly one parameter");
    const body = parseBody(p, null, params, true);
    return new FunctionExpression(start, p.prevEnd, null, params, body, form.async, form.generator);
  });
}

/** What follows an arrow function's parameters. The current token is `=>`; `params` are patterns already. */
export function parseArrowRest(p: ParseState, start: number, params: Pattern[], async: boolean): ArrowFunctionExpression {
  if (p.newline) report(p, "misplaced", p.start, p.end, "`=>` stands on the line of the parameters");
  const { context, labels, coverInit } = p;
  next(p);
  p.labels = [];
  p.coverInit = -1;
  // An arrow function has no `this`, `super`, `new.target` of its own, so those bits stay as they are.
  const inherited = context & (Context.SuperProperty | Context.SuperCall | Context.NewTarget | Context.FieldValue);
  const noIn = context & Context.NoIn;
  p.context = (context & ~functionBits) | inherited | Context.Function | Context.Return | (async ? Context.Async : 0);
  let body;
  if (p.token === Token.BraceOpen) body = parseBody(p, null, params, true);
  else {
    p.context |= noIn;
    checkDuplicates(p, params);
    body = parseAssignment(p);
  }
  if (p.coverInit >= 0) report(p, "misplaced", p.coverInit, p.coverInit + 1, "A value is given to a property with `:`, not `=`");
  p.context = context;
  p.labels = labels;
  p.coverInit = coverInit;
  return new ArrowFunctionExpression(start, p.prevEnd, params, body, async);
}
