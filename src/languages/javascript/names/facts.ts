/** What is known of a name from the node that stands for it. */
import { Reference, type Binding, type NameFact } from "../../../model/binding.js";
import type { Node } from "../../../syntax/node.js";

function factOf(node: Node): NameFact | null {
  return (node as { fact?: NameFact | null }).fact ?? null;
}

/** What the name at a node means; `undefined` where nothing in the file declares it, and where it is no name. */
export function bindingOf(node: Node): Binding | undefined {
  return factOf(node)?.binding;
}

/** The use of a name at a node. */
export function useOf(node: Node): Reference | undefined {
  const fact = factOf(node);
  return fact instanceof Reference ? fact : undefined;
}

/** Whether a node is the use of a name that nothing in the file declares, as of one the runtime brings along. */
export function isFromOutside(node: Node, name: string): boolean {
  const use = useOf(node);
  return use !== undefined && use.name === name && use.binding === undefined;
}
