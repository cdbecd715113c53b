import type { AlertRecord } from "./alert.js";

/** Alerts by what the rules were called for when they found them, so that those of one call can be replaced. */
export class RecordStore {
  private readonly records = new Map<object, AlertRecord[]>();

  add(unit: object, record: AlertRecord): void {
    const list = this.records.get(unit);
    if (list === undefined) this.records.set(unit, [record]);
    else list.push(record);
  }

  has(unit: object): boolean {
    return this.records.has(unit);
  }

  drop(unit: object): void {
    if (this.records.size > 0) this.records.delete(unit);
  }

  /** Drops what some rules found; for one unit, or for all. */
  dropRules(rules: ReadonlySet<string>, unit?: object): void {
    for (const one of unit === undefined ? [...this.records.keys()] : [unit]) {
      const list = this.records.get(one);
      const kept = list?.filter(({ rule }) => !rules.has(rule));
      if (kept === undefined || kept.length === list!.length) continue;
      if (kept.length === 0) this.records.delete(one);
      else this.records.set(one, kept);
    }
  }

  clear(): void {
    this.records.clear();
  }

  *all(): Generator<AlertRecord> {
    for (const list of this.records.values()) yield* list;
  }
}
