import type { Node } from "../../../../syntax/node.js";
import type { FunctionExpression, JavaScriptNode } from "../../nodes/index.js";
import { memberName } from "../../reading.js";
import { wordOfFunction } from "../../refits/code.js";
import { head } from "../../refits/function-head.js";
import { defineRule } from "../../rule.js";
import { holdsComment } from "../comments.js";
import { has } from "./edition.js";

/** Methods that only call what they are given, and never with `new`. */
const calling = new Set([
  "map",
  "filter",
  "forEach",
  "some",
  "every",
  "find",
  "findIndex",
  "findLast",
  "flatMap",
  "reduce",
  "reduceRight",
  "sort",
  "then",
  "catch",
  "finally",
]);

/** Whether a function is the argument of a call. */
function isHandedOver(node: FunctionExpression): boolean {
  const up = node.parent as JavaScriptNode | null;
  return up?.type === "CallExpression" && (up.callee as Node) !== node;
}

export const arrowCallback = defineRule({
  id: "modern.arrow-callback",
  title: "A function handed over in the long form",
  why: "Since edition 2015 an arrow function is shorter, and `this` means in it what it means around it.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      {
        code: "export const names = piers.map(«function» (pier) { return pier.name; });\n",
        after: "export const names = piers.map((pier) => { return pier.name; });\n",
      },
      { code: "when(«function» () { sail(); });\n", after: "when(() => { sail(); });\n" },
    ],
    quiet: [
      { code: "when(() => sail());\n" },
      { code: "when(function () { this.sail(); });\n" },
      { code: "when(function () { sail(arguments[0]); });\n" },
      { code: "when(function again() { again(); });\n" },
      { code: "when(function* () { yield 1; });\n" },
      { code: "(function () { sail(); })();\n" },
    ],
  },
  visit: {
    FunctionExpression(node, file) {
      const { text, isBroken, alert } = file;
      if (node.generator || node.id !== null || node.body === null || node.parenthesized || !isHandedOver(node)) return;
      if (!has(file, 2015) || isBroken(node) || wordOfFunction(node) !== undefined) return;
      const word = node.async ? "async" : "function";
      if (text.slice(node.start, node.start + word.length) !== word) return;
      const up = node.parent as unknown as { callee: Node };
      alert({ headOf: node, length: word.length }, {
        message: "This function needs no `this` of its own: an arrow function is shorter",
        remedies() {
          const parts = head(node, text);
          if (parts === undefined || holdsComment(text, node.start, node.body!.start)) return [];
          return [{
            title: "Make it an arrow function",
            certainty: calling.has(memberName(up.callee) ?? "") ? "certain" : "proposed",
            edits: [{
              from: node.start,
              to: node.body!.start,
              insert: `${node.async ? "async " : ""}${parts.code} => `,
            }],
          }];
        },
      });
    },
  },
});
