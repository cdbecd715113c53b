/** The mend loop: remedies that do not overlap are applied, the text is analysed again, until none is left. */
import { Composition } from "../remedy/compose.js";
import { withoutOverlap } from "../remedy/select.js";
import { areaOf, type Certainty, type RemedyOffer } from "../rules/rule.js";
import { difference, inOrder, type Edit } from "../text/edit.js";
import type { Alert, FoundAlert } from "./alert.js";
import { DocumentAnalysis, type AnalysisInput } from "./analysis.js";

export interface MendOptions {
  /** Only remedies of these rules or areas (`area.*` or `area`). */
  readonly only?: readonly string[];
  /** `proposed` also applies the first remedy of alerts that have no certain one. */
  readonly certainty?: Certainty;
}

/** A remedy that was left out because the text would have been worse after it. */
export interface Dropped {
  readonly rule: string;
  readonly title: string;
}

export interface MendResult {
  /** What changes in the text, in document order. */
  readonly edits: Edit[];
  readonly text: string;
  /** How often each rule's remedies were applied. */
  readonly applied: ReadonlyMap<string, number>;
  readonly dropped: readonly Dropped[];
}

interface Chosen {
  readonly alert: Alert;
  readonly remedy: RemedyOffer;
}

/** Rounds after which mending stops even if remedies are left: a pair of them most likely undo each other. */
const mostRounds = 12;

function wanted(rule: string, only: readonly string[] | undefined): boolean {
  return only === undefined || only.some((name) => name === rule || name === areaOf(rule) || name === `${areaOf(rule)}.*`);
}

function choose(found: readonly FoundAlert[], options: MendOptions, dropped: ReadonlySet<string>): Chosen[] {
  const offers: Chosen[] = [];
  for (const { alert, remedies } of found) {
    if (!wanted(alert.rule, options.only) || dropped.has(keyOf(alert))) continue;
    const offered = remedies();
    const remedy = offered.find(({ certainty }) => certainty === "certain") ?? (options.certainty === "proposed" ? offered[0] : undefined);
    if (remedy !== undefined) offers.push({ alert, remedy });
  }
  return withoutOverlap(offers);
}

const keyOf = (alert: Alert): string => `${alert.rule} ${alert.message}`;

/** Applies edits that all speak of the text as it is. */
function change(analysis: DocumentAnalysis, edits: readonly Edit[]): void {
  // From the end, so that no edit moves what another speaks of.
  for (const edit of inOrder(edits).reverse()) analysis.edit(edit, analysis.text.apply(edit));
}

/** Settles all that can be settled. Every round is checked: a remedy after which the text parses worse is dropped. */
export function mend(first: readonly FoundAlert[], input: AnalysisInput, options: MendOptions = {}): MendResult {
  const composition = new Composition(input.text.length);
  const applied = new Map<string, number>();
  const droppedKeys = new Set<string>();
  const dropped: Dropped[] = [];
  const analysis = new DocumentAnalysis(input);
  const attempt = (chosen: readonly Chosen[]): boolean => {
    const edits = chosen.flatMap(({ remedy }) => remedy.edits);
    const before = analysis.text;
    const problems = analysis.problems.length;
    change(analysis, edits);
    if (analysis.problems.length > problems) {
      const back = difference(analysis.text.value, before.value);
      if (back !== undefined) analysis.edit(back, before);
      return false;
    }
    composition.add(edits);
    for (const { alert } of chosen) applied.set(alert.rule, (applied.get(alert.rule) ?? 0) + 1);
    return true;
  };
  let chosen = choose(first, options, droppedKeys);
  for (let round = 0; round < mostRounds && chosen.length > 0; round += 1) {
    if (!attempt(chosen)) {
      // One of them does harm: apply the first alone, or drop it.
      const [one] = chosen;
      if (!attempt([one!])) {
        droppedKeys.add(keyOf(one!.alert));
        dropped.push({ rule: one!.alert.rule, title: one!.remedy.title });
        round -= 1;
      }
    }
    chosen = choose(analysis.found(), options, droppedKeys);
  }
  return { edits: composition.edits(), text: analysis.text.value, applied, dropped };
}
