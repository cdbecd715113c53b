/** What a file exports to be called. */
import type { ExportedCallable, ExportedName } from "../../../model/links.js";
import type { Node } from "../../../syntax/node.js";
import { callableAt } from "../names/callable.js";
import type { Identifier, JavaScriptNode } from "../nodes/index.js";

export type Callables = ReadonlyMap<string, ExportedCallable | undefined>;

/** What is declared at the top of a file and called by those who know its name; `undefined` for what is declared more than once. */
export function callablesIn(body: readonly JavaScriptNode[]): Callables {
  const found = new Map<string, ExportedCallable | undefined>();
  const note = (id: Node | null, node: Node): void => {
    if (id?.type !== "Identifier") return;
    const { name } = id as Identifier;
    found.set(name, found.has(name) ? undefined : exportedCallable(node));
  };
  for (const item of body) {
    const declared = item.type === "ExportNamedDeclaration" || item.type === "ExportDefaultDeclaration"
      ? (item.declaration as JavaScriptNode | null)
      : item;
    if (declared?.type === "FunctionDeclaration" || declared?.type === "ClassDeclaration") note(declared.id, declared);
    else if (declared?.type === "VariableDeclaration") {
      for (const { id, init } of declared.declarations) if (init !== null && declared.kind === "const") note(id, init);
    }
  }
  return found;
}

function exportedCallable(node: Node): ExportedCallable | undefined {
  const callable = callableAt(node);
  return callable === undefined || callable.most === Infinity
    ? undefined
    : { kind: callable.kind, most: callable.most };
}

/** What is told of something that is exported, by its name in the file or as it stands there. */
export function callableOf(
  name: string | undefined,
  callables: Callables,
  node?: Node,
): Pick<ExportedName, "callable"> {
  const callable = name === undefined ? node && exportedCallable(node) : callables.get(name);
  return callable === undefined ? {} : { callable };
}

/** The name in the file of what it exports as a whole. */
export function defaultName(node: Node): string | undefined {
  const named = node.type === "Identifier" ? node : (node as { id?: Node | null }).id;
  return named?.type === "Identifier" ? (named as Identifier).name : undefined;
}
