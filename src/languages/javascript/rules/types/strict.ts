import type { TypeSystem } from "../../../../model/types/fit.js";
import type { FileView } from "../../../../rules/rule.js";

/** Whether there being no value is a type of its own by the settings of the compiler: in each that does not say otherwise. */
export function isStrict({ links }: FileView): boolean {
  const own = links.compilerSays("strictNullChecks");
  return own === "" ? links.compilerSays("strict") !== "false" : own === "true";
}

/** What is said of types in a file. */
export const systemOf = (file: FileView): TypeSystem => ({ ...file.types.system, isLoose: !isStrict(file) });
