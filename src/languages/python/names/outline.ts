/** What others may read of a name. */
import type { Binding } from "../../../model/binding.js";

/** As one text: how it is declared, and whether others see it. */
export function outlineOf(binding: Binding): string {
  return binding.isDeclared ? `${binding.declarations.map(({ kind }) => kind).join(" ")}${binding.exported ? "!" : ""}` : "";
}
