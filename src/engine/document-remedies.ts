/** The ways to settle the alerts of a document. */
import { withoutOverlap } from "../remedy/select.js";
import type { Certainty } from "../rules/rule.js";
import { applyAll, type Edit } from "../text/edit.js";
import type { Alert } from "./alert.js";
import { isProven } from "./choice.js";
import type { DocumentState } from "./document-state.js";
import { attempt, isHarmless, takeBack } from "./trial.js";

/** How many remedies are tried out one by one where somebody asks for some. */
const mostProven = 24;

/** How many characters are read at most to try out remedies in a text whose form is broken. */
const mostTried = 3_000_000;

export interface Remedy {
  readonly title: string;
  readonly rule: string;
  readonly certainty: Certainty;
  /** Taken only where somebody asks for it, never along with others. */
  readonly byHand?: boolean;
  /** They speak of the text as it is and do not overlap. */
  readonly edits: readonly Edit[];
  readonly alert: Alert;
}

/** What an overview shows of a remedy. */
export type ShownRemedy = Pick<Remedy, "title" | "certainty" | "edits">;

/** Ways to settle alerts, and those that are withheld because the broken text would be worse after them. */
export interface Remedies {
  readonly offered: Remedy[];
  readonly withheld: Remedy[];
}

/** The ways to settle the alerts for which `isAsked` says so. */
function remediesWhere(document: DocumentState, isAsked: (alert: Alert) => boolean): Remedies {
  const offered: Remedy[] = [];
  const withheld: Remedy[] = [];
  const { problems, text } = document.analysis;
  let trials = Math.max(4, Math.floor(mostTried / (text.length + 1)));
  for (const { alert, remedies } of document.found()) {
    if (!isAsked(alert)) continue;
    // Where the form is broken, what is read there may not be what was meant: remedies are tried out, as many as can be in reasonable time.
    const isForm = problems.some(
      ({ code, from }) => from >= alert.from && from <= alert.to && alert.rule === `syntax.${code}`,
    );
    for (const offer of remedies()) {
      const fails = problems.length > 0 &&
        ((trials -= 1) < 0 || problemsAfter(document, offer.edits) > problems.length - (isForm ? 1 : 0));
      (fails ? withheld : offered).push({ ...offer, rule: alert.rule, alert });
    }
  }
  return { offered, withheld };
}

/** The ways to settle some alerts. */
export function remediesFor(document: DocumentState, alerts: ReadonlySet<Alert>): Remedies {
  return remediesWhere(document, (alert) => alerts.has(alert));
}

/** As `remediesFor`; of few, those that say they are certain are tried out one by one, and one that changes what is around it is only proposed. */
export function provenRemedies(document: DocumentState, alerts: ReadonlySet<Alert>): Remedies {
  const { offered, withheld } = remediesFor(document, alerts);
  const { analysis } = document;
  const isDoubtful = (remedy: Remedy): boolean =>
    isProven({ alert: remedy.alert, remedy }) && !isHarmless(analysis, { alert: remedy.alert, remedy });
  const { length } = analysis.text;
  if (offered.length > Math.min(mostProven, Math.max(4, mostTried / (length + 1)))) return { offered, withheld };
  return {
    offered: offered.map((remedy) => (isDoubtful(remedy) ? { ...remedy, certainty: "proposed" } : remedy)),
    withheld,
  };
}

/** Those of some remedies that can be taken together: none overlaps another, and of those that say they are certain, none changes what is around it. */
export function together({ analysis }: DocumentState, remedies: readonly Remedy[]): Remedy[] {
  const chosen = withoutOverlap(remedies.map((remedy) => ({ alert: remedy.alert, remedy })));
  const before = analysis.text;
  const lost = new Set(attempt(analysis, chosen.filter(isProven)));
  takeBack(analysis, before);
  return chosen.filter((one) => !lost.has(one)).map(({ remedy }) => remedy);
}

/** How many problems of form a document has after some edits. */
function problemsAfter({ language, text, info }: DocumentState, edits: readonly Edit[]): number {
  return language.parse(applyAll(text.value, edits), info).problems.length;
}
