/** The report for people, in a terminal or a log: the source first, with each alert hanging from what it marks, and a block that sums up. */
import type { Alert } from "../engine/alert.js";
import type { OwnLevels } from "../settings/schema.js";
import { positionAt } from "../text/position.js";
import { closingBlock } from "./closing.js";
import { visibleText } from "./columns.js";
import { excerpt, type Drawing, type Note } from "./excerpt.js";
import { groupHeading, groupTable } from "./group-table.js";
import { groupsOf, type Grouping } from "./groups.js";
import type { FileReview, Review } from "./model.js";
import { palette, type Palette } from "./palette.js";
import type { Trend } from "./trend.js";

export interface TextOptions {
  readonly colour: boolean;
  /** Columns that a line may take. */
  readonly width: number;
  readonly ownLevels?: OwnLevels;
  /** Whether the block that sums up follows; it does without it. */
  readonly withSum?: boolean;
  /** What alerts are grouped by, each group with a heading. */
  readonly group?: Grouping;
  /** Whether only the numbers of the groups are told. */
  readonly countsOnly?: boolean;
  /** What became of an earlier report, with its name. */
  readonly trend?: Trend & { readonly against: string };
}

/** How many lines may lie between two alerts that are shown in one excerpt. */
const near = 3;

/** The whole report. */
export function textReport(review: Review, options: TextOptions): string {
  const { colour, width, ownLevels, withSum = true } = options;
  const drawing = { width, colours: palette(colour, ownLevels) };
  const lines = bodyOf(review, drawing, options);
  if (withSum) lines.push(...closingBlock(review, drawing, options.trend));
  return lines.map((line) => `${line}\n`).join("");
}

function bodyOf(review: Review, drawing: Drawing, { group, countsOnly = false }: TextOptions): string[] {
  if (group === undefined && !countsOnly) return review.files.flatMap((file) => fileLines(file, drawing));
  const groups = groupsOf(review, group ?? "file");
  if (countsOnly) return groups.length === 0 ? [] : [...groupTable(groups, drawing), ""];
  return groups.flatMap((one) => [
    ...groupHeading(one, drawing),
    "",
    ...one.files.flatMap((file) => fileLines(file, drawing)),
  ]);
}

/** The alerts of a file: those that are near each other in one excerpt. */
export function fileLines(file: FileReview, drawing: Drawing): string[] {
  // The text of a file without alerts may not have been read.
  if (file.alerts.length === 0) return [];
  const { text } = file;
  const lines: string[] = [];
  let group: Alert[] = [];
  const draw = (): void => {
    if (group.length === 0) return;
    const numbers = group.map(({ from }) => text.lines.lineAt(from));
    const notes = group.map((alert) => noteOf(file, alert, drawing.colours));
    lines.push(...excerpt(text, numbers[0]!, numbers.at(-1)!, notes, drawing), "");
    group = [];
  };
  for (const alert of file.alerts) {
    const last = group.at(-1);
    if (last !== undefined && text.lines.lineAt(alert.from) - text.lines.lineAt(last.from) > near) draw();
    group.push(alert);
  }
  draw();
  return lines;
}

/** An alert as a note: what it says, its level, rule and place, and the places it is about too. */
function noteOf({ path, text }: FileReview, alert: Alert, colours: Palette): Note {
  const { from, to, level, ownLevel, message, rule, related } = alert;
  const place = (offset: number): string => {
    const { line, character } = positionAt(text, offset);
    return `${visibleText(path)}:${line + 1}:${character + 1}`;
  };
  return {
    from,
    to,
    paint: ownLevel === undefined ? colours.level[level] : colours.own(ownLevel),
    says: [
      message,
      `${ownLevel ?? level} · ${rule} · ${place(from)}`,
      ...related.map((one) => `${place(one.from)} ${one.message}`),
    ],
  };
}
