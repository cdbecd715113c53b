/** What changes in a text, as its lines before and after. */
import { structuredPatch } from "diff";
import { cutTo } from "./columns.js";
import { gutterOf, type Drawing } from "./excerpt.js";

/** How many lines around a change are shown. */
const around = 1;

/** The lines that go (`−`) and come (`+`), numbered in the text that they are of. */
export function changedLines(before: string, after: string, { width, colours }: Drawing): string[] {
  const { hunks } = structuredPatch("", "", before, after, "", "", { context: around });
  const last = Math.max(
    ...hunks.map(({ oldStart, oldLines, newStart, newLines }) => Math.max(oldStart + oldLines, newStart + newLines)),
  );
  const gutter = gutterOf(last);
  const paints = { "-": colours.level.error, "+": colours.good, " ": colours.faint };
  const signs = { "-": "−", "+": "+", " ": "│" };
  return hunks.flatMap(({ oldStart, newStart, lines }, index) => {
    const numbers = { "-": oldStart, "+": newStart };
    const drawn = lines.map((line) => {
      const kind = line[0] as "-" | "+" | " " | "\\";
      if (kind === "\\") return colours.faint(` ${" ".repeat(gutter)} ┊ no line end here`);
      const number = kind === "-" ? numbers["-"] : numbers["+"];
      if (kind !== "+") numbers["-"] += 1;
      if (kind !== "-") numbers["+"] += 1;
      const shown = cutTo(line.slice(1), width - gutter - 4);
      const content = kind === " " ? shown : paints[kind](shown);
      return `${colours.faint(` ${String(number).padStart(gutter)}`)} ${paints[kind](signs[kind])} ${content}`.trimEnd();
    });
    return index === 0 ? drawn : [colours.faint(` ${" ".repeat(gutter)} ┊`), ...drawn];
  });
}
