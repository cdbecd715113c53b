/** What names of types mean, and the members of what they name. */
import { Reference, type Binding } from "../../../model/binding.js";
import type { QuestionKind } from "../../../model/types/questions.js";
import type { FoundMember } from "../../../model/types/reader.js";
import {
  alternatives,
  isSame,
  substitute,
  union,
  unknown,
  widened,
  type NamedType,
  type RecordType,
  type Type,
} from "../../../model/types/type.js";
import type { Node } from "../../../syntax/node.js";
import { useOf } from "../names/facts.js";
import type {
  ClassNode,
  InterfaceDeclaration,
  JavaScriptNode,
  PropertyDefinition,
  TypeAliasDeclaration,
} from "../nodes/index.js";
import { Elsewhere, ownerOf, typeAnswers, type TypeContext } from "./context.js";
import { anyRecord, ofInterface } from "./lower.js";
import {
  isLibrary,
  memberOfAll,
  membersInLibrary,
  merged,
  namedInLibrary,
  ownMembers,
  parametersOf,
  withGiven,
  withParents,
} from "./members.js";
import { isAbsent } from "./system.js";

export class NamedTypes {
  readonly aliasKind: QuestionKind<Binding, Type> = { work: (binding) => this.workAlias(binding), ...typeAnswers };

  readonly variablesKind: QuestionKind<Binding, readonly object[]> = {
    work: (binding) => {
      ownerOf(binding, this.context, "head");
      return parametersOf(binding);
    },
    isSame: (one, other) => one.length === other.length && one.every((variable, index) => variable === other[index]),
    none: [],
  };
  readonly membersKind: QuestionKind<Binding, RecordType> = {
    work: (binding) => this.workMembers(binding),
    isSame,
    none: anyRecord,
  };

  constructor(private readonly context: TypeContext) {}

  named(node: Node & { readonly name: string }, given: readonly Type[]): Type {
    const { name } = node;
    const fact = (node as { fact?: unknown }).fact;
    // What stands in a comment has no meaning of its own.
    if (!(fact instanceof Reference)) return this.context.namedInComment(name, given);
    const { binding } = fact;
    return binding === undefined ? namedInLibrary(name, given) : this.namedBy(binding, given);
  }

  namedBy(binding: Binding, given: readonly Type[]): Type {
    const { declarations, name } = binding;
    switch (declarations[0]?.kind) {
      case "interface":
      case "class":
        return { is: "named", name, of: binding, arguments: given };
      case "import":
        return this.context.elsewhere.typeOf(binding, given);
      case "type-parameter":
        return { is: "variable", of: binding, name };
      case "alias": {
        if (declarations.length > 1) return unknown;
        const variables = this.context.variablesOf(binding);
        const type = this.context.ask(this.aliasKind, binding);
        return substitute(type, new Map(variables.map((one, index) => [one, given[index] ?? unknown])));
      }
      default:
        return unknown;
    }
  }

  private workAlias(binding: Binding): Type {
    const owner = ownerOf(binding, this.context);
    if (owner?.type !== "TypeAliasDeclaration") return unknown;
    return this.context.lowering.type((owner as TypeAliasDeclaration).annotation);
  }

  /** The members of a type, or with `only` that one, if it has it. */
  membersOf(type: Type, only?: string): RecordType | undefined {
    switch (type.is) {
      case "record":
        return type;
      case "list":
        return membersInLibrary("Array", [type.element], only);
      case "fixed":
        return membersInLibrary(
          "Array",
          [union([...type.elements.map((one) => one.type), ...(type.rest ? [type.rest] : [])])],
          only,
        );
      case "basic":
        return isAbsent(type) || type.name === "object" ? undefined : this.membersOfBasic(type.name);
      case "literal":
        return this.membersOfBasic(type.of);
      case "function":
        return membersInLibrary("Function", []) && { ...membersInLibrary("Function", [])!, isOpen: true };
      case "named":
        return isLibrary(type.of) ? membersInLibrary(type.name, type.arguments, only) : this.membersOfNamed(type, only);
      default:
        return undefined;
    }
  }

