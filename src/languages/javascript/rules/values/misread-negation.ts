import { defineRule } from "../../rule.js";

export const misreadNegation = defineRule({
  id: "values.misread-negation",
  title: "A negation that is for the left side alone",
  why: "`!` binds more tightly than `in`, `instanceof` and comparisons: `!key in map` asks whether `false` or `true` is a key.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "if («!pier in berths») moor();\n", after: "if (!(pier in berths)) moor();\n" },
      { code: "if («!ferry instanceof Ferry») wait();\n", after: "if (!(ferry instanceof Ferry)) wait();\n" },
      { code: "if («!tide > 3») sail();\n", after: "if (!(tide > 3)) sail();\n" },
    ],
    quiet: [
      { code: "if (!(pier in berths)) moor();\n" },
      { code: "if ((!pier) in berths) moor();\n" },
      { code: "if (!tide === !ebb) sail();\n" },
      { code: "if (!tide > !ebb) sail();\n" },
    ],
  },
  visit: {
    BinaryExpression(node, { isBroken, alert }) {
      const { left, right, operator } = node;
      if (left.type !== "UnaryExpression" || left.operator !== "!" || left.parenthesized) return;
      if (!/^(?:in|instanceof|[<>]=?)$/.test(operator) || isBroken(node)) return;
      // Who negates both sides compares truth values.
      if (right.type === "UnaryExpression" && right.operator === "!") return;
      alert({ first: left, last: right }, {
        message: `This negates the left side before \`${operator}\`: put parentheses around what is to be negated`,
        remedies: () => [
          {
            title: "Negate the whole",
            certainty: "proposed",
            edits: [
              { from: left.argument.start, to: left.argument.start, insert: "(" },
              { from: node.end, to: node.end, insert: ")" },
            ],
          },
          {
            title: "Keep it: put the left side in parentheses",
            certainty: "certain",
            edits: [{ from: left.start, to: left.start, insert: "(" }, { from: left.end, to: left.end, insert: ")" }],
          },
        ],
      });
    },
  },
});
