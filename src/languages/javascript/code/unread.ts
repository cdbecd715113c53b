/** Names of JavaScript that nobody reads: which are there for another reason, and who decides about parameters. */
import type { Binding, Reference } from "../../../model/binding.js";
import type { ParameterFacts } from "../../../model/code.js";
import type { Node } from "../../../syntax/node.js";
import { isInside } from "../../../syntax/walk.js";
import { bindingOf } from "../names/facts.js";
import type { CallExpression, FunctionNode, JavaScriptNode, VariableDeclarator } from "../nodes/index.js";

/** Whether a use only keeps the name up to date for itself: its value goes nowhere. */
export function isIdle(use: Reference, binding: Binding): boolean {
  const { parent } = use.node;
  if (use.access === "write") return true;
  if (use.access === "change") {
    return parent?.parent?.type === "ExpressionStatement" ||
      (parent?.parent?.type === "ForStatement" && (parent.parent as { update?: unknown }).update === parent);
  }
  // A function that is only called by itself.
  return binding.declarations.some(
    ({ owner, kind }) => (kind === "function" || kind === "class") && isInside(use.node, owner),
  );
}

/** The function that a parameter belongs to. */
function ownerOf(binding: Binding): FunctionNode {
  let node: Node = binding.declarations[0]!.node;
  while (node.parent !== null && !("params" in node)) node = node.parent;
  return node as unknown as FunctionNode;
}

/** Where a function stands that nobody is given by standing there: by itself, behind a name, or called at once. */
const own = /^(?:VariableDeclarator|ExpressionStatement|CallExpression|Program|FunctionBody|BlockStatement|StaticBlock|SwitchCase|ExportNamedDeclaration|LabeledStatement|IfStatement|NamespaceDeclaration)$/;

/**
 * Whether somebody else calls a function, who decides about its parameters: it is given away where it stands or by its name, or its name has a type. One that
 * does nothing stands for another, and one that a module gives as all it has is for somebody who calls many such.
 */
function isHandedOut(owner: FunctionNode): boolean {
  const { body } = owner;
  const up = owner.parent as JavaScriptNode;
  if (body?.type === "FunctionBody") {
    const [only, more] = body.body;
    if (only === undefined || (more === undefined && only.type === "ThrowStatement")) return true;
  }
  if (!own.test(up.type) && !isHolder(up)) return true;
  if (up.type === "CallExpression" && up.callee !== (owner as Node)) return true;
  if (up.type === "VariableDeclarator" && up.id.type === "AnnotatedPattern") return true;
  if (up.type === "AssignmentExpression" && up.left.type !== "MemberExpression") return true;
  const name = owner.type === "FunctionDeclaration" ? owner.id : up.type === "VariableDeclarator" ? up.id : null;
  const isCalled = ({ node, exporting }: Reference): boolean =>
    exporting || (node.parent as Partial<CallExpression>).callee === node;
  return name?.type === "Identifier" && bindingOf(name)?.references.every(isCalled) === false;
}

/** What `hasFixedShape` asks about. */
function isHolder({ type }: Node): boolean {
  return type === "MethodDefinition" ||
    type === "Property" ||
    type === "PropertyDefinition" ||
    type === "AssignmentExpression";
}

/** Whether a parameter stands behind the last one of its function that is read. */
function isLastParameter(binding: Binding): boolean {
  const owner = ownerOf(binding);
  let child: Node = binding.declarations[0]!.node;
  while (child.parent !== (owner as Node)) child = child.parent!;
  const index = owner.params.indexOf(child as never);
  return owner.params
    .slice(index + 1)
    .every((param) => param.type === "Identifier" && !binding.scope.bindings.get(param.name)?.references.length);
}

/** Whether a function's parameters may be given by something else: by the language for setters, by a base class or interface for methods. */
function hasFixedShape(binding: Binding, methods: boolean): boolean {
  const holder = binding.scope.node.parent as JavaScriptNode | null;
  switch (holder?.type) {
    case "MethodDefinition":
    case "Property":
      return holder.kind === "set" || !methods;
    case "PropertyDefinition":
      return !methods;
    case "AssignmentExpression":
      return holder.left.type === "MemberExpression" && !methods;
    default:
      return false;
  }
}

/** Whether a name of a list's pattern is there for its place: one behind it is read. */
function isGivenPlace({ declarations }: Binding): boolean {
  let { node }: { node: Node } = declarations[0]!;
  if (node.parent?.type === "AssignmentPattern") node = node.parent;
  const list = node.parent as JavaScriptNode;
  if (list.type !== "ArrayExpression" && list.type !== "ArrayPattern") return false;
  return list.elements
    .slice(list.elements.indexOf(node as never) + 1)
    .some(
      (one) => one !== null &&
        (one.type !== "Identifier" || bindingOf(one)?.references.some(({ access }) => access === "read")),
    );
}

/** Whether a name is that of a module, or of a part of one, that is asked for as CommonJS has it. */
export function isRequired({ declarations }: Binding): boolean {
  const { owner } = declarations[0]!;
  let init = owner.type === "VariableDeclarator" ? (owner as VariableDeclarator).init : null;
  while (init?.type === "MemberExpression") init = init.object;
  return init?.type === "CallExpression" && init.callee.type === "Identifier" && init.callee.name === "require";
}

function isLoopName(binding: Binding): boolean {
  const { node, owner } = binding.declarations[0]!;
  const isHead = ({ node: use }: Reference): boolean => {
    const up = use.parent as JavaScriptNode;
    return (up.type === "ForInStatement" || up.type === "ForOfStatement") && up.left === use;
  };
  if (binding.references.length > 0 && binding.references.every(isHead)) return true;
  const loop = owner.parent?.parent;
  return (owner as VariableDeclarator).id === node &&
    (loop?.type === "ForInStatement" || loop?.type === "ForOfStatement") &&
    (loop as unknown as { left: Node }).left === owner.parent;
}

/** A rest beside it makes a destructured name useful even unread: it keeps its property out of the rest. */
function keepsOutOfRest(binding: Binding): boolean {
  const property = binding.declarations[0]!.node.parent;
  const pattern = property?.type === "Property" ? property.parent : undefined;
  return pattern?.type === "ObjectPattern" &&
    (pattern as unknown as { properties: Node[] }).properties.some((member) => member.type === "RestElement");
}

/** Whether the value goes to another place by the very declaration: `const berth = (exports.berth = …)`. */
function isPassedOn({ declarations }: Binding): boolean {
  const { owner } = declarations[0]!;
  return owner.type === "VariableDeclarator" && (owner as VariableDeclarator).init?.type === "AssignmentExpression";
}

/** What decides about a parameter. */
export function parameterFacts(binding: Binding): ParameterFacts {
  const owner = ownerOf(binding);
  return {
    owner,
    takenAs: owner.type === "ArrowFunctionExpression" ? undefined : "arguments",
    isLast: isLastParameter(binding),
    isForOthers: (methods) => hasFixedShape(binding, methods) || isHandedOut(owner),
  };
}

/** Whether a name is there for something else than being read: it has a place in a list, keeps a property out of a rest, passes its value on, or a loop must have it. */
export function hasPurpose(binding: Binding): boolean {
  if (keepsOutOfRest(binding) || isPassedOn(binding)) return true;
  if (binding.kind === "caught" || binding.kind === "namespace") return false;
  return isGivenPlace(binding) || (binding.kind !== "parameter" && isLoopName(binding));
}
