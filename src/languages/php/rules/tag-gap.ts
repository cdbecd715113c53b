import { ruleFor } from "../../adapted/rule.js";

export const tagGap = ruleFor("php", {
  id: "layout.tag-gap",
  title: "Blank space before a closing tag",
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
  file({ text, alert }) {
    const closing = /([ \t]*)\?>/g;
    const code = text.slice(0, text.length);
    for (let match = closing.exec(code); match !== null; match = closing.exec(code)) {
      const [, gap] = match;
      const at = match.index + gap!.length;
      const before = code.charAt(match.index - 1);
      // At the head of a line it has its place; in a text it may be anything.
      if (gap === " " || match.index === 0 || before === "\n" || !isClosing(code, at)) continue;
      const from = gap === "" ? match.index - 1 : match.index;
      alert({ from, to: at }, {
        message: gap === ""
          ? "There is no space before this closing tag: one is wanted"
          : "One space is wanted before a closing tag",
        remedies: () => [{
          title: "One space",
          certainty: "certain",
          edits: [{ from: match.index, to: at, insert: " " }],
        }],
      });
    }
  },
});

/** Whether a tag closes code that was opened in its line. */
function isClosing(code: string, at: number): boolean {
  const line = code.slice(code.lastIndexOf("\n", at) + 1, at);
  const open = line.lastIndexOf("<?");
  return open >= 0 && !/["'`]|\/\/|#|\/\*/.test(line.slice(open));
}
