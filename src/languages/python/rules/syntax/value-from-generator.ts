import type { Node } from "../../../../syntax/node.js";
import { walk } from "../../../../syntax/walk.js";
import { yields } from "../../functions.js";
import type { Block, Return } from "../../nodes.js";
import { defineRule } from "../../rule.js";

export const valueFromGenerator = defineRule({
  id: "syntax.value-from-generator",
  title: "A value at the `return` of an asynchronous generator",
  why: "An `async def` that yields gives its values one by one, and nobody could receive one that it returns: Python does not run a file in which it does. A `return` without a value ends it.",
  level: "error",
  kits: ["sound"],
  always: true,
  examples: {
    alerts: [
      {
        code: "async def tides(days):\n    for day in days:\n        yield day.low\n    return «days.last»\n",
        after: "async def tides(days):\n    for day in days:\n        yield day.low\n    yield days.last\n",
      },
      { code: "async def tides(days):\n    if not days:\n        return «None»\n    yield days[0]\n" },
    ],
    quiet: [
      { code: "async def tides(days):\n    if not days:\n        return\n    yield days[0]\n" },
      { code: "def tides(days):\n    yield days[0]\n    return days\n" },
      { code: "async def tides(days):\n    return (day for day in days)\n" },
    ],
  },
  visit: {
    FunctionDef(node, file) {
      if (!node.isAsync || !yields(node)) return;
      const last = (node.body as Block).body.at(-1);
      walk(node.body, (inner) => {
        if (inner.type === "Return") check(inner as Return);
        return inner.type !== "FunctionDef" && inner.type !== "Lambda" && inner.type !== "ClassDef";
      });

      function check(statement: Return): void {
        const { value } = statement;
        if (value === null || file.isBroken(statement)) return;
        file.alert(value as Node, {
          message: "An `async def` that yields cannot return a value: nobody would receive it",
          remedies: () => statement === last
            ? [{
              title: "Yield it",
              certainty: "proposed",
              edits: [{ from: statement.start, to: statement.start + "return".length, insert: "yield" }],
            }]
            : [],
        });
      }
    },
  },
});
