import type { Binding } from "../../../model/binding.js";
import type { Node } from "../../../syntax/node.js";

/** Whether there is only a declaration here: in TypeScript's `declare`, signatures, overloads, and parameters that are fields too. */
export function isDeclaredElsewhere(binding: Binding): boolean {
  const { node, owner } = binding.declarations[0]!;
  if (isOnlyDeclared(owner)) return true;
  for (let up: Node | null = node; up !== null; up = up.parent) {
    const { declare, modifiers, keyword } = up as { declare?: boolean; modifiers?: string[]; keyword?: string };
    if (
      up.type === "ParameterProperty" ||
      declare === true ||
      keyword === "global" ||
      modifiers?.includes("declare") === true
    ) return true;
    if (up.type.includes("Function") && up !== owner && isOnlyDeclared(up)) return true;
  }
  return false;
}

function isOnlyDeclared(node: Node): boolean {
  return (node as { body?: unknown }).body === null;
}
