import { isBuiltIn } from "../../reading.js";
import { defineRule } from "../../rule.js";

export const noRadix = defineRule({
  id: "values.no-radix",
  title: "A number that is read without its base",
  why: "`parseInt` reads `0x10` as sixteen, and a text from elsewhere may begin like that. With the base beside it, it says which numbers are meant.",
  level: "hint",
  kits: [],
  once: "style",
  examples: {
    alerts: [
      { code: "export const seats = «parseInt»(sign);\n", after: "export const seats = parseInt(sign, 10);\n" },
      {
        code: "export const seats = «Number.parseInt»(sign);\n",
        after: "export const seats = Number.parseInt(sign, 10);\n",
      },
    ],
    quiet: [
      { code: "export const seats = parseInt(sign, 10);\n" },
      { code: "export const seats = parseInt(...signs);\n" },
      { code: "import { parseInt } from \"quay\";\nexport const seats = parseInt(sign);\n" },
    ],
  },
  visit: {
    CallExpression({ callee, arguments: given }, { alert }) {
      const [only, second] = given;
      if (only === undefined || only.type === "SpreadElement" || second !== undefined) return;
      if (!isBuiltIn(callee, "parseInt") && !isBuiltIn(callee, "Number.parseInt")) return;
      alert(callee, {
        message: "The base is missing: add `10` behind what is read",
        remedies: () => [
          {
            title: "Add the base 10",
            certainty: "proposed",
            edits: [{ from: only.end, to: only.end, insert: ", 10" }],
          },
        ],
      });
    },
  },
});
