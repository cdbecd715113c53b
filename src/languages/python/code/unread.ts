/** Names of Python that nobody reads: which are there for another reason, and who decides about parameters. */
import type { Binding, Reference } from "../../../model/binding.js";
import type { ParameterFacts } from "../../../model/code.js";
import type { Node } from "../../../syntax/node.js";
import { isInside } from "../../../syntax/walk.js";
import { classOf } from "../functions.js";
import type {
  AnnAssign,
  Argument,
  Assign,
  Call,
  ClassDef,
  Constant,
  Expr,
  FunctionDef,
  Name,
  NamedExpr,
  Raise,
} from "../nodes.js";

/** The value that the owner of a declaration gives its names; the owner itself where it takes that from somewhere, as a loop does. */
export function valueOf(owner: Node): Node | null {
  switch (owner.type) {
    case "Assign": {
      const { targets, value } = owner as Assign;
      return targets.every(({ type }) => type === "Name") ? value : owner;
    }
    case "AnnAssign":
    case "NamedExpr":
      return (owner as AnnAssign | NamedExpr).value;
    default:
      return owner.type === "Argument" ? null : owner;
  }
}

/** Whether a use only keeps the name up to date for itself. */
export function isIdle({ access, node }: Reference, { declarations }: Binding): boolean {
  if (access !== "read") return true;
  return declarations.some(({ owner, kind }) => (kind === "function" || kind === "class") && isInside(node, owner));
}

/** Whether a name is there for something else than being read: a loop or a list of targets must have it, or a decorator knows it. */
export function hasPurpose({ declarations }: Binding): boolean {
  return declarations.some(({ owner, node, kind }) => {
    if (kind === "function" || kind === "class") {
      // A class may be made to see whether that fails.
      const around = owner.parent?.parent?.type;
      if ((owner as FunctionDef).decorators.length > 0) return true;
      // What a class builds on may take note of it.
      return kind === "class" && ((owner as ClassDef).bases.length > 0 || around === "With" || around === "Try");
    }
    if (/^(?:unused|dummy|ignored)/.test((node as Name).id)) return true;
    if (kind === "parameter" || kind === "caught") return owner.type === "TypeParam";
    // Of several names that a value is taken apart into, each has its place.
    return owner.type !== "Assign" && owner.type !== "AnnAssign" ? true : node.parent !== owner;
  });
}

const empty = new Set(["List", "Dict", "Tuple", "Set"]);

/** Whether a value that a name is given is there for good order: it clears the name, comes with the form, or is what the name begins with. */
export function isForOrder(_: Node, __: Binding, value: Node | null): boolean {
  if (value === null) return true;
  if (value.type === "Constant") {
    const { kind, value: said } = value as Constant;
    return kind === "absent" || kind === "truth" || said === 0 || said === "" || said === -1;
  }
  return empty.has(value.type) && value.length <= 2;
}

/** Whether a function does nothing yet: it stands for another, or what it is meant to do is left to others. */
function isStub({ body }: FunctionDef): boolean {
  return body.body.every((statement) => {
    if (statement.type === "Pass" || statement.type === "Raise") {
      return statement.type === "Pass" || (statement as Raise).exc !== null;
    }
    return statement.type === "Expr" && (statement as Expr).value.type === "Constant";
  });
}

/** Whether somebody else decides about the parameters of a function: it is a method, is decorated or handed out, or others may call it. */
function isForOthers(owner: FunctionDef, methods: boolean): boolean {
  if (classOf(owner) !== undefined) return !methods;
  if (owner.decorators.length > 0 || isStub(owner) || /^(?:test|pytest)_/.test(owner.name.id)) return true;
  const binding = owner.name.fact?.binding;
  if (binding === undefined) return true;
  const isOwn = binding.scope.kind === "function" || owner.name.id.startsWith("_");
  return !isOwn || !binding.references.every(({ node }) => (node.parent as Partial<Call>).func === node);
}

export function parameterFacts(binding: Binding): ParameterFacts {
  const { owner: argument, node } = binding.declarations[0]!;
  const owner = (argument.parent?.parent ?? argument) as FunctionDef;
  if (argument.type !== "Argument" || owner.type !== "FunctionDef") {
    return { owner, takenAs: undefined, isLast: false, isForOthers: () => true };
  }
  const { takes } = argument as Argument;
  const { args } = owner.args;
  const isRead = ({ name }: Argument): boolean => (name.fact?.binding?.references.length ?? 0) > 0;
  const isSelf = classOf(owner) !== undefined && args[0] === argument;
  return {
    owner,
    takenAs: undefined,
    isLast: args.slice(args.indexOf(argument as Argument) + 1).every((one) => !isRead(one)),
    isForOthers: (methods) => isSelf ||
      takes === "rest" ||
      takes === "rest-keywords" ||
      (node as Name).id === "" ||
      isForOthers(owner, methods),
  };
}
