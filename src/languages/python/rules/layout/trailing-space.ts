import type { FileView } from "../../../../rules/rule.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import { piecesAmong } from "../../layout/pieces.js";
import { defineRule } from "../../rule.js";
import { amongAll } from "./gaps.js";

const atLineEnd = /[ \t]+(?=[\n\r])/g;

function check(siblings: Siblings, { text, alert, isBroken }: FileView): void {
  const { node, base, isLast } = siblings;
  const { start } = base;
  const pieces = piecesAmong(siblings, text);
  const tell = (from: number, width: number): void => {
    if (node.type !== "Module" && isBroken(node)) return;
    alert({ from, to: from + width }, {
      message: "The line ends with blank space: none is wanted",
      labels: ["unnecessary"],
      remedies: () => {
        const place = base.start + (from - start);
        return [{
          title: "Remove the blank space",
          certainty: "certain",
          edits: [{ from: place, to: place + width, insert: "" }],
        }];
      },
    });
  };
  for (const { space, from, text: word, to } of pieces) {
    if (/[\n\r]/.test(space) && /[ \t][\n\r]/.test(space)) {
      for (const { index, 0: found } of space.matchAll(atLineEnd)) tell(from - space.length + index, found.length);
    }
    const behind = word.startsWith("#") ? /[ \t]+$/.exec(word) : null;
    if (behind) tell(to - behind[0].length, behind[0].length);
  }
  if (node.type !== "Module" || !isLast) return;
  const end = pieces.at(-1)?.to ?? 0;
  const rest = text.slice(end, text.length);
  for (const { index, 0: found } of rest.matchAll(/[ \t]+(?=[\n\r]|$)/g)) tell(end + index, found.length);
}

export const trailingSpace = defineRule({
  id: "layout.trailing-space",
  title: "Blank space at the end of a line",
  why: "It cannot be seen, and shows up as a change where nothing changed.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      { code: "tide = 3«  »\n« »\nsail(tide,«\t»\n     tide)\n", after: "tide = 3\n\nsail(tide,\n     tide)\n" },
      { code: "# moor« »\nsail()\n", after: "# moor\nsail()\n" },
      { code: "if tide:\n    sail()«  »\n    moor()«  »\n", after: "if tide:\n    sail()\n    moor()\n" },
    ],
    quiet: [{ code: "sign = \"\"\"Pier  \n2\"\"\"\n" }, { code: "tide = 3\n\nsail()\n" }],
  },
  siblings: amongAll(check),
});
