import { inPlaceAs, tightness } from "../../placing.js";
import { isBuiltIn } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { holdsComment } from "../comments.js";
import { has } from "./edition.js";

export const powerOperator = defineRule({
  id: "modern.power-operator",
  title: "A call of Math.pow",
  why: "Since edition 2016 `**` raises to a power, and reads like other operators.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      { code: "export const area = «Math.pow(side, 2)»;\n", after: "export const area = side ** 2;\n" },
      { code: "export const area = -«Math.pow(a + b, -c)»;\n", after: "export const area = -((a + b) ** -c);\n" },
    ],
    quiet: [{ code: "export const area = side ** 2;\n" }, { code: "export const area = Math.pow(...sides);\n" }],
  },
  visit: {
    CallExpression(node, file) {
      const { text, alert } = file;
      const [base, power] = node.arguments;
      if (node.arguments.length !== 2 || !isBuiltIn(node.callee, "Math.pow") || !has(file, 2016)) return;
      if (base!.type === "SpreadElement" || power!.type === "SpreadElement") return;
      alert(node, {
        message: "`Math.pow` is called: `**` does the same",
        remedies() {
          if (holdsComment(text, node.start, node.end)) return [];
          const code = (of: typeof base, least: number): string => {
            const own = text.slice(of!.start, of!.end);
            return tightness(of!) < least || of!.parenthesized ? `(${own})` : own;
          };
          const insert = inPlaceAs(`${code(base, 15)} ** ${code(power, 13)}`, 13, node);
          return [{
            title: "Write it with `**`",
            certainty: "certain",
            edits: [{ from: node.start, to: node.end, insert }],
          }];
        },
      });
    },
  },
});
