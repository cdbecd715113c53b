import { hasEffect } from "../../languages/javascript/effects.js";
import type { IfStatement } from "../../languages/javascript/nodes/index.js";
import { defineRule } from "../rule.js";

export const repeatedTest = defineRule({
  id: "dead.repeated-test",
  title: "A condition that was asked before in the same chain",
  why: "In a chain of `else if` a condition that stands there twice can never be met the second time. One of the two was most likely copied and never changed.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [{
      code: "if (tide === 1) {\n  low();\n} else if (tide === 2) {\n  high();\n} else if («tide === 1») {\n  spring();\n}\n",
    }],
    quiet: [
      { code: "if (tide === 1) {\n  low();\n} else if (tide === 2) {\n  high();\n}\n" },
      { code: "if (next()) {\n  low();\n} else if (next()) {\n  high();\n}\n" },
    ],
  },
  visit: {
    IfStatement(node, { text, alert, isBroken }) {
      if (node.alternate?.type !== "IfStatement") return;
      if (node.parent!.type === "IfStatement" && (node.parent as IfStatement).alternate === node) return;
      const seen = new Map<string, IfStatement>();
      for (
        let link: IfStatement | null = node;
        link !== null;
        link = link.alternate?.type === "IfStatement" ? link.alternate : null
      ) {
        const { test } = link;
        const key = text.slice(test.start, test.end).replaceAll(/\s+/g, " ");
        const first = seen.get(key);
        // Reading a member is taken for harmless here: the chain asks the same thing in one go.
        if (first !== undefined && !/[(]|\+\+|--|\b(?:await|yield|new)\b|[^=!<>]=[^=]/.test(key) && !isBroken(test)) {
          alert(test, {
            message: "This condition was asked before in the chain, so it cannot be met here",
            related: [{ at: first.test, message: "It was asked here" }],
          });
        } else if (first === undefined && (!hasEffect(test) || !key.includes("("))) seen.set(key, link);
      }
    },
  },
});
