import { textOf } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";

export const textJoinedByPlus = defineRule({
  id: "values.text-joined-by-plus",
  title: "Two written texts that are added on one line",
  why: "Two texts that stand beside each other are one. Over several lines adding them keeps the lines short; on one line it only gets in the way of reading and searching.",
  level: "hint",
  kits: [],
  examples: {
    alerts: [
      { code: "sign(«\"ebb \" + \"tide\"»);\n", after: "sign(\"ebb tide\");\n" },
      { code: "sign(name + «'a' + 'b'»);\n", after: "sign(name + 'ab');\n" },
    ],
    quiet: [
      { code: "sign(\"ebb \" +\n  \"tide\");\n" },
      { code: "sign(\"ebb \" + name);\n" },
      { code: "sign(1 + \"ebb\");\n" },
    ],
  },
  visit: {
    BinaryExpression(node, { text, alert }) {
      if (node.operator !== "+") return;
      const { right } = node;
      // Of a longer sum, what stands left of the text is its right end.
      const { left: before } = node;
      const left = before.type === "BinaryExpression" && before.operator === "+" && !before.parenthesized
        ? before.right
        : before;
      if (textOf(left) === undefined || textOf(right) === undefined || left.parenthesized || right.parenthesized) {
        return;
      }
      if (/[\n\r]/.test(text.slice(left.end, right.start))) return;
      const mark = text.slice(left.start, left.start + 1);
      alert({ first: left, last: right }, {
        message: "Two texts are added here: write them as one",
        remedies: () => (
          text.slice(right.start, right.start + 1) !== mark || /\\[0-7]{1,2}.$/.test(text.slice(left.start, left.end))
            ? []
            : offer("Write them as one", "certain", [{ from: left.end - 1, to: right.start + 1, insert: "" }], text)
        ),
      });
    },
  },
});
