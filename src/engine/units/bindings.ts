/** What is declared, for rules that look at each with all its uses. */
import { Declaration, type Binding } from "../../model/binding.js";
import type { Names } from "../../model/names.js";
import type { TreeChange } from "../../syntax/change.js";
import { walk } from "../../syntax/walk.js";
import { OuterWatch } from "../outer-watch.js";
import { RecordStore } from "../record-store.js";
import { SpellingWatch } from "../spelling-watch.js";
import { lateOf, type UnitCalls } from "./unit-calls.js";
import { lookAtEach, lookAtSome, type NameNews, type Program, type UnitKind } from "./unit-kind.js";

export class BindingUnits implements UnitKind {
  readonly store = new RecordStore();
  private names!: Names;
  private readonly marked = new Set<Binding>();
  /** What rules that came late have not been given yet. */
  private readonly unseen = new Set<Binding>();
  /** Of which it was asked whether a name without a meaning is a misspelling of it. */
  readonly missed = new SpellingWatch<Binding>();
  /** Of which it was asked what their name means further out. */
  readonly outer = new OuterWatch();

  constructor(private readonly calls: UnitCalls) {}

  startOver({ names }: Program): void {
    this.names = names;
    this.store.clear();
    this.marked.clear();
    this.unseen.clear();
    this.missed.clear();
    this.outer.clear();
    for (const binding of names.all()) this.marked.add(binding);
  }

  /** What a rule says of a name may depend on all that its declaration holds. */
  follow({ path }: TreeChange): void {
    for (const node of path) {
      for (const part of this.calls.language.declaring(node)) {
        walk(part, (inner) => {
          const { fact } = inner as { fact?: unknown };
          if (!(fact instanceof Declaration)) return;
          this.marked.add(fact.binding);
          this.names.lookAgain(fact.binding);
        });
      }
    }
  }

  leave(): void {
    // Which bindings are no more is told by the names.
  }

  absorb({ bindings, declared, unknown, told, keepingChanged }: NameNews): void {
    for (const binding of bindings) {
      this.marked.add(binding);
      if (this.calls.isFresh || !binding.isDeclared) continue;
      for (const other of this.calls.language.together(binding)) this.marked.add(other);
    }
    for (const [name, scopes] of declared) {
      for (const scope of scopes) for (const asker of this.outer.concerned(name, scope)) this.marked.add(asker);
    }
    for (const asker of this.missed.concerned([...unknown, ...told])) this.marked.add(asker);
    if (keepingChanged) for (const binding of this.names.root.bindings.values()) this.marked.add(binding);
  }

  again(unit: Binding): void {
    this.marked.add(unit);
  }

  runWithin(first: number, last: number): void {
    lookAtSome(
      this.marked,
      ({ declarations: [one] }) => one !== undefined && one.owner.start >= first && one.owner.start <= last,
      (binding) => this.look(binding),
    );
  }

  run(): Generator<void> {
    return lookAtEach(this.marked, (binding) => this.look(binding));
  }

  startLate({ names }: Program): void {
    for (const binding of names.all()) this.unseen.add(binding);
  }

  *catchUp(late: ReadonlySet<string>): Generator<void> {
    const calls = lateOf(this.calls.sorted.byBinding, late);
    if (calls.length === 0) this.unseen.clear();
    yield* lookAtEach(this.unseen, (binding) => {
      if (!binding.isDeclared) return;
      this.calls.callLate(late, calls, this.store, binding, binding.declarations[0]!.owner);
    });
  }

  private look(binding: Binding): void {
    this.calls.drop(this.store, binding);
    this.missed.forget(binding.name, binding);
    this.outer.forget(binding);
    if (!binding.isDeclared) return;
    this.calls.call(this.calls.sorted.byBinding, this.store, binding, binding.declarations[0]!.owner);
  }
}
