/** The names of a file, kept up to date as parts of it come and go. */
import type { Node } from "../syntax/node.js";
import { Binding, Declaration, GONE, Reference, takeOut, VALUE, type BindingKind, type Manner } from "./binding.js";
import { Scope } from "./scope.js";
import { SpellingIndex } from "./spelling-index.js";

/** What became of the names since the last time somebody asked. */
export interface NameChanges {
  /** Bindings whose declarations or uses changed, also those that are no more. */
  readonly bindings: ReadonlySet<Binding>;
  /** Uses that are new, or whose name means something else or has another outline now; some twice, and some that are no more. */
  readonly references: readonly Reference[];
  /** Uses that are no more. */
  readonly gone: ReadonlySet<Reference>;
  /** Names that are declared in another way than before, or no longer, with the scopes in which they are. */
  readonly declared: ReadonlyMap<string, readonly Scope[]>;
  /** Names without a meaning that have other uses than before. */
  readonly unknown: ReadonlySet<string>;
}

/** What others may read of a binding, as one text: when it changes, those who use the name look again. */
export type Outline = (binding: Binding) => string;

export class Names {
  readonly exports: Scope;
  private readonly scopes = new Map<Node, Scope>();
  private readonly unresolved = new Map<string, Reference[]>();
  /** How many uses ask whether a name without a meaning exists. */
  private readonly asked = new Map<string, number>();
  /** Bindings with changes that have not been settled. */
  private unsettledBindings: Binding[] = [];
  private pending: Reference[] = [];
  private bindings = new Set<Binding>();
  private references: Reference[] = [];
  private gone = new Set<Reference>();
  private unknown = new Set<string>();
  private attached = false;
  /** How the names are spelt that some scope declares. */
  readonly spelling = new SpellingIndex();
  /** How the names are spelt that are used and have no meaning. */
  readonly unknownSpelling = new SpellingIndex();
  private readonly doubtful = new Set<Binding>();
  /** Names came under or out of the reach of `eval`: all that was said of names must be said anew. */
  unsettled = false;

  constructor(
    readonly root: Scope,
    private readonly outline: Outline = (binding) => (
      binding.isDeclared ? binding.declarations.map(({ kind }) => kind).join(" ") : ""
    ),
  ) {
    this.exports = new Scope("exports", root.node, null, true);
    this.scopes.set(root.node, root);
  }

  /** The scope a node opens, if it does. */
  scopeOf(node: Node): Scope | undefined {
    return this.scopes.get(node);
  }

  open(scope: Scope): Scope {
    this.scopes.set(scope.node, scope);
    return scope;
  }

  /** Forgets the scope of a node that is no more. What it declared and used must be taken out by itself. */
  close(node: Node): void {
    this.scopes.delete(node);
  }

  declare(scope: Scope, name: string, node: Node, kind: BindingKind, owner: Node, exported: boolean): Declaration {
    let binding = scope.bindings.get(name);
    if (binding === undefined) {
      binding = new Binding(name, scope);
      scope.put(binding);
    }
    this.touch(binding);
    const declaration = new Declaration(node, kind, owner, binding, exported);
    binding.declare(declaration);
    return declaration;
  }

  withdraw(declaration: Declaration): void {
    this.touch(declaration.binding);
    declaration.binding.withdraw(declaration);
  }

  /** Notes that a declaration passes through `scope` on its way outward, or that it no longer does. */
  pass(scope: Scope, declaration: Declaration, on: boolean): void {
    const { name } = declaration.binding;
    const passing = (scope.passing ??= new Map<string, Declaration[]>());
    const list = passing.get(name) ?? [];
    const now = on ? [...list, declaration] : list.filter((one) => one !== declaration);
    if (now.length > 0) passing.set(name, now);
    else passing.delete(name);
    const here = scope.bindings.get(name);
    if (here !== undefined) this.touch(here);
    if (declaration.kind === "function") for (const use of this.unresolved.get(name) ?? []) this.references.push(use);
  }

  use(node: Node, name: string, scope: Scope, manner: Manner): Reference {
    const use = new Reference(node, name, scope, manner);
    this.pending.push(use);
    return use;
  }

  unuse(use: Reference): void {
    this.gone.add(use);
    this.release(use);
    use.at = GONE;
  }

  countEval(scope: Scope, by: 1 | -1): void {
    for (let outer: Scope | null = scope; outer !== null; outer = outer.parent) outer.evals += by;
    this.unsettled = true;
  }

  /** The uses without a meaning, of one name or of all. */
  *unresolvedUses(name?: string): Generator<Reference> {
    if (name !== undefined) yield* this.unresolved.get(name) ?? [];
    else for (const uses of this.unresolved.values()) yield* uses;
  }

