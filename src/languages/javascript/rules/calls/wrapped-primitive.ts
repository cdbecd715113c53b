import { isBuiltIn } from "../../reading.js";
import { defineRule } from "../../rule.js";

const wrappers = ["String", "Number", "Boolean"];
const never = ["Symbol", "BigInt", "Math", "JSON", "Reflect", "Atomics"];

export const wrappedPrimitive = defineRule({
  id: "calls.wrapped-primitive",
  title: "A text, number or truth value that is made as an object",
  why: "`new Boolean(false)` is an object, and as such true; two of them are never equal. Without `new` the same functions give plain values.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "export const open = «new Boolean»(sign);\n", after: "export const open = Boolean(sign);\n" },
      { code: "export const open = «new Symbol»(\"quay\");\n", after: "export const open = Symbol(\"quay\");\n" },
      { code: "export const tides = «new Math»();\n" },
    ],
    quiet: [
      { code: "export const open = Boolean(sign);\n" },
      { code: "import { Number } from \"quay\";\nexport const berth = new Number(3);\n" },
    ],
  },
  visit: {
    NewExpression(node, { text, alert }) {
      const { callee } = node;
      if (callee.type !== "Identifier") return;
      const name = [...wrappers, ...never].find((one) => isBuiltIn(callee, one));
      if (name === undefined) return;
      const fails = never.includes(name);
      alert({ from: node.start, to: callee.end }, {
        message: fails
          ? `\`${name}\` cannot be made with \`new\`: this throws`
          : `\`new ${name}\` makes an object, which is always true and equal to no other: leave \`new\` out`,
        remedies: () => (
          fails && name !== "Symbol" && name !== "BigInt" || text.slice(callee.end, callee.end + 1) !== "("
            ? []
            : [{
              title: "Leave `new` out",
              certainty: "proposed",
              edits: [{ from: node.start, to: callee.start, insert: "" }],
            }]
        ),
      });
    },
  },
});
