import type { Node } from "../../../syntax/node.js";
import type { Constant } from "../nodes.js";
import { defineRule } from "../rule.js";
import { operatorOf } from "./identity-of-literal.js";

const isNone = (node: Node): boolean => node.type === "Constant" && (node as Constant).kind === "absent";

export const absenceByEquality = defineRule({
  id: "values.absence-by-equality",
  title: "An absent value asked for with `==`",
  why: "A class can say what it is equal to, so that `== None` may hold of something that is there, or give a table of answers. There is only one `None`, and `is` asks for it.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "if tide «==» None:\n    wait()\n", after: "if tide is None:\n    wait()\n" },
      { code: "known = None «!=» tide\n", after: "known = None is not tide\n" },
    ],
    quiet: [{ code: "if tide is None or tide == 3:\n    wait()\n" }],
  },
  visit: {
    Compare(node, { text, alert, isBroken }) {
      if (node.ops.length > 1 || isBroken(node)) return;
      const [op] = node.ops;
      if ((op !== "==" && op !== "!=") || !(isNone(node.left) || isNone(node.comparators[0]!))) return;
      const insert = op === "==" ? "is" : "is not";
      alert(operatorOf(node, 0, text), {
        message: `\`${op}\` asks what the value says it is equal to: \`${insert}\` asks for \`None\` itself`,
        remedies: () => [{
          title: `Ask with \`${insert}\``,
          certainty: "proposed",
          edits: [{ ...operatorOf(node, 0, text), insert }],
        }],
      });
    },
  },
});
