/** What names stand for. */
import { Reference, type Binding } from "../../../model/binding.js";
import type { Node } from "../../../syntax/node.js";
import type { Name } from "../nodes.js";

/** The binding of a name, declared or used. */
export function bindingOf(node: Node): Binding | undefined {
  return node.type === "Name" ? ((node as Name).fact?.binding ?? undefined) : undefined;
}

/** The use of a name that a node is. */
export function useOf(node: Node): Reference | undefined {
  const fact = node.type === "Name" ? (node as Name).fact : null;
  return fact instanceof Reference ? fact : undefined;
}
