/** Texts of types that stand outside of a document – those of the library, and in comments –, read as TypeScript. */
import type { InterfaceDeclaration, JavaScriptNode, TypeAliasDeclaration } from "../nodes/index.js";
import type { Type } from "../nodes/unions.js";
import { parse } from "../parser/index.js";
import { libraryTypes } from "./library.js";

export type Declared = InterfaceDeclaration | TypeAliasDeclaration;

const declared = new Map<string, readonly Declared[]>();
const written = new Map<string, Type | undefined>();

const options = { module: true, jsx: false, typescript: true, ambient: true } as const;

/** What declares a type of the library; read when it is first asked for. */
export function libraryDeclarations(name: string): readonly Declared[] | undefined {
  if (!Object.hasOwn(libraryTypes, name)) return undefined;
  let found = declared.get(name);
  if (found === undefined) {
    const { root } = parse(libraryTypes[name]!, options);
    declared.set(name, (found = root.body as Declared[]));
  }
  return found;
}

const statements = new Map<string, readonly JavaScriptNode[]>();

/** The declarations that a text of another file holds. */
export function statementsIn(text: string): readonly JavaScriptNode[] {
  let found = statements.get(text);
  if (found === undefined) {
    const { root } = parse(text, options);
    found = root.body.map(
      (item) => (item.type === "ExportNamedDeclaration" && item.declaration !== null ? item.declaration : item),
    ) as JavaScriptNode[];
    statements.set(text, found);
    if (statements.size > 2000) statements.delete(statements.keys().next().value!);
  }
  return found;
}

/** The type that a text is; `undefined` where it is none. */
export function typeIn(text: string): Type | undefined {
  let found = written.get(text);
  if (found === undefined && !written.has(text)) {
    const { root, problems } = parse(`type T = ${text};`, options);
    const [only, second] = root.body;
    const isType = problems.length === 0 && second === undefined && only?.type === "TypeAliasDeclaration";
    written.set(text, (found = isType ? only.annotation : undefined));
    // Comments of many files hold many texts.
    if (written.size > 2000) written.delete(written.keys().next().value!);
  }
  return found;
}
