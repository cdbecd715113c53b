import type { BranchShape } from "../../model/shapes.js";
import type { Node } from "../../syntax/node.js";
import { defineRule } from "../rule.js";

export const repeatedTest = defineRule({
  id: "dead.repeated-test",
  title: "A condition that was asked before in the same chain",
  why: "In a chain of `else if` a condition that stands there twice can never be met the second time. One of the two was most likely copied and never changed.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "if (tide === 1) {\n  low();\n} else if (tide === 2) {\n  high();\n} else if («tide === 1») {\n  spring();\n}\n",
      },
      {
        code: "if tide == 1:\n    low = 1\nelif tide == 2:\n    low = 2\nelif «tide == 1»:\n    low = 3\n",
        languageId: "python",
      },
    ],
    quiet: [
      { code: "if (tide === 1) {\n  low();\n} else if (tide === 2) {\n  high();\n}\n" },
      { code: "if (next()) {\n  low();\n} else if (next()) {\n  high();\n}\n" },
    ],
  },
  shapes: {
    branch(first, { text, alert, isBroken, shape, facts }) {
      if (first.isValue || first.isChained || first.next === null) return;
      const seen = new Map<string, Node>();
      for (let link: Node | null = first.node; link !== null; ) {
        const { test, next }: BranchShape = shape("branch", link)!;
        const key = text.slice(test.start, test.end).replaceAll(/\s+/g, " ");
        const before = seen.get(key);
        // Reading a member is taken for harmless here: the chain asks the same thing in one go.
        if (before === undefined) {
          if (facts.isSteady(test)) seen.set(key, test);
        } else if (!isBroken(test)) {
          alert(test, {
            message: "This condition was asked before in the chain, so it cannot be met here: ask for something else, or take it out",
            related: [{ at: before, message: "It was asked here" }],
          });
        }
        link = next;
      }
    },
  },
});
