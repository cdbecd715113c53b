import { ruleFor } from "../../adapted/rule.js";

export const tagGap = ruleFor("php", {
  id: "layout.tag-gap",
  title: "The gap before a closing tag",
  why: "One space before a `?>` that ends the code of its line sets the two apart, as it does behind the opening tag.",
  level: "hint",
  kits: ["tidy"],
  once: "style",
  examples: {
    alerts: [
      { code: "<p><?= $tide«;»?></p>\n", after: "<p><?= $tide; ?></p>\n" },
      { code: "<p><?= $tide«   »?></p>\n", after: "<p><?= $tide ?></p>\n" },
    ],
    quiet: [{ code: "<p><?= $tide ?></p>\n" }, { code: "<?php\nsail();\n?>\n<p>Moored</p>\n" }],
  },
  visit: {
    php_end_tag(node, { text, alert, isBroken }) {
      const { start: at } = node;
      const before = text.slice(Math.max(0, at - 100), at);
      const gap = /[ \t]*$/.exec(before)![0];
      // At the head of a line it has its place.
      if (gap === " " || gap === before || before.at(-gap.length - 1) === "\n" || isBroken(node)) return;
      const from = at - gap.length;
      alert({ from: gap === "" ? at - 1 : from, to: at }, {
        message: gap === ""
          ? "There is no space before this closing tag: one is wanted"
          : "One space is wanted before a closing tag",
        remedies: () => [{
          title: "One space",
          certainty: "certain",
          edits: [{ from, to: at, insert: " " }],
        }],
      });
    },
  },
});
