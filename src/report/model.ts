/** What a review found, as every report form takes it. */
import type { Alert } from "../engine/alert.js";
import type { ShownRemedy } from "../engine/document-remedies.js";
import { levels, type AlertLevel } from "../rules/rule.js";
import type { OwnLevels } from "../settings/schema.js";
import type { Text } from "../text/text.js";

export interface FileReview {
  /** As shown: relative to where the review was started, with `/`. */
  readonly path: string;
  /** Read when it is asked for, where nothing was to be looked at anew. */
  readonly text: Text;
  readonly alerts: readonly Alert[];
  /** Those that have a certain remedy. */
  readonly mendable: ReadonlySet<Alert>;
  /** What an overview shows beside. */
  readonly details?: ReviewDetails | undefined;
  /** Whether it holds settings, and is told of before all code. */
  readonly isSettings?: boolean;
  /** Whether only the form was looked at, as the text says that a program writes it. */
  readonly isGenerated?: boolean;
}

export interface ReviewDetails {
  readonly remedies: ReadonlyMap<Alert, readonly ShownRemedy[]>;
  /** The strain of all functions of the file together. */
  readonly strain: number;
}

export interface Review {
  readonly files: readonly FileReview[];
  /** How many alerts a baseline holds that are not found any more in the files of the review. */
  readonly settled?: number;
  /** How many alerts are not shown, as a baseline holds them. */
  readonly baseline?: number;
  /** What was there and was not looked at, each kind with its reason. */
  readonly leftOut?: readonly string[];
  /** What could not be read, or was named and is not there. */
  readonly problems?: readonly { readonly path: string; readonly reason: string }[];
  /** How long it took. */
  readonly milliseconds?: number;
}

export function countLevels(review: Review): Record<AlertLevel, number> {
  const counts = { error: 0, warning: 0, information: 0, hint: 0 };
  for (const { alerts } of review.files) for (const { level } of alerts) counts[level] += 1;
  return counts;
}

/** The order of files in reports: those of settings first, then by their paths. */
export function byPlace(
  a: { readonly path: string; readonly isSettings?: boolean },
  b: { readonly path: string; readonly isSettings?: boolean },
): number {
  return Number(b.isSettings === true) - Number(a.isSettings === true) || (a.path < b.path ? -1 : 1);
}

/** How many alerts in some files have a certain remedy. */
export function countMendable(files: readonly FileReview[]): number {
  return files.reduce((sum, { alerts, mendable }) => sum + alerts.filter((alert) => mendable.has(alert)).length, 0);
}

/** A test for alerts at a level or graver. One of the settings' own levels is reached by what has it, and by what is graver than the one it stands on. */
export function reacher(level: string, ownLevels: OwnLevels): (alert: Alert) => boolean {
  const own = ownLevels[level];
  const limit = levels.indexOf(own?.standsOn ?? (level as AlertLevel));
  return own === undefined
    ? (alert) => levels.indexOf(alert.level) <= limit
    : (alert) => levels.indexOf(alert.level) < limit || alert.ownLevel === level;
}

/** `1 error`, `2 errors`. */
export function counted(count: number, noun: string): string {
  return `${count} ${noun}${count === 1 ? "" : "s"}`;
}
