import { tellLongLines, widthOptions, type WidthOptions } from "../../../../rules/layout/line-width.js";
import type { FileView } from "../../../../rules/rule.js";
import type { JavaScriptNode } from "../../index.js";
import { defineRule, type Visitors } from "../../rule.js";
import { items } from "./indent.js";
import { itemLayout, styleOf, styleRules } from "./item-layout.js";

function check(node: JavaScriptNode, file: FileView<WidthOptions>): void {
  if (node.parent?.type !== "Program") return;
  tellLongLines(node, file, itemLayout, () => styleOf(file.beside, file.options.most, "keep"));
}

export const lineWidth = defineRule({
  id: "layout.line-width",
  title: "A line that is longer than agreed",
  why: "A line that does not fit on the screen is read in two halves, or not at all.",
  level: "hint",
  kits: [],
  options: widthOptions(120),
  beside: styleRules,
  examples: {
    alerts: [
      {
        code: "const tide = sail(north, south, east, we«st, harbour);»\nsail();\n",
        options: { most: 40 },
        after: "const tide = sail(\n  north,\n  south,\n  east,\n  west,\n  harbour\n);\nsail();\n",
      },
      {
        code: "function f() {\n  return sail(north, s«outh);»\n}\n",
        options: { most: 22 },
        after: "function f() {\n  return sail(\n    north,\n    south\n  );\n}\n",
      },
      {
        code: "import { berth, pier, tide, cr«ew } from \"./a.js\";»\n",
        options: { most: 30 },
        after: "import {\n  berth,\n  pier,\n  tide,\n  crew\n} from \"./a.js\";\n",
      },
      {
        code: "const open = tide > 3 && berth.isFr«ee && crew.length > 2;»\n",
        options: { most: 35 },
        after: "const open = tide > 3 &&\n  berth.isFree &&\n  crew.length > 2;\n",
      },
      {
        code: "const fare = party.child ? pricePerC«hild(party) : full;»\n",
        options: { most: 36 },
        after: "const fare = party.child\n  ? pricePerChild(party)\n  : full;\n",
      },
      {
        code: "const names = crew.filter(isHere).map(n«ameOf).join();»\n",
        options: { most: 39 },
        after: "const names = crew\n  .filter(isHere)\n  .map(nameOf)\n  .join();\n",
      },
      {
        code: "export function price(party, day, ha«rbour) {»\n  return 1;\n}\n",
        options: { most: 36 },
        after: "export function price(\n  party,\n  day,\n  harbour\n) {\n  return 1;\n}\n",
      },
      { code: "const report = \"The ferry leaves f«rom the north quay\";»\n", options: { most: 34 } },
    ],
    quiet: [
      { code: "const tide = sail(north, south);\n" },
      {
        code: "const page = \"https://saltmarsh.example/timetables/summer/2026/north-quay/all-sailings\";\n",
        options: { most: 40 },
      },
    ],
  },
  visit: Object.fromEntries(items.map((kind) => [kind, check])) as Visitors<WidthOptions>,
});
