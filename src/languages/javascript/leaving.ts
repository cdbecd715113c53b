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
