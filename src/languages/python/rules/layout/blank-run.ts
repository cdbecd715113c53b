import type { FileView } from "../../../../rules/rule.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import { piecesAmong } from "../../layout/pieces.js";
import { defineRule } from "../../rule.js";

function check(siblings: Siblings, { text, alert, isBroken }: FileView): void {
  const { node, base } = siblings;
  const most = node.type === "Module" ? 2 : 1;
  const { start } = base;
  for (const { space, from } of piecesAmong(siblings, text)) {
    const ends = [...space.matchAll(/\r\n|\n|\r/g)];
    const isTop = from - space.length === 0;
    const blank = ends.length - (isTop ? 0 : 1);
    const allowed = isTop ? 0 : most;
    if (blank <= allowed || isBroken(node)) continue;
    const first = from - space.length + (isTop && allowed === 0 ? 0 : ends[allowed]!.index + ends[allowed]![0].length);
    const last = from - /[^\n\r]*$/.exec(space)![0].length;
    alert({ from: first, to: last }, {
      message: `${blank} blank lines stand here: ${allowed === 0 ? "none is wanted" : allowed === 1 ? "one is enough" : "two are enough"}`,
      labels: ["unnecessary"],
      remedies: () => {
        const at = base.start + (first - start);
        return [{
          title: "Remove the blank lines",
          certainty: "certain",
          edits: [{ from: at, to: at + (last - first), insert: "" }],
        }];
      },
    });
  }
}

export const blankRun = defineRule({
  id: "layout.blank-run",
  title: "More blank lines than agreed",
  why: "Two blank lines part the definitions of a file, and one what belongs to different thoughts in a function; more of them only push code out of sight.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      { code: "tide = 3\n\n\n«\n»sail()\n", after: "tide = 3\n\n\nsail()\n" },
      { code: "def moor():\n    tie()\n\n«\n»    wait()\n", after: "def moor():\n    tie()\n\n    wait()\n" },
    ],
    quiet: [{ code: "tide = 3\n\n\nsail()\n\nmoor()\n" }],
  },
  lists: check,
});
