/** Finds the names of a JavaScript tree: which scopes there are, what they declare, what each use means. ECMAScript 2025 §8.2, §14–16. */
import { Binding, Scope, type Access, type BindingKind, type Clash, type Declaration, type Names, type Reference } from "../../model/names.js";
import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";
import type { FunctionNode, Identifier, ImportDeclaration, ImportPart, JavaScriptNode, Program, VariableDeclaration } from "./nodes/index.js";

/** Names that every function but an arrow function has by itself. */
const ownOfFunctions = "arguments";

/** What an identifier stands for where it is. */
type Role =
  | { readonly is: "use"; readonly access: Access; readonly inType?: boolean }
  | { readonly is: "declared"; readonly kind: BindingKind; readonly owner: Node }
  | { readonly is: "word" };

const read: Role = { is: "use", access: "read" };
const write: Role = { is: "use", access: "write" };
const change: Role = { is: "use", access: "change" };
const typeUse: Role = { is: "use", access: "read", inType: true };
const word: Role = { is: "word" };

const variableKinds: Readonly<Record<string, BindingKind>> = { var: "variable", let: "changeable", const: "fixed", using: "fixed", "await using": "fixed" };

/** What the identifier `node` does in its place. */
export function roleOf(node: Node): Role {
  let child = node;
  let up = node.parent as JavaScriptNode | null;
  // Out of the patterns around it, to what binds or assigns them.
  for (;;) {
    if (up === null) return read;
    if (up.type === "Property") {
      if (up.value !== child && up.key === child) return up.computed ? read : word;
      if ((up.parent as JavaScriptNode).type !== "ObjectPattern") return read;
      child = up.parent!;
    } else if (up.type === "AssignmentPattern" || (up.type === "AssignmentExpression" && up.left !== child)) {
      if (up.type === "AssignmentExpression" || up.left !== child) return read;
      child = up as Node;
    } else if (up.type === "AnnotatedPattern") {
      if (up.target !== child) return typeUse;
      child = up as Node;
    } else if (up.type === "ParameterProperty") {
      if (up.parameter !== child) return read;
      child = up as Node;
    } else if (up.type === "ArrayPattern" || up.type === "ObjectPattern" || up.type === "RestElement") child = up as Node;
    else break;
    up = child.parent as JavaScriptNode | null;
  }
  switch (up.type) {
    case "VariableDeclarator":
      return up.id === child ? { is: "declared", kind: variableKinds[(up.parent as VariableDeclaration).kind]!, owner: up } : read;
    case "FunctionDeclaration":
    case "FunctionExpression":
      if (up.id === child) return { is: "declared", kind: up.type === "FunctionDeclaration" ? "function" : "function-name", owner: up };
      return { is: "declared", kind: "parameter", owner: child };
    case "ArrowFunctionExpression":
      return up.body === child ? read : { is: "declared", kind: "parameter", owner: child };
    case "ClassDeclaration":
    case "ClassExpression":
      return up.id === child ? { is: "declared", kind: up.type === "ClassDeclaration" ? "class" : "class-name", owner: up } : read;
    case "CatchClause":
      return { is: "declared", kind: "caught", owner: up };
    case "AssignmentExpression":
      return up.operator === "=" ? write : change;
    case "ForInStatement":
    case "ForOfStatement":
      return up.left === child ? write : read;
    case "UpdateExpression":
      return change;
    case "MemberExpression":
      return up.property === child && !up.computed ? word : read;
    case "MethodDefinition":
    case "PropertyDefinition":
      return up.key === child && !up.computed ? word : read;
    case "ImportSpecifier":
      return up.local === child ? { is: "declared", kind: importKind(up), owner: up } : word;
    case "ImportDefaultSpecifier":
    case "ImportNamespaceSpecifier":
      return { is: "declared", kind: importKind(up), owner: up };
    case "ExportSpecifier": {
      const fromElsewhere = (up.parent as { source?: unknown } | null)?.source != null;
      return up.local === child && !fromElsewhere ? read : word;
    }
    case "NameType":
    case "TypeQuery":
    case "HeritageType":
      return typeUse;
    case "QualifiedName":
      return up.left === child ? typeUse : word;
    case "EnumDeclaration":
    case "NamespaceDeclaration":
      return { is: "declared", kind: "merging", owner: up };
    case "ImportEqualsDeclaration":
      return up.id === child ? { is: "declared", kind: "import", owner: up } : typeUse;
    case "EnumMember":
      return up.key === child ? word : typeUse;
    case "PropertySignature":
    case "MethodSignature":
      return up.key === child && up.computed ? typeUse : word;
    case "TypeParameter":
    case "InterfaceDeclaration":
    case "TypeAliasDeclaration":
    case "MappedType":
    case "TupleMember":
    case "PredicateType":
    case "FunctionType":
    case "ConstructorType":
    case "CallSignature":
    case "IndexSignature":
    case "ExportNamespace":
    case "ImportType":
    case "LabeledStatement":
    case "BreakStatement":
    case "ContinueStatement":
    case "MetaProperty":
    case "ImportAttribute":
    case "ExportAllDeclaration":
      return word;
    default:
      return read;
  }
}

