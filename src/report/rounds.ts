/** What differs between two reviews of the same files. */
import type { Alert } from "../engine/alert.js";
import { positionAt } from "../text/position.js";
import { visibleText, wrapped } from "./columns.js";
import type { Drawing } from "./excerpt.js";
import { counted, type FileReview, type Review } from "./model.js";
import { fileLines } from "./text.js";

export interface Changes {
  /** The files in which alerts came, with these alone. */
  readonly came: readonly FileReview[];
  /** Alerts that are there no more, in the texts as they were. */
  readonly went: readonly { readonly file: FileReview; readonly alert: Alert }[];
  /** Whether a text changed, or a file came or went. */
  readonly isOther: boolean;
}

/** An alert stays the same when its line moves, or changes around it. */
const keyOf = ({ rule, message }: Alert): string => `${rule}\n${message}`;

/** The alerts of `file` that are not among those of `other`. Of several that are alike the last ones count as new. */
function beyond(file: FileReview, other: FileReview | undefined): Alert[] {
  const known = new Map<string, number>();
  for (const alert of other?.alerts ?? []) known.set(keyOf(alert), (known.get(keyOf(alert)) ?? 0) + 1);
  return file.alerts.filter((alert) => {
    const count = known.get(keyOf(alert)) ?? 0;
    known.set(keyOf(alert), count - 1);
    return count <= 0;
  });
}

/** What came and what went from one review to the next. */
export function changesBetween(before: Review, after: Review): Changes {
  const old = new Map(before.files.map((file) => [file.path, file]));
  const now = new Map(after.files.map((file) => [file.path, file]));
  const came = after.files.flatMap((file) => {
    const alerts = beyond(file, old.get(file.path));
    return alerts.length === 0 ? [] : [{ ...file, alerts }];
  });
  const went = before.files.flatMap((file) => beyond(file, now.get(file.path)).map((alert) => ({ file, alert })));
  const isOther = old.size !== now.size ||
    [...now].some(([path, { text }]) => old.get(path)?.text.value !== text.value) ||
    came.length + went.length > 0;
  return { came, went, isOther };
}

/** What a round of a watch shows: the new alerts in their source, a line for each that went, and the sum. `time` is shown with it. */
export function changesText(changes: Changes, after: Review, time: string, drawing: Drawing): string {
  const { colours, width } = drawing;
  const cameCount = changes.came.reduce((sum, { alerts }) => sum + alerts.length, 0);
  const total = after.files.reduce((sum, { alerts }) => sum + alerts.length, 0);
  const says = [
    ...(cameCount > 0 ? [`${cameCount} came`] : []),
    ...(changes.went.length > 0 ? [`${changes.went.length} went`] : []),
  ];
  const sum = total === 0
    ? colours.good(`no alerts in ${counted(after.files.length, "file")}`)
    : `${counted(total, "alert")} in ${counted(after.files.length, "file")}`;
  const gone = changes.went.flatMap(({ file, alert }) => {
    const { line, character } = positionAt(file.text, alert.from);
    const place = `${visibleText(file.path)}:${line + 1}:${character + 1}`;
    const [first = "", ...more] = wrapped(alert.message, width - 4);
    return [
      `${colours.good(" ✓")}  ${first}`,
      ...more.map((one) => `    ${one}`),
      `    ${colours.faint(`${alert.rule} · was at ${place}`)}`,
    ];
  });
  return [
    `${colours.faint(`── ${time}`)} · ${says.length === 0 ? "as before" : colours.strong(says.join(", "))} · ${sum}`,
    ...(changes.came.length > 0 ? ["", ...changes.came.flatMap((file) => fileLines(file, drawing))] : []),
    ...(gone.length > 0 ? [...(changes.came.length > 0 ? [] : [""]), ...gone, ""] : []),
  ]
    .map((line) => `${line}\n`)
    .join("");
}
