/** Which nodes open a scope, and which of their children stand in it. */
import type { Names } from "../../../model/names.js";
import { Scope, type ScopeKind } from "../../../model/scope.js";
import type { Node } from "../../../syntax/node.js";
import { isStrict } from "../incremental/context.js";
import type { FunctionNode, JavaScriptNode, Pattern, Program, Statement } from "../nodes/index.js";

export function isFunction(node: JavaScriptNode): node is FunctionNode {
  return node.type === "FunctionDeclaration" ||
    node.type === "FunctionExpression" ||
    node.type === "ArrowFunctionExpression";
}

/** The kind of scope a node opens, if it opens one. */
export function scopeKind(node: JavaScriptNode): ScopeKind | undefined {
  switch (node.type) {
    case "FunctionDeclaration":
    case "FunctionExpression":
    case "ArrowFunctionExpression":
    case "StaticBlock":
      return "function";
    case "FunctionBody":
      // Where parameters have default values, those do not see the names of the body. ECMAScript 2025 §10.2.11.
      return (node.parent as FunctionNode).params.some(hasDefault) ? "function" : undefined;
    case "PropertyDefinition":
      return node.value === null ? undefined : "function";
    case "ClassDeclaration":
    case "ClassExpression":
      return "class";
    case "CatchClause":
      return "caught";
    case "BlockStatement":
      // The block of a `catch` shares the clause's scope: a `let` there clashes with what is caught.
      return (node.parent as JavaScriptNode).type === "CatchClause" ? undefined : "block";
    case "SwitchStatement":
    case "ForStatement":
    case "ForInStatement":
    case "ForOfStatement":
    case "WithStatement":
      return "block";
    case "NamespaceDeclaration":
      return "namespace";
    case "EnumDeclaration":
      return "enum";
    case "InterfaceDeclaration":
    case "TypeAliasDeclaration":
    case "FunctionType":
    case "ConstructorType":
    case "CallSignature":
    case "MethodSignature":
      return node.typeParameters === null ? undefined : "types";
    case "ConditionalType":
    case "MappedType":
      return "types";
    default:
      return undefined;
  }
}

/** Whether a child stands in the scope that its parent opens. */
export function standsInside(parent: JavaScriptNode, child: Node): boolean {
  switch (parent.type) {
    case "FunctionDeclaration":
    case "EnumDeclaration":
    case "NamespaceDeclaration":
    case "InterfaceDeclaration":
    case "TypeAliasDeclaration":
      return child !== parent.id;
    case "ClassDeclaration":
      return child !== parent.id && child.type !== "Decorator";
    case "ClassExpression":
      return child.type !== "Decorator";
    case "SwitchStatement":
      return child !== parent.discriminant;
    case "WithStatement":
      return child === parent.body;
    case "PropertyDefinition":
      return child === parent.value;
    case "MethodSignature":
      return child !== parent.key;
    case "ConditionalType":
      return child === parent.extends || child === parent.whenTrue;
    default:
      return true;
  }
}

function hasDefault(parameter: Pattern): boolean {
  if (parameter.type === "Identifier") return false;
  let found = false;
  const look = (node: Node): void => {
    if (node.type === "AssignmentPattern" || (node.type === "Property" && (node as { computed?: boolean }).computed)) {
      found = true;
    } else if (!found) node.each(look);
  };
  look(parameter);
  return found;
}

/** Makes the scope that `node` opens inside `outer`. */
export function scopeFor(node: JavaScriptNode, kind: ScopeKind, outer: Scope): Scope {
  const strict = outer.strict ||
    kind === "class" ||
    (isFunction(node) && node.body?.type === "FunctionBody" && isStrict(node.body.body as Statement[]));
  return new Scope(kind, node, outer, strict, node.type === "WithStatement");
}

export function rootScope(program: Program): Scope {
  return new Scope(
    program.module ? "module" : "file",
    program,
    null,
    program.module || isStrict(program.body as Statement[]),
  );
}

/** The scope in which the children of a node stand, and among them `child`. */
export function scopeAround(names: Names, child: Node): Scope {
  for (let inner = child, up = child.parent; up !== null; inner = up, up = up.parent) {
    const scope = names.scopeOf(up);
    if (scope !== undefined && standsInside(up as JavaScriptNode, inner)) return scope;
  }
  return names.root;
}
