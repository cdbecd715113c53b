/** The names that a script gives to those which run beside it, as scripts of one page do. ECMAScript 2025 §16.1.7 and §9.1.1.4. */
import { NodeMemo } from "../../../syntax/memo.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { Given } from "../names/exported.js";
import { givesGlobalNames, globalObjects } from "../names/global-object.js";
import { boundNames } from "../nodes/bound-names.js";
import type { Identifier, JavaScriptNode, MemberExpression, Pattern } from "../nodes/index.js";
import { memberName } from "../reading.js";

/** What declares a name under `id`. */
const declaring = new Set([
  "FunctionDeclaration",
  "ClassDeclaration",
  "EnumDeclaration",
  "NamespaceDeclaration",
  "InterfaceDeclaration",
  "TypeAliasDeclaration",
  "ImportEqualsDeclaration",
]);

/** The names that stand at the top of a script, those of types among them, and what any file makes a property of the global object, or declares to be one. */
export function sharedBy(root: Node, isModule: boolean): string[] {
  const names = new Set<string>();
  let objects: ReadonlySet<string> = globalObjects;
  let isForAnyPlace = false;
  walk(root, (part) => {
    const node = part as JavaScriptNode;
    if (node.parent === root) objects = globalObjectsIn(node);
    if (isOpening(node, objects)) names.add("*");
    if (speaksOfPlaces(node)) isForAnyPlace = true;
    if (node.type === "AssignmentExpression") {
      const target = node.left as JavaScriptNode;
      if (isGlobalMember(target, objects)) names.add(memberName(target)!);
      // A statement that assigns to what nothing declares brings it into being.
      else if (!isModule && target.type === "Identifier" && isStatementOf(node, root)) names.add(target.name);
    } else if (node.type === "ExportNamespace") names.add(node.id.name);
    else if (node.type === "NamespaceDeclaration" && node.keyword === "global") {
      for (const part of node.body ?? []) for (const { name } of declaredBy(part as JavaScriptNode)) names.add(name);
    } else if (!isModule && (node.type === "VariableDeclaration" || declaring.has(node.type)) && isAtTop(node)) {
      for (const { name } of declaredBy(node)) names.add(name);
    }
    return true;
  });
  // What asks which kind of place it runs in, and gives no name that could be told, gives one in a way of its own.
  if (names.size === 0 && isForAnyPlace && !isModule) names.add("*");
  return [...names].sort();
}

/** Whether an expression is a statement at the top. */
const isStatementOf = ({ parent }: Node, root: Node): boolean =>
  parent?.type === "ExpressionStatement" && parent.parent === root;

/** Names under which code asks whether it runs where modules of the old form are. */
const placeNames = new Set(["exports", "module", "define"]);

function speaksOfPlaces(node: JavaScriptNode): boolean {
  return node.type === "UnaryExpression" &&
    node.operator === "typeof" &&
    node.argument.type === "Identifier" &&
    placeNames.has(node.argument.name);
}

/** Whether names that cannot be told are given to the global object. */
function isOpening(node: JavaScriptNode, objects: ReadonlySet<string>): boolean {
  const isGlobal = (one: Node | undefined): boolean =>
    one?.type === "Identifier" && objects.has((one as Identifier).name);
  if (node.type === "AssignmentExpression") {
    const target = node.left as JavaScriptNode;
    return target.type === "MemberExpression" &&
      target.computed &&
      memberName(target) === undefined &&
      isGlobal(target.object);
  }
  return node.type === "Identifier" && givesGlobalNames(node);
}

/** What an item assigns to by a name, and what it declares, in whatever depth. */
interface AssignedNames {
  readonly assigned: ReadonlySet<string>;
  readonly declared: ReadonlySet<string>;
}

const assignedIn = new NodeMemo<AssignedNames>();

/** The names that assignments in a script bring into being in functions, as far as nothing in it declares them. */
export function broughtUp(root: Node): string[] {
  const parts: AssignedNames[] = [];
  root.each((item) => {
    let names = assignedIn.get(item);
    if (names === undefined) assignedIn.set(item, (names = assignedBy(item)));
    parts.push(names);
  });
  const all = new Set(parts.flatMap(({ assigned }) => [...assigned]));
  return [...all].filter((name) => !parts.some(({ declared }) => declared.has(name)));
}

