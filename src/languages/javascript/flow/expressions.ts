/** Lowers expressions into steps, in the order in which they are evaluated. ECMAScript 2025 §13. */
import { Reference } from "../../../model/binding.js";
import type { FlowBuilder } from "../../../model/flow-builder.js";
import type { Block } from "../../../model/flow.js";
import type { Node } from "../../../syntax/node.js";
import { neverReturns } from "../names/outline.js";
import type { CallExpression, ClassNode, Expression, Identifier, JavaScriptNode, Pattern } from "../nodes/index.js";

export function expression(b: FlowBuilder, node: Node): void {
  if (b.cutter !== undefined && b.taken !== node) {
    b.cutter.take(b, node, expression);
    return;
  }
  const one = node as JavaScriptNode;
  switch (one.type) {
    case "Identifier":
      read(b, one);
      return;
    case "Literal":
      return;
    case "ThisExpression":
      b.step({ does: "self", node });
      return;
    case "FunctionExpression":
    case "ArrowFunctionExpression":
    case "FunctionDeclaration":
      return;
    case "ClassExpression":
    case "ClassDeclaration":
      classParts(b, one);
      return;
    case "AssignmentExpression":
      assignment(b, one);
      return;
    case "UpdateExpression":
      expression(b, one.argument);
      if (one.argument.type === "Identifier") write(b, one.argument, null, false);
      return;
    case "LogicalExpression":
    case "BinaryExpression":
    case "CallExpression":
    case "MemberExpression":
      chain(b, one);
      return;
    case "ConditionalExpression":
      conditional(b, one.test, () => expression(b, one.consequent), () => expression(b, one.alternate));
      return;
    case "TaggedTemplateExpression":
      expression(b, one.tag);
      expression(b, one.quasi);
      return;
    case "YieldExpression":
    case "AwaitExpression":
      if (one.argument) expression(b, one.argument);
      b.step({ does: "pause", node });
      return;
    case "Property":
      if (one.computed) expression(b, one.key);
      expression(b, one.value);
      return;
    case "AsExpression":
    case "SatisfiesExpression":
    case "TypeAssertion":
    case "NonNullExpression":
    case "InstantiationExpression":
      expression(b, one.expression);
      return;
    case "JSXClosingElement":
      return;
    default:
      if (!isType(one.type)) node.each((child) => expression(b, child));
  }
}

const typeLike = new Set(["TypeArguments", "TypeParameters", "TypeParameter"]);

function isType(kind: string): boolean {
  return typeLike.has(kind) || kind.endsWith("Type");
}

function read(b: FlowBuilder, node: Identifier): void {
  const { fact } = node;
  if (!(fact instanceof Reference) || fact.asType || fact.access === "write") return;
  const binding = b.followed(node);
  if (binding !== undefined) b.step({ does: "read", node, binding });
}

/** Gives a name a value. `first` tells that this happens where it is declared. */
function write(b: FlowBuilder, node: Identifier, value: Node | null, first: boolean): void {
  const binding = b.followed(node);
  if (binding !== undefined) b.step({ does: "write", node, binding, value, first });
}

/** Gives the names of a pattern their values, taken out of that of `value`. */
export function target(b: FlowBuilder, pattern: Pattern, value: Node | null, first: boolean): void {
  switch (pattern.type) {
    case "Identifier":
      write(b, pattern, value, first);
      return;
    case "AnnotatedPattern":
      target(b, pattern.target, value, first);
      return;
    case "ParameterProperty":
      target(b, pattern.parameter, value, first);
      return;
    case "AssignmentPattern":
      b.maybe(() => expression(b, pattern.right));
      target(b, pattern.left, null, first);
      return;
    case "RestElement":
      target(b, pattern.argument, null, first);
      return;
    case "ArrayPattern":
      for (const element of pattern.elements) if (element) target(b, element, null, first);
      return;
    case "ObjectPattern":
      for (const member of pattern.properties) {
        if (member.type !== "Property") target(b, member.argument, null, first);
        else {
          if (member.computed) expression(b, member.key);
          target(b, member.value, null, first);
        }
      }
      return;
    default:
      expression(b, pattern);
  }
}

function assignment(
  b: FlowBuilder,
  node: Extract<Expression, { type: "AssignmentExpression" | "AssignmentPattern" }>,
): void {
  const { left, operator, right } = node;
  if (operator === "=") {
    if (left.type === "MemberExpression") expression(b, left);
    expression(b, right);
    if (left.type !== "MemberExpression") target(b, left, right, false);
    return;
  }
  expression(b, left);
  const assign = (): void => {
    expression(b, right);
    if (left.type === "Identifier") write(b, left, null, false);
  };
  if (operator === "&&=" || operator === "||=" || operator === "??=") b.maybe(assign);
  else assign();
}

