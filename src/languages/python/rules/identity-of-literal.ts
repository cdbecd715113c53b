import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import type { Compare, Constant } from "../nodes.js";
import { defineRule } from "../rule.js";

/** Where the operator of a comparison with an index stands. */
export function operatorOf(
  { left, ops, comparators }: Compare,
  index: number,
  text: SourceText,
): { from: number; to: number } {
  const { end } = index === 0 ? left : comparators[index - 1]!;
  const between = text.slice(end, comparators[index]!.start);
  const found = new RegExp(ops[index]!.replace(" ", "\\s+").replaceAll(/[<>=!]/g, "\\$&")).exec(between);
  const from = end + (found?.index ?? 0);
  return { from, to: from + (found?.[0].length ?? 1) };
}

const isValue = (node: Node): boolean => (
  node.type === "Constant" && /^(?:number|text|bytes)$/.test((node as Constant).kind)
) ||
  node.type === "Concatenation" ||
  node.type === "JoinedStr" ||
  /^(?:Tuple|List|Dict|Set)$/.test(node.type);

export const identityOfLiteral = defineRule({
  id: "values.identity-of-literal",
  title: "A number, text or list compared with `is`",
  why: "`is` asks whether two values are the same object, and not whether they are equal. Whether equal numbers and texts are one object is chance, and a list that is written there is always a new one. `==` compares what they hold. For `None`, `True`, `False` and `...`, of which there is one each, `is` is right.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "if tide «is» 3:\n    sail()\n", after: "if tide == 3:\n    sail()\n" },
      { code: "closed = sign «is not» \"open\"\n", after: "closed = sign != \"open\"\n" },
      { code: "if (1, 2) «is» berths:\n    moor()\n", after: "if (1, 2) == berths:\n    moor()\n" },
      { code: "empty = berths «is» []\n", after: "empty = berths == []\n" },
    ],
    quiet: [
      { code: "if tide is None or open is not True:\n    wait()\n" },
      { code: "if tide is ...:\n    wait()\n" },
      { code: "same = berth is other\n" },
    ],
  },
  visit: {
    Compare(node, { text, alert, isBroken }) {
      if (isBroken(node)) return;
      node.ops.forEach((op, index) => {
        if (op !== "is" && op !== "is not") return;
        const sides = [index === 0 ? node.left : node.comparators[index - 1]!, node.comparators[index]!];
        if (!sides.some(isValue)) return;
        const insert = op === "is" ? "==" : "!=";
        alert(operatorOf(node, index, text), {
          message: `\`${op}\` asks whether both are the same object, which is chance here: \`${insert}\` compares what they hold`,
          remedies: () => [{
            title: `Compare with \`${insert}\``,
            certainty: "proposed",
            edits: [{ ...operatorOf(node, index, text), insert }],
          }],
        });
      });
    },
  },
});
