import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";
import { defineRule, type FileView } from "../rule.js";

const lengths = new Set(["length", "size", "count"]);

/** Whether a body takes the element of a list at a place, and nowhere asks about that place again. */
function takesElement(body: Node, list: Node, counter: Node, { text, facts, shape }: FileView): boolean {
  let takes = false;
  let asks = false;
  walk(body, (node) => {
    const member = shape("member", node);
    if (member !== undefined && facts.isSame(member.object, list, text) && facts.isSame(member.key, counter, text)) {
      takes = true;
    }
    const comparison = shape("comparison", node);
    if (
      comparison !== undefined && [comparison.left, comparison.right].some((side) => facts.isSame(side, counter, text))
    ) {
      asks = true;
    }
  });
  return takes && !asks;
}

export const oneTooFar = defineRule({
  id: "flow.one-too-far",
  title: "A loop that goes one element too far",
  why: "The elements of a list are counted from 0, so the last one stands at its length less one. A loop that goes on while the counter is at most the length takes one that is not there.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "for (let i = 0; i «<=» piers.length; i++) moor(piers[i]);\n",
        after: "for (let i = 0; i < piers.length; i++) moor(piers[i]);\n",
      },
    ],
    quiet: [
      { code: "for (let i = 0; i < piers.length; i++) moor(piers[i]);\n" },
      { code: "for (let i = 1; i <= piers.length; i++) moor(piers[i - 1]);\n" },
      { code: "for (let i = 0; i <= piers.length; i++) moor(piers.slice(0, i));\n" },
      {
        code:
          "for (let i = 0; i <= piers.length; i++) {\n  if (i === piers.length) end();\n  else moor(piers[i]);\n}\n",
      },
    ],
  },
  shapes: {
    loop({ test, body, step }, file) {
      const { text, shape, facts, isBroken, alert } = file;
      const comparison = test === null || step === null ? undefined : shape("comparison", test);
      if (comparison?.is !== "at-most" || isBroken(comparison.node)) return;
      const { left, right, operator } = comparison;
      const length = shape("member", right);
      if (length?.name === undefined || !lengths.has(length.name) || shape("name", left) === undefined) return;
      if (!facts.isSteady(length.object) || !takesElement(body, length.object, left, file)) return;
      const from = left.end + text.slice(left.end, right.start).indexOf(operator);
      const list = text.slice(length.object.start, length.object.end);
      alert({ from, to: from + operator.length }, {
        message:
          `In its last turn this takes \`${list}[${list}.${length.name}]\`, which is not there: end before with \`<\``,
        remedies() {
          const at = left.end + text.slice(left.end, right.start).indexOf(operator);
          return [
            {
              title: "End before, with `<`",
              certainty: "proposed",
              edits: [{ from: at, to: at + operator.length, insert: "<" }],
            },
          ];
        },
      });
    },
  },
});
