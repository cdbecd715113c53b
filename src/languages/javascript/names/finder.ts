/** Finds the names of a JavaScript tree: which scopes there are, what they declare, what each use means. ECMAScript 2025 §8.2, §14–16. */
import { Declaration, type BindingKind, type NameFact } from "../../../model/binding.js";
import { Names } from "../../../model/names.js";
import type { Scope } from "../../../model/scope.js";
import type { Node } from "../../../syntax/node.js";
import type { NameKeeper } from "../../language.js";
import type { Identifier, JavaScriptNode, JSXIdentifier, PrivateIdentifier, Program } from "../nodes/index.js";
import { exportedBy, isExport } from "./exported.js";
import { givesGlobalNames } from "./global-object.js";
import { outlineOf } from "./outline.js";
import { componentUse, factoryUse, memberUse, roleOf } from "./role.js";
import { rootScope, scopeAround, scopeFor, scopeKind, standsInside } from "./scoping.js";

/** What compiled markup calls to make its elements. */
const factory = "React";

/** Keeps the names of one tree: parts of it are added and taken out as they come and go. */
export class NameFinder implements NameKeeper {
  readonly names: Names;
  private readonly exported = new Map<Node, Declaration[]>();
  private readonly typescript: boolean;
  /** The scopes that uses opened to names of which the text does not tell; when a use goes, what stood around it may have gone before. */
  private readonly opened = new WeakMap<Node, Scope>();
  /** The scopes around and inside nodes that were entered one by one since something was last taken out. */
  private entered = new WeakMap<Node, { readonly around: Scope; readonly inside: Scope }>();

  constructor(program: Program) {
    this.typescript = program.typescript;
    this.names = new Names(rootScope(program), outlineOf);
  }

  enter(node: Node): void {
    const around = this.around(node);
    this.entered.set(node, { around, inside: this.takeIn(node as JavaScriptNode, around) });
  }

  /** The scope in which a node stands: of one in a chain of thousands told by its parent, not by a way up. */
  private around(node: Node): Scope {
    const { parent } = node;
    const known = parent === null ? undefined : this.entered.get(parent);
    if (known === undefined) return scopeAround(this.names, node);
    return standsInside(parent as JavaScriptNode, node) ? known.inside : known.around;
  }

  add(part: Node): void {
    const nodes: Node[] = [part];
    const scopes: Scope[] = [this.around(part)];
    const children: Node[] = [];
    const collect = (child: Node): void => void children.push(child);
    while (nodes.length > 0) {
      const node = nodes.pop()! as JavaScriptNode;
      const scope = scopes.pop()!;
      const inner = this.takeIn(node, scope);
      // In the order of the text: what a `var` of a body is depends on the parameters before it.
      node.each(collect);
      for (let i = children.length - 1; i >= 0; i -= 1) {
        nodes.push(children[i]!);
        scopes.push(inner === scope || !standsInside(node, children[i]!) ? scope : inner);
      }
      children.length = 0;
    }
  }

  remove(part: Node): void {
    this.entered = new WeakMap();
    const nodes: Node[] = [part];
    const push = (child: Node): void => void nodes.push(child);
    while (nodes.length > 0) {
      const node = nodes.pop()! as JavaScriptNode;
      this.leave(node);
      node.each(push);
    }
  }

  /** Takes in a node that stands in `scope`; gives the scope it opens, or else the same. */
  private takeIn(node: JavaScriptNode, scope: Scope): Scope {
    switch (node.type) {
      case "Identifier":
        node.fact = this.identifier(node, scope);
        return scope;
      case "PrivateIdentifier":
        node.fact = this.privateName(node, scope);
        return scope;
      case "JSXIdentifier":
        if (isComponent(node)) node.fact = this.names.use(node, node.name, scope, componentUse);
        return scope;
      case "JSXOpeningFragment":
      case "JSXOpeningElement":
        node.fact = this.names.use(node, factory, scope, factoryUse);
        return scope;
      case "Program":
        return scope;
      default: {
        if (isExport(node) && node.parent === this.names.root.node) {
          this.exported.set(
            node,
            exportedBy(node).map(({ name, node: at }) => this.names.declare(
              this.names.exports,
              name,
              at,
              "export",
              node,
              true,
            )),
          );
        }
        const kind = scopeKind(node);
        return kind === undefined ? scope : this.names.open(scopeFor(node, kind, scope));
      }
    }
  }

  private leave(node: JavaScriptNode): void {
    if ("fact" in node) {
      if (node.fact !== null) this.forget(node.fact);
      node.fact = null;
    } else if (isExport(node)) {
      for (const declaration of this.exported.get(node) ?? []) this.names.withdraw(declaration);
      this.exported.delete(node);
    } else if (scopeKind(node) !== undefined) this.names.close(node);
  }

