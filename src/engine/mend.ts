/** The mend loop: remedies that do not overlap are applied, the text is analysed again, until none is left. */
import { Composition } from "../remedy/compose.js";
import { withoutOverlap } from "../remedy/select.js";
import { areaOf, type Certainty, type RemedyOffer } from "../rules/rule.js";
import { difference, inOrder, moved, type Edit, type Span } from "../text/edit.js";
import type { Text } from "../text/text.js";
import type { Alert, FoundAlert } from "./alert.js";
import type { DocumentAnalysis } from "./analysis.js";

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
  /** Rules whose remedies undo each other; they were left alone from then on. */
  readonly fights: readonly (readonly string[])[];
}

interface Chosen {
  readonly alert: Alert;
  readonly remedy: RemedyOffer;
}

/** Rounds after which mending stops even if remedies are left. */
const mostRounds = 60;

function wanted(rule: string, only: readonly string[] | undefined): boolean {
  return only === undefined ||
    only.some((name) => name === rule || name === areaOf(rule) || name === `${areaOf(rule)}.*`);
}

function choose(
  found: readonly FoundAlert[],
  options: MendOptions,
  isDropped: (alert: Alert) => boolean,
  isHeld: (remedy: RemedyOffer) => boolean,
): Chosen[] {
  const offers: Chosen[] = [];
  for (const { alert, remedies } of found) {
    if (!wanted(alert.rule, options.only) || isDropped(alert)) continue;
    const offered = remedies();
    if (options.except?.(alert.rule)) continue;
    const remedy = offered.find(({ certainty }) => certainty === "certain") ??
      (options.certainty === "proposed" || options.also?.(alert.rule) ? offered[0] : undefined);
    if (
      remedy !== undefined && (areaOf(alert.rule) === "layout" || areaOf(alert.rule) === "imports" || !isHeld(remedy))
    ) offers.push({ alert, remedy });
  }
  return withoutOverlap(offers);
}

/** Whether a remedy takes words out of one of some stretches. */
function takesOut({ edits }: RemedyOffer, stretches: readonly Span[], text: Text): boolean {
  const words = (source: string): number => source.match(/\w+/g)?.length ?? 0;
  return edits.some(
    ({ from, to, insert }) =>
      stretches.some((span) => from <= span.to && to >= span.from) && words(text.slice(from, to)) > words(insert),
  );
}

const keyOf = (alert: Alert): string => `${alert.rule} ${alert.message}`;

/** Applies edits that all speak of the text as it is. */
function change(analysis: DocumentAnalysis, edits: readonly Edit[]): void {
  // From the end, so that no edit moves what another speaks of.
  for (const edit of inOrder(edits).reverse()) analysis.edit(edit, analysis.text.apply(edit));
}

/** Whether something has grown that must not. Where the form has been mended, a name that was left alone beside what was wrong may turn out to be unknown. */
function isHarm(before: ReadonlyMap<string, number>, after: ReadonlyMap<string, number>): boolean {
  const isMended = after.get("form")! < before.get("form")!;
  return [...after].some(
    ([key, count]) => count > (before.get(key) ?? 0) && !(isMended && key.startsWith("names.unknown ")),
  );
}

/** What must not grow: problems of form, and alerts at the level error by rule and message. */
function harmIn(analysis: DocumentAnalysis): Map<string, number> {
  const harm = new Map<string, number>([["form", analysis.problems.length]]);
  for (const { alert } of analysis.found()) {
    if (alert.level === "error") harm.set(keyOf(alert), (harm.get(keyOf(alert)) ?? 0) + 1);
  }
  return harm;
}

/**
 * Settles all that can be settled. Every round is checked: a remedy after which the text parses worse or has a new error is dropped. Where rules turn out to undo
 * each other, it is begun anew without them. The analysis is that of the text as it is, and is so again in the end: what does not change is not looked at again.
 */
export function mend(analysis: DocumentAnalysis, options: MendOptions = {}): MendResult {
  const fights: string[][] = [];
  for (;;) {
    const result = mendWithout(new Set(fights.flat()), analysis, options);
    if (!Array.isArray(result)) return { ...result, fights };
    fights.push(result);
  }
}

/** Mends without the remedies of some rules; gives rules that undo each other if it comes upon them. */
function mendWithout(
  calm: ReadonlySet<string>,
  analysis: DocumentAnalysis,
  options: MendOptions,
): Omit<MendResult, "fights"> | string[] {
  const original = analysis.text;
  const composition = new Composition(original.length);
  try {
    return settle(calm, analysis, composition, options);
  } finally {
    putBack(analysis, composition.edits(), original);
  }
}

/** Whether a text would parse worse after some edits of it, or have a new error. It is tried out on the analysis, which is put back. */
export function doesHarm(analysis: DocumentAnalysis, edits: readonly Edit[]): boolean {
  const original = analysis.text;
  const before = harmIn(analysis);
  change(analysis, edits);
  const after = harmIn(analysis);
  putBack(analysis, inOrder(edits), original);
  return isHarm(before, after);
}

