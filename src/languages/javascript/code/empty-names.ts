/** Names of JavaScript that begin without a value, and what is wanted of them where they are read. */
import type { Binding, Declaration } from "../../../model/binding.js";
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import { bindingOf } from "../names/facts.js";
import type { AssignmentExpression, JavaScriptNode, VariableDeclaration, VariableDeclarator } from "../nodes/index.js";

/** Whether a read asks whether there is a value, or gives one. */
export function isAsking(node: Node): boolean {
  const up = node.parent as JavaScriptNode;
  if (up.type === "UnaryExpression") return up.operator === "typeof" || up.operator === "void" || up.operator === "!";
  if (up.type === "LogicalExpression") return up.left === node;
  if (up.type === "BinaryExpression") return /^[!=]==?$/.test(up.operator);
  if (up.type === "MemberExpression") return up.object === node && up.optional;
  return up.type === "AssignmentExpression" &&
    (up as AssignmentExpression).left === node &&
    /^(?:\?\?|\|\||&&)=$/.test(up.operator);
}

/** Whether a read needs a value: something of it is read or called, or it is reckoned with. What is only handed on may well be nothing. */
export function isNeeding(node: Node): boolean {
  const up = node.parent as JavaScriptNode;
  switch (up.type) {
    case "MemberExpression":
      return up.object === node && !up.optional;
    case "CallExpression":
      return up.callee === node && !up.optional;
    case "NewExpression":
      return up.callee === node;
    case "BinaryExpression":
      return !/^[!=]==?$/.test(up.operator);
    case "UnaryExpression":
      return up.operator === "-" || up.operator === "+" || up.operator === "~";
    case "UpdateExpression":
      return true;
    case "AssignmentExpression":
      return up.left === node && /^(?!\?\?|\|\||&&).+=$/.test(up.operator);
    case "ForOfStatement":
      return up.right === node;
    case "TemplateLiteral":
      return true;
    case "SpreadElement":
      // Into an object nothing can be spread as well.
      return up.parent?.type !== "ObjectExpression";
    default:
      return false;
  }
}

/** Whether a read stands in an assignment to the same name, which hands the empty value on knowingly. */
export function isHandedOn(node: Node, binding: Binding): boolean {
  for (let up = node.parent; up !== null && !up.type.endsWith("Statement"); up = up.parent) {
    if (up.type === "AssignmentExpression" && bindingOf((up as AssignmentExpression).left) === binding) return true;
  }
  return false;
}

/** Whether a name is declared as one that has no value yet, and is said nowhere to get one from elsewhere (`declare`, `let tide!: Tide`). */
export function beginsEmpty({ kind, declarations }: Binding, text: SourceText): boolean {
  return (kind === "variable" || kind === "changeable") && declarations.every(({ owner, node }) => {
    if (owner.type !== "VariableDeclarator" || (owner.parent as VariableDeclaration).declare) return false;
    if ((owner as VariableDeclarator).init !== null) return kind === "variable";
    return !/^\s*!/.test(text.slice(node.end, node.end + 5));
  });
}

/** Whether a declaration stands by itself and gives no value, neither from a loop nor by taking something apart. */
export function isBare({ owner, node }: Declaration): boolean {
  const whole = owner.parent as VariableDeclaration;
  return (owner as VariableDeclarator).init === null &&
    !/^For(?:In|Of)Statement$/.test(whole.parent!.type) &&
    !((owner as VariableDeclarator).id !== node && (owner as VariableDeclarator).id.type !== "AnnotatedPattern");
}
