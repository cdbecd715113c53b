/** A name: where it is declared, and where it is used. The same for every language that has them. */
import type { Node } from "../syntax/node.js";
import type { Scope } from "./scope.js";

/**
 * How a name came to be. `variable` is one for the whole function (`var`); `changeable` and `fixed` belong to their block;
 * `function-name` and `class-name` are the inner names of function and class expressions; `member` is one of an enumeration, which its
 * other members see; `private` is a class's own member, with its mark; `export` is a name that other modules see.
 */
export type BindingKind =
  | "variable"
  | "changeable"
  | "fixed"
  | "function"
  | "class"
  | "parameter"
  | "import"
  | "caught"
  | "function-name"
  | "class-name"
  | "enum"
  | "member"
  | "namespace"
  | "interface"
  | "alias"
  | "type-parameter"
  | "private"
  | "export";

/** What a name can stand for, as bits: a value, a type, what holds names of types (as before a dot), or several of these. */
export const VALUE = 1;
export const TYPE = 2;
export const NAMESPACE = 4;

const meanings: Readonly<Record<BindingKind, number>> = {
  variable: VALUE,
  changeable: VALUE,
  fixed: VALUE,
  function: VALUE,
  parameter: VALUE,
  caught: VALUE,
  "function-name": VALUE,
  member: VALUE,
  private: VALUE,
  class: VALUE | TYPE,
  "class-name": VALUE | TYPE,
  import: VALUE | TYPE | NAMESPACE,
  enum: VALUE | TYPE | NAMESPACE,
  namespace: VALUE | TYPE | NAMESPACE,
  interface: TYPE,
  alias: TYPE,
  "type-parameter": TYPE,
  export: 0,
};

/** A name as code has it: methods are kept with `()` behind their names, and fields with `->` before theirs, where something else may have the same. */
export const writtenName = (name: string): string => name.replace(/^->|\(\)$/g, "");

/** One place that declares a name. */
export class Declaration {
  constructor(
    /** The name itself. */
    readonly node: Node,
    readonly kind: BindingKind,
    /** The whole construct that declares it: a declarator, function, class, parameter or import specifier. */
    readonly owner: Node,
    readonly binding: Binding,
    /** Whether the declaration itself makes the name visible to other modules. */
    readonly exported: boolean,
  ) {}

  /** Whether it gives way to any other of its name: the inner name of a function or class expression does. */
  get yields(): boolean {
    return this.kind === "function-name" || this.kind === "class-name";
  }
}

export type Access = "read" | "write" | "change";

/** How a name is used; the same object serves many uses. See `Reference`. */
export interface Manner {
  readonly access: Access;
  readonly wants: number;
  readonly probing: boolean;
  readonly exporting: boolean;
}

/** A use whose meaning has not been looked for, and one that is no more. */
const WAITING = -1;
export const GONE = -2;

/** One use of a name. `change` reads the value and assigns another, as `+=` and `++` do. */
export class Reference {
  /** What the name means; absent for names from outside the file. */
  binding: Binding | undefined = undefined;
  /** Index in the list that holds it, of its binding or of the uses without one; negative while it is in none. */
  at: number = WAITING;

  constructor(
    readonly node: Node,
    readonly name: string,
    readonly scope: Scope,
    private readonly manner: Manner,
  ) {}

  get access(): Access {
    return this.manner.access;
  }

  /** `VALUE`, `TYPE`, `NAMESPACE`, or several where any will do. */
  get wants(): number {
    return this.manner.wants;
  }

  /** The use does not need the name to exist as a value: it asks for that (`typeof name`), or the name may be a type's. */
  get probing(): boolean {
    return this.manner.probing;
  }

  /** The use makes the name visible to other modules. */
  get exporting(): boolean {
    return this.manner.exporting;
  }

  /** The name stands where only a type, or what holds types, can. */
  get asType(): boolean {
    return (this.wants & VALUE) === 0;
  }
}

/** What stands on a node that is a name: its role as a declaration or as a use. */
export type NameFact = Declaration | Reference;

/** A name with all its declarations and uses in the file. */
export class Binding {
  /** What others last saw of it; see `outline`. */
  seen = "";
  /** What it stood for before changes that have not been settled; -1 while there are none. */
  before = -1;
  /** How many uses assign to it. */
  writes = 0;
  private places: Declaration[] = [];
  private uses: Reference[] = [];
  private exports = 0;
  private ordered = true;
  /** How many declarations give way to others, and the meaning of all of them: a name may be declared thousands of times. */
  private yielding = 0;
  private bits = 0;

  constructor(
    readonly name: string,
    readonly scope: Scope,
  ) {}

  /** In the order of the text. An inner name of a function or class expression is left out where there is another declaration. */
  get declarations(): readonly Declaration[] {
    if (this.places.length === 1) return this.places;
    if (!this.ordered) {
      this.places.sort((a, b) => Number(a.yields) - Number(b.yields) || a.node.start - b.node.start);
      this.ordered = true;
    }
    return this.yielding === 0 || this.yielding === this.places.length
      ? this.places
      : this.places.slice(0, -this.yielding);
  }

  /** In no order. */
  get references(): readonly Reference[] {
    return this.uses;
  }

  /** The uses in the order of the text. */
  inOrder(): Reference[] {
    return this.uses
      .map((use) => ({ use, start: use.node.start }))
      .sort((a, b) => a.start - b.start)
      .map(({ use }) => use);
  }

  /** The kind of its first declaration. */
  get kind(): BindingKind {
    return this.places.length === 1 ? this.places[0]!.kind : this.declarations[0]!.kind;
  }

  /** `VALUE`, `TYPE`, both, or neither while nothing declares it. */
  get meaning(): number {
    return this.bits;
  }

  get isDeclared(): boolean {
    return this.places.length > 0;
  }

  /** Whether other modules can see it. */
  get exported(): boolean {
    return this.exports > 0 || this.places.some(({ exported }) => exported);
  }

  /** Whether its value may not be replaced. */
  get fixed(): boolean {
    const { kind } = this;
    return kind === "fixed" || kind === "import" || kind === "class-name";
  }

  declare(declaration: Declaration): void {
    this.places.push(declaration);
    this.ordered = this.places.length === 1;
    this.bits |= meanings[declaration.kind];
    if (declaration.yields) this.yielding += 1;
  }

  withdraw(declaration: Declaration): void {
    this.places.splice(this.places.indexOf(declaration), 1);
    this.bits = 0;
    for (const { kind } of this.places) this.bits |= meanings[kind];
    if (declaration.yields) this.yielding -= 1;
  }

  attach(use: Reference): void {
    use.binding = this;
    use.at = this.uses.length;
    this.uses.push(use);
    if (use.access !== "read") this.writes += 1;
    if (use.exporting) this.exports += 1;
  }

  detach(use: Reference): void {
    takeOut(this.uses, use);
    use.binding = undefined;
    if (use.access !== "read") this.writes -= 1;
    if (use.exporting) this.exports -= 1;
  }
}

/** Takes a use out of the list it knows its index in; the last one takes its place. */
export function takeOut(list: Reference[], use: Reference): void {
  const last = list.pop()!;
  if (last !== use) {
    list[use.at] = last;
    last.at = use.at;
  }
  use.at = WAITING;
}
