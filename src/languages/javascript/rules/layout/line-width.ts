import { z } from "zod";
import type { FileView } from "../../../../rules/rule.js";
import type { Span } from "../../../../text/edit.js";
import type { SourceText } from "../../../../text/text.js";
import type { JavaScriptNode } from "../../index.js";
import { defineRule, type Visitors } from "../../rule.js";
import { items } from "./indent.js";
import { editsFor, laidOut, styleOf, styleRules, unitsOf, type LaidOut } from "./laid-out.js";

const options = z.strictObject({
  most: z.int()
    .min(20)
    .max(1000)
    .default(120)
    .describe("How many characters a line may have. Lines that hold one long word, as an address, may be longer."),
});

type File = FileView<z.output<typeof options>>;

/** The lines of a stretch that are too long, without those that hold one long word. The first may begin before it, but not before `least`. */
export function longLines(text: SourceText, from: number, to: number, most: number, least = from): Span[] {
  const found: Span[] = [];
  let head = from;
  while (head > least && from - head <= most && !/[\n\r]/.test(text.slice(head - 1, head))) head -= 1;
  for (const { 0: line, index } of text.slice(head, to).matchAll(/[^\n\r]+/g)) {
    if (line.length > most && !/\S{60,}/.test(line)) found.push({ from: head + index, to: head + index + line.length });
  }
  return found;
}

const lineEnd = /\r\n|[\n\r]/;

/** Whether all of a line fits once something is laid out. */
function fits({ from, to }: Span, one: LaidOut, { text, options: { most } }: File): boolean {
  const { start } = one.node;
  let laid = "";
  let at = from;
  for (const gap of one.gaps) {
    if (start + gap.to < from || start + gap.from > to) continue;
    laid += text.slice(at, Math.max(at, start + gap.from)) + gap.insert;
    at = start + gap.to;
  }
  return (laid + text.slice(at, Math.max(at, to))).split(lineEnd).every((line) => line.length <= most);
}

function check(node: JavaScriptNode, file: File): void {
  if (node.parent?.type !== "Program") return;
  const { text, options: { most }, alert, beside, isBroken } = file;
  const { start, end } = node;
  const lines = longLines(text, start, end, most);
  if (lines.length === 0) return;
  const style = styleOf(beside, most, "keep");
  const units = isBroken(node) ? [] : unitsOf(node, file, style);
  for (const line of lines) {
    const breaking = units.find(
      (one) => one.gaps.some(
        ({ from, to, insert }) =>
          one.node.start + from >= line.from && one.node.start + to <= line.to && lineEnd.test(insert),
      ) &&
        fits(line, one, file),
    );
    alert({ from: Math.max(start, line.from + most), to: line.to }, {
      message: `This line has ${line.to - line.from} characters: ${most} are agreed${breaking ? "" : ", and nowhere can it be broken so that it fits"}`,
      remedies: () => (
        breaking === undefined
          ? []
          : [{
            title: "Break the line",
            certainty: "certain",
            edits: editsFor(laidOut(breaking.node, breaking.base, text, style), text),
          }]
      ),
    });
  }
}

export const lineWidth = defineRule({
  id: "layout.line-width",
  title: "A line that is longer than agreed",
  why: "A line that does not fit on the screen is read in two halves, or not at all.",
  level: "hint",
  kits: [],
  options,
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
  visit: Object.fromEntries(items.map((kind) => [kind, check])) as Visitors<z.output<typeof options>>,
});
