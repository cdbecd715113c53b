import { settingsLevels } from "../rules/settings/index.js";
import type { SettingsDocument } from "../settings/document.js";
import type { SettingsIssue } from "../settings/issue.js";
import type { Alert } from "./alert.js";

/** What is wrong with a settings file, as an alert in its text. */
export function settingsAlert(issue: SettingsIssue, document: SettingsDocument): Alert {
  const fault = issue.code === "broken-file"
    ? document.faults.find(({ message }) => message === issue.message)
    : undefined;
  const { from, to } = fault ?? document.rangeOf(issue);
  const message = `${issue.message[0]!.toUpperCase()}${issue.message.slice(1)}`;
  return {
    rule: `settings.${issue.code}`,
    level: settingsLevels[issue.code]!,
    message,
    from,
    to,
    labels: [],
    related: [],
  };
}
