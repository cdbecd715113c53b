import { breakHooks, breakOptions } from "../../../../rules/layout/line-breaks.js";
import { defineRule } from "../../rule.js";
import { itemLayout, items, styleOf, styleRules } from "./item-layout.js";
import { lineWidth } from "./line-width.js";

const { check, prepare } = breakHooks({
  top: "Module",
  layout: itemLayout,
  styleFor: (file) => styleOf(file, file.beside(lineWidth).options.most, file.options.brokenLists),
  width: lineWidth,
  placed: () => new Set(),
});

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
