import type { Access, BindingKind, NameFact } from "../../model/binding.js";
import { VALUE } from "../../model/binding.js";
import { Names } from "../../model/names.js";
import { Scope } from "../../model/scope.js";
import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";
import type { NameKeeper } from "../language.js";

/** What a name does where it stands: it is declared, as one of a kind, by an owner; or used. */
export type NameRole = { readonly declares: BindingKind; readonly owner: Node } | { readonly uses: Access };

/** A node that is a name. */
type NameNode = Node & { readonly name: string; fact: NameFact | null };

/** Keeps the names of a language in which all names of a file are seen in all of it. */
export class FlatNames implements NameKeeper {
  readonly names: Names;

  /** `roleOf` gives what a node that is a name does, and nothing for other nodes. */
  constructor(
    root: Node,
    private readonly roleOf: (node: Node) => NameRole | undefined,
  ) {
    this.names = new Names(new Scope("module", root, null, true));
  }

  enter(node: Node): void {
    const role = this.roleOf(node);
    if (role === undefined) return;
    const one = node as NameNode;
    const { root } = this.names;
    one.fact = "declares" in role
      ? this.names.declare(root, one.name, one, role.declares, role.owner, false)
      : this.names.use(one, one.name, root, { access: role.uses, wants: VALUE, probing: false, exporting: false });
  }

  add(part: Node): void {
    walk(part, (node) => this.enter(node));
  }

  remove(part: Node): void {
    walk(part, (node) => {
      const one = node as Partial<NameNode>;
      if (one.fact == null) return;
      if ("access" in one.fact) this.names.unuse(one.fact);
      else this.names.withdraw(one.fact);
      one.fact = null;
    });
  }
}
