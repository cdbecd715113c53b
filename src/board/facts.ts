/** What the board knows of alerts, and which of them a choice leaves. */
import type { BoardAlert, BoardData, BoardFile } from "../report/board-data.js";

/** An alert with its file, numbered through the whole report. */
export interface Entry {
  readonly id: number;
  readonly file: BoardFile;
  readonly alert: BoardAlert;
  readonly area: string;
  readonly folder: string;
}

export const groupings = ["file", "folder", "rule", "area", "level"] as const;
export type Grouping = (typeof groupings)[number];

/** What is chosen. An empty text chooses all. */
export interface Choice {
  readonly view: "overview" | "alerts" | "rules";
  readonly level: string;
  readonly area: string;
  readonly rule: string;
  /** A file, or a folder with what lies below. */
  readonly path: string;
  readonly text: string;
  /** `new` or `mends`. */
  readonly only: string;
  readonly group: Grouping;
  /** The number of the alert that is open, or the rule whose page is. */
  readonly open: string;
}

export const nothingChosen: Choice = {
  view: "overview",
  level: "",
  area: "",
  rule: "",
  path: "",
  text: "",
  only: "",
  group: "file",
  open: "",
};

const areaOf = (rule: string): string => rule.slice(0, rule.indexOf("."));

const folderOf = (path: string): string => (path.includes("/") ? path.slice(0, path.lastIndexOf("/")) : ".");

export function entriesOf({ files }: BoardData): readonly Entry[] {
  let id = 0;
  return files.flatMap((file) => file.alerts.map((alert): Entry => {
    id += 1;
    return { id, file, alert, area: areaOf(alert.rule), folder: folderOf(file.path) };
  }));
}

/** Whether an entry is chosen, but for what `without` says. */
export function isChosen({ file, alert, area }: Entry, choice: Choice, without?: keyof Choice): boolean {
  const { level, rule, path, text, only } = choice;
  if (without !== "level" && level !== "" && alert.level !== level) return false;
  if (without !== "area" && choice.area !== "" && area !== choice.area) return false;
  if (without !== "rule" && rule !== "" && alert.rule !== rule) return false;
  if (without !== "path" && path !== "" && file.path !== path && !file.path.startsWith(`${path}/`)) return false;
  if (only === "new" && !alert.isNew) return false;
  if (only === "mends" && !alert.mends) return false;
  if (text === "") return true;
  const all = `${alert.message}\n${alert.rule}\n${file.path}\n${file.source[alert.line] ?? ""}`.toLowerCase();
  return text.toLowerCase().split(/\s+/).every((word) => all.includes(word));
}

export interface Group {
  readonly name: string;
  readonly entries: readonly Entry[];
}

const nameIn: Readonly<Record<Grouping, (entry: Entry) => string>> = {
  file: ({ file }) => file.path,
  folder: ({ folder }) => folder,
  rule: ({ alert }) => alert.rule,
  area: ({ area }) => area,
  level: ({ alert }) => alert.level,
};

/** Entries in groups: files and folders by path, levels from the gravest, the others from the most alerts. */
export function grouped(entries: readonly Entry[], by: Grouping, levels: readonly string[]): Group[] {
  const found = new Map<string, Entry[]>();
  for (const entry of entries) {
    const name = nameIn[by](entry);
    const list = found.get(name);
    if (list === undefined) found.set(name, [entry]);
    else list.push(entry);
  }
  const rank = ({ name, entries: own }: Group): number => (
    by === "level" ? levels.indexOf(name) : by === "rule" || by === "area" ? -own.length : 0
  );
  return [...found].map(([name, own]) => ({
    name,
    entries: own,
  })).sort((a, b) => rank(a) - rank(b) || (a.name < b.name ? -1 : 1));
}

/** How many entries have each value, the most first. */
export function countsOf(
  entries: readonly Entry[],
  valueOf: (entry: Entry) => string,
): [name: string, count: number][] {
  const counts = new Map<string, number>();
  for (const entry of entries) counts.set(valueOf(entry), (counts.get(valueOf(entry)) ?? 0) + 1);
  return [...counts].sort(([a, one], [b, other]) => other - one || (a < b ? -1 : 1));
}

/** A message as it is read: code in it stands in quotes. */
export const plain = (message: string): string => message.replaceAll(/`([^`]*)`/g, "‘$1’");

/** `1 alert`, `2 alerts`. */
export const counted = (count: number, noun: string): string =>
  `${count.toLocaleString("en")} ${noun}${count === 1 ? "" : "s"}`;
