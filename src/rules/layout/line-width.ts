import { z } from "zod";
import type { JavaScriptNode } from "../../languages/javascript/index.js";
import type { Node } from "../../syntax/node.js";
import type { Edit } from "../../text/edit.js";
import { lineBreakOf } from "../lines.js";
import { defineRule, type FileView } from "../rule.js";
import { Breaking, type Stretch } from "./breaking.js";
import { print } from "./doc.js";
import { everywhere } from "./everywhere.js";

const options = z.strictObject({
  most: z.int().min(20).max(1000).default(120).describe("How many characters a line may have. Lines that hold one long word, as an address, may be longer."),
});

type File = FileView<z.output<typeof options>>;

/** What begins and ends in a stretch and may be laid out anew: the outermost nodes, and lists of nodes that go on. The longest come first. */
function partsWithin(node: Node, from: number, to: number, breaking: Breaking): Stretch[] {
  const found: Stretch[] = [];
  const look = (one: Node): void => {
    const { start } = one;
    const end = start + one.length;
    if (start >= from && one.length > 0 && end <= to) found.push({ start, end, doc: breaking.docOf(one) });
    else {
      const list = breaking.listWithin(one, from, to);
      if (list !== undefined) found.push(list);
      one.near(from - start, to - start, look);
    }
  };
  look(node);
  return found.sort((a, b) => b.end - b.start - (a.end - a.start));
}

/** The edit that breaks a line of a node, which begins `index` behind its start, so that all of it fits. */
function breakLine(node: Node, index: number, length: number, { text, options: { most } }: File): Edit | undefined {
  const from = node.start + index;
  const to = from + length;
  const line = text.slice(from, to);
  const base = /^[ \t]*/.exec(line)![0];
  const layout = { width: most, base, step: base.startsWith("\t") ? "\t" : "  ", lineBreak: lineBreakOf(text) };
  // The first line of a node may have something before it.
  const column = index > 0 ? 0 : text.slice(Math.max(0, from - 1000), from).replace(/^[^]*[\n\r]/, "").length;
  for (const { start, end, doc } of partsWithin(node, from, to, new Breaking(text))) {
    const printed = print([doc, text.slice(end, to)], { ...layout, column: column + start - from });
    const insert = printed.slice(0, printed.length - (to - end));
    const lines = printed.split(/[\n\r]+/);
    if (lines.length > 1 && lines.every((one, at) => one.length + (at === 0 ? column + start - from : 0) <= most)) return { from: start, to: end, insert };
  }
  return undefined;
}

function check(node: JavaScriptNode, file: File): void {
  if (node.parent?.type !== "Program") return;
  const { text, options: { most }, alert, isBroken } = file;
  const { start, end } = node;
  for (const { 0: line, index } of text.slice(start, end).matchAll(/[^\n\r]+/g)) {
    if (line.length <= most || /\S{60,}/.test(line)) continue;
    const canBe = !isBroken(node) && breakLine(node, index, line.length, file) !== undefined;
    alert({ from: start + index + most, to: start + index + line.length }, {
      message: `This line has ${line.length} characters: ${most} are agreed${canBe ? "" : ", and nowhere can it be broken so that it fits"}`,
      remedies: () => {
        const edit = canBe ? breakLine(node, index, line.length, file) : undefined;
        return edit === undefined ? [] : [{ title: "Break the line", certainty: "certain", edits: [edit] }];
      },
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
  examples: {
    alerts: [
      { code: "const tide = sail(north, south, east, we«st, harbour);»\nsail();\n", options: { most: 40 }, after: "const tide = sail(\n  north,\n  south,\n  east,\n  west,\n  harbour\n);\nsail();\n" },
      { code: "function f() {\n  return sail(north, s«outh);»\n}\n", options: { most: 22 }, after: "function f() {\n  return sail(\n    north,\n    south\n  );\n}\n" },
      { code: "import { berth, pier, tide, cr«ew } from \"./a.js\";»\n", options: { most: 30 }, after: "import {\n  berth,\n  pier,\n  tide,\n  crew\n} from \"./a.js\";\n" },
      { code: "const open = tide > 3 && berth.isFr«ee && crew.length > 2;»\n", options: { most: 35 }, after: "const open = tide > 3 &&\n  berth.isFree &&\n  crew.length > 2;\n" },
      { code: "const fare = party.child ? pricePerC«hild(party) : full;»\n", options: { most: 36 }, after: "const fare = party.child\n  ? pricePerChild(party)\n  : full;\n" },
      { code: "const names = crew.filter(isHere).map(n«ameOf).join();»\n", options: { most: 39 }, after: "const names = crew\n  .filter(isHere)\n  .map(nameOf)\n  .join();\n" },
      { code: "export function price(party, day, ha«rbour) {»\n  return 1;\n}\n", options: { most: 36 }, after: "export function price(\n  party,\n  day,\n  harbour\n) {\n  return 1;\n}\n" },
      { code: "const report = \"The ferry leaves f«rom the north quay\";»\n", options: { most: 34 } },
    ],
    quiet: [{ code: "const tide = sail(north, south);\n" }, { code: "const page = \"https://saltmarsh.example/timetables/summer/2026/north-quay/all-sailings\";\n", options: { most: 40 } }],
  },
  visit: everywhere(check),
});
