import { z } from "zod";
import type { Expression, JavaScriptNode } from "../../languages/javascript/nodes/index.js";
import type { Node } from "../../syntax/node.js";
import { defineRule, type FileView } from "../rule.js";

const options = z.strictObject({
  calls: z.boolean()
    .default(false)
    .describe(
      "Alert where the value is worked out or comes from a call or a member, too. That is mostly meant: the loop or branch works with what it was given.",
    ),
});
type Options = z.infer<typeof options>;

/** Whether a value is one that a name would be compared with: a literal or another name. */
function isPlain(value: Expression): boolean {
  if (value.type === "UnaryExpression") return isPlain(value.argument);
  return value.type === "Literal" ||
    value.type === "Identifier" ||
    (value.type === "TemplateLiteral" && value.expressions.length === 0);
}

/** Whether an assignment is told of as one that stands for a comparison. */
export function isTakenForComparison(test: Node): boolean {
  const one = test as JavaScriptNode;
  const up = one.parent as JavaScriptNode | null;
  return one.type === "AssignmentExpression" &&
    one.operator === "=" &&
    !one.parenthesized &&
    isPlain(one.right) &&
    up !== null &&
    "test" in up &&
    up.test === one;
}

function check(test: Expression | null, { text, alert, options: { calls } }: FileView<Options>): void {
  if (test?.type !== "AssignmentExpression" || test.operator !== "=" || test.parenthesized) return;
  const { left, right } = test;
  if (!calls && !isPlain(right)) return;
  const sign = (): number => left.end + text.slice(left.end, right.start).indexOf("=");
  alert(test, {
    message: "This assigns and does not compare: write `===`, or put it in parentheses of its own if it is meant",
    remedies: () => [
      { title: "Compare with `===`", certainty: "proposed", edits: [{ from: sign(), to: sign() + 1, insert: "===" }] },
      {
        title: "Keep the assignment: put it in parentheses",
        certainty: "proposed",
        edits: [{ from: test.start, to: test.start, insert: "(" }, { from: test.end, to: test.end, insert: ")" }],
      },
    ],
  });
}

export const assignmentAsTest = defineRule({
  id: "flow.assignment-as-test",
  title: "An assignment where a comparison is expected",
  why: "A single `=` in a condition is nearly always a comparison with a sign missing. Where it is meant, a second pair of parentheses says so.",
  level: "warning",
  kits: ["sound"],
  options,
  examples: {
    alerts: [
      { code: "if («tide = 3») sail();\n", after: "if (tide === 3) sail();\n" },
      { code: "while («berth = free») {}\n", after: "while (berth === free) {}\n" },
      { code: "while («berth = next()») {}\n", options: { calls: true }, after: "while (berth === next()) {}\n" },
    ],
    quiet: [
      { code: "while (berth = next()) moor(berth);\n" },
      { code: "while ((berth = next())) moor(berth);\n" },
      { code: "for (;(berth = next());) {}\n" },
      { code: "while (tide = tide - 1) sail();\n" },
      { code: "if (tide === 3) sail();\n" },
    ],
  },
  visit: {
    IfStatement: (node, file) => check(node.test, file),
    WhileStatement: (node, file) => check(node.test, file),
    DoWhileStatement: (node, file) => check(node.test, file),
    ForStatement: (node, file) => check(node.test, file),
    ConditionalExpression: (node, file) => check(node.test, file),
  },
});
