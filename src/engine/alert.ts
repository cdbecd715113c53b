/** Alerts: as they are kept, tied to nodes, and as they are handed out, with offsets in a text. */
import type { AlertLevel, Label, Place, RemedyOffer } from "../rules/rule.js";
import type { Node } from "../syntax/node.js";
import type { Span } from "../text/edit.js";
import type { Text } from "../text/text.js";
import { visible } from "../text/visible.js";

/** One finding of one rule at one range. Offsets are UTF-16 code units of the text it was found in. */
export interface Alert {
  readonly rule: string;
  readonly level: AlertLevel;
  /** The level of one's own that stands on it, where the settings give the rule such a one. */
  readonly ownLevel?: string;
  readonly message: string;
  readonly from: number;
  readonly to: number;
  readonly labels: readonly Label[];
  readonly related: readonly { readonly from: number; readonly to: number; readonly message: string }[];
}

/** An alert with the ways to settle it. */
export interface FoundAlert {
  readonly alert: Alert;
  readonly remedies: () => readonly RemedyOffer[];
}

/** A rule that failed on a text. It says so once and finds nothing there until the text changes. */
export interface RuleFailure {
  readonly rule: string;
  readonly error: unknown;
}

/** A place that moves with the tree. */
export interface Anchored {
  readonly first: Node;
  /** From the start of `first`. */
  readonly from: number;
  readonly last: Node;
  /** From the start of `last`; without it the place ends where `last` does. */
  readonly to: number | undefined;
}

/** Ties a place to the tree. Offsets are tied to `unit`, the node a rule was called for. */
export function anchor(place: Place, unit: Node): Anchored {
  if ("first" in place) return { first: place.first, from: 0, last: place.last, to: undefined };
  if ("headOf" in place) return { first: place.headOf, from: 0, last: place.headOf, to: place.length };
  if (!("from" in place)) return { first: place, from: 0, last: place, to: undefined };
  const { start } = unit;
  return { first: unit, from: place.from - start, last: unit, to: place.to - start };
}

/** Where an anchored place is now. */
function spanOf({ first, from, last, to }: Anchored): Span {
  const { start } = first;
  if (last !== first) return { from: start + from, to: last.end };
  return { from: start + from, to: start + (to ?? first.length) };
}

/** An alert as the engine keeps it: what stands before it in the text may change without it being touched. */
export interface AlertRecord {
  readonly rule: string;
  readonly message: string;
  readonly at: Anchored;
  readonly labels: readonly Label[];
  readonly related: readonly { readonly at: Anchored; readonly message: string }[];
  readonly remedies: () => readonly RemedyOffer[];
}

/** A record as it is handed out, with the level that its rule has now, and a range in the text as it is now that is never empty where there is something to mark. */
export function resolve(
  record: AlertRecord,
  text: Text,
  { level, ownLevel }: { readonly level: AlertLevel; readonly ownLevel?: string },
): FoundAlert {
  const { rule, message, labels, remedies } = record;
  // Editors draw them too: of what goes over several lines the first is enough.
  const related = record.related.map(({ at, message: told }) => {
    const { from, to } = spanOf(at);
    const end = text.lineEnd(text.lines.lineAt(Math.min(from, text.length)));
    return { from, to: Math.max(from, Math.min(to, end)), message: told };
  });
  return {
    alert: {
      rule,
      level,
      ...(ownLevel !== undefined && { ownLevel }),
      message,
      ...visible(spanOf(record.at), text),
      labels,
      related,
    },
    remedies,
  };
}

/** The order in which alerts are handed out: that of the text, and one that is fixed for those at one place. */
export function inDocumentOrder({ alert: a }: FoundAlert, { alert: b }: FoundAlert): number {
  return a.from - b.from || a.to - b.to || compare(a.rule, b.rule) || compare(a.message, b.message);
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
