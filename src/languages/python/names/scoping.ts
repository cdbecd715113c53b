/** Which nodes open scopes, and what stands in them. Python Language Reference 4.2.2. */
import { Scope, type ScopeKind } from "../../../model/scope.js";
import type { Node } from "../../../syntax/node.js";
import type { ClassDef, Comprehension, ComprehensionNode, FunctionDef, PythonNode } from "../nodes.js";

const kinds: Readonly<Record<string, ScopeKind>> = {
  FunctionDef: "function",
  Lambda: "function",
  ClassDef: "class",
  ListComp: "block",
  SetComp: "block",
  DictComp: "block",
  GeneratorExp: "block",
};

export const scopeKind = (node: Node): ScopeKind | undefined => kinds[node.type];

/** Whether a scope is that of a comprehension, in which what it goes through has its names. */
export const isComprehension = ({ kind }: Scope): boolean => kind === "block";

/** The scope in which a scope was opened: the names of a class are seen in it, and not in its functions. */
const definedIn = new WeakMap<Scope, Scope>();

export function openScope(node: Node, kind: ScopeKind, around: Scope): Scope {
  let outer = around;
  while (outer.kind === "class" && outer.parent !== null) outer = outer.parent;
  const scope = new Scope(kind, node, outer, true);
  definedIn.set(scope, around);
  return scope;
}

/** Where a scope was opened. */
const placeOf = (scope: Scope): Scope => definedIn.get(scope) ?? scope.parent ?? scope;

/**
 * The scope of a child of a node that stands in `around` and opens, if it opens one, `inside`: defaults, decorators and bases belong to the code around, and so does
 * what the first loop of a comprehension goes through.
 */
export function scopeOfChild(node: Node, child: Node, around: Scope, inside: Scope): Scope {
  const one = node as PythonNode;
  switch (one.type) {
    case "FunctionDef":
      if (child === one.returns) return one.typeParams === null ? around : inside;
      return child === one.body || child === one.args || child === one.typeParams ? inside : around;
    case "Argument":
      if (child === one.name) return around;
      return child === one.annotation && (around.node as Partial<FunctionDef>).typeParams != null
        ? around
        : placeOf(around);
    case "ClassDef":
      return child === (one as ClassDef).body ||
        child === one.typeParams ||
        (one.typeParams !== null && one.bases.includes(child))
        ? inside
        : around;
    case "Comprehension":
      return isFirst(one) && child === one.iter ? placeOf(around) : around;
    default:
      return inside;
  }
}

const isFirst = (node: Comprehension): boolean => (node.parent as ComprehensionNode | null)?.generators[0] === node;
