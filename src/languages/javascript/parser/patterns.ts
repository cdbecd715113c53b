/** Patterns: what values are bound or assigned to. */
import type { Node } from "../../../syntax/node.js";
import {
  AnnotatedPattern,
  ArrayExpression,
  AssignmentExpression,
  ObjectExpression,
  Property,
  SpreadElement,
  type Expression,
  type Missing,
  type ObjectMember,
  type Pattern,
} from "../nodes/index.js";
import { parseAssignment, parseExpressionWithIn } from "./expressions.js";
import { parseListEnd } from "./lists.js";
import { checkReserved, missing, parseBindingName } from "./names.js";
import { parsePropertyKey } from "./objects.js";
import { eat, expect, expectCloser, openerHere, report, reportForm, tellMissing } from "./recovery.js";
import { next } from "./scanner.js";
import type { ParseState } from "./state.js";
import { Token } from "./token.js";
import { parseAnnotation } from "./types.js";

/** A name or a pattern of names to declare. `construct` says for what, in messages. */
export function parseBinding(p: ParseState, construct: string): Pattern | Missing {
  if (p.token === Token.BracketOpen) return parseArrayBinding(p);
  if (p.token === Token.BraceOpen) return parseObjectBinding(p);
  return parseBindingName(p, construct);
}

/** A binding with the default value that may follow it. */
export function parseBindingWithDefault(p: ParseState, construct: string): Pattern {
  const start = p.start;
  return withDefault(p, start, parseBinding(p, construct));
}

/** `target` with the type that may follow it in TypeScript, and the `?` before that. */
export function annotated(p: ParseState, start: number, target: Pattern): Pattern {
  if (!p.typescript) return target;
  const optional = eat(p, Token.Question);
  const annotation = parseAnnotation(p);
  return optional || annotation !== null
    ? new AnnotatedPattern(start, p.prevEnd, target, optional, annotation)
    : target;
}

/** `target` with the default value that may follow it. */
export function withDefault(p: ParseState, start: number, target: Pattern): Pattern {
  if (p.token === Token.Equal || p.token === Token.StrictEqual) {
    reportForm(p, "unexpected", p.start, p.end, "A value is given with a single `=`");
  } else if (lacksAssign(p, target)) {
    tellMissing(p, "=");
    return defaulted(start, target, parseDefault(p));
  } else if (p.token !== Token.Assign) return target;
  next(p);
  return defaulted(start, target, parseDefault(p));
}

/** Whether a value stands behind a name, on its line, so that only the `=` between is missing. */
function lacksAssign(p: ParseState, { type }: Pattern): boolean {
  if (p.newline || type === "Missing") return false;
  switch (p.token) {
    case Token.New:
    case Token.Number:
    case Token.String:
    case Token.True:
    case Token.False:
    case Token.Null:
      return true;
    default:
      return false;
  }
}

/** A default value; inside a pattern's brackets `in` is an operator even in the head of a `for`. */
function parseDefault(p: ParseState): Expression {
  return parseExpressionWithIn(p, parseAssignment);
}

function defaulted(start: number, target: Pattern, value: Expression): AssignmentExpression {
  const node = new AssignmentExpression(start, value.offset + value.length, target, "=", value);
  node.type = "AssignmentPattern";
  return node;
}

/** `...rest` in a list of bindings. */
export function parseRest(p: ParseState, construct: string): SpreadElement {
  const start = p.start;
  next(p);
  const targetStart = p.start;
  const target = annotated(p, targetStart, parseBinding(p, construct));
  if (p.token === Token.Assign) {
    const from = p.start;
    next(p);
    parseAssignment(p);
    report(p, "misplaced", from, p.prevEnd, "The rest of a list cannot have a default value");
  }
  const node = new SpreadElement(start, p.prevEnd, target);
  node.type = "RestElement";
  return node;
}

function restIsLast(p: ParseState, rest: Node, closer: Token): void {
  if (p.token !== closer) {
    report(
      p,
      "misplaced",
      rest.offset,
      rest.offset + rest.length,
      "The rest of a list comes last and has nothing behind it",
    );
  }
}

