import type { Node } from "../../../../syntax/node.js";
import { inPlaceAs } from "../../placing.js";
import { methodCall, numberOf } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { holdsComment } from "../comments.js";
import { hasMember } from "./edition.js";

/** Whether a comparison of a place with a number says that something is there; `undefined` where it says neither. */
function saysThere(operator: string, number: number | undefined): boolean | undefined {
  if (number === -1) {
    if (operator === "!==" || operator === "!=" || operator === ">") return true;
    if (operator === "===" || operator === "==" || operator === "<=") return false;
  }
  if (number === 0) {
    if (operator === ">=") return true;
    if (operator === "<") return false;
  }
  return undefined;
}

export const includesCall = defineRule({
  id: "modern.includes-call",
  title: "A place that is asked for to learn whether something is there",
  why: "Since edition 2016 `includes` answers yes or no. It also finds `NaN`, which `indexOf` does not.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      { code: "if («piers.indexOf(pier) !== -1») moor();\n", after: "if (piers.includes(pier)) moor();\n" },
      {
        code: "if («piers.indexOf(pier) < 0» || late) wait();\n",
        after: "if (!piers.includes(pier) || late) wait();\n",
      },
    ],
    quiet: [
      { code: "if (piers.indexOf(pier) > 0) moor();\n" },
      { code: "if (piers.includes(pier)) moor();\n" },
      { code: "if (piers.indexOf(pier, 3) !== -1) moor();\n" },
    ],
  },
  visit: {
    BinaryExpression(node, file) {
      const { text, alert } = file;
      const { left, operator, right } = node;
      const is = saysThere(operator, numberOf(right as Node));
      if (is === undefined || !hasMember(file, 2016)) return;
      const found = methodCall(left, "indexOf");
      if (found === undefined || found.call !== left || found.call.arguments.length !== 1 || found.call.optional) {
        return;
      }
      const { callee } = found.call;
      if (callee.type !== "MemberExpression" || callee.computed) return;
      alert(node, {
        message: "Only a yes or no is wanted here: ask with `includes`",
        remedies() {
          if (holdsComment(text, left.end, node.end)) return [];
          const { property } = callee;
          const code = `${text.slice(node.start, property.start)}includes${text.slice(property.end, left.end)}`;
          const insert = inPlaceAs(`${is ? "" : "!"}${code}`, is ? 17 : 14, node);
          return [
            {
              title: "Ask with `includes`",
              certainty: "proposed",
              edits: [{ from: node.start, to: node.end, insert }],
            },
          ];
        },
      });
    },
  },
});
