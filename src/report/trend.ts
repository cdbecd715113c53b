/** What became of the alerts of an earlier report. */
import type { Alert } from "../engine/alert.js";
import type { GoneAlert } from "./board-data.js";
import type { Review } from "./model.js";

/** An earlier report that cannot be read, with the reason. */
class EarlierReportError extends Error {
  override readonly name = "EarlierReportError";
}

export interface Trend {
  readonly fresh: ReadonlySet<Alert>;
  readonly stayed: number;
  readonly gone: readonly GoneAlert[];
}

interface JsonReport {
  readonly format: 1;
  readonly files: readonly {
    readonly path: string;
    readonly alerts: readonly { readonly rule: string; readonly message: string }[];
  }[];
}

interface SarifReport {
  readonly runs: readonly {
    readonly results: readonly {
      readonly ruleId: string;
      readonly message: { readonly text: string };
      readonly locations: readonly {
        readonly physicalLocation: { readonly artifactLocation: { readonly uri: string } }
      }[];
    }[];
  }[];
}

/** An alert stays the same when its line moves. */
const keyOf = ({ path, rule, message }: GoneAlert): string => [path, rule, message].join("\n");

/** Compares a review with the text of an earlier report, in JSON or SARIF. Throws an `EarlierReportError` for anything else. */
export function trendSince(report: string, review: Review): Trend {
  const left = new Map<string, GoneAlert[]>();
  for (const alert of alertsIn(report)) {
    const same = left.get(keyOf(alert));
    if (same === undefined) left.set(keyOf(alert), [alert]);
    else same.push(alert);
  }
  const fresh = new Set<Alert>();
  let stayed = 0;
  for (const { path, alerts } of review.files) {
    for (const alert of alerts) {
      if (left.get(keyOf({ path, rule: alert.rule, message: alert.message }))?.pop() === undefined) fresh.add(alert);
      else stayed += 1;
    }
  }
  return { fresh, stayed, gone: [...left.values()].flat() };
}

function alertsIn(report: string): GoneAlert[] {
  let value: Partial<JsonReport & SarifReport> | null;
  try {
    value = JSON.parse(report) as typeof value;
  } catch (error) {
    throw new EarlierReportError(`this is no report: ${(error as Error).message}`);
  }
  if (value?.format === 1 && Array.isArray(value.files)) {
    return (value as JsonReport).files.flatMap(
      ({ path, alerts }) => alerts.map(({ rule, message }) => ({ path, rule, message })),
    );
  }
  if (Array.isArray(value?.runs)) {
    return (value as SarifReport).runs.flatMap(({ results }) => results.map(({ ruleId, message, locations }) => ({
      path: decodeURIComponent(locations[0]?.physicalLocation.artifactLocation.uri ?? ""),
      rule: ruleId,
      message: message.text,
    })));
  }
  throw new EarlierReportError("this is no report of `alert-quill review` in JSON or SARIF, or holds only counts");
}
