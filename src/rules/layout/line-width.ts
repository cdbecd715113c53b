/** Lines that are too long, in items whose layout is known. */
import { z } from "zod";
import type { Node } from "../../syntax/node.js";
import type { Span } from "../../text/edit.js";
import type { SourceText } from "../../text/text.js";
import type { FileView } from "../rule.js";
import type { ItemLayout, LaidOut } from "./laid-out.js";

/** The options of `layout.line-width`, with how long a line may be where nothing is said. */
export const widthOptions = (standard: number) => z.strictObject({
  most: z.int()
    .min(20)
    .max(1000)
    .default(standard)
    .describe("How many characters a line may have. Lines that hold one long word, as an address, may be longer."),
});

export type WidthOptions = z.output<ReturnType<typeof widthOptions>>;

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
function fits({ from, to }: Span, one: LaidOut<unknown>, { text, options: { most } }: FileView<WidthOptions>): boolean {
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

/** Tells of the lines of an item that are too long. `styleOf` is asked only where there are any. */
export function tellLongLines<Style>(
  item: Node,
  file: FileView<WidthOptions>,
  layout: ItemLayout<Style>,
  styleOf: () => Style,
): void {
  const { text, options: { most }, alert, isBroken } = file;
  const { start, end } = item;
  const lines = longLines(text, start, end, most);
  if (lines.length === 0) return;
  const style = styleOf();
  const units = isBroken(item) ? [] : layout.unitsOf(item, text, style);
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
            edits: layout.editsFor(layout.laidOut(breaking.node, breaking.base, text, style), text),
          }]
      ),
    });
  }
}
