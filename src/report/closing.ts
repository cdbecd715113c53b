/** The block that sums a review up: how many alerts of which level and area, what mending would settle, and what was not looked at. */
import { areaOf, levels } from "../rules/rule.js";
import { widthOf, wrapped } from "./columns.js";
import type { Drawing } from "./excerpt.js";
import { counted, countLevels, countMendable, type Review } from "./model.js";
import type { Trend } from "./trend.js";

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

/** What it all comes to. */
export function closingBlock(
  review: Review,
  { width, colours }: Drawing,
  trend?: Trend & { readonly against: string },
): string[] {
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
  const since = trend === undefined
    ? []
    : [`Since ${trend.against}: ${trend.fresh.size} new, ${trend.gone.length} gone, ${trend.stayed} stayed.`];
  for (const sentence of [...since, ...afterthoughts(review)]) {
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

/** Sentences about what is beside the alerts: what mending settles, what is not shown, and what was not looked at. */
export function afterthoughts({ files, baseline = 0, settled = 0, leftOut = [] }: Review): string[] {
  const mendable = countMendable(files);
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
