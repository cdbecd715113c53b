/** Types as TypeScript writes them, as types of the model. What is not followed – types that are worked out of others – is unknown. */
import type { Binding } from "../../../model/binding.js";
import {
  areSame,
  basic,
  isSame,
  list,
  literal,
  never,
  union,
  unknown,
  without,
  type FixedElement,
  type FunctionType,
  type Member,
  type Parameter,
  type RecordType,
  type Type,
} from "../../../model/types/type.js";
import type { Node } from "../../../syntax/node.js";
import { bindingOf } from "../names/facts.js";
import type { JavaScriptNode, Pattern, Type as TypeNode, TypeMember, TypeParameters } from "../nodes/index.js";
import { absent } from "./system.js";

/** What names of types mean where a type is written. */
export interface TypeNames {
  /** The type of a name, with its arguments. */
  named(name: Node & { readonly name: string }, given: readonly Type[]): Type;
  /** The type of the value that a name stands for. */
  valueOf(name: Node): Type;
}

const keywords: Readonly<Record<string, Type>> = {
  string: basic("string"),
  number: basic("number"),
  boolean: basic("boolean"),
  bigint: basic("bigint"),
  symbol: basic("symbol"),
  undefined: absent.undefined,
  null: absent.null,
  void: basic("void"),
  object: basic("object"),
  never,
};

/** The parameters of types that a node declares, as what they stand for. */
export const variablesOf = (parameters: TypeParameters | null): object[] =>
  (parameters?.params ?? []).map(({ name }) => variableOf(name));

/** What a type parameter stands for: the binding, or of a text without names the node. */
const variableOf = (name: Node): Binding | Node => bindingOf(name) ?? name;

export class Lowering {
  constructor(
    private readonly names: TypeNames,
    /** Whether what is lowered stands in the document, so that members can be shown there. */
    private readonly isHere: boolean,
  ) {}

  type(node: TypeNode | null | undefined): Type {
    switch (node?.type) {
      case "KeywordType":
        return keywords[node.name] ?? unknown;
      case "LiteralType":
        return literalType(node.literal);
      case "TemplateType":
        return unknown;
      case "ArrayType":
        return list(this.type(node.element));
      case "TupleType":
        return this.fixed(node.elements);
      case "UnionType":
        return union(node.types.map((one) => this.type(one)));
      case "ObjectType":
        return this.record(node.members);
      case "FunctionType":
        return this.signature(node);
      case "TypeOperator":
        return node.operator === "readonly" ? this.type(node.operand) : unknown;
      case "NameType":
        return this.name(node.name as JavaScriptNode, node.typeArguments?.params ?? []);
      case "TypeQuery":
        return node.name.type === "Identifier" ? this.names.valueOf(node.name) : unknown;
      case "PredicateType":
        return node.asserts ? basic("void") : basic("boolean");
      default:
        return unknown;
    }
  }

  /** The type of a name with its arguments. */
  named(name: Node & { readonly name: string }, given: readonly TypeNode[]): Type {
    return this.names.named(name, given.map((one) => this.type(one)));
  }

  private name(name: JavaScriptNode, given: readonly TypeNode[]): Type {
    if (name.type !== "Identifier") return unknown;
    return this.named(name, given);
  }

  private fixed(nodes: readonly TypeNode[]): Type {
    const elements: FixedElement[] = [];
    let rest: Type | undefined;
    for (const node of nodes) {
      const isMember = node.type === "TupleMember";
      const type = this.type(isMember ? node.element : node);
      if (!isMember || !node.rest) {
        // What stands behind the rest has no place of its own.
        if (rest !== undefined) return unknown;
        elements.push({ type, optional: isMember && node.optional });
      } else {
        if (rest !== undefined || type.is !== "list") return unknown;
        rest = type.element;
      }
    }
    return { is: "fixed", elements, rest };
  }

  /** What has members, as an interface says. */
  record(nodes: readonly TypeMember[]): Type {
    const members = new Map<string, Member>();
    let rest: Type | undefined;
    let isOpen = false;
    for (const node of nodes) {
      if (node.type === "IndexSignature") {
        // A number in brackets is no name of a member.
        const [key] = node.params as readonly JavaScriptNode[];
        const type = key?.type === "AnnotatedPattern" ? key.annotation : null;
        if (type?.type !== "KeywordType" || type.name !== "number") rest = this.type(node.annotation);
        continue;
      }
      const name = node.type === "Skipped" || node.type === "CallSignature" || node.computed
        ? undefined
        : keyName(node.key);
      if (name === undefined) {
        // What can be called is more than a record, and a name that is worked out may be any.
        if (node.type === "CallSignature") return unknown;
        isOpen ||= node.type === "Skipped" || !isSymbol(node.key as JavaScriptNode);
        continue;
      }
      const one = node as Exclude<typeof node, { type: "Skipped" | "CallSignature" }>;
      const type = one.type === "PropertySignature"
        ? this.type(one.annotation)
        : one.kind === "get" ? this.type(one.returnType) : one.kind === "set" ? unknown : this.signature(one);
      const before = members.get(name);
      // What reads a member says more than what writes it.
      const isWriter = one.type === "MethodSignature" && one.kind === "set";
      if (isWriter && before !== undefined) continue;
      const isOverloaded = before !== undefined && one.type === "MethodSignature" && one.kind === "method";
      members.set(name, {
        type: isOverloaded
          ? overloaded(before.type, type)
          : before === undefined || (one.type === "MethodSignature" && one.kind === "get") ? type : unknown,
        optional: one.optional,
        at: this.isHere ? one.key : undefined,
      });
    }
    return { is: "record", members, rest, isOpen };
  }

