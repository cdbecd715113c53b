import type { FileView } from "../../../../rules/rule.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import { piecesAmong, type Piece } from "../../layout/pieces.js";
import { defineRule } from "../../rule.js";
import { amongAll, isBrokenBeside } from "./everywhere.js";

const atLineEnd = /[ \t]+(?=[\n\r])/g;
const spaceBeforeEnd = /[ \t](?:[\n\r]|$)/;

interface Space {
  readonly space: string;
  readonly at: number;
  readonly around: readonly (Piece | undefined)[];
}

function check(siblings: Siblings, { text, alert, isBroken }: FileView): void {
  const { node, base, isLast } = siblings;
  const pieces = piecesAmong(siblings, text);
  const spaces: Space[] = [];
  pieces.forEach((piece, index) => {
    const { space, from } = piece;
    if (spaceBeforeEnd.test(space)) {
      spaces.push({ space, at: from - space.length, around: [pieces[index - 1], piece] });
    }
  });
  if (node.type === "Program" && isLast) {
    const last = pieces.at(-1);
    const end = last?.to ?? 0;
    spaces.push({ space: text.slice(end, text.length), at: end, around: [last] });
  }
  const { start } = base;
  for (const { space, at, around: [left, right] } of spaces) {
    if ((!space.includes("\n") && !space.includes("\r") && node.type !== "Program")) continue;
    const last = node.type === "Program" && at + space.length === text.length ? /[ \t]+$/.exec(space) : null;
    for (const match of [...space.matchAll(atLineEnd), ...(last ? [last] : [])]) {
      const from = at + match.index;
      const width = match[0].length;
      if (isBrokenBeside(isBroken, node, left?.child, right?.child)) continue;
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
    }
  }
}

export const trailingSpace = defineRule({
  id: "layout.trailing-space",
  title: "Blank space at the end of a line",
  why: "It cannot be seen, and shows up as a change where nothing changed.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      {
        code: "const tide = 1;«  »\n«\t»\nsail(tide,« »\n  tide);\n",
        after: "const tide = 1;\n\nsail(tide,\n  tide);\n",
      },
      { code: "sail();\n«  »", after: "sail();\n" },
    ],
    quiet: [{ code: "const text = `a  \n  b`;\n// a comment keeps what it has  \nsail();\n" }],
  },
  siblings: amongAll(check),
});
