/** The report for people, in a terminal or a log. */
import picocolors from "picocolors";
import type { Alert } from "../engine/alert.js";
import { levels, type AlertLevel } from "../rules/rule.js";
import type { OwnLevels } from "../settings/schema.js";
import { positionAt } from "../text/position.js";
import type { Text } from "../text/text.js";
import { counted, countLevels, type FileReview, type Review } from "./model.js";

type Paint = (text: string) => string;
export type Palette = ReturnType<typeof palette>;

/** Colours by their purpose; with `colour` off every one leaves the text as it is. */
export function palette(colour: boolean, ownLevels: OwnLevels = {}) {
  const paint = picocolors.createColors(colour);
  const level: Record<AlertLevel, Paint> = {
    error: paint.red,
    warning: paint.yellow,
    information: paint.blue,
    hint: paint.cyan,
  };
  const own = (name: string): Paint => paint[ownLevels[name]?.colour ?? "magenta"];
  return {
    level,
    own,
    strong: paint.bold,
    faint: paint.dim,
    good: paint.green,
    path: (text: string) => paint.bold(paint.underline(text)),
  };
}

/** How wide a source line is shown at most; of longer ones the part around the range is shown. */
const widest = 110;

/** The source line of a range with the range marked below it. `gutter` is the width of the line numbers. */
export function markedLine(text: Text, from: number, to: number, paint: Paint, faint: Paint, gutter: number): string[] {
  const line = text.lineAt(from);
  const end = Math.max(from, Math.min(to, line.to));
  let start = 0;
  let shown = line.text;
  const column = from - line.from;
  if (shown.length > widest) {
    start = Math.max(0, Math.min(column - 30, shown.length - widest));
    shown =
      `${start > 0 ? "…" : ""}${shown.slice(start, start + widest)}${start + widest < line.text.length ? "…" : ""}`;
    if (start > 0) start -= 1;
  }
  const before = line.text.slice(0, column).slice(start === 0 ? 0 : start + 1).replace(/[^\t]/g, " ");
  const lead = (start === 0 ? "" : " ") + before;
  const width = Math.max(1, Math.min(end - from, widest));
  const number = String(line.number + 1).padStart(gutter);
  return [`${faint(`${number} │`)} ${shown}`, `${faint(`${" ".repeat(gutter)} │`)} ${lead}${paint("━".repeat(width))}`];
}

function alertLines(file: FileReview, alert: Alert, colours: Palette, gutter: number): string[] {
  const { text } = file;
  const { line, character } = positionAt(text, alert.from);
  const paint = alert.ownLevel === undefined ? colours.level[alert.level] : colours.own(alert.ownLevel);
  const place = colours.faint(`${line + 1}:${character + 1}`);
  const lines = [`  ${paint(colours.strong(alert.ownLevel ?? alert.level))} ${place}  ${alert.message}  ${colours.faint(alert.rule)}`];
  lines.push(...markedLine(text, alert.from, alert.to, paint, colours.faint, gutter + 4));
  for (const { from, message } of alert.related) {
    const at = positionAt(text, from);
    lines.push(`${" ".repeat(gutter + 5)}${colours.faint(`${at.line + 1}:${at.character + 1}  ${message}`)}`);
  }
  return lines;
}

/** The whole report: each file with its alerts, then the sum. */
export function textReport(
  review: Review,
  { colour, ownLevels }: { readonly colour: boolean; readonly ownLevels?: OwnLevels },
): string {
  const colours = palette(colour, ownLevels);
  const lines: string[] = [];
  for (const file of review.files) {
    if (file.alerts.length === 0) continue;
    lines.push(colours.path(file.path));
    const gutter = String(Math.max(...file.alerts.map(({ from }) => file.text.lines.lineAt(from) + 1))).length;
    for (const alert of file.alerts) lines.push(...alertLines(file, alert, colours, gutter));
    lines.push("");
  }
  lines.push(summary(review, colours));
  return `${lines.join("\n")}\n`;
}

export function summary(review: Review, colours: Palette): string {
  const counts = countLevels(review);
  const total = Object.values(counts).reduce((sum, count) => sum + count, 0);
  const generated = review.files.filter((file) => file.isGenerated).length;
  const files = `${counted(review.files.length, "file")}${generated > 0 ? `, ${generated} of them generated and looked at for their form alone` : ""}`;
  if (total === 0) return colours.good(`No alerts in ${files}.`);
  const parts = levels.filter((level) => counts[level] > 0).map((level) => colours.level[level](
    level === "information" ? `${counts[level]} information` : counted(counts[level], level),
  ));
  const mendable = review.files.reduce((sum, file) => sum + file.mendable, 0);
  const hint = mendable > 0
    ? `\n${colours.faint(`${mendable} of them can be settled with \`alert-quill mend\`.`)}`
    : "";
  return `${colours.strong(counted(total, "alert"))} in ${files}: ${parts.join(", ")}.${hint}`;
}
