import { hasEffect } from "../../languages/javascript/effects.js";
import { bindingOf } from "../../languages/javascript/names/facts.js";
import type { Expression } from "../../languages/javascript/nodes/index.js";
import { defineRule } from "../rule.js";

/** Expressions that as a statement are surely a mistake: they compute a value that goes nowhere. */
const idle = new Set<Expression["type"]>([
  "BinaryExpression",
  "Identifier",
  "Literal",
  "UnaryExpression",
  "ArrowFunctionExpression",
  "TemplateLiteral",
  "ThisExpression",
]);

export const idleStatement = defineRule({
  id: "dead.idle-statement",
  title: "A statement that does nothing",
  why:
    "A value is worked out and goes nowhere. Often a call lacks its parentheses, or `==` stands where `=` was meant.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "export function moor(tide) {\n  «tide == 3»;\n  return tide;\n}\n" },
      { code: "import { sail } from \"./ferry.js\";\n«sail»;\n" },
    ],
    quiet: [
      { code: "\"use strict\";\nsail();\nvoid sail();\ndelete berth.ferry;\n" },
      { code: "tide = 3;\nnew Ferry();\nberth.open;\n" },
    ],
  },
  visit: {
    ExpressionStatement({ expression, directive }, { alert, isBroken }) {
      if (directive !== null || !idle.has(expression.type) || hasEffect(expression) || isBroken(expression)) return;
      // `void 0` and its like are written on purpose.
      if (expression.type === "UnaryExpression" && expression.operator === "void") return;
      if (expression.type === "Identifier" && bindingOf(expression) === undefined) return;
      alert(expression, { message: "The value of this statement goes nowhere" });
    },
  },
});
