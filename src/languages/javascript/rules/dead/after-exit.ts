import type { FlowGraph } from "../../../../model/flow.js";
import { isNear } from "../../../../model/spelling.js";
import { charAt } from "../../../../rules/lines.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { walk } from "../../../../syntax/walk.js";
import type { SourceText } from "../../../../text/text.js";
import type { Statement, SwitchCase, VariableDeclaration } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { isCutOff, returnCutShort } from "../flow/return-cut-short.js";
import { takeOut } from "../statements.js";

/** Statements that do nothing when control reaches them, so that it does not matter that it cannot. */
function isInert(statement: Statement): boolean {
  if (statement.type === "InterfaceDeclaration" || statement.type === "TypeAliasDeclaration") return true;
  if (statement.type === "FunctionDeclaration" || statement.type === "EmptyStatement" || statement.type === "Skipped") {
    return true;
  }
  return statement.type === "VariableDeclaration" &&
    statement.kind === "var" &&
    statement.declarations.every(({ init }) => init === null);
}

const words: Partial<Record<Statement["type"], string>> = {
  ReturnStatement: "`return`",
  ThrowStatement: "`throw`",
  BreakStatement: "`break`",
  ContinueStatement: "`continue`",
};

/** Why control does not get behind a statement. */
function whyNot(leaves: Statement): string {
  const word = words[leaves.type];
  if (word !== undefined) return `the ${word} before it always leaves`;
  if (/^(?:For|While|DoWhile)/.test(leaves.type)) return "the loop before it never ends";
  return leaves.type === "ExpressionStatement"
    ? "the call before it never comes back"
    : "the statement before it always leaves";
}

/** The list of statements that a node holds. */
function listIn(node: Node | null): readonly Statement[] | undefined {
  const list = node?.type === "SwitchCase"
    ? (node as SwitchCase).consequent
    : (node as { body?: unknown } | null)?.body;
  return Array.isArray(list) ? (list as Statement[]) : undefined;
}

/** The lists of statements whose code a graph holds. */
function* listsOf(flow: FlowGraph): Generator<readonly Statement[]> {
  const seen = new Set<Node>();
  for (const statement of flow.statements.keys()) {
    const parent = statement.parent!;
    // The statement whose code it all is stands in a list that is looked at otherwise.
    if (statement === flow.around?.node || seen.has(parent)) continue;
    seen.add(parent);
    const list = listIn(parent);
    if (list !== undefined) yield list;
  }
}

/** Tells of what follows the statement of a list behind which control never gets. */
/** Whether a statement in a case bears a label that is most likely meant to be `default`. */
function isMisspeltDefault(statement: Statement): boolean {
  return statement.type === "LabeledStatement" &&
    statement.parent?.type === "SwitchCase" &&
    isNear("default", statement.label.name);
}

function check(statements: readonly Statement[], exit: number, file: FileView): void {
  const dead = statements.slice(exit + 1);
  const live = dead.filter((statement) => !isInert(statement));
  const first = live[0];
  const last = live.at(-1);
  if (first === undefined || last === undefined) return;
  // A `break` behind a `return` at the end of a case is a habit that misleads nobody.
  if (live.length === 1 && first.type === "BreakStatement" && first.parent?.type === "SwitchCase") return;
  const leaves = statements[exit]!;
  if (file.isBroken(leaves) || isMisspeltDefault(first)) return;
  if (file.beside(returnCutShort).isOn && isCutOff(leaves, first, file.text)) return;
  // Declarations of functions among them stay: they may be called from above.
  const removable = dead.every((statement) => !isInert(statement) || statement.type === "EmptyStatement") &&
    !holdsVar(dead);
  file.alert({ first, last }, {
    message: `This is never reached: ${whyNot(leaves)}`,
    labels: ["unnecessary"],
    related: [{ at: leaves, message: "Control always leaves here" }],
    remedies: () => (
      removable
        ? [{
          title: "Remove what is never reached",
          ...takeOut(first, file.text, last),
          certainty: "proposed",
          byHand: isHalfWritten(leaves, file.text),
        }]
        : []
    ),
  });
}

/** Whether somebody may still be writing an exit: nothing stands behind its word yet. */
function isHalfWritten(exit: Statement, text: SourceText): boolean {
  return exit.type === "ThrowStatement"
    ? exit.argument.length === 0
    : exit.type === "ReturnStatement" && exit.argument === null && charAt(text, exit.end - 1) !== ";";
}

/** A `var` is declared even where it is never reached, so taking it out could take a name away. */
function holdsVar(statements: readonly Statement[]): boolean {
  let found = false;
  for (const statement of statements) {
    walk(statement, (node) => {
      if (node.type === "VariableDeclaration" && (node as VariableDeclaration).kind === "var") found = true;
      return !found && !/^(?:Function|Class|Arrow)/.test(node.type);
    });
  }
  return found;
}

export const afterExit = defineRule({
  id: "dead.after-exit",
  title: "Code that can never be reached",
  why: "What follows a `return`, `throw`, `break`, `continue` or a loop without end is never run. It is left over, or the exit stands in the wrong place.",
  level: "warning",
  kits: ["sound"],
  marksUnreachable: true,
  beside: [returnCutShort],
  examples: {
    alerts: [
      {
        code: "export function fare() {\n  return 3;\n  «log();»\n}\nfunction log() {}\n",
        after: "export function fare() {\n  return 3;\n}\nfunction log() {}\n",
      },
      {
        code: "export function tide(high) {\n  if (high) {\n    return 1;\n  } else {\n    throw new Error(\"low\");\n  }\n  «return 2;»\n}\n",
        after: "export function tide(high) {\n  if (high) {\n    return 1;\n  } else {\n    throw new Error(\"low\");\n  }\n}\n",
      },
      { code: "while (true) {\n  sail();\n}\n«moor();»\nfunction sail() {}\nfunction moor() {}\n" },
      {
        code: "export function read(file) {\n  if (!file) {\n    process.exit(2);\n    «file = 1;»\n  }\n  return file;\n}\n",
        after: "export function read(file) {\n  if (!file) {\n    process.exit(2);\n  }\n  return file;\n}\n",
      },
      {
        code: "export function go(all) {\n  for (const one of all) {\n    continue;\n    «one.sail();»\n  }\n}\n",
        after: "export function go(all) {\n  for (const one of all) {\n    continue;\n  }\n}\n",
      },
    ],
    quiet: [
      { code: "export function fare(price) {\n  return\n    price;\n}\n", with: ["flow.return-cut-short"] },
      { code: "export function fare() {\n  return price();\n  function price() { return 3; }\n}\n" },
      { code: "while (true) {\n  if (sail()) break;\n}\nmoor();\nfunction sail() {}\nfunction moor() {}\n" },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      return \"low\";\n      break;\n    default:\n      return \"high\";\n  }\n}\n",
      },
      {
        code: "export function tide(high) {\n  try {\n    return high();\n  } catch {\n    sail();\n  }\n  return 0;\n}\nfunction sail() {}\n",
      },
    ],
  },
  flow(flow, file) {
    for (const statements of listsOf(flow)) {
      const start = statements.findIndex((statement) => flow.statements.get(statement)?.reached === false);
      // Where the whole list is out of reach, what stands around it is too.
      if (start > 0) check(statements, start - 1, file);
    }
  },
  ends({ root, stuckAt }, file) {
    for (let node = stuckAt; node !== undefined && node !== root; node = node.parent!) {
      const list = listIn(node.parent);
      const exit = list?.indexOf(node as Statement) ?? -1;
      if (exit >= 0) check(list!, exit, file);
    }
  },
});
