import { isBuiltIn, methodCall } from "../../reading.js";
import { defineRule } from "../../rule.js";

export const indexAsRadix = defineRule({
  id: "calls.index-as-radix",
  title: "The place in a list taken for the base of a number",
  why: "`map` gives its function the place in the list beside the element, and `parseInt` takes that for the base of the number: `[\"10\", \"10\", \"10\"].map(parseInt)` is 10, NaN and 2.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export const seats = signs.map(«parseInt»);\n",
        after: "export const seats = signs.map((one) => parseInt(one, 10));\n",
      },
      {
        code: "export const seats = signs.flatMap(«Number.parseInt»);\n",
        after: "export const seats = signs.flatMap((one) => Number.parseInt(one, 10));\n",
      },
    ],
    quiet: [
      { code: "export const seats = signs.map(Number);\n" },
      { code: "export const seats = signs.map((one) => parseInt(one, 10));\n" },
    ],
  },
  visit: {
    CallExpression(node, { text, alert }) {
      const [given] = methodCall(node, "map", "flatMap")?.call.arguments ?? [];
      if (given === undefined || !(isBuiltIn(given, "parseInt") || isBuiltIn(given, "Number.parseInt"))) return;
      const name = text.slice(given.start, given.end);
      alert(given, {
        message: `\`${name}\` takes the place in the list for the base: give it the element and \`10\``,
        remedies: () => [{
          title: "Give it the base 10",
          certainty: "proposed",
          edits: [{ from: given.start, to: given.end, insert: `(one) => ${name}(one, 10)` }],
        }],
      });
    },
  },
});
