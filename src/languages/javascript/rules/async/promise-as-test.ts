import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { calledBy } from "../../names/callable.js";
import type { JavaScriptNode } from "../../nodes/index.js";
import { functionAround } from "../../reading.js";
import { defineRule } from "../../rule.js";

/** The parts of a test that are asked for being true. */
function* askedIn(test: Node): Generator<JavaScriptNode> {
  const one = test as JavaScriptNode;
  if (one.type === "LogicalExpression" && one.operator !== "??") {
    yield* askedIn(one.left);
    yield* askedIn(one.right);
  } else if (one.type === "UnaryExpression" && one.operator === "!") yield* askedIn(one.argument);
  else yield one;
}

function check(test: Node | null, { isBroken, alert }: FileView): void {
  if (test === null) return;
  for (const one of askedIn(test)) {
    if (one.type !== "CallExpression" || calledBy(one.callee)?.callable.async !== true || isBroken(one)) continue;
    const canWait = functionAround(one)?.async === true;
    alert(one, {
      message: "This gives a promise, which always counts as true: wait for it with `await`",
      remedies: () => (
        canWait
          ? [{
            title: "Wait for it",
            certainty: "proposed",
            edits: [{ from: one.start, to: one.start, insert: "await " }],
          }]
          : []
      ),
    });
  }
}

export const promiseAsTest = defineRule({
  id: "async.promise-as-test",
  title: "A promise that is taken for its answer",
  why: "An async function gives a promise, and a promise is an object, which counts as true whatever it will come to.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "async function isFree(pier) {\n  return await ask(pier);\n}\nexport async function moor(pier) {\n  if («isFree(pier)») tie(pier);\n}\n",
        after: "async function isFree(pier) {\n  return await ask(pier);\n}\nexport async function moor(pier) {\n  if (await isFree(pier)) tie(pier);\n}\n",
      },
      { code: "const isFree = async () => ask();\nwhile (!«isFree()» && late) sail();\n" },
    ],
    quiet: [
      {
        code: "async function isFree() {\n  return await ask();\n}\nexport async function moor() {\n  if (await isFree()) tie();\n}\n",
      },
      { code: "const isFree = () => ask();\nif (isFree()) sail();\n" },
    ],
  },
  visit: {
    IfStatement: ({ test }, file) => check(test, file),
    WhileStatement: ({ test }, file) => check(test, file),
    DoWhileStatement: ({ test }, file) => check(test, file),
    ForStatement: ({ test }, file) => check(test, file),
    ConditionalExpression: ({ test }, file) => check(test, file),
  },
});
