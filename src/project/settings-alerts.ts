/** What is wrong with a settings file, as alerts in it. */
import path from "node:path";
import { settingsAlert } from "../engine/settings-alert.js";
import type { FileReview } from "../report/model.js";
import type { SettingsIssue } from "../settings/issue.js";
import { globTest } from "../text/globs.js";
import { Text } from "../text/text.js";
import { userSettingsFile, type SettingsSource } from "./project-settings.js";

/** The issues of a settings file, those that need the files of the project among them: a zone that holds none of `files`, absolute paths. */
export function issuesIn(source: SettingsSource, files: readonly string[] | undefined): readonly SettingsIssue[] {
  const { checked, document, issues } = source;
  if (files === undefined || source.file === userSettingsFile() || document.faults.length > 0) return issues;
  const folder = path.dirname(source.file);
  const relative = files.map((file) => path.relative(folder, file).split(path.sep).join("/"));
  const idle = (checked.settings.zones ?? []).flatMap(({ files: globs }, index): SettingsIssue[] => {
    const test = globTest(globs);
    if (relative.some(test)) return [];
    const at = ["zones", index];
    return [{
      code: "unreachable-zone",
      path: [...at, "files"],
      message: `no file of the project matches ${globs.map((glob) => `\`${glob}\``).join(", ")}`,
      remedies: [{ title: "Take the zone out", path: at, remove: true }],
    }];
  });
  return [...issues, ...idle];
}

/** A settings file in which something is wrong, as a report shows it. */
export function settingsAlerts(
  source: SettingsSource,
  shown: string,
  files: readonly string[],
): FileReview | undefined {
  const alerts = issuesIn(source, files).map((issue) => settingsAlert(issue, source.document));
  return alerts.length === 0
    ? undefined
    : {
      path: shown,
      text: Text.of(source.document.text),
      alerts: alerts.sort((a, b) => a.from - b.from || a.to - b.to),
      mendable: new Set(),
      isSettings: true,
    };
}
