/** Short questions about expressions that many rules ask. */
import type { Node } from "../../syntax/node.js";
import { isFromOutside } from "./names/facts.js";
import type {
  CallExpression,
  Expression,
  Identifier,
  JavaScriptNode,
  Literal,
  MemberExpression,
} from "./nodes/index.js";

/** The name of the member that an expression reads, where it stands in the code. */
export function memberName(node: Node): string | undefined {
  const one = node as JavaScriptNode;
  if (one.type !== "MemberExpression") return undefined;
  const { property, computed } = one;
  if (computed) return property.type === "Literal" && property.isString ? String(property.value) : undefined;
  return property.type === "Identifier" ? property.name : undefined;
}

/** Whether an expression is a name that the runtime brings along, or the member of one, as `Math.pow`. */
export function isBuiltIn(node: Node, path: string): boolean {
  const dot = path.lastIndexOf(".");
  if (dot < 0) return node.type === "Identifier" && (node as Identifier).name === path && isFromOutside(node, path);
  if (node.type !== "MemberExpression" || memberName(node) !== path.slice(dot + 1)) return false;
  return isBuiltIn((node as MemberExpression).object, path.slice(0, dot));
}

/** The text that a literal stands for. */
export function textOf(node: Node | null | undefined): string | undefined {
  return node?.type === "Literal" && (node as Literal).isString ? String((node as Literal).value) : undefined;
}

/** The number that a literal stands for, with its sign. */
export function numberOf(node: Node | null | undefined): number | undefined {
  const one = node as JavaScriptNode | null | undefined;
  if (one?.type === "UnaryExpression" && one.operator === "-") {
    const inner = numberOf(one.argument);
    return inner === undefined ? undefined : -inner;
  }
  return one?.type === "Literal" && typeof one.value === "number" ? one.value : undefined;
}

/** Whether an expression is `null` or `undefined`, as somebody writes it. */
export function isAbsent(node: Node): boolean {
  const one = node as JavaScriptNode;
  if (one.type === "Literal") return one.raw === "null";
  if (one.type === "UnaryExpression") return one.operator === "void";
  return one.type === "Identifier" && isFromOutside(one, "undefined");
}

/** An expression without what TypeScript writes around it. */
export function bare(node: Node): JavaScriptNode {
  let one = node as JavaScriptNode;
  while (
    one.type === "NonNullExpression" ||
    one.type === "AsExpression" ||
    one.type === "SatisfiesExpression" ||
    one.type === "TypeAssertion" ||
    one.type === "ChainExpression"
  ) one = one.expression as JavaScriptNode;
  return one;
}

/** The call of a method by its name, with what the method belongs to. */
export function methodCall(
  node: Node,
  ...names: readonly string[]
): { readonly call: CallExpression; readonly object: Expression; readonly name: string } | undefined {
  const call = bare(node);
  if (call.type !== "CallExpression") return undefined;
  const name = memberName(call.callee);
  if (name === undefined || !names.includes(name)) return undefined;
  return { call, object: (call.callee as MemberExpression).object as Expression, name };
}

/** Whether nobody takes the value of an expression: it is a statement, or what a loop does between two turns. */
export function isValueUnused(node: Node): boolean {
  const up = node.parent as JavaScriptNode | null;
  if (up?.type === "ExpressionStatement") return true;
  return up?.type === "ForStatement" && (up.update === node || up.init === node);
}

/** The function around a node, without what only stands for itself: `undefined` at the top of the file, and in what a class holds. */
export function functionAround(node: Node): (Node & { readonly async: boolean }) | undefined {
  for (let up = node.parent; up !== null; up = up.parent) {
    if (/^(?:Function(?:Declaration|Expression)|ArrowFunctionExpression)$/.test(up.type)) return up as never;
    if (/^(?:PropertyDefinition|StaticBlock)$/.test(up.type)) return undefined;
  }
  return undefined;
}
