import type { AlertRecord } from "./alert.js";

/** What came and went in a store since somebody asked. */
export interface RecordChanges {
  readonly added: ReadonlySet<AlertRecord>;
  readonly removed: readonly AlertRecord[];
}

/** Alerts by what the rules were called for when they found them, so that those of one call can be replaced. */
export class RecordStore {
  private readonly records = new Map<object, AlertRecord[]>();
  private added = new Set<AlertRecord>();
  private removed: AlertRecord[] = [];
  private isOther = true;

  add(unit: object, record: AlertRecord): void {
    const list = this.records.get(unit);
    if (list === undefined) this.records.set(unit, [record]);
    else list.push(record);
    if (!this.isOther) this.added.add(record);
  }

  has(unit: object): boolean {
    return this.records.has(unit);
  }

  drop(unit: object): void {
    if (this.records.size === 0) return;
    const list = this.records.get(unit);
    if (list === undefined) return;
    this.records.delete(unit);
    for (const record of list) this.lose(record);
  }

  /** Drops what some rules found; for one unit, or for all. */
  dropRules(rules: ReadonlySet<string>, unit?: object): void {
    for (const one of unit === undefined ? [...this.records.keys()] : [unit]) {
      const list = this.records.get(one);
      const kept = list?.filter(({ rule }) => !rules.has(rule));
      if (kept === undefined || kept.length === list!.length) continue;
      for (const record of list!) if (rules.has(record.rule)) this.lose(record);
      if (kept.length === 0) this.records.delete(one);
      else this.records.set(one, kept);
    }
  }

  clear(): void {
    this.records.clear();
    this.isOther = true;
  }

  *all(): Generator<AlertRecord> {
    for (const list of this.records.values()) yield* list;
  }

  /** What came and went since the last time; `undefined` where all may be another. */
  takeChanges(): RecordChanges | undefined {
    const changes = this.isOther ? undefined : { added: this.added, removed: this.removed };
    this.added = new Set();
    this.removed = [];
    this.isOther = false;
    return changes;
  }

  private lose(record: AlertRecord): void {
    if (!this.isOther && !this.added.delete(record)) this.removed.push(record);
  }
}
