import { completes } from "../../languages/javascript/completion.js";
import type { Statement } from "../../languages/javascript/nodes/index.js";
import { removeLines } from "../lines.js";
import { defineRule, type FileView } from "../rule.js";

/** Statements that do nothing when control reaches them, so that it does not matter that it cannot. */
function isInert(statement: Statement): boolean {
  if (statement.type === "InterfaceDeclaration" || statement.type === "TypeAliasDeclaration") return true;
  if (statement.type === "FunctionDeclaration" || statement.type === "EmptyStatement" || statement.type === "Skipped") return true;
  return statement.type === "VariableDeclaration" && statement.kind === "var" && statement.declarations.every(({ init }) => init === null);
}

const words: Partial<Record<Statement["type"], string>> = { ReturnStatement: "`return`", ThrowStatement: "`throw`", BreakStatement: "`break`", ContinueStatement: "`continue`" };

function check(statements: readonly Statement[], file: FileView): void {
  const exit = statements.findIndex((statement) => !completes(statement));
  if (exit < 0) return;
  const dead = statements.slice(exit + 1);
  const live = dead.filter((statement) => !isInert(statement));
  const first = live[0];
  const last = live.at(-1);
  if (first === undefined || last === undefined) return;
  // A `break` behind a `return` at the end of a case is a habit that misleads nobody.
  if (live.length === 1 && first.type === "BreakStatement" && first.parent?.type === "SwitchCase") return;
  const leaves = statements[exit]!;
  const span = { from: first.start, to: last.end };
  // Declarations of functions among them stay: they may be called from above.
  const removable = dead.every((statement) => !isInert(statement) || statement.type === "EmptyStatement") && !holdsVar(dead);
  file.alert(span, {
    message: `This is never reached: the ${words[leaves.type] ?? "statement"} before it always leaves`,
    labels: ["unnecessary"],
    related: [{ from: leaves.start, to: leaves.end, message: "Control always leaves here" }],
    remedies: () => (removable ? [{ title: "Remove what is never reached", certainty: "proposed", edits: [removeLines(file.text, span.from, span.to)] }] : []),
  });
}

/** A `var` is declared even where it is never reached, so taking it out could take a name away. */
function holdsVar(statements: readonly Statement[]): boolean {
  return statements.some((statement) => statement.type === "VariableDeclaration" && statement.kind === "var");
}

export const afterExit = defineRule({
  id: "dead.after-exit",
  title: "Code that can never be reached",
  why: "What follows a `return`, `throw`, `break`, `continue` or a loop without end is never run. It is left over, or the exit stands in the wrong place.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "export function fare() {\n  return 3;\n  «log();»\n}\nfunction log() {}\n", after: "export function fare() {\n  return 3;\n}\nfunction log() {}\n" },
      { code: "export function tide(high) {\n  if (high) {\n    return 1;\n  } else {\n    throw new Error(\"low\");\n  }\n  «return 2;»\n}\n", after: "export function tide(high) {\n  if (high) {\n    return 1;\n  } else {\n    throw new Error(\"low\");\n  }\n}\n" },
      { code: "while (true) {\n  sail();\n}\n«moor();»\nfunction sail() {}\nfunction moor() {}\n" },
    ],
    quiet: [
      { code: "export function fare() {\n  return price();\n  function price() { return 3; }\n}\n" },
      { code: "while (true) {\n  if (sail()) break;\n}\nmoor();\nfunction sail() {}\nfunction moor() {}\n" },
      { code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      return \"low\";\n      break;\n    default:\n      return \"high\";\n  }\n}\n" },
      { code: "export function tide(high) {\n  try {\n    return high();\n  } catch {\n    sail();\n  }\n  return 0;\n}\nfunction sail() {}\n" },
    ],
  },
  visit: {
    Program: (node, file) => check(node.body as Statement[], file),
    FunctionBody: (node, file) => check(node.body, file),
    BlockStatement: (node, file) => check(node.body, file),
    StaticBlock: (node, file) => check(node.body, file),
    SwitchCase: (node, file) => check(node.consequent, file),
  },
});
