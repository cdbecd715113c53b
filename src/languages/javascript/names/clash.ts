/** Which declarations of one name cannot stand beside each other. ECMAScript 2025, the early errors of §14 to §16. */
import type { Binding, BindingKind, Declaration } from "../../../model/binding.js";
import type { Scope } from "../../../model/scope.js";
import type { Node } from "../../../syntax/node.js";
import type { ImportDeclaration, ImportPart, MethodDefinition, PropertyDefinition } from "../nodes/index.js";

export interface Clash {
  readonly later: Declaration;
  readonly earlier: Declaration;
}

const blockLevelKinds: ReadonlySet<BindingKind> = new Set<BindingKind>(["changeable", "fixed", "class", "import"]);
/** They join other declarations of the same name, or stand for another kind of thing. */
const mergingKinds: ReadonlySet<BindingKind> = new Set<BindingKind>([
  "enum",
  "namespace",
  "interface",
  "alias",
  "type-parameter",
  "member",
]);

const none: readonly Clash[] = [];

export function clashesOf(binding: Binding): readonly Clash[] {
  const { scope } = binding;
  if (binding.declarations.length === 1 && scope.passing === undefined) return none;
  if (scope.kind === "exports") return repeated(binding, () => true);
  const declarations = binding.declarations.filter((one) => !merges(one));
  const [first] = declarations;
  if (first === undefined) return none;
  if (first.kind === "private") return repeated(binding, (one, other) => !makeOneMember(one, other));
  const found: Clash[] = [];
  declarations.slice(1).forEach((later, index) => {
    if (clash(first, declarations[index]!, later, scope)) found.push({ later, earlier: first });
  });
  const through = isBlockLevel(first, scope)
    ? scope.passing?.get(binding.name)?.find(({ kind }) => kind === "variable")
    : undefined;
  if (through !== undefined && !found.some(({ later }) => later === through)) {
    found.push(inTextOrder(first, firstOf(scope, binding.name)));
  }
  return found;
}

function firstOf(scope: Scope, name: string): Declaration {
  const through = scope.passing!.get(name)!.filter(({ kind }) => kind === "variable");
  return through.reduce((a, b) => (b.node.start < a.node.start ? b : a));
}

function inTextOrder(a: Declaration, b: Declaration): Clash {
  return a.node.start <= b.node.start ? { earlier: a, later: b } : { earlier: b, later: a };
}

function repeated(binding: Binding, counts: (later: Declaration, earlier: Declaration) => boolean): Clash[] {
  const found: Clash[] = [];
  binding.declarations.forEach((later, index) => {
    const earlier = binding.declarations.slice(0, index).find((one) => counts(later, one));
    if (earlier !== undefined) found.push({ later, earlier });
  });
  return found;
}

function makeOneMember(a: Declaration, b: Declaration): boolean {
  const [one, other] = [a.owner, b.owner] as (MethodDefinition | PropertyDefinition)[];
  if (isOverload(one!) || isOverload(other!)) return true;
  if (one!.type !== "MethodDefinition" || other!.type !== "MethodDefinition" || one!.static !== other!.static) {
    return false;
  }
  return (one!.kind === "get" && other!.kind === "set") || (one!.kind === "set" && other!.kind === "get");
}

function isOverload(member: MethodDefinition | PropertyDefinition): boolean {
  return member.type === "MethodDefinition" && member.value.body === null;
}

/** Whether a declaration stands beside any other: types, and what is imported as one. */
function merges({ kind, owner }: Declaration): boolean {
  if (mergingKinds.has(kind)) return true;
  if (kind !== "import" || owner.type === "ImportEqualsDeclaration") return false;
  const part = owner as ImportPart;
  return (part.type === "ImportSpecifier" && part.typeOnly) || (part.parent as ImportDeclaration).typeOnly;
}

/** Whether a declaration belongs to its block alone, so that nothing else there may bear its name. */
function isBlockLevel({ kind }: Declaration, scope: Scope): boolean {
  if (blockLevelKinds.has(kind)) return true;
  return kind === "function" && (scope.kind === "block" || scope.kind === "module" || scope.kind === "caught");
}

/** Whether `later` may not join `first` in the same scope; `before` is the declaration that stands last before it. */
function clash(first: Declaration, before: Declaration, { kind, owner }: Declaration, scope: Scope): boolean {
  // Only the declaration with the body counts of an overloaded function; what is declared elsewhere may be declared again.
  if (kind === "function" && first.kind === "function" && (isBodyless(owner) || isBodyless(before.owner))) return false;
  // A `var` is compared with what it passes on its way outward.
  if (kind === "variable") return false;
  if (blockLevelKinds.has(kind) || blockLevelKinds.has(first.kind)) return true;
  if (kind === "function") {
    // A function directly under `if` stands as if in a block of its own.
    if (owner.parent?.type === "IfStatement") return false;
    if (first.kind === "caught" || scope.kind === "module") return true;
    return scope.kind === "block" &&
      (first.kind !== "function" || scope.strict || !isPlainFunction(owner) || !isPlainFunction(first.owner));
  }
  return kind === "caught" && first.kind === "caught";
}

function isBodyless(node: Node): boolean {
  return (node as { body?: Node | null }).body === null;
}

function isPlainFunction(node: Node): boolean {
  const { async, generator } = node as { async?: boolean; generator?: boolean };
  return async === false && generator === false;
}