/** A type that is imported may share its name with a value. */
function importKind(part: ImportPart): BindingKind {
  const typeOnly = (part.type === "ImportSpecifier" && part.typeOnly) || (part.parent as ImportDeclaration).typeOnly;
  return typeOnly ? "merging" : "import";
}

function isFunction(node: JavaScriptNode): node is FunctionNode {
  return node.type === "FunctionDeclaration" || node.type === "FunctionExpression" || node.type === "ArrowFunctionExpression";
}

/** The kind of scope a node opens, if it opens one. */
function scopeKind(node: JavaScriptNode): Scope["kind"] | undefined {
  switch (node.type) {
    case "FunctionDeclaration":
    case "FunctionExpression":
    case "ArrowFunctionExpression":
    case "StaticBlock":
      return "function";
    case "ClassDeclaration":
    case "ClassExpression":
      return "class";
    case "CatchClause":
      return "caught";
    case "BlockStatement": {
      // The block of a `catch` shares the clause's scope: a `let` there clashes with what is caught.
      return (node.parent as JavaScriptNode).type === "CatchClause" ? undefined : "block";
    }
    case "SwitchStatement":
    case "ForStatement":
    case "ForInStatement":
    case "ForOfStatement":
    case "WithStatement":
      return "block";
    case "NamespaceDeclaration":
      return "function";
    default:
      return undefined;
  }
}

function hasStrictDirective(node: FunctionNode | Program): boolean {
  const body = node.type === "Program" ? node.body : node.body?.type === "FunctionBody" ? node.body.body : [];
  for (const statement of body) {
    if (statement.type !== "ExpressionStatement" || statement.directive === null) return false;
    if (statement.directive === "use strict") return true;
  }
  return false;
}

class Finder {
  readonly scopes: Scope[] = [];
  readonly clashes: Clash[] = [];
  readonly unresolved: Reference[] = [];
  readonly uses = new Map<Node, Reference>();
  private scope: Scope;
  /** Uses of each open scope that none of its inner scopes has explained; the last list belongs to the innermost scope. */
  private readonly waiting: Reference[][] = [];
  private readonly root: Scope;

  constructor(
    private readonly program: Program,
    private readonly typescript: boolean,
  ) {
    this.root = new Scope(program.module ? "module" : "file", program, null, program.module || hasStrictDirective(program));
    this.scope = this.root;
    this.scopes.push(this.root);
    this.waiting.push([]);
  }

  find(): Names {
    walk(this.program, (node) => this.enter(node as JavaScriptNode), (node) => this.leave(node as JavaScriptNode));
    this.close();
    return { root: this.root, scopes: this.scopes, unresolved: this.unresolved, uses: this.uses, clashes: this.clashes };
  }

  private enter(node: JavaScriptNode): void {
    const kind = node.type === "Program" ? undefined : scopeKind(node);
    if (kind !== undefined) this.open(kind, node);
    switch (node.type) {
      case "Identifier":
        this.identifier(node);
        break;
      case "JSXIdentifier":
        this.jsxName(node);
        break;
      case "JSXOpeningFragment":
        this.use("React", node, "read", true);
        break;
      case "WithStatement":
        this.scope.dynamic = true;
        break;
      case "CallExpression":
        if (node.callee.type === "Identifier" && node.callee.name === "eval") for (let scope: Scope | null = this.scope; scope !== null; scope = scope.parent) scope.dynamic = true;
        break;
      default:
    }
  }

