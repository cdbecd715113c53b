import type { JavaScriptNode } from "../../nodes/index.js";
import { isBuiltIn, methodCall } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";

export const sharedDefault = defineRule({
  id: "values.shared-default",
  title: "One list or object in every place",
  why: "`fill` puts the very same list or object into every place: what is done to one of them is done to all. `Array.from` with a function makes a new one for each.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export const decks = new Array(3).fill(«[]»);\n",
        after: "export const decks = Array.from({ length: 3 }, () => []);\n",
      },
      {
        code: "export const decks = Array(count).fill(«{ seats: 0 }»);\n",
        after: "export const decks = Array.from({ length: count }, () => ({ seats: 0 }));\n",
      },
      { code: "export const decks = rows.fill(«[0, 0]»);\n" },
    ],
    quiet: [
      { code: "export const decks = new Array(3).fill(0);\n" },
      { code: "export const decks = rows.fill(empty);\n" },
      { code: "canvas.fill({ colour: 1 });\n" },
    ],
  },
  visit: {
    CallExpression(node, { text, alert }) {
      const found = methodCall(node, "fill");
      if (found === undefined || found.call !== node) return;
      const [value] = node.arguments;
      const made = found.object as JavaScriptNode;
      const isMade = (made.type === "NewExpression" || made.type === "CallExpression") &&
        isBuiltIn(made.callee, "Array");
      const isList = value?.type === "ArrayExpression";
      if (value === undefined || (!isList && !(value.type === "ObjectExpression" && isMade))) return;
      alert(value, {
        message: `The same ${isList ? "list" : "object"} goes into every place: make one for each with \`Array.from\``,
        remedies() {
          const [count] = isMade ? (made as { arguments: JavaScriptNode[] }).arguments : [];
          if (count === undefined || count.type === "SpreadElement" || node.arguments.length > 1) return [];
          return offer(
            "Make one for each",
            "proposed",
            [
              { from: node.start, to: count.start, insert: "Array.from({ length: " },
              { from: count.end, to: value.start, insert: ` }, () => ${isList ? "" : "("}` },
              { from: value.end, to: node.end, insert: isList ? ")" : "))" },
            ],
            text,
          );
        },
      });
    },
  },
});
