import { defineRule } from "../rule.js";

export const needlessPass = defineRule({
  id: "dead.needless-pass",
  title: "A `pass` beside other statements",
  why: "`pass` stands where a statement must stand and nothing is to be done. Beside another statement, a text that documents the function included, it does nothing and can go.",
  level: "hint",
  kits: [],
  examples: {
    alerts: [
      { code: "def moor():\n    \"\"\"Moors.\"\"\"\n    «pass»\n", after: "def moor():\n    \"\"\"Moors.\"\"\"\n" },
      { code: "if tide:\n    «pass»\n    sail()\n", after: "if tide:\n    sail()\n" },
    ],
    quiet: [{ code: "def moor():\n    pass\n" }, { code: "class Late(Exception): pass\n" }],
  },
  visit: {
    Block(block, { alert, text, edits, isBroken }) {
      const { body } = block;
      const all = body.filter(({ type }) => type === "Pass");
      // One stays where nothing else stands.
      const needless = all.length === body.length ? all.slice(1) : all;
      if (needless.length === 0 || isBroken(block)) return;
      for (const node of needless) {
        alert(node, {
          message: "This `pass` does nothing beside another statement: take it out",
          labels: ["unnecessary"],
          remedies: () => [{ title: "Take `pass` out", ...edits.takeOut(node, text) }],
        });
      }
    },
  },
});