function assignedBy(item: Node): AssignedNames {
  const assigned = new Set<string>();
  const declared = new Set<string>();
  const declare = (id: Node | null | undefined): void => {
    if (id) for (const { name } of boundNames(id as Pattern)) declared.add(name);
  };
  walk(item, (part) => {
    const node = part as JavaScriptNode & { readonly params?: readonly Node[]; readonly id?: Node | null };
    if (node.type === "AssignmentExpression" && node.left.type === "Identifier") assigned.add(node.left.name);
    else if (node.type === "CatchClause") declare(node.param);
    else if (node.type === "ForInStatement" || node.type === "ForOfStatement") {
      if (node.left.type === "Identifier") assigned.add(node.left.name);
    } else if (node.id?.type !== undefined) declare(node.id);
    node.params?.forEach(declare);
  });
  return { assigned, declared };
}

/** The names of a declaration that stands outside of functions, as far as they are those of the whole script. */
function declaredBy(node: JavaScriptNode): readonly Given[] {
  const isOutermost = node.parent?.type === "Program" || node.parent?.type === "NamespaceDeclaration";
  if (node.type === "VariableDeclaration") {
    if (!isOutermost && node.kind !== "var") return [];
    return node.declarations.flatMap(({ id }) => boundNames(id)).map((name) => ({ name: name.name, node: name }));
  }
  const { id } = node as { readonly id?: Node | null };
  const name = id as JavaScriptNode | null | undefined;
  // A function in a block is known around it as well in sloppy code.
  const counts = isOutermost || node.type === "FunctionDeclaration";
  return counts && name?.type === "Identifier" ? [{ name: name.name, node: name }] : [];
}

const ownWorlds = /Function|^(?:MethodDefinition|PropertyDefinition|StaticBlock|NamespaceDeclaration)$/;

/** Whether a node stands in no function, class or namespace. */
export function isAtTop(node: Node): boolean {
  for (let above = node.parent; above !== null; above = above.parent) if (ownWorlds.test(above.type)) return false;
  return true;
}

/** Whether a node is `window.tide`, or `this.tide` at the top. */
function isGlobalMember(node: JavaScriptNode, objects: ReadonlySet<string>): boolean {
  if (node.type !== "MemberExpression" || memberName(node) === undefined) return false;
  const holder = node.object as JavaScriptNode;
  if (holder.type === "ThisExpression") return isAtTop(holder);
  return holder.type === "Identifier" && objects.has(holder.name);
}

/** Whether something in a part of an item of a file shares a name, other than by a declaration. */
export function setsShared(part: Node, item: Node): boolean {
  const objects = globalObjectsIn(item);
  let found = false;
  walk(part, (node) => {
    const one = node as JavaScriptNode;
    found ||= (one.type === "AssignmentExpression" && isGlobalMember(one.left as JavaScriptNode, objects)) ||
      isOpening(one, objects) ||
      speaksOfPlaces(one);
    return !found;
  });
  return found;
}

/** What the global object is called in an item of a file, which may be a function that is called at once: `(function (root) { … })(this)`. */
function globalObjectsIn(item: Node): ReadonlySet<string> {
  const called = calledAtOnce(item);
  if (called === undefined) return globalObjects;
  const own = called.params.flatMap((param, index) => {
    const argument = called.given[index];
    const { type, name } = param as { readonly type: string; readonly name?: string };
    return type === "Identifier" && argument !== undefined && isAll(argument) ? [name!] : [];
  });
  return own.length === 0 ? globalObjects : new Set([...globalObjects, ...own]);
}

/** The parameters of a function that an item calls where it stands, with what they are given. */
export function calledAtOnce(
  item: Node,
): { readonly params: readonly Node[]; readonly given: readonly Node[] } | undefined {
  let called = item as JavaScriptNode;
  if (called.type === "ExpressionStatement") called = called.expression as JavaScriptNode;
  if (called.type === "UnaryExpression") called = called.argument as JavaScriptNode;
  if (called.type !== "CallExpression") return undefined;
  const { callee, arguments: given } = called;
  const isByCall = memberName(callee) === "call";
  const made = (isByCall ? (callee as MemberExpression).object : callee) as JavaScriptNode;
  return made.type === "FunctionExpression" || made.type === "ArrowFunctionExpression"
    ? { params: made.params, given: isByCall ? given.slice(1) : given }
    : undefined;
}

/** Whether an argument is the global object, or chosen among ways to get it. */
function isAll(argument: Node): boolean {
  const node = argument as JavaScriptNode;
  if (node.type === "ThisExpression") return true;
  if (node.type === "Identifier") return globalObjects.has(node.name);
  if (node.type === "LogicalExpression") return isAll(node.left) || isAll(node.right);
  return node.type === "ConditionalExpression" && (isAll(node.consequent) || isAll(node.alternate));
}
