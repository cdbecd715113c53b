import type { Node } from "../../../../syntax/node.js";

/** Whether code around an import deals with its failing. */
export function mayFail(node: Node): boolean {
  for (let one = node; one.parent !== null; one = one.parent) if (one.parent.type === "Try") return true;
  return false;
}
