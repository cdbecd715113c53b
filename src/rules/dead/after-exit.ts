import type { FlowGraph } from "../../model/flow.js";
import type { Node } from "../../syntax/node.js";
import { returnCutShort } from "../flow/return-cut-short.js";
import { defineRule, type FileView } from "../rule.js";

/** Why control does not get behind a statement. */
function whyNot(leaves: Node, { shape, facts }: FileView): string {
  const exit = shape("exit", leaves);
  if (exit !== undefined) return `the \`${exit.kind}\` before it always leaves`;
  if (shape("loop", leaves) !== undefined) return "the loop before it never ends";
  return facts.isValue(leaves) ? "the call before it never comes back" : "the statement before it always leaves";
}

/** The lists of statements whose code a graph holds. */
function* listsOf(flow: FlowGraph, { facts }: FileView): Generator<readonly Node[]> {
  const seen = new Set<Node>();
  for (const statement of flow.statements.keys()) {
    const parent = statement.parent!;
    // The statement whose code it all is stands in a list that is looked at otherwise.
    if (statement === flow.around?.node || seen.has(parent)) continue;
    seen.add(parent);
    const list = facts.statementsIn(parent);
    if (list !== undefined) yield list;
  }
}

/** Tells of what follows the statement of a list behind which control never gets. */
function check(statements: readonly Node[], index: number, file: FileView): void {
  const { text, facts, shape } = file;
  const dead = statements.slice(index + 1);
  const live = dead.filter((statement) => !facts.isInert(statement));
  const first = live[0];
  const last = live.at(-1);
  if (first === undefined || last === undefined) return;
  // A `break` behind a `return` at the end of a case is a habit that misleads nobody.
  const left = live.length === 1 ? shape("exit", first) : undefined;
  if (
    left?.kind === "break" &&
    left.leaves !== null &&
    shape("choice", left.leaves) &&
    first.parent!.parent === left.leaves
  ) {
    return;
  }
  const leaves = statements[index]!;
  if (file.isBroken(leaves) || facts.isMeantAsCase(first)) return;
  if (file.beside(returnCutShort).isOn && facts.isCutOff(leaves, first, text)) return;
  // Declarations of functions among them stay: they may be called from above.
  const removable = dead.every((statement) => !facts.isInert(statement) || facts.isEmpty(statement)) &&
    !dead.some(facts.declaresBeyond);
  file.alert({ first, last }, {
    message: `This is never reached, as ${whyNot(leaves, file)}: take it out, or put it before`,
    labels: ["unnecessary"],
    related: [{ at: leaves, message: "Control always leaves here" }],
    remedies: () => (
      removable
        ? [{
          title: "Remove what is never reached",
          ...file.edits.takeOut(first, text, last),
          certainty: "proposed",
          byHand: facts.isHalfWritten(leaves, text),
        }]
        : []
    ),
  });
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
      { code: "def sail():\n    return 1\n    «print(2)»\n", languageId: "python" },
    ],
    quiet: [
      {
        code: "def sail(tide):\n    try:\n        return tide()\n    except ValueError:\n        pass\n    return 0\n",
        languageId: "python",
      },
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
    for (const statements of listsOf(flow, file)) {
      const start = statements.findIndex((statement) => flow.statements.get(statement)?.reached === false);
      // Where the whole list is out of reach, what stands around it is too.
      if (start > 0) check(statements, start - 1, file);
    }
  },
  ends({ root, stuckAt }, file) {
    for (let node = stuckAt; node !== undefined && node !== root; node = node.parent!) {
      const list = file.facts.statementsIn(node.parent!);
      const exit = list?.indexOf(node) ?? -1;
      if (exit >= 0) check(list!, exit, file);
    }
  },
});
