/** The members of types: of classes and interfaces with what they are built on, of what the language brings along, and of records. */
import type { Binding } from "../../../model/binding.js";
import {
  isSame,
  list,
  substitute,
  union,
  unknown,
  type Member,
  type RecordType,
  type Type,
} from "../../../model/types/type.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { ClassNode, InterfaceDeclaration, JavaScriptNode } from "../nodes/index.js";
import { memberName } from "../reading.js";
import { libraryDeclarations } from "./library-text.js";
import {
  anyRecord,
  keyName,
  libraryKey,
  libraryType,
  anyFunction,
  Lowering,
  overloaded,
  variablesOf,
  type TypeNames,
} from "./lower.js";

/** Joins the members of what a type is built on with its own, which come before those. */
export function withParents(own: RecordType, parents: readonly (RecordType | undefined)[]): RecordType {
  const members = new Map(own.members);
  let { isOpen, rest } = own;
  for (const parent of parents) {
    if (parent === undefined) {
      isOpen = true;
      continue;
    }
    for (const [name, member] of parent.members) if (!members.has(name)) members.set(name, member);
    isOpen ||= parent.isOpen;
    rest ??= parent.rest;
  }
  return { is: "record", members, rest, isOpen };
}

/** What a name stands for that a declaration around it has as a parameter, in a text whose names have no bindings. */
export function variableAround(node: Node & { readonly name: string }): Type | undefined {
  for (let up = node.parent as JavaScriptNode | null; up !== null; up = up.parent as JavaScriptNode | null) {
    const { typeParameters } =
      up as { typeParameters?: { params: readonly { name: Node & { name: string } }[] } | null };
    const found = typeParameters?.params.find((one) => one.name.name === node.name);
    if (found !== undefined) return { is: "variable", of: found.name, name: node.name };
  }
  return undefined;
}

/** The members of what an interface is built on; `undefined` for those that are not known. */
export function membersOfParents(
  { extends: bases }: InterfaceDeclaration,
  lowering: Lowering,
  membersOf: (type: Type) => RecordType | undefined,
): (RecordType | undefined)[] {
  return bases.map(({ expression, typeArguments }) => {
    if ((expression as JavaScriptNode).type !== "Identifier") return undefined;
    const base = lowering.named(expression as Node & { readonly name: string }, typeArguments?.params ?? []);
    return base.is === "unknown" ? undefined : membersOf(base);
  });
}

const libraryMembers = new Map<string, RecordType | undefined>();

/** What names of types mean in the library. */
const libraryNames: TypeNames = {
  named: (node, given) => variableAround(node) ?? namedInLibrary(node.name, given),
  valueOf: () => unknown,
};

export const libraryLowering = new Lowering(libraryNames, false);

/** A type of the library by its name. */
export function namedInLibrary(name: string, given: readonly Type[]): Type {
  switch (name) {
    case "Array":
    case "ReadonlyArray":
      return list(given[0] ?? unknown);
    case "Function":
      return anyFunction;
    case "Object":
      return unknown;
    case "Readonly":
      return given[0] ?? unknown;
    case "Record": {
      const [key, value] = given;
      if (key === undefined || value === undefined) return unknown;
      if (key.is === "basic") return { is: "record", members: new Map(), rest: value, isOpen: false };
      const names = (key.is === "union" ? key.members : [key]).map(
        (one) => (one.is === "literal" ? String(one.value) : undefined),
      );
      if (names.includes(undefined)) return unknown;
      return {
        is: "record",
        members: new Map(names.map((one) => [one!, { type: value, optional: false }])),
        rest: undefined,
        isOpen: false,
      };
    }
    case "Partial": {
      const [of] = given;
      if (of?.is !== "record") return unknown;
      return { ...of, members: new Map([...of.members].map(([key, one]) => [key, { ...one, optional: true }])) };
    }
    default: {
      const [first] = libraryDeclarations(name) ?? [];
      if (first?.type === "InterfaceDeclaration") return libraryType(name, given);
      return first?.type === "TypeAliasDeclaration" && first.typeParameters === null
        ? libraryLowering.type(first.annotation)
        : unknown;
    }
  }
}

