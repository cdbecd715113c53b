import type { Literal } from "../../nodes/index.js";
import { methodCall } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { hasMember } from "./edition.js";

export const replaceAll = defineRule({
  id: "modern.replace-all",
  title: "A pattern that is there only to replace every place",
  why: "Since edition 2021 `replaceAll` replaces a text wherever it stands, and nobody has to know which signs mean something in a pattern.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      {
        code: "export const sign = name.replace(«/_/g», \" \");\n",
        after: "export const sign = name.replaceAll(\"_\", \" \");\n",
      },
      {
        code: "export const sign = name.replace(«/\\./g», \"\");\n",
        after: "export const sign = name.replaceAll(\".\", \"\");\n",
      },
    ],
    quiet: [
      { code: "export const sign = name.replaceAll(\"_\", \" \");\n" },
      { code: "export const sign = name.replace(/_/, \" \");\n" },
      { code: "export const sign = name.replace(/_+/g, \" \");\n" },
      { code: "export const sign = name.replace(/_/gi, \" \");\n" },
    ],
  },
  visit: {
    CallExpression(node, file) {
      const { alert } = file;
      const found = methodCall(node, "replace");
      const [pattern] = node.arguments;
      if (found?.call !== node || pattern?.type !== "Literal" || !hasMember(file, 2021)) return;
      // Letters and digits behind a backslash stand for something else.
      const match = /^\/((?:[\w \-,:;=@#%&!~'<>_]|\\[.*+?^$()[\]{}|/\\-])+)\/g$/.exec((pattern as Literal).raw);
      const { callee } = node;
      if (match === null || callee.type !== "MemberExpression") return;
      const { property } = callee;
      alert(pattern, {
        message: "This pattern is a plain text: `replaceAll` replaces it everywhere",
        remedies: () => [{
          title: "Call `replaceAll`",
          certainty: "proposed",
          edits: [
            { from: property.start, to: property.end, insert: "replaceAll" },
            { from: pattern.start, to: pattern.end, insert: JSON.stringify(match[1]!.replaceAll(/\\(.)/g, "$1")) },
          ],
        }],
      });
    },
  },
});
