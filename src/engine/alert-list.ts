/** The alerts of a document in order, kept through edits: what no edit touched is moved and not worked out again. */
import type { Edit } from "../text/edit.js";
import type { Text } from "../text/text.js";
import { inDocumentOrder, resolve, type AlertRecord, type FoundAlert } from "./alert.js";
import type { RecordStore } from "./record-store.js";

type LevelOf = Parameters<typeof resolve>[2];

interface Entry {
  readonly record: AlertRecord;
  readonly found: FoundAlert;
}

export class AlertList {
  /** In document order; absent where nothing is known. */
  private entries: Entry[] | undefined;
  /** Since the entries were put in order. */
  private edits: Edit[] = [];

  constructor(private readonly stores: readonly RecordStore[]) {}

  edit(edit: Edit): void {
    if (this.entries !== undefined) this.edits.push(edit);
  }

  /** All is to be worked out anew. */
  forget(): void {
    this.entries = undefined;
    this.edits = [];
  }

  /** The alerts of the stores as they are now, in the text as it is now. */
  update(text: Text, levelOf: (rule: string) => LevelOf): readonly FoundAlert[] {
    const known = this.entries;
    const entry = (record: AlertRecord): Entry => ({ record, found: resolve(record, text, levelOf(record.rule)) });
    const added: Entry[] = [];
    const removed = new Set<AlertRecord>();
    for (const store of this.stores) {
      const changes = store.takeChanges();
      if (known === undefined || changes === undefined) {
        for (const record of store.all()) added.push(entry(record));
        if (known !== undefined) return this.anew(text, levelOf);
        continue;
      }
      for (const record of changes.removed) removed.add(record);
      for (const record of changes.added) if (!removed.has(record)) added.push(entry(record));
    }
    added.sort(byPlace);
    const kept: Entry[] = [];
    for (const one of known ?? []) {
      if (removed.has(one.record)) continue;
      kept.push(this.edits.length === 0 ? one : (moved(one, this.edits) ?? entry(one.record)));
    }
    this.edits = [];
    this.entries = merged(kept, added);
    return this.entries.map(({ found }) => found);
  }

  private anew(text: Text, levelOf: (rule: string) => LevelOf): readonly FoundAlert[] {
    this.forget();
    return this.update(text, levelOf);
  }
}

function byPlace(a: Entry, b: Entry): number {
  return inDocumentOrder(a.found, b.found);
}

/** How far an edit moves a place; `NaN` where it touches it. */
function shift(from: number, to: number, edit: Edit): number {
  return to < edit.from ? 0 : from > edit.to ? edit.insert.length - (edit.to - edit.from) : NaN;
}

/** An entry after edits that do not touch any of its places; `undefined` where one does. */
function moved(entry: Entry, edits: readonly Edit[]): Entry | undefined {
  const { alert, remedies } = entry.found;
  let { from, to, related } = alert;
  for (const edit of edits) {
    const by = shift(from, to, edit);
    if (Number.isNaN(by)) return undefined;
    from += by;
    to += by;
    if (related.length === 0) continue;
    const shifts = related.map((place) => shift(place.from, place.to, edit));
    if (shifts.some(Number.isNaN)) return undefined;
    if (shifts.every((one) => one === 0)) continue;
    related = related.map((place, index) => ({
      from: place.from + shifts[index]!,
      to: place.to + shifts[index]!,
      message: place.message,
    }));
  }
  if (from === alert.from && related === alert.related) return entry;
  const { rule, level, ownLevel, message, labels } = alert;
  const now = ownLevel === undefined
    ? { rule, level, message, from, to, labels, related }
    : { rule, level, ownLevel, message, from, to, labels, related };
  return { record: entry.record, found: { alert: now, remedies } };
}

function merged(a: readonly Entry[], b: readonly Entry[]): Entry[] {
  // What an edit touched may have come to stand elsewhere among the others.
  const first = a.every((one, index) => index === 0 || byPlace(a[index - 1]!, one) <= 0) ? a : [...a].sort(byPlace);
  if (b.length === 0) return [...first];
  const all: Entry[] = [];
  let at = 0;
  for (const one of b) {
    while (at < first.length && byPlace(first[at]!, one) <= 0) all.push(first[at++]!);
    all.push(one);
  }
  while (at < first.length) all.push(first[at++]!);
  return all;
}
