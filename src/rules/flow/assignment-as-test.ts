import { z } from "zod";
import type { AssignmentShape } from "../../model/shapes.js";
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

/** The assignment that a test is, unless it has parentheses of its own. */
function assignmentIn(test: Node | null, { shape }: Pick<FileView, "shape">): AssignmentShape | undefined {
  const found = test === null ? undefined : shape("assignment", test);
  return found?.isPlain === true && !found.isParenthesized ? found : undefined;
}

/** Whether an assignment is told of as one that stands for a comparison. */
export function isTakenForComparison(test: Node, file: FileView): boolean {
  const found = assignmentIn(test, file);
  const up = test.parent;
  if (found === undefined || up === null || !file.facts.isPlain(found.value)) return false;
  return (file.shape("branch", up) ?? file.shape("loop", up))?.test === test;
}

function check(test: Node | null, file: FileView<Options>): void {
  const { text, alert, facts, edits, options: { calls } } = file;
  const found = assignmentIn(test, file);
  if (found === undefined || (!calls && !facts.isPlain(found.value))) return;
  const { node, target, value, operator } = found;
  const sign = (): number => target.end + text.slice(target.end, value.start).indexOf(operator);
  const { equals } = edits;
  alert(node, {
    message:
      `This assigns and does not compare: write \`${equals}\`, or put it in parentheses of its own if it is meant`,
    remedies: () => [
      {
        title: `Compare with \`${equals}\``,
        certainty: "proposed",
        edits: [{ from: sign(), to: sign() + operator.length, insert: equals }],
      },
      {
        title: "Keep the assignment: put it in parentheses",
        certainty: "proposed",
        edits: [{ from: node.start, to: node.start, insert: "(" }, { from: node.end, to: node.end, insert: ")" }],
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
  shapes: {
    branch: ({ test }, file) => check(test, file),
    loop: ({ test }, file) => check(test, file),
  },
});
