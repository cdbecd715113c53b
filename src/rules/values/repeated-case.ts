import type { Node } from "../../syntax/node.js";
import { defineRule } from "../rule.js";

export const repeatedCase = defineRule({
  id: "values.repeated-case",
  title: "A case that a choice has twice",
  why: "The first of two equal cases is always taken, so that the second can never be reached. One of them was most likely copied and never changed.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code:
          "switch (pier) {\n  case 1:\n    moor();\n    break;\n  case 2:\n  case «1»:\n    wait();\n    break;\n}\n",
      },
      { code: "switch (tide) {\n  case EBB:\n    wait();\n    break;\n  case «EBB»:\n    sail();\n}\n" },
    ],
    quiet: [
      { code: "switch (pier) {\n  case 1:\n    moor();\n    break;\n  case \"1\":\n    wait();\n}\n" },
      { code: "switch (true) {\n  case next():\n    moor();\n    break;\n  case next():\n    wait();\n}\n" },
    ],
  },
  shapes: {
    choice({ cases }, { text, facts, isBroken, alert }) {
      const seen = new Map<string, Node>();
      for (const test of cases.flatMap(({ tests }) => tests)) {
        if (!facts.isSteady(test)) continue;
        const key = text.slice(test.start, test.end);
        const before = seen.get(key);
        if (before === undefined) seen.set(key, test);
        else if (!isBroken(test)) {
          alert(test, {
            message:
              `There is a case \`${key.slice(0, 40)}\` above already, which is always taken: write another value`,
            related: [{ at: before, message: "It is here first" }],
          });
        }
      }
    },
  },
});
