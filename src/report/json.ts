import { rangeOf } from "../text/position.js";
import { groupsOf, type Grouping } from "./groups.js";
import { jsonText } from "./json-text.js";
import { countLevels, countMendable, type Review } from "./model.js";
import type { Shard } from "./shards.js";

export interface JsonOptions {
  /** What the alerts are counted by, beside the list of them. */
  readonly group?: Grouping;
  /** Whether the list of alerts is left out. */
  readonly countsOnly?: boolean;
  /** Which part of a review this is. */
  readonly shard?: Shard;
}

/** The report for other programs. Ranges are those of the Language Server Protocol: from 0, in UTF-16 code units. */
export function jsonReport(review: Review, { group, countsOnly = false, shard }: JsonOptions = {}): string {
  const files = review.files.map(({ path, text, alerts, mendable, isSettings }) => ({
    path,
    ...(isSettings === true && { isSettings }),
    alerts: alerts.map((alert) => {
      const { rule, level, ownLevel, message, from, to, labels, related } = alert;
      return {
        rule,
        level,
        ...(ownLevel !== undefined && { ownLevel }),
        message,
        range: rangeOf(text, from, to),
        from,
        to,
        labels,
        mendable: mendable.has(alert),
        related: related.map((place) => ({ message: place.message, range: rangeOf(text, place.from, place.to) })),
      };
    }),
  }));
  const by = group ?? (countsOnly ? "file" : undefined);
  const groups = by === undefined
    ? undefined
    : groupsOf(review, by).map((one) => ({
      name: one.name,
      total: one.total,
      counts: one.counts,
      mendable: countMendable(one.files),
    }));
  const { baseline = 0, settled = 0, leftOut = [], problems = [] } = review;
  return jsonText({
    format: 1,
    ...(shard !== undefined && { shard }),
    ...(!countsOnly && { files }),
    ...(groups !== undefined && { groups }),
    counts: countLevels(review),
    baseline,
    settled,
    leftOut,
    problems,
  });
}
