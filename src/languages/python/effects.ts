/** What working out an expression does beside giving its value. */
import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";

const acting = new Set([
  "Call",
  "Await",
  "Yield",
  "YieldFrom",
  "NamedExpr",
  "Attribute",
  "Subscript",
  "FormattedValue",
  "ListComp",
  "SetComp",
  "DictComp",
  "GeneratorExp",
  "Starred",
  "Missing",
]);

/** Whether computing an expression may do more than give a value. Reading a member counts, since it may run code or fail. */
export function hasEffect(node: Node): boolean {
  let found = false;
  walk(node, ({ type }) => {
    if (acting.has(type)) found = true;
    return !found && type !== "Lambda";
  });
  return found;
}

const unsteady = new Set(["Call", "Await", "Yield", "YieldFrom", "NamedExpr"]);

/** Whether an expression gives the same when it is worked out twice in a row. */
export function isSteady(node: Node): boolean {
  let steady = true;
  walk(node, ({ type }) => {
    if (unsteady.has(type)) steady = false;
    return steady;
  });
  return steady;
}
