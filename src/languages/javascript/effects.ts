import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";

const acting = new Set([
  "CallExpression",
  "NewExpression",
  "AssignmentExpression",
  "UpdateExpression",
  "AwaitExpression",
  "YieldExpression",
  "TaggedTemplateExpression",
  "ImportExpression",
  "MemberExpression",
  "SpreadElement",
  "JSXElement",
  "JSXFragment",
  "ClassExpression",
  "Missing",
]);

/**
 * Whether computing an expression may do more than give a value. Reading a member counts, since it may run a getter or fail;
 * what stands inside a function only runs when that is called.
 */
export function hasEffect(node: Node): boolean {
  let found = false;
  walk(node, (inner) => {
    if (found || inner.type === "FunctionExpression" || inner.type === "ArrowFunctionExpression") return false;
    if (
      acting.has(inner.type) ||
      (inner.type === "UnaryExpression" && (inner as unknown as { operator: string }).operator === "delete")
    ) found = true;
    return !found;
  });
  return found;
}

/** Whether computing an expression does something, leaving aside that reading members may; what stands inside a function does not count. */
export function acts(node: Node): boolean {
  let found = false;
  walk(node, ({ type }) => {
    if (/^(?:Arrow)?Function/.test(type)) return false;
    if (/^(?:Call|New|Assignment|Update|Await|Yield|TaggedTemplate|Import)Expression$/.test(type)) found = true;
    return !found;
  });
  return found;
}
