/** The report for people, in a terminal or a log: the source first, with each alert hanging from what it marks, and a block that sums up. */
import type { Alert } from "../engine/alert.js";
import { areaOf, levels } from "../rules/rule.js";
import type { OwnLevels } from "../settings/schema.js";
import { positionAt } from "../text/position.js";
import { visibleText, widthOf, wrapped } from "./columns.js";
import { excerpt, type Drawing, type Note } from "./excerpt.js";
import { counted, countLevels, type FileReview, type Review } from "./model.js";
import { palette, type Palette } from "./palette.js";

export interface TextOptions {
  readonly colour: boolean;
  /** Columns that a line may take. */
  readonly width: number;
  readonly ownLevels?: OwnLevels;
  /** Whether the block that sums up follows; it does without it. */
  readonly withSum?: boolean;
}

/** How many lines may lie between two alerts that are shown in one excerpt. */
const near = 3;

/** The whole report. */
export function textReport(review: Review, { colour, width, ownLevels, withSum = true }: TextOptions): string {
  const colours = palette(colour, ownLevels);
  const drawing = { width, colours };
  const lines = review.files.flatMap((file) => fileLines(file, drawing));
  if (!withSum) return lines.map((line) => `${line}\n`).join("");
  return `${[...lines, ...closingBlock(review, drawing)].join("\n")}\n`;
}

/** The alerts of a file: those that are near each other in one excerpt. */
function fileLines(file: FileReview, drawing: Drawing): string[] {
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

/** The widest a bar gets, in columns. */
const longestBar = 24;

/** How many alerts of each kind, as rows with bars that share a scale. */
function bars(rows: readonly (readonly [string, number, (text: string) => string])[], most: number): string[] {
  const names = Math.max(...rows.map(([name]) => name.length));
  const digits = String(most).length;
  return rows.map(([name, count, paint]) => {
    const bar = "▇".repeat(Math.max(1, Math.round((count * longestBar) / Math.max(most, longestBar))));
    return `${name.padEnd(names)}  ${String(count).padStart(digits)} ${paint(bar)}`;
  });
}

/** What it all comes to: how many by level and area, what mending would settle, and what was not looked at. */
export function closingBlock(review: Review, { width, colours }: Drawing): string[] {
  const counts = countLevels(review);
  const total = Object.values(counts).reduce((sum, count) => sum + count, 0);
  const time = review.milliseconds === undefined ? "" : ` in ${(review.milliseconds / 1000).toFixed(1)} s`;
  const title = total === 0
    ? colours.good(`No alerts in ${counted(review.files.length, "file")}${time}`)
    : `${colours.strong(counted(total, "alert"))} in ${counted(review.files.length, "file")}${time}`;
  const lines = [colours.faint("─".repeat(Math.min(width, 72))), ` ${title}`];
  if (total > 0) {
    const areas = new Map<string, number>();
    for (const { alerts } of review.files) {
      for (const { rule } of alerts) areas.set(areaOf(rule), (areas.get(areaOf(rule)) ?? 0) + 1);
    }
    const byCount = [...areas].sort(([a, one], [b, other]) => other - one || (a < b ? -1 : 1));
    const most = Math.max(...Object.values(counts), ...areas.values());
    const left = bars(
      levels.filter((level) => counts[level] > 0).map((level) => [level, counts[level], colours.level[level]]),
      most,
    );
    const right = bars(byCount.map(([area, count]) => [area, count, colours.faint]), most);
    lines.push("", ...besideEachOther(left, right, width).map((line) => `   ${line}`), "");
  }
  for (const sentence of afterthoughts(review)) {
    for (const line of wrapped(sentence, width - 2)) lines.push(` ${colours.faint(line)}`);
  }
  if (lines.at(-1) === "") lines.pop();
  return lines;
}

/** Two columns where there is room for them, or else one below the other. */
function besideEachOther(left: readonly string[], right: readonly string[], width: number): string[] {
  const plain = (line: string): number => widthOf(line.replaceAll(/\u001b\[[\d;]*m/g, ""));
  const column = Math.max(...left.map(plain)) + 4;
  if (column + Math.max(...right.map(plain)) > width - 3) return [...left, "", ...right];
  return Array.from({ length: Math.max(left.length, right.length) }, (_, index) => {
    const one = left[index] ?? "";
    return `${one}${" ".repeat(column - plain(one))}${right[index] ?? ""}`.trimEnd();
  });
}

function afterthoughts({ files, baseline = 0, settled = 0, leftOut = [] }: Review): string[] {
  const mendable = files.reduce((sum, file) => sum + file.mendable, 0);
  const generated = files.filter((file) => file.isGenerated).length;
  return [
    ...(
      mendable > 0 ? [`\`alert-quill mend\` settles ${mendable === 1 ? "one of them" : `${mendable} of them`}.`] : []
    ),
    ...(
      baseline > 0 ? [`${counted(baseline, "alert")} of the baseline ${baseline === 1 ? "is" : "are"} not shown.`] : []
    ),
    ...(
      settled > 0
        ? [`${counted(settled, "alert")} of the baseline ${settled === 1 ? "is" : "are"} settled: \`alert-quill baseline --settled\` drops ${settled === 1 ? "it, so that it is new if it comes" : "them, so that they are new if they come"} back.`]
        : []
    ),
    ...(
      generated > 0
        ? [`${counted(generated, "file")} ${generated === 1 ? "is" : "are"} generated: only the form was looked at.`]
        : []
    ),
    ...leftOut.map((what) => `Not looked at: ${what}.`),
  ];
}