  /** What can be called. */
  signature(
    node: {
      readonly params: readonly Pattern[];
      readonly returnType: TypeNode | null;
      readonly typeParameters: TypeParameters | null;
    },
    result: Type = this.type(node.returnType),
  ): Type {
    const parameters: Parameter[] = [];
    let rest: Type | undefined;
    for (const param of node.params) {
      const one = this.parameter(param);
      if (one === undefined) continue;
      if (one.isRest) rest = one.type.is === "list" ? one.type.element : unknown;
      else parameters.push(one);
    }
    return { is: "function", parameters, rest, result, variables: variablesOf(node.typeParameters) };
  }

  private parameter(pattern: Pattern, optional = false): (Parameter & { readonly isRest?: boolean }) | undefined {
    const node = pattern as JavaScriptNode;
    switch (node.type) {
      case "AnnotatedPattern": {
        const { target, annotation } = node;
        if ((target as JavaScriptNode).type === "RestElement") {
          return { name: "…", type: this.type(annotation), optional: true, isRest: true };
        }
        const inner = this.parameter(target, optional || node.optional);
        return inner && { ...inner, type: this.type(annotation) };
      }
      case "AssignmentPattern":
        return this.parameter(node.left, true);
      case "ParameterProperty":
        return this.parameter(node.parameter, optional);
      case "RestElement": {
        const inner = node.argument as JavaScriptNode;
        const type = inner.type === "AnnotatedPattern" ? this.type(inner.annotation) : list(unknown);
        return { name: "…", type, optional: true, isRest: true };
      }
      // What a function takes as `this` is no argument.
      case "ThisExpression":
        return undefined;
      case "Identifier":
        return node.name === "this" ? undefined : { name: node.name, type: unknown, optional };
      default:
        return { name: "", type: unknown, optional };
    }
  }
}

/** Some function, of which nothing else is known. */
export const anyFunction: FunctionType = {
  is: "function",
  parameters: undefined,
  rest: undefined,
  result: unknown,
  variables: [],
};

/** What can be called in two ways: what both give is known. */
export const overloaded = (one: Type, other: Type): Type => {
  if (one.is !== "function" || other.is !== "function") return anyFunction;
  const handed = (one.parameters ?? one.handed ?? []).map((parameter, index) => {
    const like = (other.parameters ?? other.handed)?.[index];
    return like !== undefined && isHandedAlike(parameter.type, like.type) ? parameter : { ...parameter, type: unknown };
  });
  return { ...anyFunction, result: isSame(one.result, other.result) ? one.result : unknown, handed };
};

/** Whether functions that are handed over are given the same. */
const isHandedAlike = (one: Type, other: Type): boolean => one.is === "function" &&
  other.is === "function" &&
  one.parameters !== undefined &&
  areSame(one.parameters.map(({ type }) => type), (other.parameters ?? []).map(({ type }) => type));

/** A record of which nothing is known. */
export const anyRecord: RecordType = { is: "record", members: new Map(), rest: undefined, isOpen: true };

/** What an interface says by itself: one without any members is there for others to put some in. */
export const ofInterface = (own: Type): RecordType => {
  if (own.is !== "record") return anyRecord;
  return own.members.size === 0 ? { ...own, isOpen: true } : own;
};

/** The name of a member as it is declared; `undefined` where it is worked out. */
export function keyName(key: Node): string | undefined {
  const node = key as JavaScriptNode;
  if (node.type === "Identifier") return node.name;
  return node.type === "Literal" ? String(node.value) : undefined;
}

/** Whether a name that is worked out is one of the symbols that the language has. */
const isSymbol = (key: JavaScriptNode): boolean =>
  key.type === "MemberExpression" && key.object.type === "Identifier" && key.object.name === "Symbol";

function literalType(node: JavaScriptNode): Type {
  if (node.type === "UnaryExpression") {
    const inner = literalType(node.argument as JavaScriptNode);
    return node.operator === "-" && inner.is === "literal" && typeof inner.value === "number"
      ? literal("number", -inner.value)
      : inner;
  }
  if (node.type !== "Literal") return unknown;
  const { value, raw } = node;
  if (value === null) return raw === "null" ? absent.null : unknown;
  if (/^\d.*n$/.test(raw)) return basic("bigint");
  return raw.startsWith("/") ? unknown : literal(typeof value, value);
}

/** The type of a literal in code. */
export const typeOfLiteral = (node: Extract<JavaScriptNode, { type: "Literal" }>): Type => node.raw.startsWith("/")
  ? { is: "named", name: "RegExp", of: libraryKey("RegExp"), arguments: [] }
  : literalType(node);

const keys = new Map<string, { readonly library: string }>();

/** What stands for the declaration of a type of the library. */
export function libraryKey(name: string): { readonly library: string } {
  let key = keys.get(name);
  if (key === undefined) keys.set(name, (key = { library: name }));
  return key;
}

export const libraryType = (name: string, given: readonly Type[] = []): Type => ({
  is: "named",
  name,
  of: libraryKey(name),
  arguments: given,
});

/** A type that is not absent. */
export const present = (type: Type): Type => without(
  type,
  (one) => one.is === "basic" && (one.name === "undefined" || one.name === "null" || one.name === "void"),
);
