import type { RecordStore } from "./record-store.js";

interface Asked<Answer> {
  readonly answer: Answer;
  readonly askers: Map<RecordStore, Set<object>>;
}

/** What rules asked that lies beyond their unit, what they were told, and for which units they asked: those are looked at again when the answer is another one. */
export class AnswerWatch<Subject, Answer> {
  private readonly asked = new Map<Subject, Asked<Answer>>();
  private readonly asks = new Map<RecordStore, Map<object, Set<Subject>>>();

  /** What was asked about. */
  get subjects(): Iterable<Subject> {
    return this.asked.keys();
  }

  /** Whether nothing was asked. */
  get isEmpty(): boolean {
    return this.asked.size === 0;
  }

  /** What was answered before. */
  answer(subject: Subject): Answer | undefined {
    return this.asked.get(subject)?.answer;
  }

  /** Notes that an answer was given for a unit of a store. */
  note(subject: Subject, answer: Answer, store: RecordStore, unit: object): void {
    let asked = this.asked.get(subject);
    if (asked === undefined) this.asked.set(subject, (asked = { answer, askers: new Map() }));
    setIn(asked.askers, store).add(unit);
    let asks = this.asks.get(store);
    if (asks === undefined) this.asks.set(store, (asks = new Map()));
    setIn(asks, unit).add(subject);
  }

  /** Forgets what was asked for a unit, as it is looked at again or is gone. */
  forget(store: RecordStore, unit: object): void {
    const asks = this.asks.get(store);
    const subjects = asks?.get(unit);
    if (subjects === undefined) return;
    asks!.delete(unit);
    for (const subject of subjects) {
      const { askers } = this.asked.get(subject)!;
      const units = askers.get(store)!;
      units.delete(unit);
      if (units.size === 0) askers.delete(store);
      if (askers.size === 0) this.drop(subject);
    }
  }

  /** Forgets a subject, and gives back for what it was asked about. */
  withdraw(subject: Subject): readonly (readonly [RecordStore, object])[] {
    const asked = this.asked.get(subject);
    if (asked === undefined) return [];
    this.drop(subject);
    const found: [RecordStore, object][] = [];
    for (const [store, units] of asked.askers) {
      const asks = this.asks.get(store)!;
      for (const unit of units) {
        found.push([store, unit]);
        const subjects = asks.get(unit)!;
        subjects.delete(subject);
        if (subjects.size === 0) asks.delete(unit);
      }
    }
    return found;
  }

  clear(): void {
    this.asked.clear();
    this.asks.clear();
  }

  protected drop(subject: Subject): void {
    this.asked.delete(subject);
  }
}

function setIn<Key, Value>(map: Map<Key, Set<Value>>, key: Key): Set<Value> {
  let set = map.get(key);
  if (set === undefined) map.set(key, (set = new Set()));
  return set;
}
