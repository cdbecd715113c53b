import { z } from "zod";
import type { FileView } from "../../../../rules/rule.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import { piecesAmong } from "../../layout/pieces.js";
import { defineRule } from "../../rule.js";
import { amongAll, isBrokenBeside } from "./everywhere.js";

const options = z.strictObject({
  most: z.int().min(0).max(10).default(1).describe("How many blank lines may follow each other."),
  atEdges: z.int().min(0).max(10).default(0).describe("How many may stand at the beginning or end of a block."),
});

const blankLine = /[\n\r][ \t]*[\n\r]/;

function check(siblings: Siblings, file: FileView<z.output<typeof options>>): void {
  const { node, base } = siblings;
  const { text, options: { most, atEdges }, alert } = file;
  const pieces = piecesAmong(siblings, text);
  const { start } = base;
  for (let index = 0; index < pieces.length; index += 1) {
    const { space, from: to, text: token, child } = pieces[index]!;
    const before = pieces[index - 1];
    // Mostly there is one line end, or none, or one blank line between two statements.
    if (before !== undefined) {
      const second = space.indexOf("\n", 1);
      const isOne = second === 1 && space.indexOf("\n", 2) < 0 && child !== undefined && before.child !== undefined;
      if (space.length < 2 || (isOne && most > 0) || !blankLine.test(space)) continue;
    }
    const isEdge = before?.text === "{" || token === "}" || (before === undefined && node.type === "Program");
    const allowed = isEdge ? atEdges : most;
    const lines = [...space.matchAll(/\r\n|\n|\r/g)];
    // The first line end is that of the line before, if there is one.
    const blank = lines.length - (before === undefined && node.type === "Program" ? 0 : 1);
    if (blank <= allowed || isBrokenBeside(file.isBroken, node, before?.child, child)) continue;
    const first = lines[lines.length - blank + allowed - (before === undefined && node.type === "Program" ? 0 : 1)]!;
    const from = to -
      space.length +
      (before === undefined && node.type === "Program" && allowed === 0 ? 0 : first.index + first[0].length);
    const end = to - /[^\n\r]*$/.exec(space)![0].length;
    const width = end - from;
    alert({ from, to: end }, {
      message: isEdge && atEdges === 0
        ? "A blank line stands at the edge of a block: none is wanted"
        : `${blank} blank lines stand here: ${allowed === 1 ? "one is" : `${allowed} are`} enough`,
      labels: ["unnecessary"],
      remedies: () => {
        const place = base.start + (from - start);
        return [{
          title: blank - allowed === 1 ? "Remove the blank line" : "Remove the blank lines",
          certainty: "certain",
          edits: [{ from: place, to: place + width, insert: "" }],
        }];
      },
    });
  }
}

export const blankRun = defineRule({
  id: "layout.blank-run",
  title: "More blank lines than agreed",
  why: "One blank line parts what belongs to different thoughts; more of them only push code out of sight.",
  level: "hint",
  kits: ["tidy"],
  options,
  examples: {
    alerts: [
      { code: "const tide = 1;\n\n«\n\n»sail(tide);\n", after: "const tide = 1;\n\nsail(tide);\n" },
      { code: "function sail() {\n«\n»  wait();\n«\n»}\n", after: "function sail() {\n  wait();\n}\n" },
      { code: "«\n»sail();\n", after: "sail();\n" },
      { code: "sail();\n\n\n«\n»wait();\n", options: { most: 2 }, after: "sail();\n\n\nwait();\n" },
    ],
    quiet: [{ code: "const tide = 1;\n\n// The sea.\nsail(tide);\nconst text = `\n\n\n`;\n" }],
  },
  siblings: amongAll(check),
});
