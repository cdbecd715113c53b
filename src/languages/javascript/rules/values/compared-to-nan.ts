import type { Node } from "../../../../syntax/node.js";
import { inPlaceAs } from "../../placing.js";
import { isBuiltIn, methodCall } from "../../reading.js";
import { defineRule } from "../../rule.js";

export const isNaN = (node: Node): boolean => isBuiltIn(node, "NaN") || isBuiltIn(node, "Number.NaN");

export const comparedToNaN = defineRule({
  id: "values.compared-to-nan",
  title: "A comparison with NaN",
  why: "`NaN` is not equal to anything, not even to itself, so that a comparison with it tells nothing. `Number.isNaN` asks for it.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "if («tide === NaN») wait();\n", after: "if (Number.isNaN(tide)) wait();\n" },
      {
        code: "const known = «Number.NaN != fare(child)»;\nexport { known };\n",
        after: "const known = !Number.isNaN(fare(child));\nexport { known };\n",
      },
      { code: "if («tide < NaN») wait();\n" },
      { code: "if (tides.indexOf(«NaN») >= 0) wait();\n" },
      { code: "switch (tide) {\n  case «NaN»:\n    wait();\n}\n" },
    ],
    quiet: [
      { code: "if (Number.isNaN(tide)) wait();\n" },
      { code: "const NaN = 3;\nif (tide === NaN) wait();\n" },
      { code: "if (tides.includes(NaN)) wait();\n" },
    ],
  },
  visit: {
    BinaryExpression(node, { text, alert }) {
      const { left, right, operator } = node;
      if (!/^(?:[!=]==?|[<>]=?)$/.test(operator)) return;
      const value = isNaN(right) ? left : isNaN(left) ? right : undefined;
      if (value === undefined || value.type === "PrivateIdentifier") return;
      const isNegated = operator.startsWith("!");
      alert(node, {
        message: `This is always ${isNegated}: nothing is equal to \`NaN\`; ask with \`Number.isNaN\``,
        remedies() {
          if (!/^[!=]/.test(operator)) return [];
          const code = `${isNegated ? "!" : ""}Number.isNaN(${text.slice(value.start, value.end)})`;
          const insert = inPlaceAs(code, isNegated ? 14 : 17, node);
          return [
            {
              title: "Ask with `Number.isNaN`",
              certainty: "proposed",
              edits: [{ from: node.start, to: node.end, insert }],
            },
          ];
        },
      });
    },
    CallExpression(node, { alert }) {
      const [given] = methodCall(node, "indexOf", "lastIndexOf")?.call.arguments ?? [];
      if (given !== undefined && isNaN(given)) {
        alert(given, { message: "`NaN` is never found by comparing: ask with `includes` or `findIndex`" });
      }
    },
    SwitchCase({ test }, { alert }) {
      if (test !== null && isNaN(test)) {
        alert(test, { message: "This case is never taken: nothing is equal to `NaN`; ask with `Number.isNaN` before" });
      }
    },
  },
});