  private forget(fact: NameFact): void {
    if (fact instanceof Declaration) {
      for (const scope of this.passed(fact)) this.names.pass(scope, fact, false);
      this.names.withdraw(fact);
    } else {
      const opened = this.opened.get(fact.node);
      if (opened !== undefined) this.names.countEval(opened, -1);
      this.names.unuse(fact);
    }
  }

  /** Notes a use that may bring names into being that the text does not show: in its scope, or by the global object in the file. */
  private noteOpening(node: Node, scope: Scope): void {
    const opened = isDirectEval(node) ? scope : givesGlobalNames(node) ? this.names.root : undefined;
    if (opened === undefined) return;
    this.opened.set(node, opened);
    this.names.countEval(opened, 1);
  }

  private identifier(node: Identifier, scope: Scope): NameFact | null {
    if (node.name === "") return null;
    const role = roleOf(node, this.typescript);
    if (role.is === "word") return null;
    if (role.is === "use") {
      this.noteOpening(node, scope);
      return this.names.use(node, node.name, scope, role);
    }
    const declaration = this.names.declare(
      homeOf(role.kind, node, scope),
      node.name,
      node,
      role.kind,
      role.owner,
      isExported(role.owner),
    );
    for (const passed of this.passed(declaration)) this.names.pass(passed, declaration, true);
    return declaration;
  }

  /** The scopes a declaration passes through on its way outward, that of the declaration left out where nothing can be met there. */
  private *passed({ kind, node, owner, binding }: Declaration): Generator<Scope> {
    if (kind === "variable") {
      // A scope that went with its declaration needs no more notes.
      if (this.names.scopeOf(binding.scope.node) !== binding.scope) return;
      for (let scope: Scope | null = scopeAround(this.names, node); scope !== null; scope = scope.parent) {
        yield scope;
        if (scope === binding.scope) return;
      }
    } else if (
      kind === "function" &&
      !binding.scope.strict &&
      isNested(binding.scope) &&
      (owner as { async?: boolean; generator?: boolean }).async === false
    ) {
      // Its own scope may be gone, but those around it know of it.
      for (let scope = binding.scope.parent; scope !== null; scope = scope.parent) {
        yield scope;
        if (!isNested(scope)) return;
      }
    }
  }

  private privateName(node: PrivateIdentifier, scope: Scope): NameFact | null {
    const up = node.parent as JavaScriptNode;
    const name = `#${node.name}`;
    if (up.type === "MethodDefinition" || up.type === "PropertyDefinition") {
      return this.names.declare(scope, name, node, "private", up, false);
    }
    if (up.type === "MemberExpression") return this.names.use(node, name, scope, memberUse(up));
    return up.type === "BinaryExpression" ? this.names.use(node, name, scope, componentUse) : null;
  }
}

function isNested({ kind }: Scope): boolean {
  return kind === "block" || kind === "caught";
}

/** The scope that a declaration made in `scope` goes to. */
function homeOf(kind: BindingKind, node: Identifier, scope: Scope): Scope {
  if (kind === "type-parameter") {
    // What is inferred is known where the condition holds.
    let inferred: Scope = scope;
    if (node.parent!.parent!.type === "InferType") {
      while (inferred.node.type !== "ConditionalType" && inferred.parent !== null) inferred = inferred.parent;
    }
    return inferred;
  }
  if (kind !== "variable") return scope;
  const home = scope.functionScope;
  // A `var` of the body that is called like a parameter is that parameter.
  return home.node.type === "FunctionBody" && home.parent!.bindings.get(node.name)?.kind === "parameter"
    ? home.parent!
    : home;
}

/** Whether a declaration stands in an export. */
function isExported(owner: Node): boolean {
  const up = owner.type === "VariableDeclarator" ? owner.parent!.parent : owner.parent;
  return up?.type === "ExportNamedDeclaration" || up?.type === "ExportDefaultDeclaration";
}

function isDirectEval(node: Node): boolean {
  return node.type === "Identifier" &&
    (node as Identifier).name === "eval" &&
    node.parent?.type === "CallExpression" &&
    (node.parent as { callee?: Node }).callee === node;
}

/** Whether a word of markup is the name of a component: it begins with a capital, or its member is used. */
function isComponent({ parent, name }: JSXIdentifier): boolean {
  if (parent!.type === "JSXMemberExpression") {
    return (parent as { object?: unknown }).object !== undefined &&
      (parent as unknown as { property: { name: string } }).property.name !== name;
  }
  return parent!.type === "JSXOpeningElement" && /^[A-Z_$]/.test(name);
}
