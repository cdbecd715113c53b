import { z } from "zod";
import type { JavaScriptNode } from "../../languages/javascript/index.js";
import { defineRule, type FileView } from "../rule.js";
import { everywhere } from "./everywhere.js";

const options = z.strictObject({
  most: z.int().min(20).max(1000).default(120).describe("How many characters a line may have. Lines that hold one long word, as an address, may be longer."),
});

function check(node: JavaScriptNode, { text, options: { most }, alert }: FileView<z.output<typeof options>>): void {
  if (node.parent?.type !== "Program") return;
  const { start, end } = node;
  for (const { 0: line, index } of text.slice(start, end).matchAll(/[^\n\r]+/g)) {
    if (line.length <= most || /\S{60,}/.test(line)) continue;
    alert({ from: start + index + most, to: start + index + line.length }, { message: `This line has ${line.length} characters: ${most} are agreed` });
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
    alerts: [{ code: "const tide = sail(north, south, east, we«st, harbour);»\nsail();\n", options: { most: 40 } }, { code: "function f() {\n  return sail(north, s«outh);»\n}\n", options: { most: 22 } }],
    quiet: [{ code: "const tide = sail(north, south);\n" }, { code: "const page = \"https://saltmarsh.example/timetables/summer/2026/north-quay/all-sailings\";\n", options: { most: 40 } }],
  },
  visit: everywhere(check),
});
