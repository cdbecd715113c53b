import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { JavaScriptNode } from "../../nodes/index.js";
import { demand } from "../../placing.js";
import { bare } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { holdsComment } from "../comments.js";
import { has } from "./edition.js";

/** The member or call right behind `base` in a chain. */
function behind(base: Node, chain: Node, { text, facts }: FileView): Node | undefined {
  for (let at = bare(chain); ; ) {
    const inner: JavaScriptNode | undefined = at.type === "MemberExpression"
      ? (at.object as JavaScriptNode)
      : at.type === "CallExpression" ? (at.callee as JavaScriptNode) : undefined;
    if (inner === undefined) return undefined;
    if (facts.isSame(inner, base, text)) return at;
    at = inner;
  }
}

export const optionalChain = defineRule({
  id: "modern.optional-chain",
  title: "A member that is asked for step by step",
  why: "Since edition 2020 `a?.b` gives `undefined` where `a` is not there, and names `a` once.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      { code: "if («quay && quay.pier») moor();\n", after: "if (quay?.pier) moor();\n" },
      { code: "«ferry.moor && ferry.moor(3)»;\n", after: "ferry.moor?.(3);\n" },
      { code: "if («quay && quay.piers[0].free()») moor();\n", after: "if (quay?.piers[0].free()) moor();\n" },
    ],
    quiet: [
      { code: "if (quay?.pier) moor();\n" },
      { code: "if (quay && ferry.pier) moor();\n" },
      { code: "if (next() && next().pier) moor();\n" },
      { code: "export const pier = quay && quay.pier;\n" },
    ],
  },
  visit: {
    LogicalExpression(node, file) {
      const { text, facts, isBroken, alert } = file;
      const { left, operator, right } = node;
      if (operator !== "&&" || !has(file, 2020)) return;
      if (left.type !== "Identifier" && left.type !== "MemberExpression") return;
      if (!facts.isSteady(left) || isBroken(node)) return;
      const found = behind(left, right, file) as JavaScriptNode | undefined;
      // Only where a truth value or nothing is asked for is it the same for what is there and counts as false.
      const up = node.parent as JavaScriptNode;
      const isTest = up.type === "ExpressionStatement" ||
        (
          (up.type === "IfStatement" || up.type === "WhileStatement" || up.type === "ConditionalExpression") &&
          up.test === node
        ) ||
        (up.type === "UnaryExpression" && up.operator === "!");
      if (found === undefined || !isTest || right.parenthesized) return;
      if ((found.type === "MemberExpression" || found.type === "CallExpression") && found.optional) return;
      alert(node, {
        message: `\`${text.slice(left.start, left.end)}\` is asked for before its member: \`?.\` does both`,
        remedies() {
          if (holdsComment(text, left.start, right.start) || demand(node) > 17) return [];
          const isMember = found.type === "MemberExpression" && !found.computed;
          const at = right.start + text.slice(left.start, left.end).length;
          const dot = isMember ? "?" : "?.";
          return text.slice(right.start, at) === text.slice(left.start, left.end)
            ? [{
              title: "Ask with `?.`",
              certainty: "proposed",
              edits: [{ from: node.start, to: right.start, insert: "" }, { from: at, to: at, insert: dot }],
            }]
            : [];
        },
      });
    },
  },
});
