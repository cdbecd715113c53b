/** Which of the remedies that there are mending takes at a time. */
import { withoutOverlap } from "../remedy/select.js";
import { areaOf, type Certainty, type RemedyOffer } from "../rules/rule.js";
import { inOrder, type Edit, type Span } from "../text/edit.js";
import type { Text } from "../text/text.js";
import type { Alert, FoundAlert } from "./alert.js";
import { reach } from "./proof.js";

export interface MendOptions {
  /** Only remedies of these rules or areas (`area.*` or `area`). */
  readonly only?: readonly string[];
  /** `proposed` also applies the first remedy of alerts that have no certain one. */
  readonly certainty?: Certainty;
  /** Rules of which the first remedy is applied, though it be only proposed. */
  readonly also?: (rule: string) => boolean;
  /** Only remedies of alerts that touch one of these stretches of the text as it is. */
  readonly within?: readonly Span[];
  /** Rules whose remedies are left out. */
  readonly except?: (rule: string) => boolean;
  /** Stretches of the text as it is in which no code is taken out, except by layout. */
  readonly unfinished?: readonly Span[];
}

/** A remedy that is taken, with the alert that it settles. */
export interface Chosen {
  readonly alert: Alert;
  readonly remedy: RemedyOffer;
}

/** Whether a rule is one of those that are named, itself or by its area. */
export function isAmong(rule: string, only: readonly string[] | undefined): boolean {
  return only === undefined ||
    only.some((name) => name === rule || name === areaOf(rule) || name === `${areaOf(rule)}.*`);
}

/** The remedies that the options want, at most one of an alert, without those that overlap. */
export function choose(
  found: readonly FoundAlert[],
  options: MendOptions,
  isDropped: (alert: Alert) => boolean,
  isHeld: (alert: Alert, remedy: RemedyOffer) => boolean,
): Chosen[] {
  const offers: Chosen[] = [];
  for (const { alert, remedies } of found) {
    if (!isAmong(alert.rule, options.only) || isDropped(alert)) continue;
    const offered = remedies();
    if (options.except?.(alert.rule)) continue;
    const remedy = offered.find(({ certainty }) => certainty === "certain") ??
      (options.certainty === "proposed" || options.also?.(alert.rule) ? offered[0] : undefined);
    if (remedy !== undefined && remedy.byHand !== true && !isHeld(alert, remedy)) offers.push({ alert, remedy });
  }
  return withoutOverlap(offers);
}

/** Whether a remedy takes words out of one of some stretches. */
export function takesOut({ edits }: RemedyOffer, stretches: readonly Span[], text: Text): boolean {
  const words = (source: string): number => source.match(/\w+/g)?.length ?? 0;
  return edits.some(
    ({ from, to, insert }) =>
      stretches.some((span) => from <= span.to && to >= span.from) && words(text.slice(from, to)) > words(insert),
  );
}

/** Whether what is around a remedy must stay as it is: it says so itself, and is none that mends the form or changes space or comments alone. */
export function isProven({ alert, remedy }: Chosen): boolean {
  return remedy.certainty === "certain" && !["syntax", "layout", "hush"].includes(areaOf(alert.rule));
}

/** Remedies without those that have to leave what is around them as it is, where others change code there: they come in the next round. */
export function apart(chosen: readonly Chosen[]): readonly Chosen[] {
  const changing = inOrder(
    chosen
      .filter((one) => !isProven(one) && !/^(?:layout|hush)\./.test(one.alert.rule))
      .flatMap(({ remedy }) => remedy.edits),
  );
  if (changing.length === 0) return chosen;
  const isBeside = ({ from, to }: Edit): boolean => {
    let low = 0;
    let high = changing.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (changing[middle]!.to < from - reach) low = middle + 1;
      else high = middle;
    }
    return low < changing.length && changing[low]!.from <= to + reach;
  };
  return chosen.filter((one) => !isProven(one) || !one.remedy.edits.some(isBeside));
}
