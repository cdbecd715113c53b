import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";
import { defineRule } from "../rule.js";

/** Whether a jump leaves `block`. */
function leaves(jump: Node, block: Node): boolean {
  if (jump.type === "ReturnStatement" || jump.type === "ThrowStatement") return true;
  const label = (jump as unknown as { label: { name: string } | null }).label?.name;
  for (let up = jump.parent; up !== null && up !== block; up = up.parent) {
    if (label !== undefined) {
      if (up.type === "LabeledStatement" && (up as unknown as { label: { name: string } }).label.name === label) {
        return false;
      }
    } else if (
      /^(?:For|While|DoWhile)/.test(up.type) || (jump.type === "BreakStatement" && up.type === "SwitchStatement")
    ) return false;
  }
  return true;
}

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
  visit: {
    TryStatement({ finalizer }, { alert, text }) {
      if (finalizer === null) return;
      const isMeant = ({ start, end }: Node): boolean => {
        const before = text.slice(Math.max(finalizer.start, start - 300), start);
        return /(?:\/\/[^\n\r]*\r?\n|\*\/)[ \t]*$/.test(before) ||
          /^[ \t]*(?:\/\/|\/\*)/.test(text.slice(end, end + 100));
      };
      walk(finalizer, (node) => {
        if (node.type.includes("Function") || node.type === "ClassBody") return false;
        const isJump = node.type === "ReturnStatement" ||
          node.type === "BreakStatement" ||
          node.type === "ContinueStatement";
        if (isJump && leaves(node, finalizer) && !isMeant(node)) {
          alert(node, { message: "Leaving `finally` here throws away what was returned or thrown before" });
        }
        return true;
      });
    },
  },
});
