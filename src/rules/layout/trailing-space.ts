import type { JavaScriptNode } from "../../languages/javascript/index.js";
import { piecesOf } from "../../languages/javascript/layout/pieces.js";
import { defineRule, type FileView } from "../rule.js";
import { everywhere } from "./everywhere.js";

const atLineEnd = /[ \t]+(?=[\n\r])/g;
const spaceBeforeEnd = /[ \t](?:[\n\r]|$)/;

function check(node: JavaScriptNode, { text, alert, isBroken }: FileView): void {
  if (node.type.startsWith("JSX") || node.type.startsWith("Template")) return;
  const pieces = piecesOf(node, text);
  const spaces = pieces.filter(({ space }) => spaceBeforeEnd.test(space)).map(({ space, from }) => ({
    space,
    at: from - space.length,
  }));
  if (node.type === "Program") {
    const end = pieces.at(-1)?.to ?? 0;
    spaces.push({ space: text.slice(end, text.length), at: end });
  }
  const { start } = node;
  for (const { space, at } of spaces) {
    if ((!space.includes("\n") && !space.includes("\r") && node.type !== "Program")) continue;
    const last = node.type === "Program" && at + space.length === text.length ? /[ \t]+$/.exec(space) : null;
    for (const match of [...space.matchAll(atLineEnd), ...(last ? [last] : [])]) {
      const from = at + match.index;
      const width = match[0].length;
      if (isBroken(node) && node.type !== "Program") continue;
      alert({ from, to: from + width }, {
        message: "The line ends with blank space",
        labels: ["unnecessary"],
        remedies: () => {
          const place = node.start + (from - start);
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
  visit: everywhere(check),
});
