import { breakOptions, tellLineBreaks, type BreakOptions } from "../../../../rules/layout/line-breaks.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { LayoutStyle } from "../../layout/index.js";
import { defineRule } from "../../rule.js";
import { itemLayout, items, styleOf, styleRules } from "./item-layout.js";
import { lineWidth } from "./line-width.js";

/** The style that the settings come to. */
function styleFor(file: FileView<BreakOptions>): LayoutStyle {
  return styleOf(file, file.beside(lineWidth).options.most, file.options.brokenLists);
}

function* prepare(item: Node, file: FileView<BreakOptions>): Generator<void> {
  if (item.parent?.type !== "Module" || file.isBroken(item)) return;
  yield* itemLayout.unitsAhead(item, file.text, styleFor(file));
}

function check(item: Node, file: FileView<BreakOptions>): void {
  if (item.parent?.type !== "Module" || file.isBroken(item)) return;
  const { isOn, options: { most } } = file.beside(lineWidth);
  tellLineBreaks(item, file, {
    layout: itemLayout,
    style: styleFor(file),
    told: isOn ? most : undefined,
    placed: () => new Set(),
  });
}

export const lineBreaks = defineRule({
  id: "layout.line-breaks",
  title: "Lines that end elsewhere than agreed",
  why: "Code that everybody breaks over lines in the same way is read without noticing how it is laid out, and a change of it shows what has changed and nothing else. What does not fit into the width that `layout.line-width` agrees on is broken inside of brackets, and what fits is joined.",
  level: "hint",
  kits: ["tidy"],
  options: breakOptions,
  beside: [lineWidth, ...styleRules],
  examples: {
    alerts: [
      {
        code: "fare = price(party,«\n             »day)\n",
        after: "fare = price(party, day)\n",
      },
      {
        code: "fare = price(«\n    party, day\n»)\n",
        options: { brokenLists: "join" },
        after: "fare = price(party, day)\n",
      },
      {
        code: "party = {\n    \"adults\": 2,« »\"children\": 1\n}\n",
        after: "party = {\n    \"adults\": 2,\n    \"children\": 1\n}\n",
      },
      {
        code: "fare = first +« \\\n    »second\n",
        after: "fare = first + second\n",
      },
      {
        code: "sail(«\n  north,\n  »south,  # the long way\n)\n",
        after: "sail(\n    north,\n    south,  # the long way\n)\n",
      },
    ],
    quiet: [{
      code: "fare = price(\n    party,\n    day,\n)\nif (\n    tide\n    and berth\n):\n    sail()\n",
    }],
  },
  visit: Object.fromEntries(items.map((kind) => [kind, check])),
  ahead: Object.fromEntries(items.map((kind) => [kind, prepare])),
});