  private leave(node: JavaScriptNode): void {
    if (node.type !== "Program" && scopeKind(node) !== undefined) this.close();
  }

  private open(kind: Scope["kind"], node: JavaScriptNode): void {
    const strict = this.scope.strict || kind === "class" || (isFunction(node) && hasStrictDirective(node));
    this.scope = new Scope(kind, node, this.scope, strict);
    this.scopes.push(this.scope);
    this.waiting.push([]);
  }

  /** Explains the uses that waited for this scope's declarations and hands the rest outward. */
  private close(): void {
    const { scope } = this;
    for (const [name, declaration] of scope.passing) {
      const binding = scope.bindings.get(name);
      if (binding !== undefined && isBlockLevel(binding, scope)) this.clash(name, binding.declarations[0]!, declaration);
    }
    const outer = this.waiting.at(-2);
    for (const use of this.waiting.pop()!) {
      const binding = scope.bindings.get(use.name);
      if (binding !== undefined && (!use.asType || mayBeType(binding))) {
        use.binding = binding;
        binding.references.push(use);
      } else if (use.name === ownOfFunctions && scope.kind === "function" && scope.node.type !== "ArrowFunctionExpression") continue;
      else if (scope.dynamic && scope.node.type === "WithStatement") continue;
      else (outer ?? this.unresolved).push(use);
    }
    if (scope.parent !== null) this.scope = scope.parent;
  }

  private identifier(node: Identifier): void {
    if (node.name === "") return;
    const role = roleOf(node);
    if (role.is === "word") return;
    if (role.is === "use") {
      // What is asked with `typeof`, and keys that are computed, are values wherever they stand.
      const asType = role.inType === true && !["TypeQuery", "EnumMember", "PropertySignature", "MethodSignature"].includes(node.parent!.type);
      this.use(node.name, node, role.access, role.inType === true || this.isProbing(node), asType);
      return;
    }
    this.declare(node, role.kind, role.owner);
  }

  /** Whether a use is at rest with a name that is no value. */
  private isProbing(node: Identifier): boolean {
    const up = node.parent as JavaScriptNode;
    if (up.type === "UnaryExpression") return up.operator === "typeof";
    // What is exported or inherited from can be a type, which is no concern of these scopes yet.
    if (!this.typescript) return false;
    if (up.type === "ExportSpecifier" || up.type === "ExportDefaultDeclaration" || up.type === "ExportAssignment") return true;
    let outer: JavaScriptNode = up;
    while (outer.type === "MemberExpression" || outer.type === "InstantiationExpression") outer = outer.parent as JavaScriptNode;
    if (outer.type === "HeritageType") return true;
    while (outer.type === "BinaryExpression" || outer.type === "UnaryExpression") outer = outer.parent as JavaScriptNode;
    return outer.type === "EnumMember";
  }

  private jsxName(node: { name: string } & Node): void {
    const { parent } = node;
    if (parent!.type === "JSXMemberExpression" ? (parent as { object?: unknown }).object !== node : parent!.type !== "JSXOpeningElement") return;
    if (parent!.type === "JSXOpeningElement") this.use("React", node, "read", true);
    if (parent!.type === "JSXMemberExpression" || /^[A-Z_$]/.test(node.name)) this.use(node.name, node, "read", false);
  }

  private use(name: string, node: Node, access: Access, probing: boolean, asType = false): void {
    const use: Reference = { node, name, scope: this.scope, access, probing, asType, binding: undefined };
    this.waiting.at(-1)!.push(use);
    if (node.type === "Identifier") this.uses.set(node, use);
  }