/** The members of a type of the library; `undefined` where there is no such. */
export function membersInLibrary(name: string, given: readonly Type[], only?: string): RecordType | undefined {
  let members = libraryMembers.get(name);
  const declarations = libraryDeclarations(name);
  if (members === undefined && !libraryMembers.has(name)) {
    // What is built on itself has no more members than its own.
    libraryMembers.set(name, undefined);
    libraryMembers.set(name, (members = declarations && joined(declarations as readonly InterfaceDeclaration[])));
  }
  const [first] = declarations ?? [];
  if (members === undefined || first?.type !== "InterfaceDeclaration") return undefined;
  return withGiven(members, variablesOf(first.typeParameters), given, only);
}

/** Members in which what variables stand for is put in; with `only` of that member alone, as there may be very many. */
export function withGiven(
  members: RecordType,
  variables: readonly object[],
  given: readonly Type[],
  only?: string,
): RecordType {
  if (variables.length === 0) return members;
  const member = only === undefined ? undefined : members.members.get(only);
  const asked = only === undefined
    ? members
    : { ...members, members: new Map(member === undefined ? [] : [[only, member] as const]) };
  return substitute(asked, new Map(variables.map((one, index) => [one, given[index] ?? unknown]))) as RecordType;
}

function joined(declarations: readonly InterfaceDeclaration[]): RecordType | undefined {
  let all: RecordType | undefined;
  const variables = variablesOf(declarations[0]!.typeParameters);
  for (const one of declarations) {
    if (one.type !== "InterfaceDeclaration") return undefined;
    const lowered = libraryLowering.record(one.body.members);
    // What can be called has members beside that.
    const own = lowered.is === "record" ? lowered : anyRecord;
    // Each declaration names the parameters for itself.
    const same = new Map(
      variablesOf(one.typeParameters).map((variable, index): [object, Type] => [
        variable,
        { is: "variable", of: variables[index]!, name: "T" },
      ]),
    );
    const parents = membersOfParents(
      one,
      libraryLowering,
      (base) => (
        base.is === "named"
          ? membersInLibrary(base.name, base.arguments)
          : base.is === "list" ? membersInLibrary("Array", [base.element]) : undefined
      ),
    );
    const whole = withParents(
      substitute(own, same) as RecordType,
      parents.map((parent) => parent && (substitute(parent, same) as RecordType)),
    );
    all = all === undefined ? whole : merged(all, whole);
  }
  return all;
}

/** Members of what is declared in several places: what is declared twice can be called in several ways. */
export function merged(one: RecordType, other: RecordType): RecordType {
  const members = new Map<string, Member>(one.members);
  for (const [name, member] of other.members) {
    const before = members.get(name);
    members.set(
      name,
      before === undefined || isSame(before.type, member.type)
        ? member
        : { ...member, type: bothWays(before.type, member.type) },
    );
  }
  return { is: "record", members, rest: one.rest ?? other.rest, isOpen: one.isOpen || other.isOpen };
}

/** Whether a record is that of a list of the library, which it is asked for by this name. */
export const isLibrary = (of: object): of is { readonly library: string } =>
  "library" in of && libraryKey((of as { library: string }).library) === of;

