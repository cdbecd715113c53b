import type { Node } from "../../../../syntax/node.js";
import { bindingOf } from "../../names/facts.js";
import type { JavaScriptNode } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";
import { has } from "./edition.js";

/** Whether a name can be given another value for sure: to write one that cannot fails, and the newer form does not always write. */
const mayChange = (name: Node): boolean => bindingOf(name)?.declarations.every(
  ({ kind }) => kind === "changeable" || kind === "variable" || kind === "parameter",
) ===
  true;

export const assigningOperator = defineRule({
  id: "modern.assigning-operator",
  title: "A fallback that is assigned to what it falls back from",
  why: "Since edition 2021 `a ||= b`, `a &&= b` and `a ??= b` say so, and name `a` once.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      {
        code: "let pier = first();\n«pier = pier || 3»;\nmoor(pier);\n",
        after: "let pier = first();\npier ||= 3;\nmoor(pier);\n",
      },
      { code: "«quay.pier = quay.pier ?? first()»;\n", after: "quay.pier ??= first();\n" },
    ],
    quiet: [
      { code: "quay.pier ??= first();\n" },
      { code: "quay.pier = berth.pier ?? first();\n" },
      { code: "quay.pier = quay.pier || 3;\n", edition: 2020 },
      { code: "quay[next()] = quay[next()] || 3;\n" },
    ],
  },
  visit: {
    AssignmentExpression(node, file) {
      const { text, facts, isBroken, alert } = file;
      const { left, operator } = node;
      const right = node.right as JavaScriptNode;
      if (operator !== "=" || right.type !== "LogicalExpression" || right.parenthesized || !has(file, 2021)) return;
      const { left: first, right: other } = right;
      if (!facts.isSteady(left) || !facts.isSame(left, first, text) || isBroken(node)) return;
      alert(node, {
        message: `\`${right.operator}=\` says the same and names it once`,
        // A member may do something when it is written, which the newer form leaves out where nothing changes.
        remedies: () => offer(
          `Write it with \`${right.operator}=\``,
          left.type === "Identifier" && mayChange(left) ? "certain" : "proposed",
          [{
            from: left.end,
            to: other.parenthesized ? first.end + text.slice(first.end, other.start).indexOf("(") : other.start,
            insert: ` ${right.operator}= `,
          }],
          text,
        ),
      });
    },
  },
});
