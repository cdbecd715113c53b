import { rangeOf } from "../text/position.js";
import { countLevels, type Review } from "./model.js";

/** The report for other programs. Ranges are those of the Language Server Protocol: from 0, in UTF-16 code units. */
export function jsonReport(review: Review): string {
  const files = review.files.map(({ path, text, alerts }) => ({
    path,
    alerts: alerts.map(({ rule, level, ownLevel, message, from, to, labels, related }) => ({
      rule,
      level,
      ...(ownLevel !== undefined && { ownLevel }),
      message,
      range: rangeOf(text, from, to),
      from,
      to,
      labels,
      related: related.map((place) => ({ message: place.message, range: rangeOf(text, place.from, place.to) })),
    })),
  }));
  const { baseline = 0, settled = 0, leftOut = [], problems = [] } = review;
  return `${JSON.stringify({ format: 1, files, counts: countLevels(review), baseline, settled, leftOut, problems }, null, 2)}\n`;
}