  private membersOfBasic(name: string): RecordType | undefined {
    return membersInLibrary(`${name[0]!.toUpperCase()}${name.slice(1)}`.replace("Bigint", "BigInt"), []);
  }

  private membersOfNamed({ of, arguments: given }: NamedType, only?: string): RecordType {
    if (of instanceof Elsewhere) return this.context.elsewhere.membersOf(of, given, only);
    const binding = of as Binding;
    const members = this.context.ask(this.membersKind, binding);
    return withGiven(members, this.context.variablesOf(binding), given, only);
  }

  private workMembers(binding: Binding): RecordType {
    let all: RecordType | undefined;
    for (const { owner } of binding.declarations) {
      // In JavaScript a class has what its code puts into its objects.
      this.context.rest(owner, this.context.typed ? "head" : "all");
      const node = owner as JavaScriptNode;
      const own = node.type === "InterfaceDeclaration"
        ? this.membersOfInterface(node)
        : node.type === "ClassDeclaration" ? this.membersOfClass(node) : undefined;
      if (own === undefined) return anyRecord;
      all = all === undefined ? own : merged(all, own);
    }
    return all ?? anyRecord;
  }

  private membersOfInterface(node: InterfaceDeclaration): RecordType {
    const own = this.context.lowering.record(node.body.members);
    const parents = node.extends.map(({ expression, typeArguments }) => this.parent(
      expression,
      typeArguments?.params ?? [],
    ));
    return withParents(ofInterface(own), parents);
  }

  private membersOfClass(node: ClassNode): RecordType {
    const own = ownMembers(node, this.context.typed, (member) => this.typeOfClassMember(member));
    const base = node.superClass === null ? [] : [this.parent(node.superClass, node.superTypeArguments?.params ?? [])];
    return withParents(node.decorators.length > 0 ? { ...own, isOpen: true } : own, base);
  }

  /** The members of what a class or interface is built on; `undefined` where they are not known. */
  private parent(expression: Node, given: readonly Node[]): RecordType | undefined {
    if (expression.type !== "Identifier") return undefined;
    const use = useOf(expression);
    if (use === undefined) return undefined;
    const types = given.map((one) => this.context.lowering.type(one as never));
    const type = use.binding === undefined ? namedInLibrary(use.name, types) : this.namedBy(use.binding, types);
    return type.is === "named" || type.is === "record" ? this.membersOf(type) : undefined;
  }

  private typeOfClassMember(member: JavaScriptNode): Type {
    switch (member.type) {
      case "ParameterProperty":
        return member.parameter.type === "AnnotatedPattern"
          ? this.context.lowering.type(member.parameter.annotation)
          : unknown;
      case "MethodDefinition":
        if (member.kind === "set") return unknown;
        return member.kind === "get"
          ? this.context.signature(member.value, true).result
          : this.context.signature(member.value, true);
      case "PropertyDefinition": {
        if (member.annotation !== null) return this.context.lowering.type(member.annotation);
        const told = this.context.told(member, "type");
        if (told !== undefined) return told;
        return member.value?.type === "ArrowFunctionExpression"
          ? this.context.signature(member.value, true)
          : this.typeOfField(member);
      }
      default:
        return this.context.told(member, "type") ?? unknown;
    }
  }

  /** The type of a field that says none: that of the value it has at first, where that is written down or made there. */
  private typeOfField({ value, modifiers }: PropertyDefinition): Type {
    if (!this.context.typed || value === null) return unknown;
    const isFixed = modifiers.includes("readonly");
    switch (value.type) {
      case "NewExpression":
        return this.context.infer(value);
      case "Literal":
      case "TemplateLiteral": {
        const type = this.context.infer(value);
        return isAbsent(type) ? unknown : isFixed ? type : widened(type);
      }
      default:
        return unknown;
    }
  }

  member(type: Type, name: string): FoundMember {
    const found = memberOfAll(alternatives(type), name, (one) => this.membersOf(one, name));
    // What every object has.
    if (found !== undefined && "lacking" in found && membersInLibrary("Object", [])!.members.has(name)) {
      return undefined;
    }
    return found;
  }
}
