/** Finds the names of a Python tree: which scopes there are, what they declare, what each use means. */
import {
  Declaration,
  TYPE,
  VALUE,
  type Access,
  type BindingKind,
  type Manner,
  type NameFact,
} from "../../../model/binding.js";
import { Names } from "../../../model/names.js";
import { Scope } from "../../../model/scope.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { NameKeeper } from "../../language.js";
import type { Alias, Global, ImportFrom, Module, Name, Nonlocal } from "../nodes.js";
import { isForOthers } from "./imports.js";
import { outlineOf } from "./outline.js";
import { roleOf } from "./roles.js";
import { isComprehension, openScope, scopeKind, scopeOfChild } from "./scoping.js";

const manner = (access: Access): Manner => ({ access, wants: VALUE | TYPE, probing: false, exporting: false });
const manners: Readonly<Record<Access, Manner>> = {
  read: manner("read"),
  write: manner("write"),
  change: manner("change"),
};

/** Of a name that a function around has, or of which `syntax.scope-word` tells that none does. */
const given: Manner = { ...manner("write"), probing: true };
const spoken: Manner = { ...manner("read"), probing: true };

/** Functions that see or make names by their texts. */
const seers = new Set(["locals", "exec", "eval", "vars", "globals"]);

/** A statement that says of names that a function does not have them itself. */
type Said = Global | Nonlocal;

/** Keeps the names of one tree. */
export class PythonNames implements NameKeeper {
  readonly names: Names;
  /** The names that a function says it does not have itself, with the statements that say so. */
  private readonly elsewhere = new Map<Scope, Map<string, Set<Said>>>();
  /** The scope of which each of these statements speaks: when it is taken out, those around it may be gone. */
  private readonly saidOf = new WeakMap<Said, Scope>();
  /** The imports of all names of a module that were taken in: what goes may not have been. */
  private readonly open = new Set<Node>();
  /** The scopes in which nodes stand that were entered one by one since something was last taken out. */
  private entered = new WeakMap<Node, { readonly around: Scope; readonly inside: Scope }>();

  /** `isPackage` says that what is imported is there for those who import the file. */
  constructor(
    root: Module,
    private readonly isPackage: boolean,
  ) {
    this.names = new Names(new Scope("file", root, null, true), outlineOf);
  }

  enter(node: Node): void {
    const around = this.around(node);
    this.entered.set(node, { around, inside: this.takeIn(node, around) });
  }

  private around(node: Node): Scope {
    const { parent } = node;
    if (parent === null) return this.names.root;
    const known = this.entered.get(parent);
    if (known !== undefined) return scopeOfChild(parent, node, known.around, known.inside);
    const around = this.around(parent);
    return scopeOfChild(parent, node, around, this.names.scopeOf(parent) ?? around);
  }

  add(part: Node): void {
    const nodes: Node[] = [part];
    const scopes: Scope[] = [this.around(part)];
    const children: Node[] = [];
    const collect = (child: Node): void => void children.push(child);
    while (nodes.length > 0) {
      const node = nodes.pop()!;
      const around = scopes.pop()!;
      const inside = this.takeIn(node, around);
      node.each(collect);
      for (let i = children.length - 1; i >= 0; i -= 1) {
        nodes.push(children[i]!);
        scopes.push(scopeOfChild(node, children[i]!, around, inside));
      }
      children.length = 0;
    }
  }

  remove(part: Node): void {
    this.entered = new WeakMap();
    walk(part, (node) => this.leave(node));
  }

  /** Takes in a node that stands in `scope`; gives the scope that it opens, or else the same. */
  private takeIn(node: Node, scope: Scope): Scope {
    switch (node.type) {
      case "Module":
        return scope;
      case "Name":
        (node as Name).fact = this.name(node as Name, scope);
        return scope;
      case "Global":
      case "Nonlocal":
        this.say(node as Said, scope);
        return scope;
      case "ImportFrom":
        if (isOpen(node as ImportFrom)) {
          this.open.add(node);
          this.names.countEval(this.names.root, 1);
        }
        return scope;
      default: {
        const kind = scopeKind(node);
        return kind === undefined ? scope : this.names.open(openScope(node, kind, scope));
      }
    }
  }

