import { lineBreakOf } from "../lines.js";
import { defineRule } from "../rule.js";

export const finalNewline = defineRule({
  id: "layout.final-newline",
  title: "A file that does not end with one line end",
  why: "With a line end behind the last line, adding a line changes one line and not two, and tools that join files do not run lines together. More than one is blank space at the end.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      { code: "export const tide = 3;«»", after: "export const tide = 3;\n" },
      { code: "export const tide = 3;\r\nexport const pier = 1;«»", after: "export const tide = 3;\r\nexport const pier = 1;\r\n" },
      { code: "export const tide = 3;\n«\n\n»", after: "export const tide = 3;\n" },
    ],
    quiet: [{ code: "export const tide = 3;\n" }, { code: "" }, { code: "export const tide = (" }],
  },
  file({ text, problems, alert }) {
    if (text === "") return;
    // A file that breaks off in mid-construct is being written; and a text without its end would take in what is put behind it.
    if (problems.some(({ code, to, insert }) => code.startsWith("unfinished") || (insert?.at ?? to) >= text.trimEnd().length)) return;
    const blank = /(?:[ \t]*(?:\r\n|\n|\r))*$/.exec(text)!;
    const first = /^[ \t]*(?:\r\n|\n|\r)/.exec(blank[0]);
    if (first === null) {
      const end = text.length;
      alert({ from: end, to: end }, {
        message: "The last line has no line end",
        remedies: () => [{ title: "Add a line end", certainty: "certain", edits: [{ from: end, to: end, insert: lineBreakOf(text) }] }],
      });
      return;
    }
    const from = blank.index === 0 ? 0 : blank.index + first[0].length;
    if (from >= text.length) return;
    alert({ from, to: text.length }, {
      message: "The file ends with blank lines",
      remedies: () => [{ title: "Remove the blank lines", certainty: "certain", edits: [{ from, to: text.length, insert: "" }] }],
    });
  },
});
