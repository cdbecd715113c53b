/** Groups of alerts in a terminal: a heading for each, or only their numbers. */
import { levels, type AlertLevel } from "../rules/rule.js";
import { visibleText, widthOf, wrapped } from "./columns.js";
import type { Drawing } from "./excerpt.js";
import type { Group } from "./groups.js";
import { counted, countMendable } from "./model.js";
import type { Palette } from "./palette.js";

/** The widest a bar gets, in columns. */
const longestBar = 24;

/** `2 errors, 1 hint`. */
function levelsIn({ counts }: Group): string {
  const kinds = levels.filter((level) => counts[level] > 0);
  return kinds
    .map((level) => (level === "information" ? `${counts[level]} information` : counted(counts[level], level)))
    .join(
      ", ",
    );
}

/** What a group holds, in words: how many alerts of each level, in how many files, and how many of them mending settles. */
function inWords(group: Group, withFiles: boolean): string {
  const mendable = countMendable(group.files);
  return [
    `${levelsIn(group)}${withFiles ? ` in ${counted(group.files.length, "file")}` : ""}`,
    ...(mendable > 0 ? [`mend settles ${mendable === group.total ? "all" : mendable}`] : []),
  ].join(" · ");
}

/** The line above the alerts of a group. */
export function groupHeading(group: Group, { width, colours }: Drawing): string[] {
  const name = visibleText(group.name);
  const says = inWords(group, group.files.length > 1 || group.files[0]!.path !== group.name);
  const [first = "", ...more] = wrapped(says, Math.max(20, width - widthOf(name) - 4));
  const indent = " ".repeat(widthOf(name) + 4);
  return [`▍ ${colours.strong(name)}  ${colours.faint(first)}`, ...more.map((line) => indent + colours.faint(line))];
}

/** One line for each group: its name, how many alerts there are, a bar with a part for each level, and what they are. */
export function groupTable(groups: readonly Group[], { width, colours }: Drawing): string[] {
  const names = groups.map(({ name }) => visibleText(name));
  const nameWidth = Math.max(...names.map(widthOf));
  const most = Math.max(...groups.map(({ total }) => total));
  const digits = String(most).length;
  const isOneFile = groups.every(({ name, files }) => files.length === 1 && files[0]!.path === name);
  const bars = groups.map(({ counts, total }) => (barOf(
    counts,
    Math.max(1, Math.round((total * longestBar) / Math.max(most, longestBar))),
    colours,
  )));
  const barWidth = Math.max(...bars.map((bar) => bar.width));
  return groups.flatMap((group, index) => {
    const { total } = group;
    const name = names[index]!;
    const bar = bars[index]!;
    const start =
      ` ${name}${" ".repeat(nameWidth - widthOf(name))}  ${colours.strong(String(total).padStart(digits))} ${bar.text}`;
    const says = inWords(group, !isOneFile);
    const used = nameWidth + digits + 6 + barWidth;
    if (used + widthOf(says) <= width) {
      return [`${start}${" ".repeat(barWidth - bar.width + 2)}${colours.faint(says)}`.trimEnd()];
    }
    return [start, ...wrapped(says, width - 3).map((line) => `   ${colours.faint(line)}`)];
  });
}

/** A bar whose parts are as long as the shares of the levels. */
function barOf(
  counts: Readonly<Record<AlertLevel, number>>,
  length: number,
  colours: Palette,
): { readonly text: string; readonly width: number } {
  const total = levels.reduce((sum, level) => sum + counts[level], 0);
  let text = "";
  let width = 0;
  let seen = 0;
  for (const level of levels) {
    seen += counts[level];
    const end = Math.round((seen * length) / total);
    if (end <= width) continue;
    text += colours.level[level]("▇".repeat(end - width));
    width = end;
  }
  return { text, width };
}
