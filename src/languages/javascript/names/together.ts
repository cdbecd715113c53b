import { Declaration, type Binding } from "../../../model/binding.js";
import type { Names } from "../../../model/names.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { FunctionNode, VariableDeclaration, VariableDeclarator } from "../nodes/index.js";
import { bindingOf } from "./facts.js";

/** The names that a declaration declares, in the order of the text. */
export function declaredBy(whole: VariableDeclaration): Binding[] {
  const found: Binding[] = [];
  for (const { id } of whole.declarations) {
    if (id.type === "Identifier") {
      const binding = bindingOf(id);
      if (binding !== undefined) found.push(binding);
    } else {
      walk(id, (node) => {
        const binding = node.type === "Identifier" ? bindingOf(node) : undefined;
        if (binding?.declarations.some((one) => one.node === node) === true) found.push(binding);
      });
    }
  }
  return found;
}

/** The parameters of a parameter's or a named function, or the names that one declaration declares together. */
export function together(binding: Binding): readonly Binding[] {
  const { owner, kind } = binding.declarations[0]!;
  if (kind === "parameter") {
    return [...binding.scope.bindings.values()].filter((other) => other.isDeclared && other.kind === "parameter");
  }
  if (kind === "function") return parametersOf(owner as FunctionNode);
  if (owner.type !== "VariableDeclarator") return [];
  const { init } = owner as VariableDeclarator;
  if (init !== null && "params" in init) return parametersOf(init as FunctionNode);
  const whole = owner.parent as VariableDeclaration;
  return whole.declarations.length === 1 && (owner as VariableDeclarator).id.type === "Identifier"
    ? []
    : declaredBy(whole);
}

function parametersOf({ params }: FunctionNode): Binding[] {
  const found: Binding[] = [];
  for (const param of params) {
    walk(param, (node) => {
      const { fact } = node as { fact?: unknown };
      if (fact instanceof Declaration) found.push(fact.binding);
    });
  }
  return found;
}

/** The names by which a script tells that it is a module of the older kind. */
const moduleWords = ["require", "module", "exports"];

export function keepsToItself(names: Names): boolean {
  return names.root.kind === "module" || moduleWords.some((word) => !names.unresolvedUses(word).next().done);
}

/** What stands in a node and declares names. Of a function that a name stands for, the parameters may depend on how the name is declared. */
export function declaring(node: Node): readonly Node[] {
  const { id, left, target, key, init, params = [], source, specifiers = [] } = node as {
    source?: Node | null;
    specifiers?: readonly Node[];
    id?: Node | null;
    left?: Node;
    target?: Node;
    key?: Node;
    init?: Node | null;
    params?: readonly Node[];
  };
  const behind = (init as { params?: readonly Node[] } | null | undefined)?.params ?? [];
  // What is imported is another thing when its module is another one.
  const imported = source == null ? [] : specifiers;
  return [id, left, target, key, ...params, ...behind, ...imported].filter((part) => part != null);
}
