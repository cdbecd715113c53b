import type { Node } from "../syntax/node.js";
import type { RecordStore } from "./record-store.js";

interface Asked {
  readonly answer: boolean;
  readonly askers: Map<RecordStore, Set<object>>;
}

/** A name of which a rule asks whether a documentation comment uses it, or that of a function tells of a parameter of that name. */
export class Mention {
  constructor(
    readonly name: string,
    readonly of: Node | undefined,
  ) {}
}

/** What rules ask about: whether a node is broken, a name stands where something is, or a comment uses it. */
export type Subject = Node | string | Mention;

/** Of which nodes and names rules asked whether they are broken, what they were told, and for what they asked. */
export class BrokenWatch {
  private readonly asked = new Map<Subject, Asked>();
  private readonly asks = new Map<RecordStore, Map<object, Set<Subject>>>();
  /** Those that are broken, of those that were asked about, but for what comments of functions tell. */
  readonly broken = new Set<Subject>();
  private readonly mentions = new Map<string, Mention>();
  private readonly comments = new Map<Node, Map<string, Mention>>();

  /** A name as what is asked about, of a function where its parameter is meant. */
  mention(name: string, of?: Node): Mention {
    let mentions = of === undefined ? this.mentions : this.comments.get(of);
    if (mentions === undefined) this.comments.set(of!, (mentions = new Map()));
    let mention = mentions.get(name);
    if (mention === undefined) mentions.set(name, (mention = new Mention(name, of)));
    return mention;
  }

  /** All names of which it was asked whether a comment uses them. */
  get mentioned(): Iterable<Mention> {
    return this.mentions.values();
  }

  /** Whether it was asked what the comment of a function tells. */
  get hasComments(): boolean {
    return this.comments.size > 0;
  }

  /** What was asked of the comment before a function. */
  mentionedBefore(of: Node): Iterable<Mention> {
    return this.comments.get(of)?.values() ?? [];
  }

  /** What was answered before. */
  answer(subject: Subject): boolean | undefined {
    return this.asked.get(subject)?.answer;
  }

  /** Notes that an answer was given for a unit of a store. */
  note(subject: Subject, answer: boolean, store: RecordStore, unit: object): void {
    let asked = this.asked.get(subject);
    if (asked === undefined) this.asked.set(subject, (asked = { answer, askers: new Map() }));
    if (answer && !(subject instanceof Mention && subject.of !== undefined)) this.broken.add(subject);
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
    this.mentions.clear();
    this.comments.clear();
    this.asks.clear();
    this.broken.clear();
  }

  private drop(subject: Subject): void {
    this.asked.delete(subject);
    this.broken.delete(subject);
    if (!(subject instanceof Mention)) return;
    if (subject.of === undefined) {
      this.mentions.delete(subject.name);
      return;
    }
    const mentions = this.comments.get(subject.of);
    mentions?.delete(subject.name);
    if (mentions?.size === 0) this.comments.delete(subject.of);
  }
}

function setIn<Key, Value>(map: Map<Key, Set<Value>>, key: Key): Set<Value> {
  let set = map.get(key);
  if (set === undefined) map.set(key, (set = new Set()));
  return set;
}
