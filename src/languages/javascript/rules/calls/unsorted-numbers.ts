import { methodCall, numberOf } from "../../reading.js";
import { defineRule } from "../../rule.js";

export const unsortedNumbers = defineRule({
  id: "calls.unsorted-numbers",
  title: "Numbers that are sorted as texts",
  why: "`sort` without a function sorts by how elements look as texts: 10 comes before 9.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export const tides = [9, 10, 1].«sort»();\n",
        after: "export const tides = [9, 10, 1].sort((a, b) => a - b);\n",
      },
    ],
    quiet: [
      { code: "export const tides = [9, 10, 1].sort((a, b) => a - b);\n" },
      { code: "export const tides = [\"ebb\", \"flow\"].sort();\n" },
      { code: "export const tides = [1, 2].sort();\n" },
      { code: "export const tides = others.sort();\n" },
    ],
  },
  visit: {
    CallExpression(node, { alert }) {
      const found = methodCall(node, "sort", "toSorted");
      if (found?.call !== node || node.arguments.length > 0 || found.object.type !== "ArrayExpression") return;
      const numbers = found.object.elements.map((one) => numberOf(one));
      if (numbers.includes(undefined)) return;
      const asTexts = (numbers as number[]).toSorted().join();
      if (asTexts === (numbers as number[]).toSorted((a, b) => a - b).join()) return;
      const { callee } = node;
      if (callee.type !== "MemberExpression") return;
      alert(callee.property, {
        message: "This sorts the numbers as texts, 10 before 9: give it a function that compares them",
        remedies: () => [{
          title: "Sort them as numbers",
          certainty: "proposed",
          edits: [{ from: node.end - 1, to: node.end - 1, insert: "(a, b) => a - b" }],
        }],
      });
    },
  },
});