  /** Whether a use asks for an undeclared name to exist, or brings it into being, as an assignment in sloppy code does. */
  isAsked(name: string): boolean {
    return this.asked.has(name);
  }

  /** Counts uses that ask whether an undeclared name exists, or bring it into being; when the first comes or the last goes, all that use it look again. */
  private countAsking({ name, probing, wants, access, scope }: Reference, by: 1 | -1): void {
    if (wants !== VALUE || !(probing || (access === "write" && !scope.strict))) return;
    const count = (this.asked.get(name) ?? 0) + by;
    if (count > 0) this.asked.set(name, count);
    else this.asked.delete(name);
    if (count === 0 || (count === 1 && by === 1)) {
      for (const other of this.unresolved.get(name) ?? []) this.references.push(other);
    }
  }

  /** Every binding, scope by scope. */
  *all(): Generator<Binding> {
    for (const scope of this.scopes.values()) yield* scope.bindings.values();
    yield* this.exports.bindings.values();
  }

  /** Every use that has a meaning or none. */
  *allUses(): Generator<Reference> {
    for (const binding of this.all()) yield* binding.references;
    yield* this.unresolvedUses();
  }

  /** Notes that what is seen of a name from elsewhere may be another: what its declaration holds has changed. */
  lookAgain(binding: Binding): void {
    this.doubtful.add(binding);
  }

  /** Finds out what every use means now, and tells what changed since the last time. */
  settle(): NameChanges {
    const declared = new Map<string, Scope[]>();
    for (const binding of this.unsettledBindings) {
      const { meaning, before } = binding;
      binding.before = -1;
      if (!binding.isDeclared) binding.scope.drop(binding);
      const scopes = declared.get(binding.name);
      if (scopes === undefined) declared.set(binding.name, [binding.scope]);
      else scopes.push(binding.scope);
      if (before === 0 && meaning !== 0) this.spelling.add(binding.name);
      else if (before !== 0 && meaning === 0) this.spelling.remove(binding.name);
      if ((before & ~meaning) !== 0) for (const use of binding.references) this.pending.push(use);
      if (this.attached && (meaning & ~before) !== 0) this.reopen(binding);
    }
    for (const use of this.pending) {
      if (use.at === GONE) continue;
      const binding = use.scope.lookUp(use.name, use.wants);
      if (use.at >= 0 && binding === use.binding) continue;
      this.release(use);
      if (binding === undefined) this.leaveUnresolved(use);
      else {
        binding.attach(use);
        this.bindings.add(binding);
      }
      this.references.push(use);
    }
    for (const binding of this.unsettledBindings) this.bindings.add(binding);
    for (const binding of this.doubtful) if (this.outline(binding) !== binding.seen) this.bindings.add(binding);
    this.doubtful.clear();
    for (const binding of this.bindings) {
      const outline = this.outline(binding);
      if (outline === binding.seen) continue;
      if (binding.seen !== "") for (const use of binding.references) this.references.push(use);
      binding.seen = outline;
    }
    const changes: NameChanges = {
      bindings: this.bindings,
      references: this.references,
      gone: this.gone,
      declared,
      unknown: this.unknown,
    };
    this.attached = true;
    this.unsettledBindings = [];
    this.pending = [];
    this.bindings = new Set();
    this.references = [];
    this.gone = new Set();
    this.unknown = new Set();
    return changes;
  }

  private touch(binding: Binding): void {
    if (binding.before >= 0) return;
    binding.before = binding.meaning;
    this.unsettledBindings.push(binding);
  }

  /** A name that is declared anew takes over uses inside its scope from the same name further out. */
  private reopen({ name, scope }: Binding): void {
    const take = (use: Reference): void => {
      if (use.scope.isInside(scope)) this.pending.push(use);
    };
    for (let outer = scope.parent; outer !== null; outer = outer.parent) {
      outer.bindings.get(name)?.references.forEach(take);
    }
    this.unresolved.get(name)?.forEach(take);
  }

  private release(use: Reference): void {
    if (use.at < 0) return;
    if (use.binding !== undefined) {
      this.bindings.add(use.binding);
      use.binding.detach(use);
      return;
    }
    const uses = this.unresolved.get(use.name)!;
    takeOut(uses, use);
    this.countAsking(use, -1);
    this.unknown.add(use.name);
    if (uses.length > 0) return;
    this.unresolved.delete(use.name);
    this.unknownSpelling.remove(use.name);
  }

  private leaveUnresolved(use: Reference): void {
    let uses = this.unresolved.get(use.name);
    if (uses === undefined) {
      this.unresolved.set(use.name, (uses = []));
      this.unknownSpelling.add(use.name);
    }
    this.unknown.add(use.name);
    use.at = uses.length;
    uses.push(use);
    this.countAsking(use, 1);
  }
}
