import type { Binding } from "../model/binding.js";
import type { Scope } from "../model/scope.js";

/** Bindings that were compared with what their name means further out, by that name and the scope around theirs. */
export class OuterWatch {
  private readonly askers = new Map<string, Map<Scope, Set<Binding>>>();

  note(binding: Binding): void {
    const outer = binding.scope.parent;
    if (outer === null) return;
    let byScope = this.askers.get(binding.name);
    if (byScope === undefined) this.askers.set(binding.name, (byScope = new Map()));
    const askers = byScope.get(outer);
    if (askers === undefined) byScope.set(outer, new Set([binding]));
    else askers.add(binding);
  }

  forget(binding: Binding): void {
    const { name, scope } = binding;
    const byScope = this.askers.get(name);
    const askers = byScope?.get(scope.parent!);
    if (byScope === undefined || askers?.delete(binding) !== true || askers.size > 0) return;
    byScope.delete(scope.parent!);
    if (byScope.size === 0) this.askers.delete(name);
  }

  /** Those who may be told otherwise now that a name is declared in another way in a scope. */
  *concerned(name: string, scope: Scope): Generator<Binding> {
    for (const [outer, askers] of this.askers.get(name) ?? []) if (outer.isInside(scope)) yield* askers;
  }

  clear(): void {
    this.askers.clear();
  }
}
