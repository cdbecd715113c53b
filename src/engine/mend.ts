/** The mend loop: remedies that do not overlap are applied, the text is analysed again, until none is left. */
import { Composition } from "../remedy/compose.js";
import { withoutOverlap } from "../remedy/select.js";
import { afterExit } from "../rules/dead/after-exit.js";
import { areaOf, type Certainty, type RemedyOffer } from "../rules/rule.js";
import type { Node } from "../syntax/node.js";
import { nodeAt } from "../syntax/walk.js";
import { difference, inOrder, moved, type Edit, type Span } from "../text/edit.js";
import type { Text } from "../text/text.js";
import type { Alert, FoundAlert } from "./alert.js";
import type { DocumentAnalysis } from "./analysis.js";
import { reach, Surroundings } from "./proof.js";

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
  readonly fights: readonly Fight[];
}

/** Rules whose remedies undo each other, with the statements that were left as they are for it. */
export interface Fight {
  readonly rules: readonly string[];
  readonly at: readonly Span[];
}

interface Chosen {
  readonly alert: Alert;
  readonly remedy: RemedyOffer;
}

/** Rounds after which mending stops even if remedies are left. */
const mostRounds = 60;

/** How often mending is begun anew with statements left alone in which rules undo each other; after that the rules are left out. */
const mostFights = 8;

function wanted(rule: string, only: readonly string[] | undefined): boolean {
  return only === undefined ||
    only.some((name) => name === rule || name === areaOf(rule) || name === `${areaOf(rule)}.*`);
}

