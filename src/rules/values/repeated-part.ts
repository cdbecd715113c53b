import type { Node } from "../../syntax/node.js";
import { conditionParts } from "../condition-parts.js";
import { defineRule } from "../rule.js";

export const repeatedPart = defineRule({
  id: "values.repeated-part",
  title: "A part of a condition that stands there twice",
  why: "The second time the answer is the same. One of the two was most likely copied and never changed.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "if (pier.free || late || «pier.free») moor();\n" },
      { code: "if (tide > 3 && «tide > 3») sail();\n" },
    ],
    quiet: [
      { code: "if (pier.free || late) moor();\n" },
      { code: "if (next() && next()) sail();\n" },
      { code: "if ((tide && a) || (tide && b)) sail();\n" },
    ],
  },
  shapes: {
    logical(top, file) {
      const { text, shape, facts, isBroken, alert } = file;
      if (top.node.parent !== null && shape("logical", top.node.parent)?.is === top.is) return;
      // By their code without blank space, as there may be thousands.
      const seen = new Map<string, Node[]>();
      for (const part of conditionParts(top, file)) {
        if (!facts.isSteady(part) || shape("literal", part) !== undefined) continue;
        const code = text.slice(part.start, part.end).replaceAll(/\s+/g, "");
        const alike = seen.get(code) ?? [];
        const before = alike.find((one) => facts.isSame(one, part, text));
        if (before === undefined) seen.set(code, [...alike, part]);
        else if (!isBroken(top.node)) {
          alert(part, {
            message:
              "This is asked in the same condition already: one of the two is to be something else, or it can go",
            related: [{ at: before, message: "It is asked here first" }],
          });
        }
      }
    },
  },
});
