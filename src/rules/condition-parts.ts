import type { LogicalShape } from "../model/shapes.js";
import type { Node } from "../syntax/node.js";
import type { FileView } from "./rule.js";

/** The parts that a condition joins by the same word, in the order of the text. */
export function conditionParts(top: LogicalShape, { shape }: Pick<FileView, "shape">): Node[] {
  const parts: Node[] = [];
  const open: Node[] = [top.right, top.left];
  for (let one = open.pop(); one !== undefined; one = open.pop()) {
    const inner = shape("logical", one);
    if (inner?.is === top.is) open.push(inner.right, inner.left);
    else parts.push(one);
  }
  return parts;
}
