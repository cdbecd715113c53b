/** Lines of a source with notes hanging from what they are about: the one drawing of `review`, `demo`, `mend --dry-run` and `explain`. */
import type { Span } from "../text/edit.js";
import type { Text } from "../text/text.js";
import { ShownText, widthOf, wrapped } from "./columns.js";
import type { Paint, Palette } from "./palette.js";

/** Something that is said of a range. */
export interface Note extends Span {
  readonly paint: Paint;
  /** Paragraphs; the first stands out, the others are faint. */
  readonly says: readonly string[];
}

export interface Drawing {
  /** Columns that a line may take. */
  readonly width: number;
  readonly colours: Palette;
}

/** Columns that a note takes where it finds them; where its mark stands further right than leaves these it is led back. */
const least = 60;

/** Longer lines are cut around what is marked. */
const longestLine = 4000;

/** How wide the line numbers up to a line are, counted from 0. */
export function gutterOf(lastLine: number): number {
  return Math.max(3, String(lastLine + 1).length);
}

/** The lines `[first, last]` of a text, counted from 0, each with the notes whose ranges begin in it. */
export function excerpt(text: Text, first: number, last: number, notes: readonly Note[], drawing: Drawing): string[] {
  const { colours, width } = drawing;
  const gutter = gutterOf(last);
  const room = Math.max(20, width - gutter - 4);
  const sources = (number: string): string => colours.faint(` ${number.padStart(gutter)} │ `);
  const lead = colours.faint(` ${" ".repeat(gutter)} ┊ `);
  const lines: string[] = [];
  for (let number = first; number <= Math.min(last, text.lines.lineCount - 1); number += 1) {
    const from = text.lines.startOf(number);
    const content = text.slice(from, text.lineEnd(number));
    const own = notes.filter((note) => note.from >= from && text.lines.lineAt(note.from) === number);
    const marks = own.map((note) => ({
      note,
      from: note.from - from,
      to: Math.max(note.from - from, Math.min(note.to - from, content.length)),
    }));
    let window = windowOn(content, marks[0] ?? { from: 0, to: 0 }, room);
    lines.push(`${sources(String(number + 1))}${window.text}`.trimEnd());
    for (const { note, from: start, to } of marks) {
      if (!window.holds(start)) {
        window = windowOn(content, { from: start, to }, room);
        lines.push(`${sources("⋯")}${window.text}`);
      }
      const column = window.column(start);
      const wide = Math.max(1, Math.min(window.column(to), room) - column);
      lines.push(`${lead}${" ".repeat(column)}${note.paint("━".repeat(wide))}`);
      lines.push(...hanging(note, column, room, colours).map((line) => lead + line));
    }
  }
  return lines;
}

/** The part of a line that is seen when a range in it must be, with the columns in it. */
interface LineWindow {
  readonly text: string;
  holds(index: number): boolean;
  column(index: number): number;
}

function windowOn(content: string, { from, to }: Span, room: number): LineWindow {
  const whole = content.length <= longestLine ? new ShownText(content) : undefined;
  if (whole !== undefined && whole.width <= room) {
    return { text: whole.text, holds: () => true, column: (index) => whole.column(index) };
  }
  // From a little before the range to where the room ends, with room for the signs at both ends.
  const before = Math.max(0, Math.min(Math.floor(room * 0.6), room - 4 - Math.min(to - from, room)));
  const reach = Math.max(0, from - room);
  const ahead = new ShownText(content.slice(reach, from));
  let start = reach;
  while (start < from && ahead.width - ahead.column(start - reach) > before) start += 1;
  let end = Math.min(content.length, start + room);
  // A character of two halves stays whole.
  if (/[\udc00-\udfff]/.test(content[start] ?? "")) start -= 1;
  let shown = new ShownText(content.slice(start, end));
  const lead = start > 0 ? "…" : "";
  const space = (): number => room - lead.length - (end < content.length ? 1 : 0);
  while (shown.width > space() && end > from) {
    end -= Math.max(1, Math.ceil((shown.width - space()) / 2));
    shown = new ShownText(content.slice(start, end));
  }
  return {
    text: `${lead}${shown.text}${end < content.length ? "…" : ""}`,
    holds: (index) => index >= start && index < Math.max(end, start + 1),
    column: (index) => lead.length + shown.column(Math.max(0, index - start)),
  };
}

/** What a note says, below its mark; led back to the left where there is not enough room. */
function hanging({ says, paint }: Note, column: number, room: number, colours: Palette): string[] {
  if (says.length === 0) return [];
  const wanted = Math.min(room - 3, Math.max(...says.map(widthOf)), least);
  const at = Math.max(0, Math.min(column, room - 3 - wanted));
  const indent = " ".repeat(at);
  const lines = at < column ? [`${indent}${paint(`╭${"─".repeat(column - at - 1)}╯`)}`] : [];
  const [title = "", ...rest] = says;
  wrapped(title, room - at - 3).forEach((line, index) => {
    lines.push(`${indent}${index === 0 ? paint("╰─") : "  "} ${line}`);
  });
  for (const paragraph of rest) {
    for (const line of wrapped(paragraph, room - at - 3)) lines.push(`${indent}   ${colours.faint(line)}`);
  }
  return lines;
}
