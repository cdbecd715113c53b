/** Finds the names of an adapted language: which scopes there are, what they declare, what each use means. */
import { Declaration, TYPE, VALUE, type Access, type BindingKind, type Manner } from "../../model/binding.js";
import { Names } from "../../model/names.js";
import { Scope, type ScopeKind } from "../../model/scope.js";
import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";
import type { NameKeeper } from "../language.js";
import { AdaptedNode } from "./nodes.js";

/** What a name does where it stands. */
export type NameRole =
  | {
    readonly declares: BindingKind;
    readonly owner: Node;
    /** Others than the file may use it. */
    readonly isForOthers?: boolean;
    /** What it is kept under, where names of one kind do not hide those of another: methods have `()` behind them. */
    readonly as?: string;
    /** The kind of the scope outward in which it is declared, if not the innermost one. */
    readonly home?: ScopeKind;
  }
  | {
    readonly uses: Access;
    readonly as?: string;
    /** The kind of the scope outward from which it is looked for: a member by another object is none of the names around. */
    readonly from?: ScopeKind;
    /** It need not be there. */
    readonly isProbing?: boolean;
  };

/** What is said of the names of a language. */
export interface NameManner {
  /** The kinds of nodes that open scopes. */
  readonly scopes: Readonly<Record<string, ScopeKind>>;
  /** The kinds of nodes that are names. */
  readonly names: ReadonlySet<string>;
  /** What a name does; nothing where it names nothing of the file. */
  role(node: AdaptedNode): NameRole | undefined;
  /** Whether a child of a node that opens a scope stands outside of it, as its name does. */
  isOutside(node: AdaptedNode, child: AdaptedNode): boolean;
  /** Whether a node makes names that the text does not show. */
  isOpen?(node: AdaptedNode): boolean;
}

const mannerOf = (access: Access, probing: boolean): Manner => ({
  access,
  wants: VALUE | TYPE,
  probing,
  exporting: false,
});
const manners = {
  read: [mannerOf("read", false), mannerOf("read", true)],
  write: [mannerOf("write", false), mannerOf("write", true)],
  change: [mannerOf("change", false), mannerOf("change", true)],
} as const;

/** What a name is made of in any of these languages. */
const nameForm = /^[$_]*[\p{L}\p{N}\p{M}_][\p{L}\p{N}\p{M}_$]*$/u;

/** Keeps the names of one tree. */
export class AdaptedNames implements NameKeeper {
  readonly names: Names;
  /** The scopes in which nodes stand that were entered one by one since something was last taken out. */
  private entered = new WeakMap<Node, { readonly around: Scope; readonly inside: Scope }>();
  private readonly open = new Map<Node, Scope>();

  constructor(
    root: Node,
    private readonly manner: NameManner,
  ) {
    this.names = new Names(new Scope("file", root, null, true));
  }

  enter(node: Node): void {
    const around = this.around(node as AdaptedNode);
    this.entered.set(node, { around, inside: this.takeIn(node as AdaptedNode, around) });
  }

  private around(node: AdaptedNode): Scope {
    const parent = node.parent as AdaptedNode | null;
    if (parent === null) return this.names.root;
    const known = this.entered.get(parent);
    const around = known?.around ?? this.around(parent);
    const inside = known?.inside ?? this.names.scopeOf(parent) ?? around;
    return this.scopeOfChild(parent, node, around, inside);
  }

  private scopeOfChild(node: AdaptedNode, child: AdaptedNode, around: Scope, inside: Scope): Scope {
    return inside !== around && this.manner.isOutside(node, child) ? around : inside;
  }

  add(part: Node): void {
    const nodes: AdaptedNode[] = [part as AdaptedNode];
    const scopes: Scope[] = [this.around(part as AdaptedNode)];
    while (nodes.length > 0) {
      const node = nodes.pop()!;
      const around = scopes.pop()!;
      const inside = this.takeIn(node, around);
      const { children } = node;
      for (let i = children.length - 1; i >= 0; i -= 1) {
        nodes.push(children[i]!);
        scopes.push(this.scopeOfChild(node, children[i]!, around, inside));
      }
    }
  }

  remove(part: Node): void {
    this.entered = new WeakMap();
    walk(part, (node) => this.leave(node as AdaptedNode));
  }

  /** Takes in a node that stands in `scope`; gives the scope that it opens, or else the same. */
  private takeIn(node: AdaptedNode, scope: Scope): Scope {
    const { manner, names } = this;
    if (manner.names.has(node.type)) this.name(node, scope);
    if (manner.isOpen?.(node) === true) {
      this.open.set(node, scope);
      names.countEval(scope, 1);
    }
    const kind = manner.scopes[node.type];
    return kind === undefined || node.parent === null ? scope : names.open(new Scope(kind, node, scope, true));
  }

  private name(node: AdaptedNode, scope: Scope): void {
    // Where something is wrong a grammar may take more than a name for one.
    const role = nameForm.test(node.word) ? this.manner.role(node) : undefined;
    if (role === undefined) return;
    const name = role.as ?? node.word;
    node.fact = "declares" in role
      ? this.names.declare(outward(scope, role.home), name, node, role.declares, role.owner, role.isForOthers === true)
      : this.names.use(node, name, outward(scope, role.from), manners[role.uses][role.isProbing === true ? 1 : 0]);
  }

  private leave(node: AdaptedNode): void {
    const { fact } = node;
    node.fact = null;
    if (fact instanceof Declaration) this.names.withdraw(fact);
    else if (fact !== null) this.names.unuse(fact);
    const open = this.open.get(node);
    if (open !== undefined) {
      this.open.delete(node);
      this.names.countEval(open, -1);
    }
    if (this.manner.scopes[node.type] !== undefined && node.parent !== null) this.names.close(node);
  }
}

/** The nearest scope of a kind, from one outward; the outermost one where there is none. */
function outward(scope: Scope, kind: ScopeKind | undefined): Scope {
  let found = scope;
  while (kind !== undefined && found.kind !== kind && found.parent !== null) found = found.parent;
  return found;
}