  private declare(node: Identifier, kind: BindingKind, owner: Node): void {
    const declaration: Declaration = { node, kind, owner };
    const scope = this.home(kind, owner);
    if (kind === "variable") {
      for (let passed: Scope = this.scope; ; passed = passed.parent!) {
        if (!passed.passing.has(node.name)) passed.passing.set(node.name, declaration);
        if (passed === scope) break;
      }
    }
    let binding = scope.bindings.get(node.name);
    // The inner name of a function or class expression gives way to any other.
    if (binding === undefined || binding.kind === "function-name" || binding.kind === "class-name") {
      binding = new Binding(node.name, kind, scope);
      scope.bindings.set(node.name, binding);
    } else if (clashes(binding, declaration, scope)) this.clash(node.name, binding.declarations[0]!, declaration);
    binding.declarations.push(declaration);
    if (isExported(node, owner)) binding.exported = true;
  }

  /** The scope that a declaration made here goes to. */
  private home(kind: BindingKind, owner: Node): Scope {
    if (kind === "variable") return this.scope.functionScope;
    // The name of a declaration stands inside the scope that its function or class opens, but belongs outside.
    if (kind === "function" || kind === "class") return this.scope.parent!;
    if (kind === "merging") return this.scope.node.type === "NamespaceDeclaration" && owner === this.scope.node ? this.scope.parent! : this.scope;
    return this.scope;
  }

  private clash(name: string, first: Declaration, second: Declaration): void {
    const [earlier, later] = first.node.start <= second.node.start ? [first, second] : [second, first];
    this.clashes.push({ name, node: later.node, earlier: earlier.node });
  }
}

/** Whether a name can stand for a type: variables, functions and parameters cannot, and do not hide one. */
function mayBeType({ kind }: Binding): boolean {
  return kind === "import" || kind === "class" || kind === "class-name" || kind === "merging";
}

/** Whether a binding belongs to its block alone, so that nothing else there may bear its name. */
function isBlockLevel(binding: Binding, scope: Scope): boolean {
  if (binding.kind === "changeable" || binding.kind === "fixed" || binding.kind === "class" || binding.kind === "import") return true;
  return binding.kind === "function" && (scope.kind === "block" || scope.kind === "module" || scope.kind === "caught");
}

/** Whether another declaration may not join `binding` in the same scope. */
function clashes(binding: Binding, { kind, owner }: Declaration, scope: Scope): boolean {
  const old = binding.kind;
  const blockLevel = kind === "changeable" || kind === "fixed" || kind === "class" || kind === "import";
  if (old === "merging" || kind === "merging") return false;
  // Only the declaration with the body counts of an overloaded function; what is declared elsewhere may be declared again.
  if (kind === "function" && old === "function" && (isBodyless(owner) || isBodyless(binding.declarations.at(-1)!.owner))) return false;
  // A `var` is compared with every scope it passes through when those are closed.
  if (kind === "variable") return false;
  if (blockLevel || old === "changeable" || old === "fixed" || old === "class" || old === "import") return true;
  if (kind === "function") {
    // A function directly under `if` stands as if in a block of its own.
    if (owner.parent?.type === "IfStatement") return false;
    if (old === "caught" || scope.kind === "module") return true;
    return scope.kind === "block" && (old !== "function" || scope.strict || !isPlainFunction(owner) || !isPlainFunction(binding.declarations[0]!.owner));
  }
  return kind === "caught" && old === "caught";
}

function isBodyless(node: Node): boolean {
  return (node as { body?: Node | null }).body === null;
}

function isPlainFunction(node: Node): boolean {
  const { async, generator } = node as { async?: boolean; generator?: boolean };
  return async === false && generator === false;
}

function isExported(node: Node, owner: Node): boolean {
  let up: Node | null = owner.type === "VariableDeclarator" ? owner.parent : owner;
  up = up?.parent ?? null;
  return up !== null && (up.type === "ExportNamedDeclaration" || up.type === "ExportDefaultDeclaration") && node.parent !== null;
}

/** Finds the names of a whole tree. */
export function findNames(program: Program, typescript = false): Names {
  const names = new Finder(program, typescript).find();
  for (const scope of names.scopes) {
    for (const binding of scope.bindings.values()) {
      if (binding.references.some((use) => use.node.parent?.type === "ExportSpecifier")) binding.exported = true;
    }
  }
  return names;
}
