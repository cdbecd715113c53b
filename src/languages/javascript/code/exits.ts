/** Statements of JavaScript around a place that control never gets behind. */
import { isNear } from "../../../model/spelling.js";
import { charAt } from "../../../rules/lines.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { SourceText } from "../../../text/text.js";
import type { Statement, VariableDeclaration } from "../nodes/index.js";

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
