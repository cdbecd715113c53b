import { calledBy } from "../../names/callable.js";
import { functionAround, methodCall } from "../../reading.js";
import { defineRule } from "../../rule.js";

export const unwatchedPromise = defineRule({
  id: "async.unwatched-promise",
  title: "A promise that nobody watches",
  why: "What fails in it is told to nobody, or ends the program, and what comes behind does not wait for it. `await` waits; `void` says that nobody is to.",
  level: "warning",
  kits: [],
  examples: {
    alerts: [
      {
        code:
          "async function moor() {\n  await tie();\n}\nexport async function sail() {\n  «moor»();\n  leave();\n}\n",
        after: "async function moor() {\n  await tie();\n}\nexport async function sail() {\n  await moor();\n  leave();\n}\n",
      },
      {
        code:
          "export function sail(ferries) {\n  ferries.forEach(«async» (ferry) => {\n    await moor(ferry);\n  });\n}\n",
      },
    ],
    quiet: [
      { code: "async function moor() {\n  await tie();\n}\nexport async function sail() {\n  await moor();\n}\n" },
      {
        code: "async function moor() {\n  await tie();\n}\nexport function sail() {\n  void moor();\n  moor().catch(tell);\n  return moor();\n}\n",
      },
      { code: "async function moor() {\n  await tie();\n}\nmoor();\n" },
    ],
  },
  visit: {
    ExpressionStatement({ expression }, { isBroken, alert }) {
      if (expression.type !== "CallExpression" || isBroken(expression)) return;
      const { callee } = expression;
      const around = functionAround(expression);
      // At the top of a program, where nothing can wait, a main function is just called.
      if (around === undefined || calledBy(callee)?.callable.async !== true) return;
      alert(callee, {
        message: "Nobody watches the promise that this gives: wait for it with `await`, or say `void`",
        remedies: () => [
          ...(
            around.async
              ? [{
                title: "Wait for it",
                certainty: "proposed" as const,
                edits: [{ from: expression.start, to: expression.start, insert: "await " }],
              }]
              : []
          ),
          {
            title: "Say that nobody is to wait, with `void`",
            certainty: "proposed",
            edits: [{ from: expression.start, to: expression.start, insert: "void " }],
          },
        ],
      });
    },
    CallExpression(node, { alert }) {
      const [given] = node.arguments;
      if (given?.type !== "ArrowFunctionExpression" && given?.type !== "FunctionExpression") return;
      if (!given.async || methodCall(node, "forEach")?.call !== node) return;
      alert({ headOf: given, length: 5 }, {
        message: "`forEach` drops the promises that this gives: go through the list with a loop, or wait for them all with `Promise.all`",
      });
    },
  },
});
