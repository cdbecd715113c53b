/** Gathers what was found into the alerts of a document. */
import type { Language, Tree } from "../languages/language.js";
import type { ResolvedSettings } from "../settings/resolve.js";
import type { Text } from "../text/text.js";
import type { AlertList } from "./alert-list.js";
import { inDocumentOrder, resolve, type AlertRecord, type FoundAlert } from "./alert.js";
import { findHushes, HushSweep } from "./hush.js";
import type { RecordStore } from "./record-store.js";
import type { RuleRun } from "./rule-run.js";

/** What an analysis has found, and in what. */
export interface Findings {
  readonly text: Text;
  readonly tree: Tree;
  readonly language: Language;
  readonly settings: ResolvedSettings;
  readonly today: string;
  readonly stores: readonly RecordStore[];
  /** What the stores hold, in order. */
  readonly list: AlertList;
  readonly run: RuleRun;
  /** Whether all has been looked at, so that it can be told what hush comments are good for. */
  readonly isDone: boolean;
}

/** The alerts with their places, in order, without those that are silenced. */
export function collect(findings: Findings): readonly FoundAlert[] {
  const { text, tree, language, settings, today, stores, list, run, isDone } = findings;
  const { levelOf, ofFile } = run;
  const hushes = findHushes(text, tree, language);
  const failed = new Set([...run.failed.keys()].map(({ id }) => id));
  if (hushes.length === 0 && failed.size === 0) {
    const all = list.update(text, levelOf);
    if (ofFile.length === 0) return all;
    return [...all, ...ofFile.map((record) => resolve(record, text, levelOf(record.rule)))].sort(inDocumentOrder);
  }
  list.forget();
  const told: FoundAlert[] = [];
  const take = (record: AlertRecord): void => {
    if (!failed.has(record.rule)) told.push(resolve(record, text, levelOf(record.rule)));
  };
  for (const store of stores) for (const record of store.all()) take(record);
  ofFile.forEach(take);
  const sweep = new HushSweep(hushes, today);
  const found = told.sort(inDocumentOrder).filter(({ alert }) => !sweep.isHushed(alert.rule, alert.from));
  if (!isDone) return found;
  // What is told of the hush comments themselves may be silenced too, by those that count alerts of their own.
  const judged = run.judgeHushes(hushes, tree.root, settings, today)
    .filter(({ rule }) => !failed.has(rule))
    .map((record) => resolve(record, text, levelOf(record.rule)))
    .sort(inDocumentOrder);
  const ofHushes = new HushSweep(hushes, today);
  return [...found, ...judged.filter(({ alert }) => !ofHushes.isHushed(alert.rule, alert.from))].sort(inDocumentOrder);
}
