import { z } from "zod";
import { lineBreakOf } from "../../../../rules/lines.js";
import type { FileView } from "../../../../rules/rule.js";
import { nodeAt } from "../../../../syntax/walk.js";
import type { Program } from "../../index.js";
import { defineRule } from "../../rule.js";

const options = z.strictObject({
  style: z.enum(["as-found", "lf", "crlf"])
    .default("as-found")
    .describe(
      "How lines end: as the first line of the file does, with a line feed, or with a carriage return and a line feed.",
    ),
});

const names: Readonly<Record<string, string>> = {
  "\n": "a line feed",
  "\r\n": "a carriage return and a line feed",
  "\r": "a carriage return",
};

/** Looks at all of the text, as how its first line ends may count for all others. */
function check(node: Program, { text, options: { style }, alert }: FileView<z.output<typeof options>>): void {
  const wanted = style === "as-found" ? lineBreakOf(text) : style === "lf" ? "\n" : "\r\n";
  const source = text.slice(0, text.length);
  if (wanted === "\n" && !source.includes("\r")) return;
  for (const { 0: found, index } of source.matchAll(/\r\n|[\n\r]/g)) {
    // The lines of a template are its own.
    if (found === wanted || nodeAt(node, index).type.startsWith("Template")) continue;
    alert({ from: index, to: index + found.length }, {
      message: `This line ends with ${names[found]}: ${names[wanted]} is wanted`,
      remedies: () => [{
        title: "End it as agreed",
        certainty: "certain",
        edits: [{ from: index, to: index + found.length, insert: wanted }],
      }],
    });
  }
}

export const lineEnd = defineRule({
  id: "layout.line-end",
  title: "A line that ends otherwise than the others, or than agreed",
  why: "Where lines end in two ways, a comparison shows whole files as changed, and some tools run the lines together.",
  level: "hint",
  kits: [],
  options,
  examples: {
    alerts: [
      { code: "sail();\nmoor();«\r\n»wait();\n", after: "sail();\nmoor();\nwait();\n" },
      { code: "sail();\r\nsail({«\n»  tide });\r\n", after: "sail();\r\nsail({\r\n  tide });\r\n" },
      { code: "sail();«\r\n»", options: { style: "lf" }, after: "sail();\n" },
      { code: "sail();«\n»", options: { style: "crlf" }, after: "sail();\r\n" },
    ],
    quiet: [{ code: "sail();\r\nwait();\r\n" }, { code: "sail();\nwait(`a\r\n`);\n" }],
  },
  visit: { Program: check },
});
