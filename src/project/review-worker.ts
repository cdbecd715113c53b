/** Looking at some files of a project in a thread of its own. */
import path from "node:path";
import type { RuleFailure } from "../engine/alert.js";
import { languages } from "../languages/index.js";
import { modulesThatStay } from "./disk-files.js";
import { learn, resultOf } from "./find-all.js";
import { loadLanguagesOf } from "./load-languages.js";
import type { ProjectSettings } from "./project-settings.js";
import type { FileResult } from "./result-store.js";
import { opener, settingsOf, type SettingsChoice } from "./visit.js";

export interface ReviewTask {
  /** Each with its absolute path. */
  readonly files: readonly { readonly file: string; readonly text: string }[];
  readonly choice: SettingsChoice;
  readonly today: string;
  readonly folder: string;
  readonly detailed: boolean;
}

export interface ReviewResult {
  readonly file: string;
  readonly result: FileResult;
  /** Rules that failed on it. */
  readonly failures: readonly { readonly uri: string; readonly failure: RuleFailure }[];
}

let settings: ProjectSettings | undefined;
const graph = modulesThatStay();

/** Runs one task. Called by the pool, whose threads serve one project each. */
export default async function run({
  files,
  choice,
  today,
  folder,
  detailed,
}: ReviewTask): Promise<ReviewResult[]> {
  settings ??= settingsOf(choice);
  const failures: { uri: string; failure: RuleFailure }[] = [];
  const open = opener(
    {
      languages,
      today,
      onFailure: (uri, { rule, error }) => {
        // An error of a kind of its own may not pass from thread to thread.
        failures.push({
          uri,
          failure: { rule, error: error instanceof Error ? new Error(error.message) : String(error) },
        });
      },
    },
    graph,
  );
  await loadLanguagesOf(files.map(({ file }) => file));
  const results: ReviewResult[] = [];
  for (const { file, text } of files) {
    const settingsFile = choice.instead === undefined ? settings.fileFor(path.dirname(file)) : undefined;
    if (settingsFile !== undefined) await settings.loadPacks(settingsFile);
    const located = { file, shown: path.relative(folder, file), text, settings: settings.forFile(file) };
    open(located, (one) => {
      const result = resultOf(one, detailed);
      learn(graph, file, result);
      results.push({ file, result, failures: failures.splice(0) });
    });
  }
  return results;
}
