/** Whether control surely does not go on behind a statement, by its form alone. */
import type { Statement } from "./nodes/index.js";

const exits = new Set(["ReturnStatement", "ThrowStatement", "BreakStatement", "ContinueStatement"]);

export function alwaysLeaves(statement: Statement): boolean {
  if (exits.has(statement.type)) return true;
  if (statement.type === "BlockStatement") return statement.body.some(alwaysLeaves);
  return statement.type === "IfStatement" &&
    statement.alternate !== null &&
    alwaysLeaves(statement.consequent) &&
    alwaysLeaves(statement.alternate);
}

/**
 * Whether a statement is, or ends with, a `switch` without `default` whose every case leaves: where types are written they most likely see
 * to it that one of the cases is met.
 */
export function looksExhaustive(statement: Statement | undefined): boolean {
  if (statement?.type === "BlockStatement") return looksExhaustive(statement.body.at(-1));
  if (statement?.type !== "SwitchStatement") return false;
  const { cases } = statement;
  return cases.length > 1 &&
    cases.every(
      ({ test, consequent }, index) => test !== null &&
        (
          consequent.some(alwaysLeaves) ||
          looksExhaustive(consequent.at(-1)) ||
          (consequent.length === 0 && index < cases.length - 1)
        ),
    );
}

/** Names of functions that do not come back; not those that throw only if something holds. */
const throwing = /^(?:throw|fail|raise|abort|die|panic|bail|quit|exit|reject|unreachable|unexpected|never|assertNever|fatal)(?!If|[a-z])/;

/** Whether a statement is, or ends with, a call that by its name does not come back, whichever way control takes in it. */
export function endsByThrowing(last: Statement): boolean {
  if (last.type === "BlockStatement") return last.body.length > 0 && endsByThrowing(last.body.at(-1)!);
  const leaves = (one: Statement): boolean => alwaysLeaves(one) || endsByThrowing(one);
  if (last.type === "IfStatement") return last.alternate !== null && leaves(last.consequent) && leaves(last.alternate);
  if (last.type === "SwitchStatement") {
    return last.cases.at(-1)?.test === null && last.cases.every(({ consequent }) => {
      const end = consequent.at(-1);
      return end === undefined || (end.type !== "BreakStatement" && leaves(end));
    });
  }
  if (last.type !== "ExpressionStatement") return false;
  const call = last.expression.type === "AwaitExpression" ? last.expression.argument : last.expression;
  if (call.type !== "CallExpression") return false;
  const { callee } = call;
  const name = callee.type === "MemberExpression" && !callee.computed ? callee.property : callee;
  return name.type === "Identifier" && throwing.test(name.name);
}
