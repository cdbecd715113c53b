/** Whether control can reach the place behind a statement. After the notion of normal completion in the Java Language Specification §14.22. */
import type { JavaScriptNode, Statement } from "./nodes/index.js";
import { walk } from "../../syntax/walk.js";
import type { Node } from "../../syntax/node.js";

/** Whether a condition is written as one that always holds. */
function alwaysTrue(test: JavaScriptNode | null): boolean {
  return test === null || (test.type === "Literal" && (test.raw === "true" || test.raw === "1"));
}

/** Whether a `break` inside `body` leaves the loop, `switch` or labelled statement `target`. */
function isLeft(target: Node, body: Node, label: string | undefined): boolean {
  let found = false;
  walk(body, (node) => {
    if (found) return false;
    if (node.type === "FunctionDeclaration" || node.type === "FunctionExpression" || node.type === "ArrowFunctionExpression" || node.type.startsWith("Class")) return false;
    if (node.type === "BreakStatement") {
      const name = (node as unknown as { label: { name: string } | null }).label?.name;
      if (name === undefined ? nearestBreakable(node) === target : name === label) found = true;
    }
    return true;
  });
  return found;
}

function nearestBreakable(node: Node): Node | null {
  let up = node.parent;
  while (up !== null && !/^(?:For|While|DoWhile|Switch)\w*Statement$/.test(up.type)) up = up.parent;
  return up;
}

function labelOf(node: Node): string | undefined {
  return node.parent?.type === "LabeledStatement" ? (node.parent as unknown as { label: { name: string } }).label.name : undefined;
}

/** Whether control may go on behind the last of `statements`. */
export function listCompletes(statements: readonly Statement[]): boolean {
  return statements.every(completes);
}

/** Whether control may go on behind `statement`. Says so when in doubt. */
export function completes(statement: Statement): boolean {
  switch (statement.type) {
    case "ReturnStatement":
    case "ThrowStatement":
    case "BreakStatement":
    case "ContinueStatement":
      return false;
    case "BlockStatement":
      return listCompletes(statement.body);
    case "IfStatement":
      return statement.alternate === null || completes(statement.consequent) || completes(statement.alternate);
    case "LabeledStatement":
      return completes(statement.body) || isLeft(statement, statement.body, statement.label.name);
    case "WhileStatement":
      return !alwaysTrue(statement.test) || isLeft(statement, statement.body, labelOf(statement));
    case "DoWhileStatement":
      if (isLeft(statement, statement.body, labelOf(statement))) return true;
      if (alwaysTrue(statement.test)) return false;
      return completes(statement.body) || holdsContinue(statement.body);
    case "ForStatement":
      return !alwaysTrue(statement.test) || isLeft(statement, statement.body, labelOf(statement));
    case "SwitchStatement": {
      const last = statement.cases.at(-1);
      if (last === undefined || !statement.cases.some((one) => one.test === null)) return true;
      return listCompletes(last.consequent) || isLeft(statement, statement, labelOf(statement));
    }
    case "TryStatement": {
      if (statement.finalizer !== null && !listCompletes(statement.finalizer.body)) return false;
      const handled = statement.handler !== null && listCompletes(statement.handler.body.body);
      return listCompletes(statement.block.body) || handled;
    }
    default:
      return true;
  }
}

function holdsContinue(body: Node): boolean {
  let found = false;
  walk(body, (node) => {
    if (node.type === "ContinueStatement") found = true;
    return !found && !node.type.includes("Function");
  });
  return found;
}
