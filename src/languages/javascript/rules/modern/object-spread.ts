import type { FileView } from "../../../../rules/rule.js";
import type { CallExpression, JavaScriptNode } from "../../nodes/index.js";
import { placed, tightness } from "../../placing.js";
import { isBuiltIn } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { holdsComment } from "../comments.js";
import { fenceBefore } from "../statements.js";

import { has } from "./edition.js";

/** The call as an object that others are spread into. */
function spread(node: CallExpression, { text }: Pick<FileView, "text">): string {
  const parts = node.arguments.flatMap((given) => {
    const one = given as JavaScriptNode;
    const code = text.slice(one.start, one.end);
    if (one.type === "ObjectExpression") {
      const inner = code.slice(1, -1).trim().replace(/,$/, "");
      return inner === "" ? [] : [inner];
    }
    return [`...${tightness(one) < 1 || one.parenthesized ? `(${code})` : code}`];
  });
  return `{ ${parts.join(", ")} }`;
}

export const objectSpread = defineRule({
  id: "modern.object-spread",
  title: "Objects that are gathered in a new one by a call",
  why: "Since edition 2018 `{ ...one, ...other }` makes a new object of others, and looks like one.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      {
        code: "export const berth = «Object.assign({}, base, { pier: 3 })»;\n",
        after: "export const berth = { ...base, pier: 3 };\n",
      },
      {
        code: "export const copy = () => «Object.assign({}, base)»;\n",
        after: "export const copy = () => ({ ...base });\n",
      },
    ],
    quiet: [
      { code: "Object.assign(berth, base);\n" },
      { code: "export const berth = Object.assign({}, ...bases);\n" },
      { code: "export const berth = Object.assign({ get pier() { return 3; } }, base);\n" },
      { code: "export const berth = { ...base };\n" },
    ],
  },
  visit: {
    CallExpression(node, file) {
      const { text, isBroken, alert } = file;
      const [first, second] = node.arguments;
      if (first?.type !== "ObjectExpression" || second === undefined || !isBuiltIn(node.callee, "Object.assign")) {
        return;
      }
      if (!has(file, 2018) || isBroken(node) || node.arguments.some(({ type }) => type === "SpreadElement")) return;
      // Getters of the first are called in the one form and copied over in the other.
      if (node.arguments.some(
        (one) => one.type === "ObjectExpression" &&
          one.properties.some((member) => member.type === "Property" && member.kind !== "init"),
      )) {
        return;
      }
      alert(node, {
        message: "Objects are gathered in a new one by a call: spread them into one",
        remedies() {
          if (holdsComment(text, node.start, node.end)) return [];
          const code = placed(spread(node, file), node);
          const edits = [...fenceBefore(node, code, text), { from: node.start, to: node.end, insert: code }];
          return [{ title: "Spread them", certainty: "certain", edits }];
        },
      });
    },
  },
});
