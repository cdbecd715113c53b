import { runawayOf } from "../../model/pattern/runaway.js";
import type { Node } from "../../syntax/node.js";
import { defineRule, type FileView } from "../rule.js";

/** How long the text is that a message shows, about. */
const shown = 24;

/** Longer patterns are not looked at. */
const longest = 2000;

function check(node: Node, file: FileView): void {
  const pattern = file.facts.patternAt(node, file.text);
  if (pattern === undefined || pattern.source.length > longest) return;
  const runaway = runawayOf(pattern.source, pattern);
  if (runaway === undefined || file.isBroken(node)) return;
  const { prefix, turn, suffix, loop } = runaway;
  const times = Math.max(2, Math.ceil((shown - prefix.length) / turn.length));
  const written = (text: string): string => JSON.stringify(text).slice(1, -1).replaceAll("`", "'");
  const example = written(prefix + turn.repeat(times) + suffix);
  const { at } = pattern;
  file.alert(
    at === undefined ? pattern.node : { from: at + loop.from, to: at + loop.to },
    {
      message: `This repetition can take the same text in many ways: at \`${example}\` each further \`${written(turn)}\` doubles the time or more. Turns that cannot be mistaken for each other are wanted`,
    },
  );
}

export const runawayPattern = defineRule({
  id: "risk.runaway-pattern",
  title: "A pattern that a text can keep busy for ever",
  why: "A matcher that finds no match goes back and tries the other ways. Where a repetition can take the same text in two ways, there are four for a text twice as long, and of forty characters more than can be tried in a day: whoever sends such a text stops the program. What is told was tried out, and the message shows the text.",
  level: "warning",
  kits: ["guarded"],
  examples: {
    alerts: [
      { code: "const code = /^«(\\w+\\s?)*»$/;\n" },
      { code: "const fares = /^«(?:\\d+,?)+»;/u.test(line);\n" },
      { code: "const berth = new RegExp(\"^«([a-z]+)*»$\");\n" },
      { code: "import re\n\npier = re.compile(r\"«(a|ab|b)*»c\")\n", languageId: "python" },
      { code: "import re\n\nis_name = re.match(«\"^(\\\\w+-?)+$\"», name)\n", languageId: "python" },
    ],
    quiet: [
      { code: "const code = /^\\w+(?:\\s\\w+)*$/;\nconst text = /\"(?:[^\"\\\\]|\\\\.)*\"/;\n" },
      { code: "const fares = /^(?:\\d+,)*\\d+;/;\nconst all = /(?:a|b)*c/;\nconst once = /(\\d+)?/;\n" },
      { code: "import re\n\npier = re.compile(r\"^[a-z]+(?:-[a-z]+)*$\")\n", languageId: "python" },
    ],
  },
  shapes: {
    literal: ({ node, kind }, file) => {
      if (kind === "pattern") check(node, file);
    },
    call: ({ node }, file) => check(node, file),
  },
});
