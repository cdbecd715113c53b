/** Which stretches of code run by themselves, and which names can be followed in them. */
import type { Binding } from "../../../model/binding.js";
import type { Scope } from "../../../model/scope.js";
import type { Node } from "../../../syntax/node.js";

/** Whether a node's code runs at a time of its own. What stands in a class runs where the class does. */
export const isFlowRoot = ({ type }: Node): boolean => type === "Module" || type === "FunctionDef" || type === "Lambda";

/** The node whose code the names of a scope belong to. */
export const flowRootOf = (scope: Scope): Node => scope.functionScope.node;

/** The node in whose code another one runs. */
function runsIn(node: Node): Node {
  let up = node;
  while (up.parent !== null) {
    const child = up;
    up = up.parent;
    // Defaults, decorators and annotations run where the function is made.
    if (up.type === "FunctionDef" && (up as Node & { body: Node }).body === child) return up;
    if (up.type === "Lambda" && (up as Node & { body: Node }).body === child) return up;
  }
  return up;
}

/** Whether all reads and writes of a name stand in the code that declares it, so that its values can be followed there. */
export function isTracked(binding: Binding): boolean {
  const { kind, scope } = binding;
  if (kind !== "variable" && kind !== "parameter" && kind !== "caught") return false;
  // Others can read and write what stands at the top of a module, or in a class.
  if (scope.kind !== "function" || scope.isUncertain) return false;
  const root = scope.node;
  return binding.references.every(({ node }) => runsIn(node) === root) &&
    binding.declarations.every(({ node, kind: one }) => one === "parameter" || runsIn(node) === root);
}
