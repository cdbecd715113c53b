/** Names and scopes, the same for every language that has them. */
import type { Node } from "../syntax/node.js";

/**
 * How a name came to be. `variable` is one for the whole function (`var`); `changeable` and `fixed` belong to their block;
 * `function-name` and `class-name` are the inner names of function and class expressions; `merging` ones (enumerations, namespaces) may be
 * declared in several places that make up one thing.
 */
export type BindingKind =
  | "merging" | "variable" | "changeable" | "fixed" | "function" | "class" | "parameter" | "import" | "caught" | "function-name" | "class-name";

/** One place that declares a name. */
export interface Declaration {
  /** The name itself. */
  readonly node: Node;
  readonly kind: BindingKind;
  /** The whole construct that declares it: a declarator, function, class, parameter or import specifier. */
  readonly owner: Node;
}

export type Access = "read" | "write" | "change";

/** One use of a name. `change` reads the value and assigns another, as `+=` and `++` do. */
export interface Reference {
  readonly node: Node;
  readonly name: string;
  readonly scope: Scope;
  readonly access: Access;
  /** The use does not need the name to exist as a value: it asks for that (`typeof name`), or the name may be a type's. */
  readonly probing: boolean;
  /** The name stands where a type does. */
  readonly asType: boolean;
  /** What the name means; absent while it is not known and for names from outside the file. */
  binding: Binding | undefined;
}

/** A name with all its declarations and uses in the file. */
export class Binding {
  readonly declarations: Declaration[] = [];
  readonly references: Reference[] = [];
  /** Whether other modules can see it. */
  exported = false;

  constructor(
    readonly name: string,
    readonly kind: BindingKind,
    readonly scope: Scope,
  ) {}

  /** Whether its value may not be replaced. */
  get fixed(): boolean {
    return this.kind === "fixed" || this.kind === "import" || this.kind === "class-name";
  }
}

export type ScopeKind = "file" | "module" | "function" | "block" | "caught" | "class";

/** A stretch of the program with names of its own. */
export class Scope {
  readonly bindings = new Map<string, Binding>();
  readonly inner: Scope[] = [];
  /** Names for the whole function whose declaration stands in this scope or one inside it, up to their function. */
  readonly passing = new Map<string, Declaration>();
  /** Names can come into being here that the text does not show (`with`, direct `eval`). */
  dynamic = false;

  constructor(
    readonly kind: ScopeKind,
    readonly node: Node,
    readonly parent: Scope | null,
    readonly strict: boolean,
  ) {
    parent?.inner.push(this);
  }

  /** The nearest scope, from this one outward, that holds names for a whole function or file. */
  get functionScope(): Scope {
    let scope: Scope = this;
    while (scope.parent !== null && (scope.kind === "block" || scope.kind === "caught" || scope.kind === "class")) scope = scope.parent;
    return scope;
  }

  /** What `name` means here. */
  lookUp(name: string): Binding | undefined {
    for (let scope: Scope | null = this; scope !== null; scope = scope.parent) {
      const binding = scope.bindings.get(name);
      if (binding !== undefined) return binding;
    }
    return undefined;
  }

  /** All names visible here, the nearest scope's first. */
  *visible(): Generator<Binding> {
    const seen = new Set<string>();
    for (let scope: Scope | null = this; scope !== null; scope = scope.parent) {
      for (const [name, binding] of scope.bindings) {
        if (seen.has(name)) continue;
        seen.add(name);
        yield binding;
      }
    }
  }
}

/** A declaration that clashes with an earlier one of the same name. */
export interface Clash {
  readonly name: string;
  readonly node: Node;
  readonly earlier: Node;
}

/** The names of a file. */
export interface Names {
  readonly root: Scope;
  /** In the order of the text. */
  readonly scopes: readonly Scope[];
  /** Uses whose name no scope of the file declares. */
  readonly unresolved: readonly Reference[];
  /** Each use by its node. */
  readonly uses: ReadonlyMap<Node, Reference>;
  readonly clashes: readonly Clash[];
}

/** Every binding of a file, in the order of the scopes. */
export function* allBindings(names: Names): Generator<Binding> {
  for (const scope of names.scopes) yield* scope.bindings.values();
}
