/** Values that names of JavaScript are given: which are there for good order, and how one is taken out. */
import type { Binding } from "../../../model/binding.js";
import type { CodeChange } from "../../../model/code.js";
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import { hasEffect } from "../effects.js";
import type { AssignmentExpression, Expression, JavaScriptNode, VariableDeclarator } from "../nodes/index.js";
import { statementLists, takeOut } from "../rules/statements.js";

/** Values that a name is given to begin with, so that it has one at all. */
function isPlainStart(value: Node | null): boolean {
  const one = value as JavaScriptNode | null;
  if (one === null) return true;
  switch (one.type) {
    case "Literal":
      return true;
    case "Identifier":
    case "ThisExpression":
      return true;
    case "UnaryExpression":
      return isPlainStart(one.argument);
    case "ArrayExpression":
      return one.elements.length === 0;
    case "ObjectExpression":
      return one.properties.length === 0;
    case "TemplateLiteral":
      return one.expressions.length === 0;
    case "MemberExpression":
      return isLookedUp(one);
    case "AsExpression":
    case "SatisfiesExpression":
    case "TypeAssertion":
      return isPlainStart(one.expression);
    default:
      return false;
  }
}

/** Whether a value is only a name or a member of one, which a name may begin with before others are worked out. */
function isLookedUp(value: Node | null): boolean {
  const one = value as JavaScriptNode | null;
  if (one?.type === "MemberExpression") return !one.computed && isLookedUp(one.object);
  return one?.type === "Identifier" || one?.type === "ThisExpression";
}

/** Whether the name is given to the call that gives its new value: most likely the call changes what it holds. */
function isGivenBack(value: Node | null, { name }: Binding): boolean {
  const one = value as JavaScriptNode | null;
  return one?.type === "CallExpression" &&
    one.arguments.some((argument) => argument.type === "Identifier" && argument.name === name);
}

/** Whether the name has just given its value to another, as where an argument that was left out moves the others: `done = options; options = {}`. */
function hasMovedOn(node: Node, { name }: Binding): boolean {
  const statement = node.parent?.parent;
  const list = (statement?.parent as { body?: readonly Node[] } | null | undefined)?.body;
  if (statement == null || !Array.isArray(list)) return false;
  const before = list[list.indexOf(statement) - 1] as JavaScriptNode | undefined;
  const up = before?.type === "ExpressionStatement" ? before.expression : undefined;
  return up?.type === "AssignmentExpression" && up.right.type === "Identifier" && up.right.name === name;
}

/** Whether a write moves a place on that other writes move on too: the last of them is there for whoever goes on. */
function isRunning(node: Node, { references }: Binding): boolean {
  const isStep = (one: Node): boolean => {
    const up = one.parent as JavaScriptNode;
    return up.type === "UpdateExpression" ||
      (up.type === "AssignmentExpression" && up.left === one && /^[+-]=$/.test(up.operator));
  };
  return isStep(node) && references.some((use) => use.node !== node && isStep(use.node));
}

/** Whether a value stands for there being none: a name that is cleared is so for good order, or to let go of what it held. */
function isNothing(value: Node | null): boolean {
  const one = value as JavaScriptNode | null;
  switch (one?.type) {
    case "Literal":
      return one.raw === "null" || one.value === "";
    case "Identifier":
      return one.name === "undefined";
    case "UnaryExpression":
      return one.operator === "void";
    default:
      return false;
  }
}

/** Leaving the assignment out, and keeping what working out the value does. */
export function withoutWrite(node: Node, text: SourceText): (CodeChange & { title: string })[] {
  const up = node.parent as JavaScriptNode;
  if (up.type === "VariableDeclarator") {
    const { id, init } = up as VariableDeclarator;
    if (init === null || hasEffect(init) || (up.parent as { kind?: string }).kind === "const") return [];
    return [{ title: "Remove the value", certainty: "proposed", edits: [{ from: id.end, to: init.end, insert: "" }] }];
  }
  if (
    up.parent?.type !== "ExpressionStatement" || (up.type !== "AssignmentExpression" && up.type !== "UpdateExpression")
  ) return [];
  const statement = up.parent;
  if (up.type === "UpdateExpression" || !hasEffect((up as AssignmentExpression).right)) {
    if (!statementLists.has(statement.parent!.type)) return [];
    return [{ title: "Remove the assignment", ...takeOut(statement, text), certainty: "proposed" }];
  }
  const { right } = up as AssignmentExpression;
  if (/^(?:Object|Function|Class)Expression$/.test((right as Expression).type)) return [];
  return [{
    title: "Keep what is worked out, without the assignment",
    certainty: "proposed",
    edits: [{ from: up.start, to: right.start, insert: "" }],
  }];
}

/** Whether a write is one that comes with the form: of a pattern's part, which has to be named to be passed over, or of a loop's head. */
function isByForm(node: Node): boolean {
  const up = node.parent as JavaScriptNode;
  if (up.type === "AssignmentExpression" || up.type === "UpdateExpression") return !isStatement(up);
  return !(up.type === "VariableDeclarator" && !/^For/.test(up.parent!.parent!.type));
}

/** Whether a plain value is given to several names at once: `a = b = null`. */
function isHandedDown(node: Node, value: Node | null): boolean {
  const up = node.parent!;
  const last = (at: Node | null): Node | null => (
    at?.type === "AssignmentExpression" ? last((at as AssignmentExpression).right) : at
  );
  return up.type === "AssignmentExpression" &&
    (value?.type === "AssignmentExpression" || up.parent?.type === "AssignmentExpression") &&
    isPlainStart(last(value));
}

/** Whether the value of an assignment is not used beside it. */
function isStatement(assignment: Node): boolean {
  const up = assignment.parent as JavaScriptNode;
  return up.type === "ExpressionStatement" ||
    up.type === "SequenceExpression" ||
    (up.type === "ForStatement" && up.test !== assignment);
}

/** Whether a value is given for good order: it comes with the form, clears the name, moves a place on, or is what the name begins with. */
export function isForOrder(node: Node, binding: Binding, value: Node | null, first: boolean): boolean {
  return isHandedDown(node, value) ||
    isByForm(node) ||
    isNothing(value) ||
    isRunning(node, binding) ||
    isGivenBack(value, binding) ||
    hasMovedOn(node, binding) ||
    (first && (isPlainStart(value) || binding.writes === 0));
}
