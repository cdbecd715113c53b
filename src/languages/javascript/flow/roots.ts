/** Which stretches of code run by themselves, and which names can be followed in them. */
import type { Binding } from "../../../model/binding.js";
import type { Scope } from "../../../model/scope.js";
import type { Node } from "../../../syntax/node.js";

/** Whether a node's code runs at a time of its own: functions, modules, and what stands in classes. */
export function isFlowRoot(node: Node): boolean {
  switch (node.type) {
    case "Program":
    case "FunctionDeclaration":
    case "FunctionExpression":
    case "ArrowFunctionExpression":
    case "StaticBlock":
    case "NamespaceDeclaration":
      return true;
    case "PropertyDefinition":
      return (node as { value?: unknown }).value !== null;
    default:
      return false;
  }
}

/** The node whose code the names of a scope belong to. */
export function flowRootOf(scope: Scope): Node {
  const { node } = scope.functionScope;
  return node.type === "FunctionBody" ? node.parent! : node;
}

/** Whether all reads and writes of a name stand in the code that declares it, so that its values can be followed there. */
export function isTracked(binding: Binding): boolean {
  const { kind, scope } = binding;
  if (kind !== "variable" && kind !== "changeable" && kind !== "fixed" && kind !== "parameter" && kind !== "caught") {
    return false;
  }
  // Other scripts can read and write what stands at the top of one.
  if (scope.kind === "file" || scope.isUncertain || binding.exported) return false;
  const root = flowRootOf(scope);
  if (root.type === "NamespaceDeclaration") return false;
  // What a module sets once and for all is most often there to be set by hand.
  if (kind === "fixed" && scope.node === root && root.type === "Program" && binding.writes === 0) return false;
  return binding.references.every((use) => flowRootOf(use.scope) === root);
}
