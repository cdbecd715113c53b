/** What code reads, writes and declares, by the names in it. */
import { Declaration, Reference, type Binding } from "../../../model/binding.js";
import type { Node } from "../../../syntax/node.js";
import { isInside, walk } from "../../../syntax/walk.js";
import type { Text } from "../../../text/text.js";
import type { JavaScriptNode } from "../nodes/index.js";

export interface NamesIn {
  /** Names that are declared in it. */
  readonly declared: ReadonlySet<Binding>;
  /** Names that are declared elsewhere in the file, with how they are used. */
  readonly used: ReadonlyMap<Binding, { readonly reads: boolean; readonly writes: boolean }>;
}

export function namesIn(nodes: readonly Node[]): NamesIn {
  const declared = new Set<Binding>();
  const used = new Map<Binding, { reads: boolean; writes: boolean }>();
  const references: Reference[] = [];
  for (const node of nodes) {
    walk(node, (inner) => {
      const { fact } = inner as { fact?: unknown };
      if (fact instanceof Declaration) declared.add(fact.binding);
      else if (fact instanceof Reference && fact.binding !== undefined) references.push(fact);
    });
  }
  for (const { binding, access } of references) {
    if (declared.has(binding!)) continue;
    const known = used.get(binding!) ?? { reads: false, writes: false };
    used.set(binding!, { reads: known.reads || access !== "write", writes: known.writes || access !== "read" });
  }
  return { declared, used };
}

/** Whether a name is declared in a node. */
export function isDeclaredIn(binding: Binding, node: Node): boolean {
  return binding.declarations.some((declaration) => isInside(declaration.node, node));
}

/** A name that stands nowhere in a text, made of a wish. */
export function freeName(wish: string, text: Text): string {
  const isTaken = (name: string): boolean => text
    .occurrences(name)
    .some(
      (at) =>
        !/[\w$]/.test(text.slice(at - 1, at)) && !/[\w$]/.test(text.slice(at + name.length, at + name.length + 1)),
    );
  if (!isTaken(wish)) return wish;
  for (let number = 2; ; number += 1) if (!isTaken(`${wish}${number}`)) return `${wish}${number}`;
}

/** How a function is used as no arrow function can be. */
export function useAsClass(references: readonly Reference[]): string | undefined {
  for (const { node } of references) {
    const parent = node.parent as JavaScriptNode;
    if (parent.type === "NewExpression" && parent.callee === node) return "it is called with `new`";
    if (parent.type === "MemberExpression" && parent.object === node) {
      const { property } = parent;
      if (property.type === "Identifier" && property.name === "prototype") return "its `prototype` is used";
    }
    if ((parent.type === "ClassDeclaration" || parent.type === "ClassExpression") && parent.superClass === node) {
      return "a class extends it";
    }
    if (parent.type === "BinaryExpression" && parent.operator === "instanceof" && parent.right === node) {
      return "something is asked whether it is one of its kind";
    }
    if (/^Reflect\.construct$/.test(calleeOf(parent))) return "it is called with `new`";
  }
  return undefined;
}

/** What is called with a node as an argument, where that is a name with a member. */
function calleeOf(call: JavaScriptNode): string {
  if (call.type !== "CallExpression" || call.callee.type !== "MemberExpression") return "";
  const { object, property } = call.callee;
  return object.type === "Identifier" && property.type === "Identifier" ? `${object.name}.${property.name}` : "";
}
