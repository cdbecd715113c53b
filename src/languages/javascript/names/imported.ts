/** What a name that an import declares stands for. */
import type { Binding } from "../../../model/binding.js";
import type { ImportDeclaration, ImportSpecifier } from "../nodes/index.js";
import { textOf } from "../reading.js";

/** A name of a module; `*` is all of the module. */
export interface Imported {
  readonly module: string;
  readonly name: string;
}

/** The name of a module that a binding stands for, where one import declares it. */
export function importedAs({ declarations }: Binding): Imported | undefined {
  const [only, second] = declarations;
  if (only?.kind !== "import" || second !== undefined) return undefined;
  const { type } = only.owner;
  const module = textOf((only.owner.parent as Partial<ImportDeclaration> | null)?.source);
  if (module === undefined) return undefined;
  if (type === "ImportDefaultSpecifier") return { module, name: "default" };
  if (type === "ImportNamespaceSpecifier") return { module, name: "*" };
  return type === "ImportSpecifier" ? { module, name: nameOf((only.owner as ImportSpecifier).imported) } : undefined;
}

function nameOf(imported: ImportSpecifier["imported"]): string {
  return imported.type === "Literal" ? String(imported.value) : imported.name;
}