function parseArrayBinding(p: ParseState): ArrayExpression {
  const start = p.start;
  const opener = openerHere(p);
  next(p);
  const elements: (Expression | null)[] = [];
  while (p.token !== Token.BracketClose && p.token !== Token.End) {
    if (p.token === Token.Comma) {
      elements.push(null);
      next(p);
      continue;
    }
    if (p.token === Token.Ellipsis) {
      const rest = parseRest(p, "the rest of the list");
      elements.push(rest);
      restIsLast(p, rest, Token.BracketClose);
    } else elements.push(parseBindingWithDefault(p, "an element"));
    if (!parseListEnd(p, Token.BracketClose, opener)) break;
  }
  expectCloser(p, Token.BracketClose, opener, "the pattern");
  const node = new ArrayExpression(start, p.prevEnd, elements);
  node.type = "ArrayPattern";
  return node;
}

function parseObjectBinding(p: ParseState): ObjectExpression {
  const start = p.start;
  const opener = openerHere(p);
  next(p);
  const properties: ObjectMember[] = [];
  while (p.token !== Token.BraceClose && p.token !== Token.End) {
    if (p.token === Token.Ellipsis) {
      const rest = parseRest(p, "the rest of the object");
      properties.push(rest);
      if (rest.argument.type !== "Identifier" && rest.argument.type !== "Missing") {
        report(p, "misplaced", rest.offset, rest.offset + rest.length, "The rest of an object goes to a plain name");
      }
      restIsLast(p, rest, Token.BraceClose);
    } else {
      const property = parseBindingProperty(p);
      if (property === undefined) break;
      properties.push(property);
    }
    if (!parseListEnd(p, Token.BraceClose, opener)) break;
  }
  expectCloser(p, Token.BraceClose, opener, "the pattern");
  const node = new ObjectExpression(start, p.prevEnd, properties);
  node.type = "ObjectPattern";
  return node;
}

function parseBindingProperty(p: ParseState): Property | undefined {
  const start = p.start;
  const plain = p.token === Token.Name;
  const escaped = p.escaped;
  const computed = p.token === Token.BracketOpen;
  const key = parsePropertyKey(p);
  if (key === undefined) {
    const name = missing(p, "A name is missing in the pattern", "name");
    return p.token === Token.Comma ? new Property(start, p.prevEnd, name, name, "init", false, false, true) : undefined;
  }
  if (!plain || p.token === Token.Colon) {
    expect(p, Token.Colon, "the pattern");
    const value = parseBindingWithDefault(p, "a property");
    return new Property(start, p.prevEnd, key, value, "init", computed, false, false);
  }
  if (key.type === "Identifier") {
    checkReserved(p, key.name, key.offset, key.offset + key.length, true, escaped);
  }
  const value = eat(p, Token.Assign) ? defaulted(start, key, parseDefault(p)) : key;
  return new Property(start, p.prevEnd, key, value, "init", false, false, true);
}

/** Names of what people try to assign to, for messages. */
const described: Readonly<Record<string, string>> = {
  CallExpression: "the result of a call",
  Literal: "a fixed value",
  ThisExpression: "`this`",
  BinaryExpression: "the result of an operator",
  LogicalExpression: "the result of an operator",
  UnaryExpression: "the result of an operator",
  UpdateExpression: "the result of an operator",
  ConditionalExpression: "the result of a condition",
  AssignmentExpression: "the result of an assignment",
  ArrowFunctionExpression: "a function",
  FunctionExpression: "a function",
  ClassExpression: "a class",
  TemplateLiteral: "a text",
  AwaitExpression: "the result of `await`",
  YieldExpression: "the result of `yield`",
  ChainExpression: "an optional chain",
  SequenceExpression: "a list of expressions",
  NewExpression: "a new object",
  MetaProperty: "this value",
  ImportExpression: "the result of an import",
};

/**
 * Turns an expression that has proved to be the target of an assignment (or, with `binding`, a parameter) into a pattern, in place.
 * `start` is the node's absolute start; what cannot be a target is reported.
 */
