import type { Node } from "../../../syntax/node.js";
import type { PythonNode } from "../nodes.js";

/** What stands in a node and declares names, which may be judged by all that the node holds. */
export function declaring(node: Node): readonly Node[] {
  const one = node as PythonNode;
  switch (one.type) {
    case "FunctionDef":
      return [one.name, ...one.args.args.map(({ name }) => name)];
    case "ClassDef":
      return [one.name];
    case "For":
      return [one.target];
    case "ExceptHandler":
      return one.name === null ? [] : [one.name];
    default:
      return [];
  }
}
