/** Comments that silence rules at a place: `quill: hush RULE[, RULE…] [until DATE] [because REASON]`. */
import type { Language, Tree } from "../languages/language.js";
import type { Text } from "../text/text.js";
import type { Span } from "../text/edit.js";

/** A comment that silences rules in a range. */
export interface Hush {
  /** Ids of rules, or areas as `area.*`. */
  readonly rules: readonly string[];
  /** Where alerts that begin there are silenced. */
  readonly range: Span;
  readonly comment: Span;
  readonly until?: string;
  readonly reason?: string;
}

const form = /^quill:\s*hush\s+([\w.*-]+(?:\s*,\s*[\w.*-]+)*)(?:\s+until\s+(\d{4}-\d{2}-\d{2}))?(?:\s+because\s+(\S[^]*))?$/;

/**
 * The hush comments of a document. One at the end of a line covers what begins on that line, one on a line of its own the statement,
 * member or element that follows.
 */
export function findHushes(text: Text, tree: Tree, language: Language): Hush[] {
  const hushes: Hush[] = [];
  for (const comment of language.comments(text, tree, "quill:")) {
    const match = form.exec(comment.text);
    if (match === null) continue;
    const line = text.lineAt(comment.from);
    const alone = /^[\s{]*$/.test(text.slice(line.from, comment.from));
    const range = alone ? language.following(text, tree, comment.to) : { from: line.from, to: line.to };
    if (range === undefined) continue;
    const [, rules, until, reason] = match;
    hushes.push({ rules: rules!.split(/\s*,\s*/), range, comment, ...(until && { until }), ...(reason && { reason }) });
  }
  return hushes;
}

/** Names that comments of the form `quill: known NAME[, NAME…]` say are defined elsewhere. */
export function findKnown(text: Text, tree: Tree, language: Language): Set<string> {
  const known = new Set<string>();
  for (const comment of language.comments(text, tree, "quill:")) {
    const match = /^quill:\s*known\s+([^\s,]+(?:\s*,\s*[^\s,]+)*)\s*$/.exec(comment.text);
    for (const name of match?.[1]!.split(/\s*,\s*/) ?? []) known.add(name);
  }
  return known;
}

/** Whether a hush silences the alert of a rule at a place. `today` is a date as `YYYY-MM-DD`. */
export function isHushed(hushes: readonly Hush[], rule: string, from: number, today: string): boolean {
  return hushes.some((hush) => {
    if (hush.until !== undefined && hush.until < today) return false;
    return from >= hush.range.from && from <= hush.range.to && hush.rules.some((named) => named === rule || (named.endsWith(".*") && rule.startsWith(named.slice(0, -1))));
  });
}