/** Takes edits of a text back, each by itself, so that little is read again. */
function putBack(analysis: DocumentAnalysis, edits: readonly Edit[], original: Text): void {
  let delta = 0;
  const inverse = edits.map(({ from, to, insert }): Edit => {
    const at = from + delta;
    delta += insert.length - (to - from);
    return { from: at, to: at + insert.length, insert: original.slice(from, to) };
  });
  change(analysis, inverse);
  const rest = difference(analysis.text.value, original.value);
  if (rest !== undefined) analysis.edit(rest, original);
}

function settle(
  calm: ReadonlySet<string>,
  analysis: DocumentAnalysis,
  composition: Composition,
  options: MendOptions,
): Omit<MendResult, "fights"> | string[] {
  const applied = new Map<string, number>();
  const droppedKeys = new Map<string, Dropped>();
  /** The round in which a remedy was last dropped. */
  let lastDrop = -1;
  /** An alert by its rule, message and line: so it is known again when the text before it has changed. */
  const placeKey = (alert: Alert): string =>
    `${keyOf(alert)} ${analysis.text.lineAt(Math.min(alert.from, analysis.text.length)).text}`;
  /** The texts there were, with the round that began with each, and the rules whose remedies each round applied. */
  const history = new Map<string, number>();
  const rounds: Set<string>[] = [];

  /** Applies remedies that speak of the text as it is, and takes them back if they do harm. */
  const attempt = (chosen: readonly Chosen[]): boolean => {
    const before = analysis.text;
    const harm = harmIn(analysis);
    change(analysis, chosen.flatMap(({ remedy }) => remedy.edits));
    if (!isHarm(harm, harmIn(analysis))) return true;
    takeBack(before);
    return false;
  };
  /** Leaves a remedy out from now on. */
  const drop = ({ alert, remedy }: Chosen): void => {
    droppedKeys.set(placeKey(alert), { rule: alert.rule, title: remedy.title });
    lastDrop = rounds.length;
  };
  const takeBack = (before: typeof analysis.text): void => {
    const back = difference(analysis.text.value, before.value);
    if (back !== undefined) analysis.edit(back, before);
  };
  /** Those of some remedies that do no harm beside others, found by halving. */
  const harmless = (chosen: readonly Chosen[], beside: readonly Chosen[]): readonly Chosen[] => {
    if (chosen.length === 0) return chosen;
    const before = analysis.text;
    if (attempt([...beside, ...chosen])) {
      takeBack(before);
      return chosen;
    }
    if (chosen.length === 1) {
      drop(chosen[0]!);
      return [];
    }
    const left = harmless(chosen.slice(0, chosen.length >> 1), beside);
    return [...left, ...harmless(chosen.slice(chosen.length >> 1), [...beside, ...left])];
  };

  let { within, unfinished } = options;
  let found = analysis.found();
  for (let round = 0; round < mostRounds; round += 1) {
    let chosen: readonly Chosen[] = choose(
      found,
      options,
      (alert) => calm.has(alert.rule) ||
        droppedKeys.has(placeKey(alert)) ||
        within?.some(({ from, to }) => alert.from <= to && alert.to >= from) === false,
      (remedy) => unfinished !== undefined && takesOut(remedy, unfinished, analysis.text),
    );
    if (chosen.length === 0) {
      // What did harm may do none now that the text is another.
      if (droppedKeys.size === 0 || rounds.length <= lastDrop + 1) break;
      droppedKeys.clear();
      continue;
    }
    const text = analysis.text.value;
    const seen = history.get(text);
    // What was applied since the text was like this has been undone: those rules do not agree.
    if (seen !== undefined) return [...new Set(rounds.slice(seen).flatMap((set) => [...set]))].sort();
    const problems = analysis.problems.length;
    const before = analysis.text;
    if (!attempt(chosen)) {
      chosen = harmless(chosen, []);
      // All of them would do harm, and the text is as it was.
      if (chosen.length === 0) {
        found = analysis.found();
        continue;
      }
      change(analysis, chosen.flatMap(({ remedy }) => remedy.edits));
    }
    // What is to mend the form and does not would be done again and again, as a bracket that is put into a text without an end.
    if (analysis.problems.length >= problems && chosen.every(({ alert }) => areaOf(alert.rule) === "syntax")) {
      takeBack(before);
      chosen.forEach(drop);
      found = analysis.found();
      continue;
    }
    history.set(text, rounds.length);
    const edits = inOrder(chosen.flatMap(({ remedy }) => remedy.edits));
    composition.add(edits);
    within = within?.map((span) => moved(span, edits));
    unfinished = unfinished?.map((span) => moved(span, edits));
    rounds.push(new Set(chosen.map(({ alert }) => alert.rule)));
    for (const { alert } of chosen) applied.set(alert.rule, (applied.get(alert.rule) ?? 0) + 1);
    found = analysis.found();
  }
  return { edits: composition.edits(), text: analysis.text.value, applied, dropped: [...droppedKeys.values()] };
}
