import type { Expression } from "../../languages/javascript/nodes/index.js";
import { defineRule, type FileView } from "../rule.js";

function check(test: Expression | null, { text, alert }: FileView): void {
  if (test?.type !== "AssignmentExpression" || test.operator !== "=" || test.parenthesized) return;
  const { left, right } = test;
  const sign = (): number => left.end + text.slice(left.end, right.start).indexOf("=");
  alert(test, {
    message: "This assigns and does not compare: write `===`, or put it in parentheses of its own if it is meant",
    remedies: () => [
      { title: "Compare with `===`", certainty: "proposed", edits: [{ from: sign(), to: sign() + 1, insert: "===" }] },
      { title: "Keep the assignment: put it in parentheses", certainty: "certain", edits: [{ from: test.start, to: test.start, insert: "(" }, { from: test.end, to: test.end, insert: ")" }] },
    ],
  });
}

export const assignmentAsTest = defineRule({
  id: "flow.assignment-as-test",
  title: "An assignment where a comparison is expected",
  why: "A single `=` in a condition is nearly always a comparison with a sign missing. Where it is meant, a second pair of parentheses says so.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [{ code: "if («tide = 3») sail();\n", after: "if (tide === 3) sail();\n" }, { code: "while («berth = free») {}\n", after: "while (berth === free) {}\n" }],
    quiet: [{ code: "while ((berth = next())) moor(berth);\n" }, { code: "for (;(berth = next());) {}\n" }, { code: "if (tide === 3) sail();\n" }],
  },
  visit: {
    IfStatement: (node, file) => check(node.test, file),
    WhileStatement: (node, file) => check(node.test, file),
    DoWhileStatement: (node, file) => check(node.test, file),
    ForStatement: (node, file) => check(node.test, file),
    ConditionalExpression: (node, file) => check(node.test, file),
  },
});
