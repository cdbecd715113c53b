import { tellLongLines, widthOptions, type WidthOptions } from "../../../../rules/layout/line-width.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { defineRule } from "../../rule.js";
import { itemLayout, items, styleOf, styleRules } from "./item-layout.js";

function check(item: Node, file: FileView<WidthOptions>): void {
  if (item.parent?.type !== "Module") return;
  tellLongLines(item, file, itemLayout, () => styleOf(file, file.options.most, "keep"));
}

export const lineWidth = defineRule({
  id: "layout.line-width",
  title: "A line that is longer than agreed",
  why: "A line that does not fit on the screen is read in two halves, or not at all. Lines end inside of brackets, which are put around a value where there are none; no backslash is needed.",
  level: "hint",
  kits: [],
  options: widthOptions(99),
  beside: styleRules,
  examples: {
    alerts: [
      {
        code: "tide = sail(north, south, east, west, ha«rbour)»\nsail()\n",
        options: { most: 40 },
        after: "tide = sail(\n    north,\n    south,\n    east,\n    west,\n    harbour\n)\nsail()\n",
      },
      {
        code: "def price(party, day, harbour, season=«None) -> int:»\n    return 1\n",
        options: { most: 38 },
        after: "def price(\n    party,\n    day,\n    harbour,\n    season=None\n) -> int:\n    return 1\n",
      },
      {
        code: "if tide > 3 and berth.is_free and «crew:»\n    sail()\n",
        options: { most: 34 },
        after: "if (\n    tide > 3\n    and berth.is_free\n    and crew\n):\n    sail()\n",
      },
      {
        code: "def fare(party):\n    return child_price(party) if party.child« else full»\n",
        options: { most: 44 },
        after: "def fare(party):\n    return (\n        child_price(party)\n        if party.child\n        else full\n    )\n",
      },
      {
        code: "from tides import berth, pier, «crew»\n",
        options: { most: 31 },
        after: "from tides import (\n    berth,\n    pier,\n    crew\n)\n",
      },
      {
        code: "names = crew.filter(here).map(name_of).so«rted()»\n",
        options: { most: 41 },
        after: "names = (\n    crew.filter(here)\n    .map(name_of)\n    .sorted()\n)\n",
      },
      {
        code: "free = [berth for berth in harbour if «not berth.taken]»\n",
        options: { most: 38 },
        after: "free = [\n    berth\n    for berth in harbour\n    if not berth.taken\n]\n",
      },
      { code: "report = \"The ferry leaves f«rom the north quay\"»\n", options: { most: 28 } },
    ],
    quiet: [
      { code: "tide = sail(north, south)\n" },
      {
        code: "page = \"https://saltmarsh.example/timetables/summer/2026/north-quay/all-sailings\"\n",
        options: { most: 40 },
      },
    ],
  },
  visit: Object.fromEntries(items.map((kind) => [kind, check])),
});
