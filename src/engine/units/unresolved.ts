/** Uses of names that mean nothing here, for rules that look at each. */
import type { Reference } from "../../model/binding.js";
import type { Names } from "../../model/names.js";
import { RecordStore } from "../record-store.js";
import { SpellingWatch } from "../spelling-watch.js";
import { lateOf, type UnitCalls } from "./unit-calls.js";
import { lookAtEach, lookAtSome, type NameNews, type Program, type UnitKind } from "./unit-kind.js";

export class UnresolvedUnits implements UnitKind {
  readonly store = new RecordStore();
  private names!: Names;
  private readonly marked = new Set<Reference>();
  /** What rules that came late have not been given yet. */
  private readonly unseen = new Set<Reference>();
  /** Uses for which it was asked which names are near. */
  readonly suggested = new SpellingWatch<Reference>();

  constructor(private readonly calls: UnitCalls) {}

  startOver({ names }: Program): void {
    this.names = names;
    this.store.clear();
    this.marked.clear();
    this.unseen.clear();
    this.suggested.clear();
    for (const use of names.unresolvedUses()) this.marked.add(use);
  }

  follow(): void {
    // Which uses came, or mean something else, is told by the names.
  }

  leave(): void {
    // Which uses are no more is told by the names.
  }

  absorb({ gone, references, declared, told }: NameNews): void {
    for (const use of gone) {
      this.calls.drop(this.store, use);
      this.marked.delete(use);
      this.suggested.forget(use.name, use);
    }
    for (const use of references) {
      if (use.at >= 0 && (use.binding === undefined || this.store.has(use))) this.marked.add(use);
    }
    for (const name of told) for (const use of this.names.unresolvedUses(name)) this.marked.add(use);
    for (const asker of this.suggested.concerned([...declared.keys(), ...told])) this.marked.add(asker);
  }

  again(unit: Reference): void {
    this.marked.add(unit);
  }

  runWithin(first: number, last: number): void {
    lookAtSome(this.marked, ({ node }) => node.start >= first && node.start <= last, (use) => this.look(use));
  }

  run(): Generator<void> {
    return lookAtEach(this.marked, (use) => this.look(use));
  }

  startLate({ names }: Program): void {
    for (const use of names.unresolvedUses()) this.unseen.add(use);
  }

  *catchUp(late: ReadonlySet<string>): Generator<void> {
    const calls = lateOf(this.calls.sorted.byUse, late);
    if (calls.length === 0) this.unseen.clear();
    yield* lookAtEach(this.unseen, (use) => {
      if (use.binding === undefined && use.at >= 0) this.calls.callLate(late, calls, this.store, use, use.node);
    });
  }

  private look(use: Reference): void {
    this.calls.drop(this.store, use);
    this.suggested.forget(use.name, use);
    if (use.binding !== undefined || use.at < 0) return;
    this.calls.call(this.calls.sorted.byUse, this.store, use, use.node);
  }
}
