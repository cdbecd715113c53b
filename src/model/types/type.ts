/**
 * Types of values, as far as a text tells them. Gradual: a type that is not known is `unknown`, which fits everything, so that nothing is claimed of it
 * (Siek, Taha: "Gradual typing for functional languages", 2006). The same for every language.
 */
import type { Node } from "../../syntax/node.js";

/** Nothing is known of a value. */
export interface UnknownType {
  readonly is: "unknown";
}

/** There is no such value. */
export interface NeverType {
  readonly is: "never";
}

/** One of the types that a language has by itself, as it calls it: `string`, `int`. */
export interface BasicType {
  readonly is: "basic";
  readonly name: string;
}

/** A value that is written down. */
export interface LiteralType {
  readonly is: "literal";
  /** The name of the basic type it belongs to. */
  readonly of: string;
  readonly value: string | number | boolean;
}

export interface UnionType {
  readonly is: "union";
  /** At least two, none of them a union, none unknown, none twice. */
  readonly members: readonly Type[];
}

/** Any number of values of one type. */
export interface ListType {
  readonly is: "list";
  readonly element: Type;
}

/** Values one behind another, each with its own type. */
export interface FixedListType {
  readonly is: "fixed";
  readonly elements: readonly FixedElement[];
  /** The type of what may follow them. */
  readonly rest: Type | undefined;
}

export interface FixedElement {
  readonly type: Type;
  readonly optional: boolean;
}

export interface Member {
  readonly type: Type;
  readonly optional: boolean;
  /** Where its name is declared, in this file. */
  readonly at?: Node | undefined;
}

/** A value with members. */
export interface RecordType {
  readonly is: "record";
  readonly members: ReadonlyMap<string, Member>;
  /** The type of members that are not named. */
  readonly rest: Type | undefined;
  /** It may have other members than those. */
  readonly isOpen: boolean;
}

export interface Parameter {
  readonly name: string;
  readonly type: Type;
  readonly optional: boolean;
}

export interface FunctionType {
  readonly is: "function";
  /** `undefined` where it can be called in several ways. */
  readonly parameters: readonly Parameter[] | undefined;
  /** Of what can be called in several ways, as far as functions that are handed to it are given the same in all. */
  readonly handed?: readonly Parameter[];
  /** The type of the arguments behind those. */
  readonly rest: Type | undefined;
  readonly result: Type;
  /** Stands for types in it, to be found out from the arguments of a call. */
  readonly variables: readonly object[];
}

/** A type by its name: a class, interface or the like. Its members are looked up only where they are asked for, so that a type may hold itself. */
export interface NamedType {
  readonly is: "named";
  readonly name: string;
  /** What declares it; two types of one name are the same only where that is the same. */
  readonly of: object;
  readonly arguments: readonly Type[];
}

/** Stands for a type that is given where what it is declared for is used. */
export interface VariableType {
  readonly is: "variable";
  readonly of: object;
  readonly name: string;
}

export type Type =
  | UnknownType
  | NeverType
  | BasicType
  | LiteralType
  | UnionType
  | ListType
  | FixedListType
  | RecordType
  | FunctionType
  | NamedType
  | VariableType;

export const unknown: UnknownType = { is: "unknown" };
export const never: NeverType = { is: "never" };

export const basic = (name: string): BasicType => ({ is: "basic", name });
export const literal = (of: string, value: string | number | boolean): LiteralType => ({ is: "literal", of, value });
export const list = (element: Type): ListType => ({ is: "list", element });

/** Whether a value is of one of several types; unknown where one of them is. */
export function union(types: Iterable<Type>): Type {
  const members: Type[] = [];
  for (const type of types) {
    for (const member of type.is === "union" ? type.members : [type]) {
      if (member.is === "unknown") return unknown;
      if (member.is !== "never" && !members.some((other) => isSame(other, member))) members.push(member);
    }
  }
  const kept = members.filter(
    (one) => one.is !== "literal" || !members.some((other) => other.is === "basic" && other.name === one.of),
  );
  return kept.length === 0 ? never : kept.length === 1 ? kept[0]! : { is: "union", members: kept };
}

/** The types of which a value has one. */
export const alternatives = (type: Type): readonly Type[] => (type.is === "union" ? type.members : [type]);

/** A type without the alternatives that a test takes away. */
export const without = (type: Type, isGone: (one: Type) => boolean): Type =>
  union(alternatives(type).filter((one) => !isGone(one)));

