import { defineRule } from "../../rule.js";
import { statementLists, takeOut } from "../statements.js";

export const straySemicolon = defineRule({
  id: "dead.stray-semicolon",
  title: "A semicolon that ends nothing",
  why: "A `;` without a statement before it is most often one typed twice. Behind a function or class declaration it does nothing.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      { code: "sail();«;»\nfunction sail() {}\n", after: "sail();\nfunction sail() {}\n" },
      { code: "function sail() {}«;»\n", after: "function sail() {}\n" },
    ],
    quiet: [
      { code: "for (;;);\n" },
      { code: "while (sail());\nfunction sail() {}\n" },
      { code: "sail()\n;[1].map(sail)\nfunction sail() {}\n" },
    ],
  },
  visit: {
    EmptyStatement(node, { text, alert, isBroken }) {
      const from = node.start;
      const to = from + node.length;
      if (node.length === 0 || !statementLists.has(node.parent!.type) || isBroken(node)) return;
      // At the head of a line a `;` keeps what follows from being read as a part of the line before.
      if (/^[ \t]*[([`+\-*/]/.test(text.slice(to, to + 200))) return;
      alert(node, {
        message: "This `;` ends nothing: take it out",
        labels: ["unnecessary"],
        remedies: () => [{
          title: "Remove `;`",
          ...takeOut(node, text),
        }],
      });
    },
  },
});
