import { lineBreakOf } from "../../../../rules/lines.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import type { FunctionDef } from "../../nodes.js";
import { defineRule } from "../../rule.js";

const isDefinition = ({ type }: Node): boolean => type === "FunctionDef" || type === "ClassDef";
const isShort = (node: Node): boolean => isDefinition(node) && (node as FunctionDef).body.isInline;

/** The blank lines that a stretch between two statements holds at most in one place. */
function blankLines(gap: string): number {
  let most = 0;
  let run = 0;
  const lines = gap.split(/\r\n|\n|\r/);
  // The first and the last belong to lines with code.
  for (const line of lines.slice(1, -1)) {
    run = line.trim() === "" ? run + 1 : 0;
    most = Math.max(most, run);
  }
  return most;
}

function check({ node, before, children }: Siblings, { text, alert, isBroken }: FileView): void {
  const wanted = node.type === "Module" ? 2 : node.parent?.type === "ClassDef" ? 1 : 0;
  if (wanted === 0) return;
  const all = before === null ? children : [before, ...children];
  for (let index = 1; index < all.length; index += 1) {
    const one = all[index - 1]!;
    const other = all[index]!;
    if (!isDefinition(one) && !isDefinition(other)) continue;
    // Short ones, as overloads are, may stand together; and what documents a class may stand right before its first method.
    if (isShort(one) && isShort(other)) continue;
    const gap = text.slice(one.end, other.start);
    if (!/[\n\r]/.test(gap) || gap.length > 5000) continue;
    const found = blankLines(gap);
    if (found >= wanted || isBroken(one) || isBroken(other)) continue;
    const word = isDefinition(other) ? other : one;
    const lack = wanted - found;
    alert({ headOf: word === one ? other : word, length: Math.min(other.length, 5) }, {
      message: `${found === 0 ? "No blank line stands" : "One blank line stands"} here around a ${word.type === "ClassDef" ? "class" : "function"}: ${wanted === 2 ? "two are" : "one is"} wanted`,
      remedies: () => {
        const source = text.slice(one.end, other.start);
        const end = /^[^\n\r]*(?:\r\n|\n|\r)/.exec(source)![0].length;
        const at = one.end + end;
        return [{
          title: lack === 1 ? "Add a blank line" : "Add blank lines",
          certainty: "certain",
          edits: [{ from: at, to: at, insert: lineBreakOf(text).repeat(lack) }],
        }];
      },
    });
  }
}

export const blankBetween = defineRule({
  id: "layout.blank-between",
  title: "Blank lines between definitions other than agreed",
  why: "Two blank lines around the functions and classes of a file, and one between the methods of a class, show at a glance where each begins.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      { code: "tide = 3\n«def m»oor():\n    pass\n", after: "tide = 3\n\n\ndef moor():\n    pass\n" },
      {
        code: "class Ferry:\n    def moor(self):\n        pass\n    «def s»ail(self):\n        pass\n",
        after: "class Ferry:\n    def moor(self):\n        pass\n\n    def sail(self):\n        pass\n",
      },
      { code: "def moor():\n    pass\n\n«sail(»)\n", after: "def moor():\n    pass\n\n\nsail()\n" },
    ],
    quiet: [
      { code: "import tides\n\n\n# Moors.\ndef moor():\n    def tie():\n        pass\n    tie()\n\n\nmoor()\n" },
      { code: "class Ferry:\n    def moor(self): ...\n    def sail(self): ...\n" },
    ],
  },
  lists: check,
});
