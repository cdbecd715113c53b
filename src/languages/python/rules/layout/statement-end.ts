import { lineBreakOf, lineHead } from "../../../../rules/lines.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import { piecesAmong } from "../../layout/pieces.js";
import { defineRule } from "../../rule.js";

function check(siblings: Siblings, { text, alert, isBroken }: FileView): void {
  const { node, base } = siblings;
  // What stands behind a header on its line stays there.
  if (node.type === "Block" && (node as Node & { isInline: boolean }).isInline) return;
  const pieces = piecesAmong(siblings, text);
  const { start } = base;
  pieces.forEach((piece, index) => {
    if (piece.text !== ";" || isBroken(node)) return;
    const next = pieces[index + 1];
    const isBetween = next?.child !== undefined && !/[\n\r]/.test(next.space);
    const from = piece.from - start;
    alert(piece, {
      message: isBetween
        ? "Two statements stand on one line: each is wanted on a line of its own"
        : "No `;` is wanted at the end of a line",
      remedies: () => {
        const at = base.start + from;
        if (!isBetween) {
          return [{ title: "Take `;` out", certainty: "certain", edits: [{ from: at, to: at + 1, insert: "" }] }];
        }
        const first = text.slice(at + 1, at + 200);
        const to = at + 1 + /^[ \t]*/.exec(first)![0].length;
        return [{
          title: "Put the second on a line of its own",
          certainty: "certain",
          edits: [{ from: at, to, insert: lineBreakOf(text) + lineHead(text, at) }],
        }];
      },
    });
  });
}

export const statementEnd = defineRule({
  id: "layout.statement-end",
  title: "Statements that end other than agreed",
  why: "The end of a line ends a statement. With `;` several stand on one line, where the second is easily overlooked.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      { code: "sail()«;» moor()\n", after: "sail()\nmoor()\n" },
      { code: "if tide:\n    sail()«;» moor()«;»\n", after: "if tide:\n    sail()\n    moor()\n" },
    ],
    quiet: [{ code: "if tide: sail(); moor()\n" }, { code: "sign = \"a; b\"  # c; d\n" }],
  },
  lists: check,
});
