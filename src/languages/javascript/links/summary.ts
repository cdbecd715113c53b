/** What a file of JavaScript or TypeScript gives to others, and takes from them. */
import type { ExportedCallable, ExportedName, FileSummary, ImportedModule } from "../../../model/links.js";
import type { TreeChange } from "../../../syntax/change.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import { callableAt } from "../names/callable.js";
import { exportedBy } from "../names/exported.js";
import type {
  ExportNamedDeclaration,
  FunctionBody,
  Identifier,
  ImportDeclaration,
  JavaScriptNode,
  Literal,
  Program,
  VariableDeclaration,
} from "../nodes/index.js";
import { memberName, textOf } from "../reading.js";

const linkKinds = new Set([
  "ImportDeclaration",
  "ExportNamedDeclaration",
  "ExportDefaultDeclaration",
  "ExportAllDeclaration",
  "ExportAssignment",
  "ExportNamespace",
  "ImportEqualsDeclaration",
]);

/** Nodes whose insides no other file sees, but for what is below. */
const hiddenKinds = new Set(["BlockStatement", "FunctionBody", "ObjectExpression", "ArrayExpression", "InterfaceBody"]);

/** Whether a change of the tree may be seen by other files. */
export function changesLinks({ path, removed, added }: TreeChange): boolean {
  const isLink = ({ type }: Node): boolean => linkKinds.has(type);
  const item = path[1];
  if (item === undefined) return [...removed, ...added].some((node) => isLink(node) || isOfOldForm(node));
  if (!isLink(item)) return isOfOldForm(item) || isCalled(item);
  if (!path.some(({ type }) => hiddenKinds.has(type))) return true;
  // A function that does nothing, and one that goes by its arguments as a whole, can be given any number.
  const holder = path.at(-1) as Partial<FunctionBody>;
  const isEmptied = holder.type === "FunctionBody" &&
    (holder.body!.length === 0 || holder.body!.length + removed.length === added.length);
  return isEmptied || [...removed, ...added].some(speaksOfArguments);
}

const isCalled = ({ type }: Node): boolean => type === "FunctionDeclaration" || type === "ClassDeclaration";

function speaksOfArguments(part: Node): boolean {
  let found = false;
  walk(part, (node) => {
    found ||= node.type === "Identifier" && /^(?:arguments|eval)$/.test((node as Identifier).name);
    return !found;
  });
  return found;
}

/** Whether a statement may export or import in the way that is older than modules. */
function isOfOldForm({ type }: Node): boolean {
  return type === "ExpressionStatement" || type === "VariableDeclaration";
}

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
  return { exports, handedOn, imports, isOpen: isOpen || !isModule };
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

type Callables = ReadonlyMap<string, ExportedCallable | undefined>;

/** What is declared at the top of a file and called by those who know its name; `undefined` for what is declared more than once. */
function callablesIn(body: readonly JavaScriptNode[]): Callables {
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
function callableOf(name: string | undefined, callables: Callables, node?: Node): Pick<ExportedName, "callable"> {
  const callable = name === undefined ? node && exportedCallable(node) : callables.get(name);
  return callable === undefined ? {} : { callable };
}

/** The name in the file of what it exports as a whole. */
function defaultName(node: Node): string | undefined {
  const named = node.type === "Identifier" ? node : (node as { id?: Node | null }).id;
  return named?.type === "Identifier" ? (named as Identifier).name : undefined;
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

/** What is declared in the namespaces of a name that a file exports as all that it is (`export = Tides`). */
function membersOf(whole: Node, body: readonly JavaScriptNode[]): ExportedName[] {
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

/** What is required at the top of a file, `const { fares } = require("./fares")`. */
function requiredBy({ declarations }: VariableDeclaration): ImportedModule[] {
  return declarations.flatMap(({ init }) => {
    const module = init === null ? undefined : requiredModule(init);
    return module === undefined ? [] : [{ module, names: ["*"], isLate: false }];
  });
}

/** The module that a call of `require` asks for. */
export function requiredModule(node: Node): string | undefined {
  const call = node as JavaScriptNode;
  if (call.type !== "CallExpression" || call.arguments.length !== 1) return undefined;
  return call.callee.type === "Identifier" && call.callee.name === "require" ? textOf(call.arguments[0]) : undefined;
}

/** Names that are exported by `exports.fare = …` and `module.exports = { fare }`. */
function assignedBy(node: Node): ExportedName[] {
  const one = node as JavaScriptNode;
  if (one.type !== "AssignmentExpression") return [];
  const target = one.left as JavaScriptNode;
  if (target.type !== "MemberExpression") return [];
  const name = memberName(target);
  const isExports = (object: JavaScriptNode): boolean =>
    (object.type === "Identifier" && object.name === "exports") || isModuleExports(object);
  if (name !== undefined && isExports(target.object as JavaScriptNode)) return [{ name, isType: false }];
  const value = one.right as JavaScriptNode;
  if (!isModuleExports(target) || value.type !== "ObjectExpression") return [];
  return value.properties.flatMap(
    (member) => (
      member.type === "Property" && !member.computed && member.key.type === "Identifier"
        ? [{ name: member.key.name, isType: false }]
        : []
    ),
  );
}

function isModuleExports(node: JavaScriptNode): boolean {
  return memberName(node) === "exports" &&
    node.type === "MemberExpression" &&
    node.object.type === "Identifier" &&
    node.object.name === "module";
}

/** Words on lines that speak of exports, and in lists behind them. */
export function mayExport(text: string): ReadonlySet<string> {
  const words = new Set<string>();
  for (const [stretch] of text.matchAll(/\bexports?\b(?:[^{}\n\r]*\{[^{}]*\}|[^\n\r]*)/g)) {
    for (const [word] of stretch.matchAll(/[\p{ID_Start}$_][\p{ID_Continue}$]*/gu)) words.add(word);
  }
  return words;
}