/** What a class has of its own, for its objects. `isTyped` where it is written in TypeScript, so that all there is must be declared. */
export function ownMembers(
  node: ClassNode,
  isTyped: boolean,
  typeOf: (member: JavaScriptNode) => Type,
): RecordType {
  const members = new Map<string, Member>();
  let isOpen = false;
  let rest: Type | undefined;
  const add = (name: string | undefined, member: Member): void => {
    if (name === undefined) isOpen = true;
    else {
      members.set(
        name,
        members.has(name) ? { ...members.get(name)!, type: bothWays(members.get(name)!.type, member.type) } : member,
      );
    }
  };
  for (const member of node.body.body) {
    if (member.type === "IndexSignature") rest = unknown;
    else if (member.type === "MethodDefinition" || member.type === "PropertyDefinition") {
      if (member.type === "MethodDefinition" && member.kind === "constructor") {
        for (const param of member.value.params) {
          if (param.type !== "ParameterProperty") continue;
          const name = nameOf(param.parameter as JavaScriptNode);
          if (name !== undefined) add(name, { type: typeOf(param), optional: false, at: param });
        }
      }
      if (member.static || (member.type === "MethodDefinition" && member.kind === "constructor")) continue;
      if (member.key.type === "PrivateIdentifier") continue;
      const name = member.computed ? undefined : keyName(member.key);
      if (name === undefined && member.computed && member.key.type === "MemberExpression") continue;
      const isWriter = member.type === "MethodDefinition" && member.kind === "set";
      if (isWriter && name !== undefined && members.has(name)) continue;
      if (member.type === "MethodDefinition" && member.kind === "get" && name !== undefined) members.delete(name);
      const optional = member.type === "PropertyDefinition" ? member.mark === "?" : member.optional;
      add(name, { type: typeOf(member), optional, at: member.key });
    } else if (member.type === "Skipped") isOpen = true;
  }
  if (!isTyped) {
    // In JavaScript a member comes to be where it is given a value.
    walk(node.body, (inner) => {
      if (inner.type === "ClassDeclaration" || inner.type === "ClassExpression") return false;
      const one = inner as JavaScriptNode;
      if (one.type === "AssignmentExpression" && (one.left as JavaScriptNode).type === "MemberExpression") {
        const target = one.left as Extract<JavaScriptNode, { type: "MemberExpression" }>;
        if (target.object.type === "ThisExpression" && target.property.type !== "PrivateIdentifier") {
          const name = memberName(target);
          if (name === undefined) isOpen = true;
          else if (!members.has(name)) members.set(name, { type: typeOf(one), optional: false, at: target.property });
        }
      }
      return true;
    });
  }
  return { is: "record", members, rest, isOpen };
}

/** The type of what is declared twice: what both say is known. */
const bothWays = (one: Type, other: Type): Type => {
  if (isSame(one, other)) return one;
  return one.is === "function" && other.is === "function" ? overloaded(one, other) : unknown;
};

function nameOf(pattern: JavaScriptNode): string | undefined {
  switch (pattern.type) {
    case "Identifier":
      return pattern.name;
    case "AnnotatedPattern":
      return nameOf(pattern.target as JavaScriptNode);
    case "AssignmentPattern":
      return nameOf(pattern.left as JavaScriptNode);
    default:
      return undefined;
  }
}

/** A member of each alternative of a type: its type, or what has no such member, or nothing where that is not known. */
export function memberOfAll(
  types: readonly Type[],
  name: string,
  membersOf: (type: Type) => RecordType | undefined,
): { readonly type: Type; readonly optional: boolean; readonly at?: Node | undefined } | {
  readonly lacking: Type
} | undefined {
  const found: Type[] = [];
  let optional = false;
  let at: Node | undefined;
  for (const one of types) {
    const members = membersOf(one);
    const member = members?.members.get(name);
    if (member === undefined) {
      if (members === undefined || members.isOpen) return undefined;
      if (members.rest === undefined) return { lacking: one };
      found.push(members.rest);
    } else {
      found.push(member.type);
      optional ||= member.optional;
      at ??= member.at;
    }
  }
  return { type: union(found), optional, at };
}

/** What an owner of type parameters stands for. */
export const parametersOf = ({ declarations: [first] }: Binding): readonly object[] => {
  const { typeParameters } = (first?.owner ?? {}) as { typeParameters?: Parameters<typeof variablesOf>[0] };
  return variablesOf(typeParameters ?? null);
};
