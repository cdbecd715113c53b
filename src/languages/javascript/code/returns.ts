/** What functions of JavaScript give back, as far as their form tells. */
import type { Node } from "../../../syntax/node.js";
import type { Span } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import { looksExhaustive } from "../leaving.js";
import type { FunctionBody, FunctionNode, JavaScriptNode, ReturnStatement, Type } from "../nodes/index.js";
import { headOf } from "../rules/heads.js";

/** Where a function says what it is: its name, or else its arrow or the word `function`. */
export function labelOf(root: Node, text: SourceText): Node | Span {
  const { id } = root as { id?: Node | null };
  if (id) return id;
  const up = root.parent as JavaScriptNode;
  if (
    (up.type === "MethodDefinition" || up.type === "Property" || up.type === "PropertyDefinition") && up.value === root
  ) return up.key;
  return up.type === "VariableDeclarator" ? up.id : headOf(root as FunctionNode, text);
}

function isUndefined(node: Node | null): boolean {
  const one = node as JavaScriptNode | null;
  return one?.type === "Identifier"
    ? one.name === "undefined"
    : one?.type === "UnaryExpression" && one.operator === "void";
}

/** Whether a type says in so many words that there may be no value. */
function saysNothing(type: Type | null): boolean {
  if (type?.type === "UnionType") return type.types.some(saysNothing);
  if (type?.type === "NameType") return type.typeArguments !== null && type.typeArguments.params.some(saysNothing);
  return type?.type === "KeywordType" &&
    (type.name === "void" || type.name === "undefined" || type.name === "any" || type.name === "unknown");
}

function isConstructor(root: Node): boolean {
  const up = root.parent as JavaScriptNode | null;
  return up?.type === "MethodDefinition" && (up.kind === "constructor" || up.kind === "set");
}

/** Whether an exit says in so many words that there is no value. */
export function givesNothing(exit: Node): boolean {
  return exit.type === "ReturnStatement" && isUndefined((exit as ReturnStatement).argument);
}

/** Whether nobody counts on the value of a function: its type says so, it makes or sets something, or a choice without an end sees to all cases where types are written. */
export function mayGiveNothing(root: Node, typed: boolean): boolean {
  const { body, returnType } = root as { body?: Node | null; returnType?: Type | null };
  return saysNothing(returnType ?? null) ||
    isConstructor(root) ||
    (typed && body?.type === "FunctionBody" && looksExhaustive((body as FunctionBody).body.at(-1)));
}
