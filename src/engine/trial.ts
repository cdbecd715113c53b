/** Tries edits out on the analysis of a text: whether it is worse after them, and what of it is taken back. */
import { difference, inOrder, type Edit } from "../text/edit.js";
import type { Text } from "../text/text.js";
import type { Alert } from "./alert.js";
import type { DocumentAnalysis } from "./analysis.js";
import { isProven, type Chosen } from "./choice.js";
import { Surroundings } from "./proof.js";

/** What an alert says, wherever it stands. */
export const keyOf = (alert: Alert): string => `${alert.rule} ${alert.message}`;

/** Applies edits that all speak of the text as it is. */
export function change(analysis: DocumentAnalysis, edits: readonly Edit[]): void {
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
export function putBack(analysis: DocumentAnalysis, edits: readonly Edit[], original: Text): void {
  change(analysis, inverse(edits, original));
  takeBack(analysis, original);
}

/** The edits that take others, in the order of the text, back. */
export function inverse(edits: readonly Edit[], original: Text): Edit[] {
  let delta = 0;
  return edits.map(({ from, to, insert }) => {
    const at = from + delta;
    delta += insert.length - (to - from);
    return { from: at, to: at + insert.length, insert: original.slice(from, to) };
  });
}

/** Applies remedies that speak of the text as it is. If some may have done harm it takes all of them back, and gives those. */
export function attempt(analysis: DocumentAnalysis, chosen: readonly Chosen[]): readonly Chosen[] {
  const before = analysis.text;
  const harm = harmIn(analysis);
  const edits = inOrder(chosen.flatMap(({ remedy }) => remedy.edits));
  const proven = new Set(chosen.filter(isProven).flatMap(({ remedy }) => remedy.edits));
  const around = new Surroundings(analysis.root, before, edits, proven, analysis.commentForms);
  change(analysis, edits);
  const lost = isHarm(harm, harmIn(analysis)) ? undefined : around.lost(analysis.root, analysis.text);
  if (lost?.size === 0) return [];
  takeBack(analysis, before);
  return lost === undefined ? chosen : chosen.filter(({ remedy }) => remedy.edits.some((edit) => lost.has(edit)));
}

/** Whether a remedy does what its certainty says when it is taken alone. It is tried out on the analysis, which is put back. */
export function isHarmless(analysis: DocumentAnalysis, one: Chosen): boolean {
  const before = analysis.text;
  const isGood = attempt(analysis, [one]).length === 0;
  takeBack(analysis, before);
  return isGood;
}

/** Turns the text of an analysis into one that it was. */
export function takeBack(analysis: DocumentAnalysis, before: Text): void {
  const back = difference(analysis.text.value, before.value);
  if (back !== undefined) analysis.edit(back, before);
}

/** Those of some remedies that do no harm beside others, found by halving; the others are given to `drop`. The text is as before in the end. */
export function harmless(
  analysis: DocumentAnalysis,
  chosen: readonly Chosen[],
  beside: readonly Chosen[],
  drop: (one: Chosen) => void,
): readonly Chosen[] {
  if (chosen.length === 0) return chosen;
  const before = analysis.text;
  if (attempt(analysis, [...beside, ...chosen]).length === 0) {
    takeBack(analysis, before);
    return chosen;
  }
  if (chosen.length === 1) {
    drop(chosen[0]!);
    return [];
  }
  const half = chosen.length >> 1;
  const left = harmless(analysis, chosen.slice(0, half), beside, drop);
  return [...left, ...harmless(analysis, chosen.slice(half), [...beside, ...left], drop)];
}
