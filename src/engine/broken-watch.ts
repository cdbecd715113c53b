import type { Node } from "../syntax/node.js";
import type { RecordStore } from "./record-store.js";

interface Asked {
  readonly answer: boolean;
  readonly askers: Map<RecordStore, Set<object>>;
}

/** Of which nodes rules asked whether they are broken, what they were told, and for what they asked. */
export class BrokenWatch {
  private readonly asked = new Map<Node, Asked>();
  private readonly asks = new Map<RecordStore, Map<object, Set<Node>>>();
  /** The nodes that are broken, of those that were asked about. */
  readonly broken = new Set<Node>();

  /** What was answered before. */
  answer(node: Node): boolean | undefined {
    return this.asked.get(node)?.answer;
  }

  /** Notes that an answer was given for a unit of a store. */
  note(node: Node, answer: boolean, store: RecordStore, unit: object): void {
    let asked = this.asked.get(node);
    if (asked === undefined) this.asked.set(node, (asked = { answer, askers: new Map() }));
    if (answer) this.broken.add(node);
    setIn(asked.askers, store).add(unit);
    let asks = this.asks.get(store);
    if (asks === undefined) this.asks.set(store, (asks = new Map()));
    setIn(asks, unit).add(node);
  }

  /** Forgets what was asked for a unit, as it is looked at again or is gone. */
  forget(store: RecordStore, unit: object): void {
    const asks = this.asks.get(store);
    const nodes = asks?.get(unit);
    if (nodes === undefined) return;
    asks!.delete(unit);
    for (const node of nodes) {
      const { askers } = this.asked.get(node)!;
      const units = askers.get(store)!;
      units.delete(unit);
      if (units.size === 0) askers.delete(store);
      if (askers.size === 0) this.drop(node);
    }
  }

  /** Forgets a node, and gives back for what it was asked about. */
  withdraw(node: Node): readonly (readonly [RecordStore, object])[] {
    const asked = this.asked.get(node);
    if (asked === undefined) return [];
    this.drop(node);
    const found: [RecordStore, object][] = [];
    for (const [store, units] of asked.askers) {
      const asks = this.asks.get(store)!;
      for (const unit of units) {
        found.push([store, unit]);
        const nodes = asks.get(unit)!;
        nodes.delete(node);
        if (nodes.size === 0) asks.delete(unit);
      }
    }
    return found;
  }

  clear(): void {
    this.asked.clear();
    this.asks.clear();
    this.broken.clear();
  }

  private drop(node: Node): void {
    this.asked.delete(node);
    this.broken.delete(node);
  }
}

function setIn<Key, Value>(map: Map<Key, Set<Value>>, key: Key): Set<Value> {
  let set = map.get(key);
  if (set === undefined) map.set(key, (set = new Set()));
  return set;
}
