import type { AlertRecord } from "./alert.js";

/** Alerts by what the rules were called for when they found them, so that those of one call can be replaced. */
export class RecordStore<Unit extends object> {
  private readonly records = new Map<Unit, AlertRecord[]>();

  add(unit: Unit, record: AlertRecord): void {
    const list = this.records.get(unit);
    if (list === undefined) this.records.set(unit, [record]);
    else list.push(record);
  }

  drop(unit: Unit): void {
    this.records.delete(unit);
  }

  clear(): void {
    this.records.clear();
  }

  *all(): Generator<AlertRecord> {
    for (const list of this.records.values()) yield* list;
  }
}
