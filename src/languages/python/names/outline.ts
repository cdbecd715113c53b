/** What others may read of a name. */
import type { Binding, Declaration } from "../../../model/binding.js";
import { yields } from "../functions.js";
import type { FunctionDef } from "../nodes.js";

function saidOf({ kind, owner }: Declaration): string {
  if (owner.type !== "FunctionDef") return kind;
  const { isAsync, decorators } = owner as FunctionDef;
  // Calls of what is async are judged by this.
  return isAsync ? `${kind}~async${decorators.length > 0 ? "@" : ""}${yields(owner as FunctionDef) ? "*" : ""}` : kind;
}

/** As one text: how it is declared, what a call of it gives, and whether others see it. */
export function outlineOf(binding: Binding): string {
  return binding.isDeclared ? `${binding.declarations.map(saidOf).join(" ")}${binding.exported ? "!" : ""}` : "";
}
