/** The mend loop: remedies that do not overlap are applied, the text is analysed again, until none is left. */
import { Composition } from "../remedy/compose.js";
import { areaOf, type RemedyOffer } from "../rules/rule.js";
import { inOrder, moved, type Edit, type Span } from "../text/edit.js";
import type { Alert } from "./alert.js";
import type { DocumentAnalysis } from "./analysis.js";
import { apart, choose, takesOut, type Chosen, type MendOptions } from "./choice.js";
import { byRules, fightOf, growing, isGrowing, statementAround, type Fight, type Round } from "./fights.js";
import { attempt, change, harmless, inverse, keyOf, putBack, takeBack } from "./trial.js";

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

/** Rounds after which mending stops even if remedies are left. */
const mostRounds = 60;

/** How often mending is begun anew with statements left alone in which rules undo each other; after that the rules are left out. */
const mostFights = 8;

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
    const at = isOften
      ? [{ from: 0, to: analysis.text.length }]
      : result.at.map((span) => statementAround(analysis.root, span));
    fights.push({ rules: result.rules, at });
  }
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

  /** Leaves a remedy out from now on. */
  const drop = ({ alert, remedy }: Chosen): void => {
    droppedKeys.set(placeKey(alert), { rule: alert.rule, title: remedy.title });
    lastDrop = rounds.length;
  };

  let { within, unfinished } = options;
  let found = analysis.found();
  // What a broken text means nobody can tell for sure: nothing is taken out of it.
  const isBroken = analysis.problems.length > 0;
  const unreachable = new Set(
    analysis.activeRules.flatMap(({ rule }) => (rule.marksUnreachable === true ? [rule.id] : [])),
  );
  /** Whether a remedy has to wait until the text around it is finished, or until it is known whether it is ever run. */
  const isHeld = ({ rule, from, to }: Alert, remedy: RemedyOffer, dead: readonly Span[]): boolean => {
    const area = areaOf(rule);
    if (area === "layout" || area === "syntax") return false;
    if (isBroken && takesOut(remedy, [{ from: 0, to: analysis.text.length }], analysis.text)) return true;
    if (area === "imports") return false;
    if (unfinished !== undefined && takesOut(remedy, unfinished, analysis.text)) return true;
    return !unreachable.has(rule) && dead.some((span) => span.from <= from && to <= span.to);
  };
  for (let round = 0; round < mostRounds; round += 1) {
    const dead = found.flatMap(({ alert }) => (unreachable.has(alert.rule) ? [alert] : []));
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
    const suspect = attempt(analysis, chosen);
    if (suspect.length > 0) {
      const suspected = new Set(suspect);
      const others = chosen.filter((one) => !suspected.has(one));
      chosen = [...others, ...harmless(analysis, suspect, others, drop)];
      // All of them would do harm, and the text is as it was.
      if (chosen.length === 0) {
        found = analysis.found();
        continue;
      }
      change(analysis, chosen.flatMap(({ remedy }) => remedy.edits));
    }
    // What is to mend the form and does not would be done again and again, as a bracket that is put into a text without an end.
    if (analysis.problems.length >= problems && chosen.every(({ alert }) => areaOf(alert.rule) === "syntax")) {
      takeBack(analysis, before);
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