type Link = Extract<
  JavaScriptNode,
  { type: "LogicalExpression" | "BinaryExpression" | "CallExpression" | "MemberExpression" }
>;

/** What a link of a chain evaluates first. */
function firstIn(link: Link): Node {
  switch (link.type) {
    case "CallExpression":
      return link.callee;
    case "MemberExpression":
      return link.object;
    default:
      return link.left;
  }
}

const links: ReadonlySet<string> = new Set<Link["type"]>([
  "LogicalExpression",
  "BinaryExpression",
  "CallExpression",
  "MemberExpression",
]);

/** Operators, calls and members that each begin with another one. There may be thousands, so that they are gone through without recursion. */
function chain(b: FlowBuilder, node: Link): void {
  const open: Link[] = [];
  let inner: Node = node;
  do {
    const link = inner as Link;
    if (link.type === "LogicalExpression") b.test(link.left);
    open.push(link);
    inner = firstIn(link);
    // What may not be evaluated is never looked at in segments.
  } while (links.has(inner.type) && (b.cutter === undefined || inner.type !== "LogicalExpression"));
  if (inner.type !== "Super") expression(b, inner);
  for (let link = open.pop(); link !== undefined; link = open.pop()) finishLink(b, link);
}

/** Lowers what a link evaluates behind what it begins with. */
function finishLink(b: FlowBuilder, link: Link): void {
  switch (link.type) {
    case "LogicalExpression":
      b.maybe(() => expression(b, link.right));
      return;
    case "BinaryExpression":
      expression(b, link.right);
      return;
    case "CallExpression":
      call(b, link);
      return;
    case "MemberExpression":
      if (link.object.type === "Super") b.step({ does: "self", node: link.object });
      if (link.computed) inTurn(b, link.optional, () => expression(b, link.property));
  }
}

function call(b: FlowBuilder, node: CallExpression): void {
  inTurn(b, node.optional, () => {
    for (const argument of node.arguments) expression(b, argument);
    if (node.callee.type === "Super") b.step({ does: "base", node });
  });
  if (isEndless(node)) b.throwOut();
}

/** Whether a call never comes back: of a function that says so, or one that ends the program. */
function isEndless({ callee }: CallExpression): boolean {
  if (callee.type === "Identifier") return callee.fact?.binding?.declarations.some(neverReturns) === true;
  if (
    callee.type !== "MemberExpression" ||
    callee.computed ||
    callee.object.type !== "Identifier" ||
    callee.property.type !== "Identifier"
  ) return false;
  return callee.object.name === "process" &&
    callee.object.fact instanceof Reference &&
    callee.object.fact.binding === undefined &&
    (callee.property.name === "exit" || callee.property.name === "abort");
}

function inTurn(b: FlowBuilder, optional: boolean, lower: () => void): void {
  if (optional) b.maybe(lower);
  else lower();
}

function classParts(b: FlowBuilder, node: ClassNode): void {
  for (const { expression: decorator } of node.decorators) expression(b, decorator);
  if (node.superClass) expression(b, node.superClass);
  for (const member of node.body.body) {
    if (member.type !== "MethodDefinition" && member.type !== "PropertyDefinition") continue;
    for (const { expression: decorator } of member.decorators) expression(b, decorator);
    if (member.computed) expression(b, member.key);
  }
}

/** Lowers two ways by a condition that meet again. */
export function conditional(
  b: FlowBuilder,
  test: Expression,
  whenTrue: () => void,
  whenFalse: (() => void) | null,
): void {
  b.branch(
    (yes, no) => {
      b.test(test);
      condition(b, test, yes, no);
    },
    whenTrue,
    whenFalse,
  );
}

/** Whether a condition is written as one that always, or never, holds. */
export function writtenTruth(test: Node | null): boolean | undefined {
  if (test === null) return true;
  const one = test as JavaScriptNode;
  if (one.type !== "Literal") return undefined;
  if (one.raw === "true" || one.raw === "1") return true;
  return one.raw === "false" || one.raw === "0" ? false : undefined;
}

/** Asks a condition and leads control on to one block or the other. */
export function condition(b: FlowBuilder, test: Expression, yes: Block, no: Block): void {
  const written = writtenTruth(test);
  if (written !== undefined) {
    b.edge(b.current, written ? yes : no);
    return;
  }
  if (test.type === "UnaryExpression" && test.operator === "!") {
    condition(b, test.argument, no, yes);
    return;
  }
  if (test.type === "LogicalExpression" && test.operator !== "??") {
    const more = b.block();
    b.test(test.left);
    if (test.operator === "&&") condition(b, test.left, more, no);
    else condition(b, test.left, yes, more);
    b.start(more);
    condition(b, test.right, yes, no);
    return;
  }
  expression(b, test);
  b.edge(b.current, yes, test, true);
  b.edge(b.current, no, test, false);
}
