import type { Node } from "../../../../syntax/node.js";
import type { ClassBody, ClassNode, MethodDefinition } from "../../nodes/index.js";

/** The constructor that a function is, of a class that extends another. */
export function constructorOf(root: Node): MethodDefinition | undefined {
  const method = root.parent as MethodDefinition | null;
  if (method?.type !== "MethodDefinition" || method.kind !== "constructor" || method.value.body === null) {
    return undefined;
  }
  return ((method.parent as ClassBody).parent as ClassNode).superClass === null ? undefined : method;
}
