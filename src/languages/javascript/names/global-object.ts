/** The object that holds the names of all scripts. */
import type { Node } from "../../../syntax/node.js";
import type { CallExpression, Identifier, JavaScriptNode } from "../nodes/index.js";

/** Its names. */
export const globalObjects: ReadonlySet<string> = new Set(["window", "globalThis", "self", "global"]);

/** Members that give an object names which are worked out: `Object.assign(window, fares)`. */
const givingNames = new Set(["assign", "extend", "install", "defineProperties"]);

/** Whether a use hands the global object to what gives it names. */
export function givesGlobalNames(node: Node): boolean {
  const { parent } = node;
  if (parent?.type !== "CallExpression" || !globalObjects.has((node as Identifier).name)) return false;
  const { callee, arguments: given } = parent as CallExpression;
  const called = callee as JavaScriptNode;
  return (given as readonly Node[]).includes(node) &&
    called.type === "MemberExpression" &&
    called.property.type === "Identifier" &&
    givingNames.has(called.property.name);
}