export function toPattern(p: ParseState, node: Node, start: number, binding: boolean): void {
  if (p.coverInit >= start) p.coverInit = -1;
  const expression = node as Expression;
  const end = start + node.length;
  switch (expression.type) {
    case "Identifier":
      checkReserved(p, expression.name, start, end, true);
      if (binding && node.parenthesized) break;
      return;
    case "MemberExpression":
      if (binding) break;
      return;
    case "ObjectExpression":
    case "ObjectPattern":
      if (node.parenthesized) break;
      expression.type = "ObjectPattern";
      for (const [index, property] of expression.properties.entries()) {
        const at = start + property.offset;
        if (property.type === "Property") {
          if (property.kind !== "init" || property.method) {
            report(
              p,
              "bad-target",
              at,
              at + property.length,
              "A method cannot be assigned to: name what is to get the value",
            );
          } else toPattern(p, property.value, at + property.value.offset, binding);
        } else restToPattern(p, property, at, binding, index === expression.properties.length - 1, true);
      }
      return;
    case "ArrayExpression":
    case "ArrayPattern":
      if (node.parenthesized) break;
      expression.type = "ArrayPattern";
      for (const [index, element] of expression.elements.entries()) {
        if (element === null) continue;
        const at = start + element.offset;
        if (element.type === "SpreadElement" || element.type === "RestElement") {
          const last = index === expression.elements.length - 1 &&
            !/^\s*,/.test(p.source.slice(at + element.length, end));
          restToPattern(p, element, at, binding, last, false);
        } else toPattern(p, element, at, binding);
      }
      return;
    case "AssignmentExpression":
    case "AssignmentPattern":
      if (expression.operator !== "=" || node.parenthesized) break;
      expression.type = "AssignmentPattern";
      toPattern(p, expression.left, start + expression.left.offset, binding);
      return;
    case "Missing":
      return;
    case "AsExpression":
    case "SatisfiesExpression":
    case "NonNullExpression":
    case "TypeAssertion":
      if (binding) break;
      toPattern(p, expression.expression, start + expression.expression.offset, false);
      return;
    case "AnnotatedPattern":
      return;
    default:
  }
  const what = described[expression.type];
  if (binding) {
    report(p, "bad-target", start, end, "This cannot be a parameter: a name or a pattern of names is needed");
  } else {
    report(
      p,
      "bad-target",
      start,
      end,
      `${what ? what[0]!.toUpperCase() + what.slice(1) : "This"} cannot be assigned to: name what is to get the value`,
    );
  }
}

function restToPattern(
  p: ParseState,
  rest: SpreadElement,
  start: number,
  binding: boolean,
  last: boolean,
  object: boolean,
): void {
  rest.type = "RestElement";
  const at = start + rest.argument.offset;
  if (!last) {
    report(p, "misplaced", start, start + rest.length, "The rest of a list comes last and has nothing behind it");
  }
  if (rest.argument.type === "AssignmentExpression") {
    report(p, "misplaced", start, start + rest.length, "The rest of a list cannot have a default value");
  } else if (object && (rest.argument.type === "ObjectExpression" || rest.argument.type === "ArrayExpression")) {
    report(p, "misplaced", start, start + rest.length, "The rest of an object goes to a plain name");
  }
  toPattern(p, rest.argument, at, binding);
}

/** Reports a target of `+=`, `++` and their like that is neither a name nor a member. */
export function checkSimpleTarget(p: ParseState, node: Expression, start: number): void {
  if (
    node.type === "NonNullExpression" ||
    node.type === "AsExpression" ||
    node.type === "TypeAssertion" ||
    node.type === "SatisfiesExpression"
  ) {
    checkSimpleTarget(p, node.expression, start + node.expression.offset);
  } else if (node.type === "Identifier" || node.type === "MemberExpression" || node.type === "Missing") {
    if (node.type === "Identifier") toPattern(p, node, start, false);
  } else if (node.type === "ObjectExpression" || node.type === "ArrayExpression") {
    report(p, "bad-target", start, start + node.length, "Only a plain `=` can assign to a pattern");
  } else toPattern(p, node, start, false);
}

/** Of what was told of parts that cannot be assigned to, from the problem at an index on, the first one says it. */
export function keepFirst(p: ParseState, known: number): void {
  const isTarget = ({ code }: { readonly code: string }): boolean => code === "bad-target";
  const first = p.problems.findIndex((problem, index) => index >= known && isTarget(problem));
  if (first < 0) return;
  const rest = p.problems.splice(first + 1);
  p.problems.push(...rest.filter((problem) => !isTarget(problem)));
}
