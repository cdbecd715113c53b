import { isBuiltIn } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";
import { fenceBefore } from "../statements.js";

export const listConstructor = defineRule({
  id: "calls.list-constructor",
  title: "A list that is made by calling Array",
  why: "With one number `Array` makes a list of that length, with anything else a list that holds it: what comes out hangs on what goes in. A list in brackets is what it looks like.",
  level: "hint",
  kits: [],
  examples: {
    alerts: [
      { code: "export const piers = «new Array»(1, 2);\n", after: "export const piers = [1, 2];\n" },
      { code: "export const piers = «Array»();\n", after: "export const piers = [];\n" },
    ],
    quiet: [
      { code: "export const piers = new Array(3);\n" },
      { code: "export const piers = new Array(...others);\n" },
      { code: "export const piers = [1, 2];\n" },
      { code: "export const piers: string[] = new Array<string>();\n", languageId: "typescript" },
    ],
  },
  visit: {
    NewExpression: check,
    CallExpression: check,
  },
});

type Made = Parameters<NonNullable<NonNullable<Parameters<typeof defineRule>[0]["visit"]>["NewExpression"]>>;

function check(
  node: Made[0] | Parameters<NonNullable<NonNullable<Parameters<typeof defineRule>[0]["visit"]>["CallExpression"]>>[0],
  { text, alert }: Pick<Made[1], "text" | "alert">,
): void {
  const { callee, arguments: given, typeArguments } = node;
  if (given.length === 1 || typeArguments !== null || !isBuiltIn(callee, "Array")) return;
  if (given.some(({ type }) => type === "SpreadElement")) return;
  alert({ from: node.start, to: callee.end }, {
    message: "A list is made by calling `Array`: write it in brackets",
    remedies() {
      const hasBrackets = text.slice(callee.end, node.end).startsWith("(");
      if (!hasBrackets && node.end !== callee.end) return [];
      const lead = fenceBefore(node, "[", text);
      return offer(
        "Write it in brackets",
        "certain",
        hasBrackets
          ? [
            ...lead,
            { from: node.start, to: callee.end + 1, insert: "[" },
            { from: node.end - 1, to: node.end, insert: "]" },
          ]
          : [...lead, { from: node.start, to: node.end, insert: "[]" }],
        text,
      );
    },
  });
}
