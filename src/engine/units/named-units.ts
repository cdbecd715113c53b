/** Units that are found by their names rather than in the tree: which are marked, and how they are looked at. */
import type { Names } from "../../model/names.js";
import type { TreeChange } from "../../syntax/change.js";
import type { Node } from "../../syntax/node.js";
import { RecordStore } from "../record-store.js";
import { lateOf, type UnitCalls } from "./unit-calls.js";
import { lookAtEach, lookAtSome, type NameNews, type Program, type UnitKind } from "./unit-kind.js";

export abstract class NamedUnits<Unit extends object> implements UnitKind {
  readonly store = new RecordStore();
  protected names!: Names;
  protected readonly marked = new Set<Unit>();
  /** What rules that came late have not been given yet. */
  private readonly unseen = new Set<Unit>();

  /** `hook` is the one of rules that is called for such units. */
  constructor(
    protected readonly calls: UnitCalls,
    private readonly hook: "byBinding" | "byUse",
  ) {}

  /** All units that there are. */
  protected abstract all(names: Names): Iterable<Unit>;
  /** The node that a unit's alerts are told at; nothing for one that is no unit any more. */
  protected abstract nodeOf(unit: Unit): Node | undefined;
  /** Forgets what was asked for a unit, or for all of them. */
  protected abstract forgetAsked(unit?: Unit): void;

  abstract follow(change: TreeChange): void;
  abstract absorb(news: NameNews): void;

  startOver({ names }: Program): void {
    this.names = names;
    this.store.clear();
    this.marked.clear();
    this.unseen.clear();
    this.forgetAsked();
    for (const unit of this.all(names)) this.marked.add(unit);
  }

  leave(): void {
    // What is no more is told by the names.
  }

  again(unit: Unit): void {
    this.marked.add(unit);
  }

  runWithin(first: number, last: number): void {
    lookAtSome(
      this.marked,
      (unit) => {
        const start = this.nodeOf(unit)?.start ?? -1;
        return start >= first && start <= last;
      },
      (unit) => this.look(unit),
    );
  }

  run(): Generator<void> {
    return lookAtEach(this.marked, (unit) => this.look(unit));
  }

  startLate({ names }: Program): void {
    for (const unit of this.all(names)) this.unseen.add(unit);
  }

  *catchUp(late: ReadonlySet<string>): Generator<void> {
    const calls = lateOf(this.calls.sorted[this.hook], late);
    if (calls.length === 0) this.unseen.clear();
    yield* lookAtEach(this.unseen, (unit) => {
      const node = this.nodeOf(unit);
      if (node !== undefined) this.calls.callLate(late, calls, this.store, unit, node);
    });
  }

  private look(unit: Unit): void {
    this.calls.drop(this.store, unit);
    this.forgetAsked(unit);
    const node = this.nodeOf(unit);
    if (node !== undefined) this.calls.call(this.calls.sorted[this.hook], this.store, unit, node);
  }
}
