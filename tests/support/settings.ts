/** Settings files as texts, checked as the server checks them. */
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { settingsAlert } from "../../src/engine/settings-alert.js";
import { applyAll } from "../../src/index.js";
import { ProjectSettings, type SettingsSource } from "../../src/project/project-settings.js";
import { issuesIn } from "../../src/project/settings-alerts.js";
import type { Rule } from "../../src/rules/rule.js";
import type { SettingsIssue } from "../../src/settings/issue.js";
import { readMarks, writeMarks, type ExampleFault } from "../../src/testing/index.js";

/** A folder with files, for as long as `use` runs. */
export async function withFolder<Result>(
  files: Readonly<Record<string, string>>,
  use: (folder: string) => Result | Promise<Result>,
): Promise<Result> {
  const folder = mkdtempSync(path.join(tmpdir(), "quill-"));
  try {
    write(folder, files);
    return await use(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

export function write(folder: string, files: Readonly<Record<string, string>>): void {
  for (const [name, text] of Object.entries(files)) {
    mkdirSync(path.dirname(path.join(folder, name)), { recursive: true });
    writeFileSync(path.join(folder, name), text);
  }
}

export interface CheckedText {
  readonly source: SettingsSource;
  readonly issues: readonly SettingsIssue[];
  /** The text with marks around what is wrong, and each mistake with its message and remedies. */
  readonly marked: string;
  readonly told: string[];
}

/** What is told of a settings file in a folder whose project holds `src/fares.js` alone. */
export function checkText(text: string, folder = "/made/up"): CheckedText {
  const source = new ProjectSettings().checkText(path.join(folder, "alert-quill.jsonc"), text);
  const issues = issuesIn(source, [path.join(folder, "src/fares.js")]);
  const alerts = issues.map((issue) => settingsAlert(issue, source.document));
  return {
    source,
    issues,
    marked: writeMarks(text, alerts),
    told: alerts.map(({ rule, message }) => `${rule.slice("settings.".length)}: ${message}`),
  };
}

/** As `checkExamples`, for the rules of the area `settings`. */
export function checkSettingsExamples(rule: Rule): ExampleFault[] {
  const faults: ExampleFault[] = [];
  for (const example of [...rule.examples.alerts, ...rule.examples.quiet]) {
    const { code } = readMarks(example.code);
    const { source, issues, marked } = checkText(code);
    const own = issues.every((issue) => `settings.${issue.code}` === rule.id);
    if (marked !== example.code || !own) faults.push({ example: example.code, expected: example.code, actual: marked });
    const { after } = example as { after?: string };
    const edits = issues.flatMap(
      (issue) => (issue.remedies?.[0] === undefined ? [] : source.document.editsFor(issue.remedies[0])),
    );
    if (after !== undefined && applyAll(code, edits) !== after) {
      faults.push({ example: code, expected: after, actual: applyAll(code, edits) });
    }
  }
  return faults;
}
