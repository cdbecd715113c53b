/** What a file of declarations exports as all that it is. */
import type { ExportedName } from "../../../model/links.js";
import type { Node } from "../../../syntax/node.js";
import type { Identifier, JavaScriptNode } from "../nodes/index.js";

/** What is declared in the namespaces of a name that a file exports as all that it is (`export = Tides`). */
export function membersOf(whole: Node, body: readonly JavaScriptNode[]): ExportedName[] {
  const name = whole.type === "Identifier" ? (whole as Identifier).name : undefined;
  const namespaces = body.filter((one) => one.type === "NamespaceDeclaration" && nameIn(one.id) === name);
  return namespaces.flatMap(
    (one) => ((one as { body: readonly JavaScriptNode[] | null }).body ?? []).flatMap((item) => {
      const declared = item.type === "ExportNamedDeclaration" ? (item.declaration as JavaScriptNode | null) : item;
      if (declared?.type === "VariableDeclaration") {
        return declared.declarations.flatMap(({ id }) => exportOf(id, false));
      }
      const isType = declared?.type === "InterfaceDeclaration" || declared?.type === "TypeAliasDeclaration";
      return declared !== null && "id" in declared ? exportOf(declared.id as Node | null, isType) : [];
    }),
  );
}

const nameIn = (id: Node): string | undefined => (id.type === "Identifier" ? (id as Identifier).name : undefined);

function exportOf(id: Node | null, isType: boolean): ExportedName[] {
  const one = id?.type === "AnnotatedPattern" ? (id as Node & { target: Node }).target : id;
  const name = one == null ? undefined : nameIn(one);
  return name === undefined ? [] : [{ name, isType }];
}
