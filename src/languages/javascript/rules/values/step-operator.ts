import { z } from "zod";
import type { JavaScriptNode } from "../../nodes/index.js";
import { isValueUnused } from "../../reading.js";
import { defineRule } from "../../rule.js";

const options = z.strictObject({
  heads: z.boolean().default(true).describe("Allow them in what a loop does between two turns."),
});

export const stepOperator = defineRule({
  id: "values.step-operator",
  title: "A name that is stepped with `++` or `--`",
  why: "`++` and `--` read and write in one, before or behind, which is easily misread inside of an expression. `+= 1` says what it does.",
  level: "hint",
  kits: [],
  byTaste: true,
  once: "style",
  options,
  examples: {
    alerts: [
      { code: "«seats++»;\n", after: "seats += 1;\n" },
      { code: "«--ferry.seats»;\n", after: "ferry.seats -= 1;\n" },
      { code: "sail(«seats++»);\n" },
      { code: "for (; ; «i++») sail();\n", options: { heads: false }, after: "for (; ; i += 1) sail();\n" },
    ],
    quiet: [{ code: "seats += 1;\n" }, { code: "for (let i = 0; i < 3; i++) sail();\n" }],
  },
  visit: {
    UpdateExpression(node, { text, options: { heads }, alert }) {
      const { operator, argument } = node;
      const up = node.parent as JavaScriptNode | null;
      if (heads && up?.type === "ForStatement" && up.update === node) return;
      const sign = operator === "++" ? "+=" : "-=";
      const isAlone = isValueUnused(node);
      alert(node, {
        message: isAlone
          ? `\`${operator}\` stands here: \`${sign} 1\` says the same`
          : `\`${operator}\` changes the name and gives a value at once: do one after the other`,
        remedies: () => (
          isAlone
            ? [{
              title: `Write \`${sign} 1\``,
              certainty: "certain",
              edits: [{
                from: node.start,
                to: node.end,
                insert: `${text.slice(argument.start, argument.end)} ${sign} 1`,
              }],
            }]
            : []
        ),
      });
    },
  },
});
