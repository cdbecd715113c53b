/** What a file of JavaScript or TypeScript gives to others, and takes from them. */
import type { ExportedName, FileSummary, ImportedModule } from "../../../model/links.js";
import type { Node } from "../../../syntax/node.js";
import { exportedBy } from "../names/exported.js";
import type {
  ExportNamedDeclaration,
  Identifier,
  ImportDeclaration,
  JavaScriptNode,
  Literal,
  Program,
} from "../nodes/index.js";
import { textOf } from "../reading.js";
import { callableOf, callablesIn, defaultName, type Callables } from "./callables.js";
import { linkKinds } from "./changes.js";
import { loadedIn } from "./loads.js";
import { membersOf } from "./namespaces.js";
import { assignedBy, requiredBy } from "./old-form.js";
import { sharedBy } from "./shared-names.js";

const nameOf = (name: Identifier | Literal): string => (name.type === "Literal" ? String(name.value) : name.name);

/** Works out what others see of a file. Of one whose form is broken, more may be exported than can be told. */
export function summaryOf(root: Node, isBroken: boolean, isAmbient: boolean): FileSummary {
  const { body } = root as Program;
  const callables = callablesIn(body as JavaScriptNode[]);
  const exports: ExportedName[] = [];
  const handedOn: string[] = [];
  const imports: ImportedModule[] = [];
  let isModule = false;
  let isOpen = isBroken || isAmbient;
  for (const item of body as JavaScriptNode[]) {
    if (linkKinds.has(item.type)) isModule = true;
    switch (item.type) {
      case "ImportDeclaration":
        imports.push(...importedBy(item));
        break;
      case "ExportAllDeclaration": {
        const module = textOf(item.source);
        if (module === undefined) isOpen = true;
        else if (item.exported === null) handedOn.push(module);
        else exports.push({ name: nameOf(item.exported), isType: item.typeOnly, from: { module, name: "*" } });
        if (module !== undefined) imports.push({ module, names: ["*"], isLate: item.typeOnly });
        break;
      }
      case "ExportDefaultDeclaration":
        exports.push({
          name: "default",
          isType: item.declaration.type === "InterfaceDeclaration",
          ...callableOf(defaultName(item.declaration), callables, item.declaration),
        });
        break;
      case "ExportNamedDeclaration":
        exports.push(...namedBy(item, callables));
        if (item.source !== null) imports.push(...handedOnBy(item));
        break;
      case "ExportAssignment":
        isOpen = true;
        exports.push({ name: "default", isType: false }, ...membersOf(item.expression, body as JavaScriptNode[]));
        break;
      case "ImportEqualsDeclaration": {
        const module = item.target.type === "ExternalModule" ? textOf(item.target.source) : undefined;
        if (module !== undefined) imports.push({ module, names: ["*"], isLate: item.typeOnly });
        break;
      }
      case "VariableDeclaration":
        imports.push(...requiredBy(item));
        break;
      case "ExpressionStatement":
        if (!isModule) exports.push(...assignedBy(item.expression));
        break;
      default:
    }
  }
  for (const module of loadedIn(root)) imports.push({ module, names: ["*"], isLate: true });
  const shared = [...sharedBy(root, isModule), ...(isBroken && !isModule ? ["*"] : [])];
  return { exports, handedOn, imports, isOpen: isOpen || !isModule, ...(shared.length > 0 && { shared }) };
}

function importedBy({ source, specifiers, typeOnly }: ImportDeclaration): ImportedModule[] {
  const module = textOf(source);
  if (module === undefined) return [];
  const names = specifiers.map((one) => {
    if (one.type === "ImportDefaultSpecifier") return "default";
    return one.type === "ImportNamespaceSpecifier" ? "*" : nameOf(one.imported);
  });
  const isType = typeOnly ||
    (specifiers.length > 0 && specifiers.every((one) => one.type === "ImportSpecifier" && one.typeOnly));
  return [{ module, names, isLate: isType }];
}

function handedOnBy({ source, specifiers, typeOnly }: ExportNamedDeclaration): ImportedModule[] {
  const module = textOf(source);
  return module === undefined
    ? []
    : [{ module, names: specifiers.map(({ local }) => nameOf(local)), isLate: typeOnly }];
}

/** The names that an `export` with a list or a declaration gives, those of types among them. */
function namedBy(item: ExportNamedDeclaration, callables: Callables): ExportedName[] {
  const module = textOf(item.source);
  const listed = item.specifiers.map(({ local, exported, typeOnly }): ExportedName => ({
    name: nameOf(exported),
    isType: item.typeOnly || typeOnly,
    ...(module === undefined ? callableOf(nameOf(local), callables) : { from: { module, name: nameOf(local) } }),
  }));
  const values = item.declaration === null
    ? []
    : exportedBy(item).map(({ name }): ExportedName => ({ name, isType: false, ...callableOf(name, callables) }));
  const declared = item.declaration as JavaScriptNode | null;
  switch (declared?.type) {
    case "InterfaceDeclaration":
    case "TypeAliasDeclaration":
      return declared.id.type === "Identifier" ? [{ name: declared.id.name, isType: true }] : [];
    case "EnumDeclaration":
    case "NamespaceDeclaration":
    case "ImportEqualsDeclaration":
    case "FunctionDeclaration":
    case "ClassDeclaration":
      return declared.id?.type === "Identifier"
        ? [{ name: declared.id.name, isType: false, ...callableOf(declared.id.name, callables) }]
        : [];
    default:
      return [...listed, ...values];
  }
}

/** Words on lines that speak of exports, and in lists behind them. */
export function mayExport(text: string): ReadonlySet<string> {
  const words = new Set<string>();
  for (const [stretch] of text.matchAll(/\bexports?\b(?:[^{}\n\r]*\{[^{}]*\}|[^\n\r]*)/g)) {
    for (const [word] of stretch.matchAll(/[\p{ID_Start}$_][\p{ID_Continue}$]*/gu)) words.add(word);
  }
  return words;
}
