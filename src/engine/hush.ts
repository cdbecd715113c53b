/**
 * Comments that silence rules: `quill: hush RULE[, RULE…] [until DATE] [because REASON]` for a place, `hush-file` for the file, and
 * `hush-from` … `hush-to` for a stretch.
 */
import type { Language, Tree } from "../languages/language.js";
import { areaOf, type HushFlaw, type HushUse } from "../rules/rule.js";
import type { Span } from "../text/edit.js";
import type { Text } from "../text/text.js";
import { flawOf, isDate } from "./hush-flaws.js";

/** A rule, or an area as `area.*`, that a hush names. */
export interface HushedRule extends Span {
  readonly name: string;
  /** How many alerts it silences. */
  silenced: number;
}

/** A comment that silences rules in a range. */
export interface Hush {
  readonly rules: readonly HushedRule[];
  /** Where alerts that begin there are silenced; `undefined` where nothing follows. */
  readonly range: Span | undefined;
  readonly comment: Span;
  readonly until?: string;
  readonly reason?: string;
  /** What keeps it from being read. */
  readonly flaw?: HushFlaw;
}

const knownForm = /^quill:\s*known\s+([^\s,]+(?:\s*,\s*[^\s,]+)*)\s*$/;
const form = /^quill:\s*hush(-file|-from|-to)?(?:\s+([\w.*-]+(?:\s*,\s*[\w.*-]+)*))?(?:\s+until\s+(\d{4}-\d{2}-\d{2}))?(?:\s+because\s+(\S[^]*))?$/;

/**
 * The hush comments of a document. One at the end of a line covers what begins on that line, one on a line of its own the statement,
 * member or element that follows.
 */
export function findHushes(text: Text, tree: Tree, language: Language): Hush[] {
  const hushes: Hush[] = [];
  const open: { hush: Hush; names: readonly string[]; range: { from: number; to: number } }[] = [];
  const noteFlaw = ({ from, to }: Span, flaw: HushFlaw): void =>
    void hushes.push({ rules: [], range: undefined, comment: { from, to }, flaw });
  for (const comment of language.comments(text, tree, "quill")) {
    if (knownForm.test(comment.text)) continue;
    const match = form.exec(comment.text);
    const [, kind, list, until, reason] = match ?? [];
    if (match === null || (list === undefined && kind !== "-to") || (until !== undefined && !isDate(until))) {
      const flaw = flawOf(comment.text);
      if (flaw !== undefined) noteFlaw(comment, flaw);
      continue;
    }
    const names = list?.split(/\s*,\s*/) ?? [];
    if (kind === "-to") {
      // Without names it ends all stretches that are open.
      const ended = open.filter((stretch) => names.length === 0 || stretch.names.some((name) => names.includes(name)));
      if (ended.length === 0) {
        noteFlaw(comment, { message: "This ends no stretch: no `hush-from` with its rules stands before it" });
      }
      for (const one of ended) {
        one.range.to = comment.from;
        open.splice(open.indexOf(one), 1);
      }
      continue;
    }
    const listAt = text.slice(comment.from, comment.to).indexOf(list!);
    let at = comment.from + listAt;
    const rules = names.map((name) => {
      const from = at + text.slice(at, comment.to).indexOf(name);
      at = from + name.length;
      return { name, from, to: at, silenced: 0 };
    });
    const range = kind === "-file"
      ? { from: 0, to: text.length }
      : kind === "-from" ? { from: comment.to, to: text.length } : placeOf(comment, text, tree, language);
    const hush = {
      rules,
      range,
      comment: { from: comment.from, to: comment.to },
      ...(until && { until }),
      ...(reason && { reason }),
    };
    hushes.push(hush);
    if (kind === "-from") open.push({ hush, names, range: range as { from: number; to: number } });
  }
  return hushes;
}

function placeOf(comment: Span, text: Text, tree: Tree, language: Language): Span | undefined {
  const line = text.lineAt(comment.from);
  const alone = /^[\s{]*$/.test(text.slice(line.from, comment.from));
  return alone ? language.following(text, tree, comment.to) : { from: line.from, to: line.to };
}

/** Names that comments of the form `quill: known NAME[, NAME…]` say are defined elsewhere. */
export function findKnown(text: Text, tree: Tree, language: Language): Set<string> {
  const known = new Set<string>();
  for (const comment of language.comments(text, tree, "quill:")) {
    const match = knownForm.exec(comment.text);
    for (const name of match?.[1]!.split(/\s*,\s*/) ?? []) known.add(name);
  }
  return known;
}

/** Whether a hush has ended. `today` is a date as `YYYY-MM-DD`; without one none has. */
function hasEnded({ until }: Hush, today: string): boolean {
  return until !== undefined && until < today;
}

/** Asks hushes about alerts one after the other, in the order of the text, so that each is compared with what reaches its place alone. */
export class HushSweep {
  private readonly waiting: (Hush & { readonly range: Span })[];
  private reaching: (Hush & { readonly range: Span })[] = [];

  constructor(hushes: readonly Hush[], today: string) {
    this.waiting = hushes
      .filter((hush): hush is Hush & { readonly range: Span } => hush.range !== undefined && !hasEnded(hush, today))
      .sort((a, b) => b.range.from - a.range.from);
  }

  /** Whether the alert of a rule at a place is silenced; the hushes that do so count it. No place may come before an earlier one. */
  isHushed(rule: string, from: number): boolean {
    const { waiting } = this;
    this.reaching = this.reaching.filter(({ range }) => range.to >= from);
    for (let next = waiting.at(-1); next !== undefined && next.range.from <= from; next = waiting.at(-1)) {
      waiting.pop();
      if (next.range.to >= from) this.reaching.push(next);
    }
    let hushed = false;
    for (const { rules } of this.reaching) {
      for (const named of rules) {
        if (named.name !== rule && !(named.name.endsWith(".*") && rule.startsWith(named.name.slice(0, -1)))) continue;
        named.silenced += 1;
        hushed = true;
      }
    }
    return hushed;
  }
}

/** What came of hush comments, for the rules that judge them. `ids` are those of all rules there are, `isOn` tells whether a rule, or one of an area, is on. */
export function hushUses(
  hushes: readonly Hush[],
  ids: readonly string[],
  lacksPacks: boolean,
  isOn: (name: string) => boolean,
  today: string,
): HushUse[] {
  const known = [...ids, ...new Set(ids.map((id) => `${areaOf(id)}.*`))];
  const areas = new Set(ids.map(areaOf));
  // An area that nobody knows may be that of a pack whose rules are not known yet.
  const exists = (name: string): boolean => known.includes(name) || (lacksPacks && !areas.has(areaOf(name)));
  return hushes.map((hush) => ({
    comment: hush.comment,
    rules: hush.rules.map((rule) => ({ ...rule, exists: exists(rule.name), isOn: isOn(rule.name) })),
    ...(hush.until !== undefined && { until: hush.until }),
    ...(hush.reason !== undefined && { reason: hush.reason }),
    ...(hush.flaw && { flaw: hush.flaw }),
    hasEnded: hasEnded(hush, today),
    known,
  }));
}