  private leave(node: Node): void {
    if (node.type === "Name") {
      this.forget(node as Name);
    } else if (node.type === "Global" || node.type === "Nonlocal") this.unsay(node as Said);
    else if (node.type === "ImportFrom") {
      if (this.open.delete(node)) this.names.countEval(this.names.root, -1);
    } else if (scopeKind(node) !== undefined) {
      const scope = this.names.scopeOf(node);
      if (scope !== undefined) this.elsewhere.delete(scope);
      this.names.close(node);
    }
  }

  private forget(node: Name): void {
    const { fact } = node;
    node.fact = null;
    if (fact === null) return;
    if (fact instanceof Declaration) this.names.withdraw(fact);
    else {
      if (isSeer(fact.node as Name)) this.names.countEval(fact.scope, -1);
      this.names.unuse(fact);
    }
  }

  private name(node: Name, scope: Scope): NameFact | null {
    if (node.id === "") return null;
    const role = roleOf(node);
    if (role.is === "word") {
      // Another function speaks of the name.
      const from = node.parent!.type === "Nonlocal" ? scope.parent : this.names.root;
      return from === null ? null : this.names.use(node, node.id, from, spoken);
    }
    if (role.is === "use") {
      if (isSeer(node)) this.names.countEval(scope, 1);
      return this.names.use(node, node.id, this.lookedUpFrom(scope, node.id), manners[role.access]);
    }
    let home = scope;
    if (role.leavesComprehension) while (isComprehension(home) && home.parent !== null) home = home.parent;
    const word = this.wordOf(home, node.id);
    if (word === "Nonlocal" && home.parent !== null) return this.names.use(node, node.id, home.parent, given);
    if (word === "Global") home = this.names.root;
    const isExported = role.kind === "import" &&
      (this.isPackage || home.kind === "class" || isForOthers(role.owner as Alias));
    return this.names.declare(home, node.id, node, kindIn(home, role.kind), role.owner, isExported);
  }

  /** Which of the two words a function says of a name, if any. */
  private wordOf(scope: Scope, name: string): Said["type"] | undefined {
    const [first] = this.elsewhere.get(scope)?.get(name) ?? [];
    return first?.type;
  }

  /** The scope from which a name is looked for. */
  private lookedUpFrom(scope: Scope, name: string): Scope {
    const word = this.wordOf(scope, name);
    return word === "Global" ? this.names.root : word === "Nonlocal" && scope.parent !== null ? scope.parent : scope;
  }

  private say(node: Said, scope: Scope): void {
    const said = this.elsewhere.get(scope) ?? new Map<string, Set<Said>>();
    this.elsewhere.set(scope, said);
    this.saidOf.set(node, scope);
    for (const { id } of node.names) said.set(id, (said.get(id) ?? new Set()).add(node));
    this.again(node, scope);
  }

  private unsay(node: Said): void {
    const scope = this.saidOf.get(node);
    const said = scope && this.elsewhere.get(scope);
    if (said === undefined) return;
    for (const { id } of node.names) {
      const all = said.get(id);
      all?.delete(node);
      if (all?.size === 0) said.delete(id);
    }
    this.again(node, scope!);
  }

  /** Looks anew at the names that a statement speaks of, as far as they have been taken in. */
  private again({ names }: Said, scope: Scope): void {
    const ids = new Set(names.map(({ id }) => id));
    walk(scope.node, (node) => {
      if (node !== scope.node && scopeKind(node) === "function") return false;
      if (node.type !== "Name" || !ids.has((node as Name).id) || (node as Name).fact === null) return true;
      const around = this.around(node);
      if (around !== scope) return true;
      this.forget(node as Name);
      (node as Name).fact = this.name(node as Name, around);
      return true;
    });
  }
}

/** What is declared in a class is a member of it. */
function kindIn(home: Scope, kind: BindingKind): BindingKind {
  return home.kind === "class" && kind !== "import" && kind !== "parameter" ? "member" : kind;
}

/** Whether an import brings names that the text does not show. */
const isOpen = ({ names }: ImportFrom): boolean => names[0]?.name === "*";

function isSeer(node: Name): boolean {
  return seers.has(node.id) && node.parent?.type === "Call" && (node.parent as Node & { func: Node }).func === node;
}
