/** Finding declarations of variables. */
import type { Node } from "../../../syntax/node.js";
import type { Span } from "../../../text/edit.js";
import { type RefitContext } from "../../refit.js";
import type { VariableDeclaration } from "../nodes/index.js";
import { around, isListed } from "./code.js";

/** A declaration of variables in a list of statements, `export` or not, with the whole statement. */
export function declarationAt(
  { from, to }: Span,
  root: Node,
): { declaration: VariableDeclaration; statement: Node } | undefined {
  const declaration = around(root, { from, to }, "VariableDeclaration");
  if (declaration === undefined) return undefined;
  const statement = declaration.parent?.type === "ExportNamedDeclaration" ? declaration.parent : declaration;
  return isListed(statement) ? { declaration, statement } : undefined;
}

/** The statement's end with its semicolon, which a declaration may lack. */
export const ending = (statement: Node, { text }: RefitContext): string => (
  text.slice(statement.end - 1, statement.end) === ";" ? ";" : ""
);
