import { defineRule } from "../rule.js";

export const singleTurn = defineRule({
  id: "flow.single-turn",
  title: "A loop that ends in its first turn",
  why: "Whatever way control takes through the loop, it leaves it before a second turn. Most often an exit stands outside the condition it belongs under; otherwise an `if` says what is meant.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export function free(berths) {\n  «for» (let i = 0; i < 9; i++) {\n    if (berths[i]) log(i);\n    return i;\n  }\n  return -1;\n}\nfunction log() {}\n",
      },
      {
        code: "export function wait(tide) {\n  «while» (tide()) {\n    if (tide() > 3) sail();\n    break;\n  }\n}\nfunction sail() {}\n",
      },
      { code: "«while» tide():\n    moor()\n    break\n", languageId: "python" },
    ],
    quiet: [
      {
        code: "export function free(berths) {\n  for (let i = 0; i < 9; i++) {\n    if (berths[i]) return i;\n  }\n  return -1;\n}\n",
      },
      { code: "export function first(all) {\n  for (const one of all) return one;\n  return null;\n}\n" },
      { code: "export function wait(tide) {\n  while (tide()) {\n    if (tide() > 3) continue;\n    break;\n  }\n}\n" },
    ],
  },
  flow(flow, { alert, isBroken, shape }) {
    for (const loop of flow.loops) {
      const { node, head, body, first, last, after } = loop;
      if (!body.reached) continue;
      const turns = flow.blocks
        .slice(first, last + 1)
        .some((block) => block !== after && block.next.some(({ to }) => to === head));
      if (turns || isBroken(node)) continue;
      alert(
        { headOf: node, length: shape("loop", node)!.word.length },
        { message: "This loop ends in its first turn: every way through it leaves it" },
      );
    }
  },
});
