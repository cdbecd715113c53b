/** What an identifier does where it stands. */
import { NAMESPACE, TYPE, VALUE, type Access, type BindingKind, type Manner } from "../../../model/binding.js";
import type { Node } from "../../../syntax/node.js";
import type { Identifier, JavaScriptNode, MemberExpression, VariableDeclaration } from "../nodes/index.js";

export type Role =
  | (Manner & { readonly is: "use" })
  | { readonly is: "declared"; readonly kind: BindingKind; readonly owner: Node }
  | { readonly is: "word" };

const use = (access: Access, wants = VALUE, probing = false, exporting = false): Role => ({
  is: "use",
  access,
  wants,
  probing,
  exporting,
});
const declared = (kind: BindingKind, owner: Node): Role => ({ is: "declared", kind, owner });

const read = use("read");
const write = use("write");
const change = use("change");
const accesses: Readonly<Record<Access, Manner>> = {
  read: read as Manner,
  write: write as Manner,
  change: change as Manner,
};
const asked = use("read", VALUE, true);
const typeUse = use("read", TYPE, true);
const namespaceUse = use("read", NAMESPACE, true);
const either = use("read", VALUE | TYPE, true);
const given = use("read", VALUE | TYPE, true, true);
const givenValue = use("read", VALUE | TYPE, false, true);
const word: Role = { is: "word" };

const variableKinds: Readonly<Record<string, BindingKind>> = {
  var: "variable",
  let: "changeable",
  const: "fixed",
  using: "fixed",
  "await using": "fixed",
};

/** What the identifier `node` does in its place. In a TypeScript file some places may name a type as well as a value. */
export function roleOf(node: Identifier, typescript: boolean): Role {
  let child: Node = node;
  let up = node.parent as JavaScriptNode | null;
  // Out of the patterns around it, to what binds or assigns them.
  for (;;) {
    if (up === null) return read;
    if (up.type === "Property") {
      if (up.value !== child && up.key === child) return up.computed ? read : word;
      if ((up.parent as JavaScriptNode).type !== "ObjectPattern") return read;
      child = up.parent!;
    } else if (up.type === "AssignmentPattern" || (up.type === "AssignmentExpression" && up.left !== child)) {
      if (up.type === "AssignmentExpression" || up.left !== child) return read;
      child = up as Node;
    } else if (up.type === "AnnotatedPattern") {
      if (up.target !== child) return typeUse;
      child = up as Node;
    } else if (up.type === "ParameterProperty") {
      if (up.parameter !== child) return read;
      child = up as Node;
    } else if (up.type === "ArrayPattern" || up.type === "ObjectPattern" || up.type === "RestElement") {
      child = up as Node;
    } else break;
    up = child.parent as JavaScriptNode | null;
  }
  switch (up.type) {
    case "VariableDeclarator":
      return up.id === child ? declared(variableKinds[(up.parent as VariableDeclaration).kind]!, up) : read;
    case "FunctionDeclaration":
    case "FunctionExpression":
      if (up.id === child) return declared(up.type === "FunctionDeclaration" ? "function" : "function-name", up);
      return node.name === "this" ? word : declared("parameter", child);
    case "ArrowFunctionExpression":
      return up.body === child ? read : declared("parameter", child);
    case "ClassDeclaration":
    case "ClassExpression":
      return up.id === child ? declared(up.type === "ClassDeclaration" ? "class" : "class-name", up) : read;
    case "CatchClause":
      return declared("caught", up);
    case "AssignmentExpression":
      return up.operator === "=" ? write : change;
    case "ForInStatement":
    case "ForOfStatement":
      return up.left === child ? write : read;
    case "UpdateExpression":
      return change;
    case "UnaryExpression":
      return up.operator === "typeof" ? asked : typescript ? valueOrEnum(up) : read;
    case "BinaryExpression":
    case "EnumMember":
      if (up.type === "EnumMember" && up.key === child) return declared("member", up);
      return typescript ? valueOrEnum(up) : read;
    case "MemberExpression":
      if (up.property === child && !up.computed) return word;
      return typescript ? objectUse(up) : read;
    case "InstantiationExpression":
      return typescript ? objectUse(up) : read;
    case "MethodDefinition":
    case "PropertyDefinition":
      return up.key === child && !up.computed ? word : read;
    case "ImportSpecifier":
      return up.local === child ? declared("import", up) : word;
    case "ImportDefaultSpecifier":
    case "ImportNamespaceSpecifier":
      return declared("import", up);
    case "ExportSpecifier": {
      const fromElsewhere = (up.parent as { source?: unknown } | null)?.source != null;
      return up.local !== child || fromElsewhere ? word : typescript ? given : givenValue;
    }
    case "ExportDefaultDeclaration":
    case "ExportAssignment":
      return typescript ? given : givenValue;
    case "NameType":
      return typeUse;
    case "HeritageType":
      return either;
    case "TypeQuery":
      return asked;
    case "QualifiedName":
      return up.left === child ? qualifierUse(up) : word;
    case "EnumDeclaration":
      return declared("enum", up);
    case "NamespaceDeclaration":
      return up.keyword === "global" ? word : declared("namespace", up);
    case "InterfaceDeclaration":
      return declared("interface", up);
    case "TypeAliasDeclaration":
      return declared("alias", up);
    case "TypeParameter":
      return up.name === child ? declared("type-parameter", up) : word;
    case "MappedType":
      return up.key === child ? declared("type-parameter", up) : word;
    case "ImportEqualsDeclaration":
      return up.id === child ? declared("import", up) : either;
    case "PropertySignature":
    case "MethodSignature":
      return up.key === child && up.computed ? asked : word;
    case "TupleMember":
    case "PredicateType":
    case "FunctionType":
    case "ConstructorType":
    case "CallSignature":
    case "IndexSignature":
    case "ExportNamespace":
    case "ImportType":
    case "LabeledStatement":
    case "BreakStatement":
    case "ContinueStatement":
    case "MetaProperty":
    case "ImportAttribute":
    case "ExportAllDeclaration":
      return word;
    default:
      return read;
  }
}

