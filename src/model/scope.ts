import type { Node } from "../syntax/node.js";
import type { Binding, Declaration } from "./binding.js";

/** `types` holds names of types alone; `exports` what other modules see of this one. */
export type ScopeKind =
  | "file"
  | "module"
  | "function"
  | "namespace"
  | "block"
  | "caught"
  | "class"
  | "enum"
  | "types"
  | "exports";

const none: ReadonlyMap<string, Binding> = new Map();

/** A stretch of the program with names of its own. */
export class Scope {
  private own: Map<string, Binding> | undefined;
  /**
   * Names that are declared further in and seen in other ways here: those for the whole function (`var`) that pass through on their way
   * outward, and functions in blocks of sloppy code, which the block's surroundings know too.
   */
  passing: Map<string, Declaration[]> | undefined = undefined;
  /** How many direct calls of `eval` stand in it, which can bring names into being that the text does not show. */
  evals = 0;

  constructor(
    readonly kind: ScopeKind,
    readonly node: Node,
    readonly parent: Scope | null,
    readonly strict: boolean,
    /** Whether it holds names that the text does not show, as those of an object. */
    private readonly isOpen: boolean = false,
  ) {}

  get bindings(): ReadonlyMap<string, Binding> {
    return this.own ?? none;
  }

  /** Names can come into being here that the text does not show. */
  get dynamic(): boolean {
    return this.evals > 0 || this.isOpen;
  }

  /** Whether that is so here or in a scope around it. */
  get isUncertain(): boolean {
    for (let scope: Scope | null = this; scope !== null; scope = scope.parent) if (scope.dynamic) return true;
    return false;
  }

  /** The nearest scope, from this one outward, that holds names for a whole function or file. */
  get functionScope(): Scope {
    let scope: Scope = this;
    while (scope.parent !== null && scope.kind !== "function" && scope.kind !== "namespace") scope = scope.parent;
    return scope;
  }

  isInside(outer: Scope): boolean {
    for (let scope: Scope | null = this; scope !== null; scope = scope.parent) if (scope === outer) return true;
    return false;
  }

  put(binding: Binding): void {
    (this.own ??= new Map()).set(binding.name, binding);
  }

  drop(binding: Binding): void {
    if (this.own?.get(binding.name) === binding) this.own.delete(binding.name);
  }

  /** What `name` means here, as a value or type as `wants` says. */
  lookUp(name: string, wants: number): Binding | undefined {
    for (let scope: Scope | null = this; scope !== null; scope = scope.parent) {
      const binding = scope.own?.get(name);
      if (binding !== undefined && (binding.meaning & wants) !== 0) return binding;
    }
    return undefined;
  }

  /** Whether a function of this name, declared in a block further in, is known here when the block has been run. */
  knowsInner(name: string): boolean {
    for (let scope: Scope | null = this; scope !== null; scope = scope.parent) {
      if (scope.passing?.get(name)?.some(({ kind }) => kind === "function")) return true;
    }
    return false;
  }

  /** How many scopes outward from this one a name is declared that is seen here; -1 if none is. */
  distanceTo(name: string): number {
    let distance = 0;
    for (let scope: Scope | null = this; scope !== null; scope = scope.parent) {
      if (scope.own?.has(name) === true) return distance;
      distance += 1;
    }
    return -1;
  }
}
