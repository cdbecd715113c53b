import { isBuiltIn } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";

export const copyCall = defineRule({
  id: "modern.copy-call",
  title: "A copy by way of a text",
  why: "Turning an object into JSON and back loses dates, maps, `undefined` and what refers to itself. `structuredClone` keeps them, in browsers and in Node.js since 2022.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      {
        code: "export const copy = «JSON.parse(JSON.stringify(berth))»;\n",
        after: "export const copy = structuredClone(berth);\n",
      },
    ],
    quiet: [
      { code: "export const copy = structuredClone(berth);\n" },
      { code: "export const copy = JSON.parse(JSON.stringify(berth, keys));\n" },
      { code: "export const copy = JSON.parse(JSON.stringify(berth));\n", edition: 2021 },
    ],
  },
  visit: {
    CallExpression(node, { text, edition, runtimes, alert }) {
      const [inner] = node.arguments;
      if (edition < 2022 || !runtimes.some((one) => one === "browser" || one === "node" || one === "worker")) return;
      if (node.arguments.length !== 1 || inner?.type !== "CallExpression" || inner.arguments.length !== 1) return;
      if (!isBuiltIn(node.callee, "JSON.parse") || !isBuiltIn(inner.callee, "JSON.stringify")) return;
      const [value] = inner.arguments;
      if (value!.type === "SpreadElement") return;
      alert(node, {
        message: "This copies by way of a text and loses what JSON does not know: `structuredClone` copies",
        remedies: () => offer(
          "Call `structuredClone`",
          "proposed",
          [
            { from: node.start, to: value!.start, insert: "structuredClone(" },
            { from: value!.end, to: node.end, insert: ")" },
          ],
          text,
        ),
      });
    },
  },
});