function choose(
  found: readonly FoundAlert[],
  options: MendOptions,
  isDropped: (alert: Alert) => boolean,
  isHeld: (alert: Alert, remedy: RemedyOffer) => boolean,
): Chosen[] {
  const offers: Chosen[] = [];
  for (const { alert, remedies } of found) {
    if (!wanted(alert.rule, options.only) || isDropped(alert)) continue;
    const offered = remedies();
    if (options.except?.(alert.rule)) continue;
    const remedy = offered.find(({ certainty }) => certainty === "certain") ??
      (options.certainty === "proposed" || options.also?.(alert.rule) ? offered[0] : undefined);
    if (remedy !== undefined && remedy.byHand !== true && !isHeld(alert, remedy)) offers.push({ alert, remedy });
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

/** Whether what is around a remedy must stay as it is: it says so itself, and is none that mends the form or changes space or comments alone. */
function isProven({ alert, remedy }: Chosen): boolean {
  return remedy.certainty === "certain" && !["syntax", "layout", "hush"].includes(areaOf(alert.rule));
}

/** Remedies without those that have to leave what is around them as it is, where others change code there: they come in the next round. */
function apart(chosen: readonly Chosen[]): readonly Chosen[] {
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
  const fights: Fight[] = [];
  for (;;) {
    const result = mendWithout(fights, analysis, options);
    if (!("rules" in result)) return { ...result, fights: byRules(fights) };
    const isOften = fights.length >= mostFights || result.at.length === 0;
    const at = isOften ? [{ from: 0, to: analysis.text.length }] : result.at.map((span) => around(analysis.root, span));
    fights.push({ rules: result.rules, at });
  }
}

/** Fights of the same rules as one. */
function byRules(fights: readonly Fight[]): Fight[] {
  const joined = new Map<string, Fight>();
  for (const { rules, at } of fights) {
    const key = rules.join(" ");
    const places = new Map((joined.get(key)?.at ?? []).concat(at).map((span) => [`${span.from} ${span.to}`, span]));
    joined.set(key, { rules, at: [...places.values()].sort((a, b) => a.from - b.from) });
  }
  return [...joined.values()];
}

/** The statement, or member of a class, that a place stands in. */
function around(root: Node, { from, to }: Span): Span {
  let node = nodeAt(root, from, to);
  while (
    node.parent !== null &&
    node.parent !== root &&
    !/^(?:BlockStatement|SwitchCase|StaticBlock|\w*Body)$/.test(node.parent.type)
  ) node = node.parent;
  return node.parent === null ? { from, to } : { from: Math.min(from, node.start), to: Math.max(to, node.end) };
}

/** Mends with some rules' remedies left out in places; gives rules that undo each other, and where, if it comes upon them. */
function mendWithout(
  calm: readonly Fight[],
  analysis: DocumentAnalysis,
  options: MendOptions,
): Omit<MendResult, "fights"> | Fight {
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
  change(analysis, inverse(edits, original));
  const rest = difference(analysis.text.value, original.value);
  if (rest !== undefined) analysis.edit(rest, original);
}

/** The edits that take others, in the order of the text, back. */
function inverse(edits: readonly Edit[], original: Text): Edit[] {
  let delta = 0;
  return edits.map(({ from, to, insert }) => {
    const at = from + delta;
    delta += insert.length - (to - from);
    return { from: at, to: at + insert.length, insert: original.slice(from, to) };
  });
}

/** What was done to a text at one go. */
interface Round {
  readonly chosen: readonly Chosen[];
  /** What takes it back. */
  readonly back: readonly Edit[];
}

/** The rules of rounds that came out at the text with which they began, and where in the text before all rounds they were at work. */
function fightOf(rounds: readonly Round[], since: number): Fight {
  const rules = new Set<string>();
  const at: Span[] = [];
  for (let index = since; index < rounds.length; index += 1) {
    for (const { alert, remedy } of rounds[index]!.chosen) {
      rules.add(alert.rule);
      for (const { from, to } of remedy.edits) {
        let span: Span = { from, to };
        for (let earlier = index - 1; earlier >= 0; earlier -= 1) span = moved(span, rounds[earlier]!.back);
        at.push(span);
      }
    }
  }
  return { rules: [...rules].sort(), at };
}

/** For how many rounds the same rules may be at work before they are looked upon as making work for each other. */
const growing = 12;

/** Whether the last rounds were all of the same rules, or have made the text much longer than it was. */
function isGrowing(rounds: readonly Round[], length: number, original: number): boolean {
  if (rounds.length < 4) return false;
  if (length > 2 * original + 20_000) return true;
  const rules = rounds
    .slice(-growing)
    .map(({ chosen }) => [...new Set(chosen.map(({ alert }) => alert.rule))].sort().join());
  return rounds.length >= 2 * growing && new Set(rules).size <= 2;
}

function settle(
  calm: readonly Fight[],
  analysis: DocumentAnalysis,
  composition: Composition,
  options: MendOptions,
): Omit<MendResult, "fights"> | Fight {
  const applied = new Map<string, number>();
  const droppedKeys = new Map<string, Dropped>();
  /** The round in which a remedy was last dropped. */
  let lastDrop = -1;
  /** An alert by its rule, message and line: so it is known again when the text before it has changed. */
  const placeKey = (alert: Alert): string =>
    `${keyOf(alert)} ${analysis.text.lineAt(Math.min(alert.from, analysis.text.length)).text}`;
  /** The texts there were, with the round that began with each. */
  const history = new Map<string, number>();
  const rounds: Round[] = [];
  let quiet = calm.map(({ rules, at }) => ({ rules: new Set(rules), at }));

  /** Applies remedies that speak of the text as it is. If some may have done harm it takes all of them back, and gives those. */
  const attempt = (chosen: readonly Chosen[]): readonly Chosen[] => {
    const before = analysis.text;
    const harm = harmIn(analysis);
    const edits = inOrder(chosen.flatMap(({ remedy }) => remedy.edits));
    const proven = new Set(chosen.filter(isProven).flatMap(({ remedy }) => remedy.edits));
    const around = new Surroundings(analysis.root, before, edits, proven);
    change(analysis, edits);
    const lost = isHarm(harm, harmIn(analysis)) ? undefined : around.lost(analysis.root, analysis.text);
    if (lost?.size === 0) return [];
    takeBack(before);
    return lost === undefined ? chosen : chosen.filter(({ remedy }) => remedy.edits.some((edit) => lost.has(edit)));
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
    if (attempt([...beside, ...chosen]).length === 0) {
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
  // What a broken text means nobody can tell for sure: nothing is taken out of it.
  const isBroken = analysis.problems.length > 0;
  /** Whether a remedy has to wait until the text around it is finished, or until it is known whether it is ever run. */
  const isHeld = ({ rule, from, to }: Alert, remedy: RemedyOffer, dead: readonly Span[]): boolean => {
    const area = areaOf(rule);
    if (area === "layout" || area === "syntax") return false;
    if (isBroken && takesOut(remedy, [{ from: 0, to: analysis.text.length }], analysis.text)) return true;
    if (area === "imports") return false;
    if (unfinished !== undefined && takesOut(remedy, unfinished, analysis.text)) return true;
    return rule !== afterExit.id && dead.some((span) => span.from <= from && to <= span.to);
  };
  for (let round = 0; round < mostRounds; round += 1) {
    const dead = found.flatMap(({ alert }) => (alert.rule === afterExit.id ? [alert] : []));
    let chosen: readonly Chosen[] = apart(
      choose(
        found,
        options,
        (alert) => quiet.some(
          ({ rules, at }) => rules.has(alert.rule) && at.some(({ from, to }) => alert.from <= to && alert.to >= from),
        ) ||
          droppedKeys.has(placeKey(alert)) ||
          within?.some(({ from, to }) => alert.from <= to && alert.to >= from) === false,
        (alert, remedy) => isHeld(alert, remedy, dead),
      ),
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
    if (seen !== undefined) return fightOf(rounds, seen);
    if (isGrowing(rounds, text.length, composition.length)) {
      return fightOf(rounds, Math.max(0, rounds.length - growing));
    }
    const problems = analysis.problems.length;
    const before = analysis.text;
    const suspect = attempt(chosen);
    if (suspect.length > 0) {
      const suspected = new Set(suspect);
      const others = chosen.filter((one) => !suspected.has(one));
      chosen = [...others, ...harmless(suspect, others)];
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
    quiet = quiet.map(({ rules, at }) => ({ rules, at: at.map((span) => moved(span, edits)) }));
    rounds.push({ chosen, back: inverse(edits, before) });
    for (const { alert } of chosen) applied.set(alert.rule, (applied.get(alert.rule) ?? 0) + 1);
    found = analysis.found();
  }
  return { edits: composition.edits(), text: analysis.text.value, applied, dropped: [...droppedKeys.values()] };
}
