/** What is declared, for rules that look at each with all its uses. */
import { Declaration, type Binding } from "../../model/binding.js";
import type { Names } from "../../model/names.js";
import type { TreeChange } from "../../syntax/change.js";
import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";
import { OuterWatch } from "../outer-watch.js";
import { SpellingWatch } from "../spelling-watch.js";
import { NamedUnits } from "./named-units.js";
import type { UnitCalls } from "./unit-calls.js";
import type { NameNews } from "./unit-kind.js";

export class BindingUnits extends NamedUnits<Binding> {
  /** Of which it was asked whether a name without a meaning is a misspelling of it. */
  readonly missed = new SpellingWatch<Binding>();
  /** Of which it was asked what their name means further out. */
  readonly outer = new OuterWatch();

  constructor(calls: UnitCalls) {
    super(calls, "byBinding");
  }

  /** What a rule says of a name may depend on all that its declaration holds. */
  override follow({ path }: TreeChange): void {
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

  override absorb({ bindings, declared, unknown, told, keepingChanged }: NameNews): void {
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

  protected override all(names: Names): Iterable<Binding> {
    return names.all();
  }

  protected override nodeOf({ isDeclared, declarations }: Binding): Node | undefined {
    return isDeclared ? declarations[0]!.owner : undefined;
  }

  protected override forgetAsked(binding?: Binding): void {
    if (binding === undefined) {
      this.missed.clear();
      this.outer.clear();
    } else {
      this.missed.forget(binding.name, binding);
      this.outer.forget(binding);
    }
  }
}
