/** Uses of names that mean nothing here, for rules that look at each. */
import type { Reference } from "../../model/binding.js";
import type { Names } from "../../model/names.js";
import type { Node } from "../../syntax/node.js";
import { SpellingWatch } from "../spelling-watch.js";
import { NamedUnits } from "./named-units.js";
import type { UnitCalls } from "./unit-calls.js";
import type { NameNews } from "./unit-kind.js";

export class UnresolvedUnits extends NamedUnits<Reference> {
  /** Uses for which it was asked which names are near. */
  readonly suggested = new SpellingWatch<Reference>();

  constructor(calls: UnitCalls) {
    super(calls, "byUse");
  }

  override follow(): void {
    // Which uses came, or mean something else, is told by the names.
  }

  override absorb({ gone, references, declared, told }: NameNews): void {
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

  protected override all(names: Names): Iterable<Reference> {
    return names.unresolvedUses();
  }

  protected override nodeOf({ binding, at, node }: Reference): Node | undefined {
    return binding === undefined && at >= 0 ? node : undefined;
  }

  protected override forgetAsked(use?: Reference): void {
    if (use === undefined) this.suggested.clear();
    else this.suggested.forget(use.name, use);
  }
}
