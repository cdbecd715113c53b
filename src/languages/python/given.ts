/** The names that values are given right where they stand. */
import type { GivenShape } from "../../model/shapes.js";
import type { Node } from "../../syntax/node.js";
import type { AnnAssign, Argument, Assign, AugAssign, DictItem, Keyword, PythonNode } from "./nodes.js";

/** The name alone that something is called by. */
function nameOf(node: Node): string | undefined {
  const one = node as PythonNode;
  switch (one.type) {
    case "Name":
      return one.id;
    case "Attribute":
      return one.attr;
    case "Subscript":
      return one.slice.type === "Constant" ? nameOf(one.slice) : undefined;
    case "Constant":
      return one.kind === "text" ? String(one.value) : undefined;
    default:
      return undefined;
  }
}

function given(node: Node, target: Node | null, value: Node | null): GivenShape | undefined {
  const name = value === null || target === null ? undefined : nameOf(target);
  return name === undefined ? undefined : { node, name, value: value! };
}

/** What makes the shape of each kind of node that gives a name. */
export const givenShapes = {
  Assign: (node: Assign) => given(node, node.targets.at(-1)!, node.value),
  AnnAssign: (node: AnnAssign) => given(node, node.target, node.value),
  AugAssign: (node: AugAssign) => given(node, node.target, node.value),
  Keyword: (node: Keyword) => (node.arg === null ? undefined : { node, name: node.arg, value: node.value }),
  DictItem: (node: DictItem) => given(node, node.key, node.value),
  Argument: (node: Argument) => given(node, node.name, node.default),
};
