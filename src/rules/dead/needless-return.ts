import type { Node } from "../../syntax/node.js";
import { removeLines } from "../lines.js";
import { defineRule } from "../rule.js";

export const needlessReturn = defineRule({
  id: "dead.needless-return",
  title: "A return at the end of a function",
  why: "The function ends there anyway. A `return` without a value as its last statement says nothing.",
  level: "hint",
  kits: [],
  examples: {
    alerts: [{
      code: "function sail() {\n  go();\n  «return;»\n}\nfunction go() {}\n",
      after: "function sail() {\n  go();\n}\nfunction go() {}\n",
    }],
    quiet: [
      { code: "function sail() {\n  if (tide) {\n    return;\n  }\n  go();\n}\n" },
      { code: "function sail() {\n  return 1;\n}\n" },
    ],
  },
  shapes: {
    function({ body }, { text, alert, isBroken, shape }) {
      const last = Array.isArray(body) ? (body as readonly Node[]).at(-1) : undefined;
      const exit = last && shape("exit", last);
      if (exit?.kind !== "return" || exit.value !== null || isBroken(last!.parent!)) return;
      alert(last!, {
        message: "The function ends here anyway: leave the `return` out",
        labels: ["unnecessary"],
        remedies: () => [{
          title: "Remove `return`",
          certainty: "certain",
          edits: [removeLines(text, last!.start, last!.end)],
        }],
      });
    },
  },
});
