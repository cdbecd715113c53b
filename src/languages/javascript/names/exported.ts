/** Which names an item of a module makes visible to others. */
import type { Node } from "../../../syntax/node.js";
import { boundNames } from "../nodes/bound-names.js";
import type {
  ExportAllDeclaration,
  ExportDefaultDeclaration,
  ExportNamedDeclaration,
  Identifier,
  JavaScriptNode,
  Literal,
} from "../nodes/index.js";

/** A name with the node that stands for it. */
export interface Given {
  readonly name: string;
  readonly node: Node;
}

export type ExportItem = ExportNamedDeclaration | ExportDefaultDeclaration | ExportAllDeclaration;

export function isExport(node: JavaScriptNode): node is ExportItem {
  return node.type === "ExportNamedDeclaration" ||
    node.type === "ExportDefaultDeclaration" ||
    node.type === "ExportAllDeclaration";
}

const textOf = (name: Identifier | Literal): string => (name.type === "Literal" ? String(name.value) : name.name);

/** The names an item exports. Types may share a name with a value, so TypeScript's own declarations are not among them. */
export function exportedBy(item: ExportItem): Given[] {
  if (item.type === "ExportAllDeclaration") {
    return item.exported === null ? [] : [{ name: textOf(item.exported), node: item.exported }];
  }
  const { declaration } = item;
  const overload = declaration?.type === "FunctionDeclaration" && declaration.body === null;
  if (item.type === "ExportDefaultDeclaration") {
    return overload || declaration!.type === "InterfaceDeclaration" ? [] : [{ name: "default", node: item }];
  }
  const given: Given[] = item.typeOnly
    ? []
    : item.specifiers.filter(({ typeOnly }) => !typeOnly).map(({ exported }) => ({
      name: textOf(exported),
      node: exported,
    }));
  if (declaration?.type === "VariableDeclaration") {
    for (const { id } of declaration.declarations) {
      for (const node of boundNames(id)) given.push({ name: node.name, node });
    }
  } else if ((declaration?.type === "FunctionDeclaration" && !overload) || declaration?.type === "ClassDeclaration") {
    if (declaration.id?.type === "Identifier") given.push({ name: declaration.id.name, node: declaration.id });
  }
  return given;
}
