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

  clear(): void {
    this.records.clear();
  }

  *all(): Generator<AlertRecord> {
    for (const list of this.records.values()) yield* list;
  }
}
