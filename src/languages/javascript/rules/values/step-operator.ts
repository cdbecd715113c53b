import { z } from "zod";
import type { Node } from "../../../../syntax/node.js";
import { bindingOf } from "../../names/facts.js";
import type { JavaScriptNode, VariableDeclarator } from "../../nodes/index.js";
import { isValueUnused, numberOf } from "../../reading.js";
import { defineRule } from "../../rule.js";

const options = z.strictObject({
  heads: z.boolean().default(true).describe("Allow them in what a loop does between two turns."),
});

/** Whether a name holds nothing but numbers of the usual kind: a text would get a `1` behind it, and a BigInt takes none. */
function isNumber(target: Node): boolean {
  const binding = bindingOf(target);
  const [only, second] = binding?.declarations ?? [];
  if (binding === undefined || only?.owner.type !== "VariableDeclarator" || second !== undefined || binding.exported) {
    return false;
  }
  if (numberOf((only.owner as VariableDeclarator).init) === undefined) return false;
  return binding.references.filter(({ access }) => access !== "read").every(({ node }) => {
    const up = node.parent as JavaScriptNode;
    return up.type === "UpdateExpression" || (up.type === "AssignmentExpression" && numberOf(up.right) !== undefined);
  });
}

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
              certainty: isNumber(argument) ? "certain" : "proposed",
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
