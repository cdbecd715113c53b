import { z } from "zod";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { reindented, wrongBlock } from "../../layout/indentation.js";
import { defineRule } from "../../rule.js";

const options = z.strictObject({
  unit: z.union([z.int().min(1).max(8), z.literal("tab")])
    .default(4)
    .describe("By how many spaces each step is indented, or `tab`."),
});

type Options = z.output<typeof options>;

/** A step of indentation as text. */
export const stepOf = ({ unit }: Options): string => (unit === "tab" ? "\t" : " ".repeat(unit));

/** Blank space in words. */
function said(space: string): string {
  if (space.includes(" ") && space.includes("\t")) return "tabs and spaces";
  return `${space.length} ${space.includes("\t") ? "tab" : "space"}${space.length === 1 ? "" : "s"}`;
}

function check(item: Node, { text, options: tuned, alert, isBroken }: FileView<Options>): void {
  if (item.parent?.type !== "Module") return;
  const step = stepOf(tuned);
  const { start } = item;
  const wrong = wrongBlock(item, start, "", step, text, start);
  if (wrong === undefined || isBroken(item)) return;
  const { first, found, wanted } = wrong;
  const to = first.start;
  alert({ from: to - found.length, to }, {
    message: `This block is indented by ${said(found)}: ${said(wanted)} ${wanted.length === 1 ? "is" : "are"} wanted`,
    remedies: () => [{
      title: "Indent the blocks of this statement so",
      certainty: "certain",
      edits: reindented(item, step, text),
    }],
  });
}

const items = ["FunctionDef", "ClassDef", "If", "While", "For", "With", "Try", "Match"] as const;

export const indent = defineRule({
  id: "layout.indent",
  title: "A line that is indented otherwise than agreed",
  why: "Blocks that all step in by as much are told apart at a glance. With tabs in one line and spaces in the next, two editors show two programs.",
  level: "hint",
  kits: ["tidy"],
  once: "style",
  options,
  examples: {
    alerts: [
      {
        code: "def sail(to):\n«  »if to:\n    # North.\n    go(\n      to,\n    )\n  else:\n    wait()\n",
        after: "def sail(to):\n    if to:\n        # North.\n        go(\n          to,\n        )\n    else:\n        wait()\n",
      },
      {
        code: "class Ferry:\n«\t»def sail(self):\n\t\t\"\"\"Sails\n\t\tnorth.\"\"\"\n",
        after: "class Ferry:\n    def sail(self):\n        \"\"\"Sails\n\t\tnorth.\"\"\"\n",
      },
      {
        code: "while tide:\n    try:\n«          »sail()\n    finally:\n          moor()\n          # Done.\n",
        after: "while tide:\n    try:\n        sail()\n    finally:\n        moor()\n        # Done.\n",
      },
      { code: "if tide:\n«    »sail()\n", options: { unit: 2 }, after: "if tide:\n  sail()\n" },
    ],
    quiet: [
      { code: "def sail():\n    if tide: go()\n    else:\n        wait(to,\n             north)\n" },
      { code: "match tide:\n    case 1:\n        sail()\n" },
      { code: "if tide:\n\tsail()\n", options: { unit: "tab" } },
    ],
  },
  visit: Object.fromEntries(items.map((kind) => [kind, check])),
});
