/** The alerts of a review by what they have in common. */
import type { Alert } from "../engine/alert.js";
import { folderOf } from "../model/links.js";
import { areaOf, levels, type AlertLevel } from "../rules/rule.js";
import { countLevels, type FileReview, type Review } from "./model.js";

/** What alerts can be grouped by. */
export const groupings = ["file", "folder", "rule", "area", "level"] as const;
export type Grouping = (typeof groupings)[number];

export interface Group {
  readonly name: string;
  /** The files in which there is something of it, each with these alerts alone. */
  readonly files: readonly FileReview[];
  readonly counts: Record<AlertLevel, number>;
  readonly total: number;
}

const nameIn: Readonly<Record<Grouping, (alert: Alert, file: FileReview) => string>> = {
  file: (_, { path }) => path,
  folder: (_, { path }) => (path.includes("/") ? folderOf(path) : "."),
  rule: ({ rule }) => rule,
  area: ({ rule }) => areaOf(rule),
  level: ({ level, ownLevel }) => ownLevel ?? level,
};

/** The groups in which there is something: files and folders by path, levels from the gravest, rules and areas from the most alerts. */
export function groupsOf({ files }: Pick<Review, "files">, by: Grouping): Group[] {
  const found = new Map<string, { files: FileReview[]; gravest: number }>();
  for (const file of files) {
    const own = new Map<string, Alert[]>();
    for (const alert of file.alerts) {
      const name = nameIn[by](alert, file);
      const alerts = own.get(name);
      if (alerts === undefined) own.set(name, [alert]);
      else alerts.push(alert);
    }
    for (const [name, alerts] of own) {
      const gravest = Math.min(...alerts.map(({ level }) => levels.indexOf(level)));
      const group = found.get(name) ?? { files: [], gravest };
      found.set(name, group);
      group.files.push({ ...file, alerts });
    }
  }
  return [...found]
    .map(([name, { files: own, gravest }]) => {
      const counts = countLevels({ files: own });
      return { name, files: own, counts, total: own.reduce((sum, { alerts }) => sum + alerts.length, 0), gravest };
    })
    .sort((a, b) => {
      const first = by === "level" ? a.gravest - b.gravest : by === "rule" || by === "area" ? b.total - a.total : 0;
      return first || (a.name < b.name ? -1 : 1);
    })
    .map(({ gravest: _, ...group }) => group);
}
