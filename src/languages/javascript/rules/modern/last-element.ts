import type { JavaScriptNode } from "../../nodes/index.js";
import { memberName, numberOf } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";
import { hasMember } from "./edition.js";

export const lastElement = defineRule({
  id: "modern.last-element",
  title: "An element that is counted from the end by hand",
  why: "Since edition 2022 `at(-1)` gives the last element, and names the list once.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      { code: "export const last = «piers[piers.length - 1]»;\n", after: "export const last = piers.at(-1);\n" },
      { code: "sail(«quay.piers[quay.piers.length - 2]».name);\n", after: "sail(quay.piers.at(-2).name);\n" },
    ],
    quiet: [
      { code: "export const last = piers.at(-1);\n" },
      { code: "export const last = piers[piers.length - 1];\n", edition: 2021, languageId: "typescript" },
      { code: "piers[piers.length - 1] = pier;\n" },
      { code: "export const last = piers[berths.length - 1];\n" },
      { code: "piers[piers.length - 1]++;\n" },
      { code: "delete piers[piers.length - 1];\n" },
      { code: "piers[piers.length - 1]();\n" },
    ],
  },
  visit: {
    MemberExpression(node, file) {
      const { text, facts, alert } = file;
      const { object, property, computed, optional } = node;
      if (
        !computed ||
        optional ||
        property.type !== "BinaryExpression" ||
        property.operator !== "-" ||
        !hasMember(file, 2022)
      ) return;
      const back = numberOf(property.right);
      if (back === undefined || back < 1 || !Number.isInteger(back) || memberName(property.left) !== "length") return;
      const list = (property.left as { object: JavaScriptNode }).object;
      if (!facts.isSteady(object) || !facts.isSame(object, list, text)) return;
      const up = node.parent as JavaScriptNode;
      if (
        (up.type === "AssignmentExpression" && up.left === node) ||
        up.type === "UpdateExpression" ||
        (up.type === "UnaryExpression" && up.operator === "delete") ||
        (up.type === "CallExpression" && up.callee === node) ||
        /Pattern$|^For|^Property$|^RestElement$/.test(up.type)
      ) return;
      alert(node, {
        message: `This counts from the end by hand: \`at(-${back})\` does it`,
        // Something may look like a list and have no `at`.
        remedies: () => offer(
          `Take \`at(-${back})\``,
          "proposed",
          [{ from: object.end, to: node.end, insert: `.at(-${back})` }],
          text,
        ),
      });
    },
  },
});
