import type { SourceText } from "../../text/text.js";
import { lineBreakOf } from "../lines.js";
import { defineRule } from "../rule.js";

/** The end of a text, from the last character that is no blank space. */
function tailOf(text: SourceText): string {
  for (let size = 64; ; size *= 8) {
    const tail = text.slice(text.length - size);
    if (size >= text.length || tail.trimStart() !== "") return tail;
  }
}

export const finalNewline = defineRule({
  id: "layout.final-newline",
  title: "A file that does not end with one line end",
  why: "With a line end behind the last line, adding a line changes one line and not two, and tools that join files do not run lines together. More than one is blank space at the end.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      { code: "export const tide = 3;«»", after: "export const tide = 3;\n" },
      {
        code: "export const tide = 3;\r\nexport const pier = 1;«»",
        after: "export const tide = 3;\r\nexport const pier = 1;\r\n",
      },
      { code: "export const tide = 3;\n«\n\n»", after: "export const tide = 3;\n" },
    ],
    quiet: [{ code: "export const tide = 3;\n" }, { code: "" }, { code: "export const tide = (" }],
  },
  file({ text, problems, alert }) {
    const end = text.length;
    if (end === 0) return;
    const tail = tailOf(text);
    const base = end - tail.length;
    // A file that breaks off in mid-construct is being written; and a text without its end would take in what is put behind it.
    if (problems.some(
      ({ code, to, insert }) => code.startsWith("unfinished") || (insert?.at ?? to) >= base + tail.trimEnd().length,
    )) return;
    const blank = /(?:[ \t]*(?:\r\n|\n|\r(?!\n)))*$/.exec(tail)!;
    const first = /^[ \t]*(?:\r\n|\n|\r)/.exec(blank[0]);
    if (first === null) {
      alert({ from: end, to: end }, {
        message: "The last line has no line end: one is wanted",
        remedies: () => [{
          title: "Add a line end",
          certainty: "certain",
          edits: [{ from: text.length, to: text.length, insert: lineBreakOf(text) }],
        }],
      });
      return;
    }
    const from = base + blank.index === 0 ? 0 : base + blank.index + first[0].length;
    if (from >= end) return;
    const length = end - from;
    alert({ from, to: end }, {
      message: "Blank lines stand at the end of the file: none are wanted",
      remedies: () => [{
        title: "Remove the blank lines",
        certainty: "certain",
        edits: [{ from: text.length - length, to: text.length, insert: "" }],
      }],
    });
  },
});
