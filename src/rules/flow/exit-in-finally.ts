import { isInside, walk } from "../../syntax/walk.js";
import { defineRule } from "../rule.js";

export const exitInFinally = defineRule({
  id: "flow.exit-in-finally",
  title: "A way out of a finally block",
  why: "A `return`, `break` or `continue` that leaves `finally` throws away whatever was returned or thrown before, in silence.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [{ code: "function sail() {\n  try {\n    return go();\n  } finally {\n    «return 0;»\n  }\n}\n" }],
    quiet: [
      {
        code: "function sail() {\n  try {\n    return go();\n  } finally {\n    // Whatever happened, the ferry is in the harbour.\n    return 0;\n  }\n}\n",
      },
      {
        code: "function sail() {\n  try {\n    return go();\n  } finally {\n    for (const pier of piers) if (pier) break;\n    later(() => { return 1; });\n  }\n}\n",
      },
    ],
  },
  shapes: {
    handler({ always }, { alert, text, facts, shape }) {
      if (always === null) return;
      walk(always, (node) => {
        if (shape("function", node) !== undefined || shape("class", node) !== undefined) return false;
        const exit = shape("exit", node);
        if (exit === undefined || exit.kind === "throw") return true;
        const stays = exit.leaves !== null && isInside(exit.leaves, always);
        if (!stays && !facts.isExplained(node, text)) {
          alert(node, { message: "Leaving `finally` here throws away what was returned or thrown before" });
        }
        return true;
      });
    },
  },
});