/** The use of a name whose member is read: what a class or interface builds on can be a type. */
function objectUse(outermost: JavaScriptNode): Role {
  let up = outermost;
  while (up.type === "MemberExpression" || up.type === "InstantiationExpression") up = up.parent as JavaScriptNode;
  if (up.type === "HeritageType") return either;
  return valueOrEnum(up);
}

/** In the values of an enumeration its members, also those of another part of it, are known without its name. */
function valueOrEnum(outer: JavaScriptNode): Role {
  let up = outer;
  while (up.type === "BinaryExpression" || up.type === "UnaryExpression") up = up.parent as JavaScriptNode;
  return up.type === "EnumMember" ? asked : read;
}

/** The use of the first part of a dotted name of types; or its declaration, where a namespace with a dotted name is declared. */
function qualifierUse(name: JavaScriptNode): Role {
  let up = name;
  while (up.type === "QualifiedName") up = up.parent as JavaScriptNode;
  if (up.type === "NamespaceDeclaration") return declared("namespace", up);
  if (up.type === "TypeQuery") return asked;
  return up.type === "ImportType" ? word : up.type === "ImportEqualsDeclaration" ? either : namespaceUse;
}

/** What the name of a component, and what compiled markup calls to make its elements, are used for. */
export const componentUse = read as Manner;
export const factoryUse = either as Manner;

/** What is done to a private member, by what is done to the whole expression that names it. */
export function memberUse(member: MemberExpression): Manner {
  return accesses[memberAccess(member)];
}

function memberAccess(member: MemberExpression): Access {
  let child: Node = member;
  let up = member.parent as JavaScriptNode;
  while (
    up.type === "ArrayPattern" ||
    up.type === "RestElement" ||
    (up.type === "AssignmentPattern" && up.left === child) ||
    (up.type === "Property" && up.value === child && up.parent!.type === "ObjectPattern") ||
    up.type === "ObjectPattern"
  ) {
    child = up;
    up = up.parent as JavaScriptNode;
  }
  if (up.type === "UpdateExpression") return "change";
  if (up.type === "AssignmentExpression" && up.left === child) return up.operator === "=" ? "write" : "change";
  return (up.type === "ForOfStatement" || up.type === "ForInStatement") && up.left === child
    ? "write"
    : child.type.endsWith("Pattern") && child !== member ? "write" : "read";
}
