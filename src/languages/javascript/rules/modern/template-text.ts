import type { Node } from "../../../../syntax/node.js";
import type { BinaryExpression, JavaScriptNode } from "../../nodes/index.js";
import { joinedToTemplate, operandsOf } from "../../refits/template-text.js";
import { defineRule } from "../../rule.js";
import { has } from "./edition.js";

const isSum = (node: Node | null): node is BinaryExpression =>
  (node as JavaScriptNode | null)?.type === "BinaryExpression" && (node as BinaryExpression).operator === "+";

const isText = (node: Node): boolean => node.type === "Literal" && (node as { isString?: boolean }).isString === true;

export const templateText = defineRule({
  id: "modern.template-text",
  title: "Values that are added into a text",
  why: "Since edition 2015 a text between backticks holds values where they belong, without quotes and signs between.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      { code: "sign(«\"Pier \" + pier + \": \" + berth.name»);\n", after: "sign(`Pier ${pier}: ${berth.name}`);\n" },
      { code: "sign(«pier + \" is free\"»);\n", after: "sign(`${pier} is free`);\n" },
    ],
    quiet: [
      { code: "sign(`Pier ${pier}`);\n" },
      { code: "sign(\"Pier \" + \"is free\");\n" },
      { code: "sign(adults + children);\n" },
    ],
  },
  visit: {
    BinaryExpression(node, file) {
      const { parent } = node;
      if (!isSum(node) || !has(file, 2015)) return;
      // The whole sum is looked at once, from its top.
      if (isSum(parent) && parent.left === node && !node.parenthesized) return;
      const operands = operandsOf(node);
      if (!operands.some(isText) || operands.every(isText) || file.isBroken(node)) return;
      file.alert(node, {
        message: "Values are added into a text: a template text holds them where they belong",
        remedies() {
          const found = joinedToTemplate(node, file.text);
          return found === undefined
            ? []
            : [{ title: "Make it a template text", certainty: "proposed", edits: [found] }];
        },
      });
    },
  },
});