/** The types of what a type is made of, each changed. */
function mapType(type: Type, change: (part: Type) => Type): Type {
  switch (type.is) {
    case "union":
      return union(type.members.map(change));
    case "list":
      return list(change(type.element));
    case "fixed":
      return {
        ...type,
        elements: type.elements.map((one) => ({ ...one, type: change(one.type) })),
        rest: type.rest && change(type.rest),
      };
    case "record":
      return {
        ...type,
        members: new Map([...type.members].map(([name, one]) => [name, { ...one, type: change(one.type) }])),
        rest: type.rest && change(type.rest),
      };
    case "function":
      return {
        ...type,
        parameters: type.parameters?.map((one) => ({ ...one, type: change(one.type) })),
        ...(type.handed && { handed: type.handed.map((one) => ({ ...one, type: change(one.type) })) }),
        rest: type.rest && change(type.rest),
        result: change(type.result),
      };
    case "named":
      return type.arguments.length === 0 ? type : { ...type, arguments: type.arguments.map(change) };
    default:
      return type;
  }
}

/** What stands for the types that variables stand for. */
export type Given = ReadonlyMap<object, Type>;

/** A type with what its variables stand for put in. */
export function substitute(type: Type, given: Given): Type {
  if (given.size === 0) return type;
  if (type.is === "variable") return given.get(type.of) ?? type;
  return mapType(type, (part) => substitute(part, given));
}

/** A type in which nothing is known of what variables stand for. */
export function withoutVariables(type: Type): Type {
  return type.is === "variable" ? unknown : mapType(type, withoutVariables);
}

/** The type of which a written value is one. */
export function widened(type: Type): Type {
  if (type.is === "literal") return basic(type.of);
  return type.is === "union" ? union(type.members.map(widened)) : type;
}

/** Whether two types are written alike and mean the same. */
export function isSame(one: Type, other: Type): boolean {
  if (one === other) return true;
  if (one.is !== other.is) return false;
  switch (one.is) {
    case "basic":
      return one.name === (other as BasicType).name;
    case "literal":
      return one.of === (other as LiteralType).of && Object.is(one.value, (other as LiteralType).value);
    case "union":
      return areSame(one.members, (other as UnionType).members);
    case "list":
      return isSame(one.element, (other as ListType).element);
    case "fixed": {
      const { elements, rest } = other as FixedListType;
      return one.elements.length === elements.length &&
        one.elements.every(({ optional }, index) => elements[index]!.optional === optional) &&
        areSame([...one.elements.map(({ type }) => type)], elements.map(({ type }) => type)) &&
        isSameOrNone(one.rest, rest);
    }
    case "record": {
      const { members, rest, isOpen } = other as RecordType;
      if (one.isOpen !== isOpen || one.members.size !== members.size || !isSameOrNone(one.rest, rest)) return false;
      return [...one.members].every(([name, member]) => {
        const like = members.get(name);
        return like !== undefined &&
          like.optional === member.optional &&
          like.at === member.at &&
          isSame(like.type, member.type);
      });
    }
    case "function": {
      const { parameters, handed = [], rest, result, variables } = other as FunctionType;
      return areSame((one.handed ?? []).map(({ type }) => type), handed.map(({ type }) => type)) &&
        one.parameters?.length === parameters?.length &&
        one.variables.length === variables.length &&
        one.variables.every((variable, index) => variable === variables[index]) &&
        (one.parameters ?? []).every((parameter, index) => {
          const like = parameters![index]!;
          return like.name === parameter.name &&
            like.optional === parameter.optional &&
            isSame(like.type, parameter.type);
        }) &&
        isSameOrNone(one.rest, rest) &&
        isSame(one.result, result);
    }
    case "named":
      return one.of === (other as NamedType).of &&
        one.name === (other as NamedType).name &&
        areSame(one.arguments, (other as NamedType).arguments);
    case "variable":
      return one.of === (other as VariableType).of;
    default:
      return true;
  }
}

export const areSame = (ones: readonly Type[], others: readonly Type[]): boolean =>
  ones.length === others.length && ones.every((one, index) => isSame(one, others[index]!));

const isSameOrNone = (one: Type | undefined, other: Type | undefined): boolean =>
  one === undefined || other === undefined ? one === other : isSame(one, other);
