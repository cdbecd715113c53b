/** The report in the Static Analysis Results Interchange Format, SARIF 2.1.0 (OASIS). */
import type { Alert } from "../engine/alert.js";
import type { AlertLevel, Rule } from "../rules/rule.js";
import { positionAt } from "../text/position.js";
import type { Text } from "../text/text.js";
import { version } from "../version.js";
import { jsonText } from "./json-text.js";
import type { Review } from "./model.js";
import type { Shard } from "./shards.js";

const sarifLevels: Readonly<Record<AlertLevel, "error" | "warning" | "note">> = {
  error: "error",
  warning: "warning",
  information: "note",
  hint: "note",
};

/** A region: lines and columns from 1, columns in UTF-16 code units, the end column just behind the range. */
function region(text: Text, from: number, to: number) {
  const start = positionAt(text, from);
  const end = positionAt(text, to);
  return {
    startLine: start.line + 1,
    startColumn: start.character + 1,
    endLine: end.line + 1,
    endColumn: end.character + 1,
  };
}

/** Where a file lies, from the root; each name in it is encoded by itself, so that `#`, `?` and `%` are part of it. */
const artifact = (path: string) => ({ uri: path.split("/").map(encodeURIComponent).join("/"), uriBaseId: "ROOT" });

function location(path: string, text: Text, from: number, to: number) {
  return {
    physicalLocation: { artifactLocation: artifact(path), region: region(text, from, to) },
  };
}

function result(path: string, text: Text, alert: Alert, ruleIndex: number) {
  return {
    ruleId: alert.rule,
    ruleIndex,
    level: sarifLevels[alert.level],
    message: { text: alert.message },
    // The levels of the format are fewer.
    properties: { level: alert.ownLevel ?? alert.level },
    locations: [location(path, text, alert.from, alert.to)],
    ...(
      alert.related.length > 0 && {
        relatedLocations: alert.related.map(({ from, to, message }, id) => ({
          id,
          ...location(path, text, from, to),
          message: { text: message },
        })),
      }
    ),
  };
}

/** What the format calls a file of settings. */
export const configuration = "userSpecifiedConfiguration";

/** `root` is the folder the paths are relative to, as a `file:` URI with a slash at its end; `shard` says which part of a review this is. */
export function sarifReport(review: Review, rules: readonly Rule[], root: string, shard?: Shard): string {
  const { problems = [] } = review;
  const index = new Map(rules.map((rule, i) => [rule.id, i]));
  const log = {
    $schema: "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json",
    version: "2.1.0",
    runs: [
      {
        tool: {
          driver: {
            name: "Alert Quill",
            semanticVersion: version,
            informationUri: new URL("../../README.md", import.meta.url).href,
            rules: rules.map(({ id, title, why, level }) => ({
              id,
              shortDescription: { text: `${title}.` },
              fullDescription: { text: why },
              defaultConfiguration: { level: sarifLevels[level] },
            })),
          },
        },
        invocations: [{
          executionSuccessful: problems.length === 0,
          toolExecutionNotifications: problems.map(({ path, reason }) => ({
            level: "error",
            message: { text: `${path}: ${reason}.` },
            locations: [{ physicalLocation: { artifactLocation: artifact(path) } }],
          })),
        }],
        columnKind: "utf16CodeUnits",
        originalUriBaseIds: { ROOT: { uri: root } },
        ...(shard !== undefined && { properties: { shard } }),
        artifacts: review.files.map(({ path, isSettings }) => ({
          location: artifact(path),
          roles: [isSettings === true ? configuration : "analysisTarget"],
        })),
        results: review.files.flatMap(({ path, text, alerts }) => alerts.map((alert) => result(
          path,
          text,
          alert,
          index.get(alert.rule)!,
        ))),
      },
    ],
  };
  return jsonText(log);
}
