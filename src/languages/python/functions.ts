/** What a function is, by what stands in it. */
import { isWorthKeeping, NodeMemo } from "../../syntax/memo.js";
import type { Node } from "../../syntax/node.js";
import type { FunctionDef } from "./nodes.js";

const yielding = new NodeMemo<boolean>();

/** Whether a `yield` of the function around stands in a node. What is found is kept node by node, so that after an edit only what is around it is looked at. */
function holdsYield(node: Node): boolean {
  const { type } = node;
  if (type === "Yield" || type === "YieldFrom") return true;
  if (type === "FunctionDef" || type === "Lambda") return false;
  const known = yielding.get(node);
  if (known !== undefined) return known;
  let found = false;
  node.each((child) => {
    found ||= holdsYield(child);
  });
  if (isWorthKeeping(node)) yielding.set(node, found);
  return found;
}

/** Whether a function gives several values, one after another. */
export const yields = ({ body }: FunctionDef): boolean => holdsYield(body);

/** The class whose method a function is. */
export function classOf(node: Node): Node | undefined {
  const up = node.parent?.parent;
  return node.parent?.type === "Block" && up?.type === "ClassDef" ? up : undefined;
}
