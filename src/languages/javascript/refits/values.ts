/** What can be told of the values of expressions from their form. */
import { Reference } from "../../../model/binding.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { JavaScriptNode, VariableDeclarator } from "../nodes/index.js";

/** Names that no program gives another value. */
const fixedWords = new Set(["undefined", "NaN", "Infinity"]);

/** Whether an expression surely gives a text, number or the like, and no object, whose conversion could run code. */
function isPrimitive(node: Node, depth = 0): boolean {
  const one = node as JavaScriptNode;
  switch (one.type) {
    case "Literal":
      return !one.raw.startsWith("/");
    case "TemplateLiteral":
      return true;
    case "UnaryExpression":
    case "UpdateExpression":
      return one.operator !== "delete";
    case "BinaryExpression":
      return true;
    case "LogicalExpression":
      return isPrimitive(one.left, depth) && isPrimitive(one.right, depth);
    case "ConditionalExpression":
      return isPrimitive(one.consequent, depth) && isPrimitive(one.alternate, depth);
    case "Identifier": {
      const { fact } = one as { fact?: unknown };
      if (!(fact instanceof Reference)) return false;
      if (fact.binding === undefined) return fixedWords.has(one.name);
      const [declaration, second] = fact.binding.declarations;
      const owner = declaration?.owner as VariableDeclarator | undefined;
      return depth < 8 &&
        second === undefined &&
        fact.binding.kind === "fixed" &&
        owner?.type === "VariableDeclarator" &&
        owner.id === declaration!.node &&
        owner.init !== null &&
        isPrimitive(owner.init, depth + 1);
    }
    default:
      return false;
  }
}

/** Whether working out an expression may ask an object for its text or number, or fail for what it is given. */
export function mayConvert(node: Node): boolean {
  let found = false;
  walk(node, (inner) => {
    if (found || /^(?:Arrow)?Function/.test(inner.type)) return false;
    const one = inner as JavaScriptNode;
    if (one.type === "BinaryExpression" && one.operator !== "===" && one.operator !== "!==") {
      found = one.operator === "in" ||
        one.operator === "instanceof" ||
        !isPrimitive(one.left) ||
        !isPrimitive(one.right);
    } else if (one.type === "UnaryExpression" && /^[-+~]$/.test(one.operator)) found = !isPrimitive(one.argument);
    else if (one.type === "TemplateLiteral") found = !one.expressions.every((part) => isPrimitive(part));
    return !found;
  });
  return found;
}

/** Whether an expression makes an object, list, function or pattern, so that each time it is worked out it gives another one. */
export function makesThing(node: Node): boolean {
  let found = false;
  walk(node, (inner) => {
    if (/^(?:Object|Array|Function|ArrowFunction|Class)Expression$/.test(inner.type)) found = true;
    if (inner.type === "Literal" && (inner as { raw?: string }).raw?.startsWith("/") === true) found = true;
    return !found;
  });
  return found;
}

/** Whether an expression is a function or class that takes its name from where it stands. */
export function takesName(node: Node): boolean {
  return node.type === "ArrowFunctionExpression" ||
    (/^(?:Function|Class)Expression$/.test(node.type) && (node as { id?: unknown }).id === null);
}

/** Whether an expression reads names that nothing in the file declares, which may be absent or have another value later. */
export function readsUnknown(node: Node): boolean {
  let found = false;
  walk(node, (inner) => {
    const { fact } = inner as { fact?: unknown };
    if (fact instanceof Reference && fact.binding === undefined && !fixedWords.has(fact.name)) found = true;
    return !found;
  });
  return found;
}
