import { defineRule } from "../../rule.js";
import { statementLists, takeOut } from "../statements.js";

export const debugPause = defineRule({
  id: "calls.debug-pause",
  title: "A pause for the debugger",
  why: "`debugger` stops the program wherever developer tools are open. It is meant for a search that is over when the code is handed on.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export function sail() {\n  «debugger;»\n  return 1;\n}\n",
        after: "export function sail() {\n  return 1;\n}\n",
      },
      { code: "if (1) «debugger»\n" },
    ],
    quiet: [{ code: "const sign = \"debugger\";\nexport { sign };\n" }],
  },
  visit: {
    DebuggerStatement(node, { text, alert }) {
      alert(node, {
        message: "The program pauses here when developer tools are open: take this out before handing the code on",
        remedies: () => (
          statementLists.has(node.parent!.type) ? [{ title: "Remove the pause", ...takeOut(node, text) }] : []
        ),
      });
    },
  },
});
