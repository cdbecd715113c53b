/** Parts of `if` statements, and putting statements into blocks. */
import type { Node } from "../../../syntax/node.js";
import type { Span } from "../../../text/edit.js";
import type { Text } from "../../../text/text.js";
import type { IfStatement, JavaScriptNode, Statement } from "../nodes/index.js";
import { around, stepOf } from "./code.js";

/** The `if` at whose head, or `else`, a selection stands. */
export function ifAt(selection: Span, root: Node): IfStatement | undefined {
  const node = around(root, selection, "IfStatement");
  if (node === undefined) return undefined;
  const inHead = selection.to <= node.consequent.start;
  const inElse = node.alternate !== null &&
    selection.from >= node.consequent.end &&
    selection.to <= node.alternate.start;
  return inHead || inElse ? node : undefined;
}

export function block(statement: string, indent: string, text: Text): string {
  return `{${text.lineBreak}${indent}${stepOf(text)}${statement}${text.lineBreak}${indent}}`;
}

/** The name that a declarator declares, if it is one. */
export function declaredName(id: Node): string | undefined {
  const one = id as JavaScriptNode;
  return one.type === "Identifier" ? one.name : one.type === "AnnotatedPattern" ? declaredName(one.target) : undefined;
}

/** The one statement of a branch. */
export function only(branch: Statement | null): Statement | undefined {
  if (branch?.type !== "BlockStatement") return branch ?? undefined;
  return branch.body.length === 1 ? branch.body[0] : undefined;
}
