/** Statements of JavaScript around a place that control never gets behind. */
import { isNear } from "../../../model/spelling.js";
import { charAt } from "../../../rules/lines.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { Edit } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import type { BlockStatement, ReturnStatement, Statement, VariableDeclaration } from "../nodes/index.js";
import { holdsComment } from "../rules/comments.js";

/** Statements that do nothing when control reaches them, so that it does not matter that it cannot. */
export function isInert(node: Node): boolean {
  const statement = node as Statement;
  if (statement.type === "InterfaceDeclaration" || statement.type === "TypeAliasDeclaration") return true;
  if (statement.type === "FunctionDeclaration" || statement.type === "EmptyStatement" || statement.type === "Skipped") {
    return true;
  }
  return statement.type === "VariableDeclaration" &&
    statement.kind === "var" &&
    statement.declarations.every(({ init }) => init === null);
}

/** Whether a statement in a case bears a label that is most likely meant to be `default`. */
export function isMisspeltDefault(node: Node): boolean {
  const statement = node as Statement;
  return statement.type === "LabeledStatement" &&
    statement.parent?.type === "SwitchCase" &&
    isNear("default", statement.label.name);
}

/** Whether somebody may still be writing an exit: nothing stands behind its word yet. */
export function isHalfWritten(node: Node, text: SourceText): boolean {
  const exit = node as Statement;
  return exit.type === "ThrowStatement"
    ? exit.argument.length === 0
    : exit.type === "ReturnStatement" && exit.argument === null && charAt(text, exit.end - 1) !== ";";
}

/** A `var` is declared even where it is never reached, so taking it out could take a name away. */
export function holdsVar(statement: Node): boolean {
  let found = false;
  walk(statement, (node) => {
    if (node.type === "VariableDeclaration" && (node as VariableDeclaration).kind === "var") found = true;
    return !found && !/^(?:Function|Class|Arrow)/.test(node.type);
  });
  return found;
}

/** Whether a statement is the value of the `return` before it, from which a line end cuts it off. */
export function isCutOff(statement: Node | null | undefined, next: Node, text: SourceText): boolean {
  if (statement?.type !== "ReturnStatement" || (statement as ReturnStatement).argument !== null) return false;
  if (charAt(text, statement.end - 1) === ";") return false;
  const looksLikeValue = next.type === "ExpressionStatement" ||
    (
      next.type === "BlockStatement" &&
      (next as BlockStatement).body.length > 0 &&
      (next as BlockStatement).body.every(({ type }) => /^(?:Labeled|Expression|Empty)Statement$|^Skipped$/.test(type))
    );
  return looksLikeValue && !/\n\s*\n/.test(text.slice(statement.end, next.start));
}

/** What brings a value to the word before it; around comments it goes in parentheses. */
export function joined(end: number, value: Node, text: SourceText): Edit[] {
  if (!holdsComment(text, end, value.start)) return [{ from: end, to: value.start, insert: " " }];
  const close = charAt(text, value.end - 1) === ";" ? value.end - 1 : value.end;
  return [{ from: end, to: end, insert: " (" }, { from: close, to: close, insert: ")" }];
}
