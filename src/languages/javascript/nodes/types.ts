/** TypeScript's types. */
import { Node, own, ownAll, visitAll, type Visit } from "../../../syntax/node.js";
import type { Identifier, Literal, TemplateElement, UnaryExpression } from "./expressions.js";
import type { Expression, Pattern, PropertyKey, Type, TypeMember, TypeName } from "./unions.js";

export type SignatureKind = "method" | "get" | "set";

/** A type by its name, `Map<string, Berth>`. */
export class NameType extends Node {
  declare type: "NameType";
  constructor(start: number, end: number, public name: TypeName, public typeArguments: TypeArguments | null) {
    super("NameType", start, end);
    own(this, name);
    own(this, typeArguments);
  }
  override each(visit: Visit): void {
    visit(this.name);
    if (this.typeArguments) visit(this.typeArguments);
  }
}

export class QualifiedName extends Node {
  declare type: "QualifiedName";
  constructor(start: number, end: number, public left: TypeName, public right: Identifier) {
    super("QualifiedName", start, end);
    own(this, left);
    own(this, right);
  }
  override each(visit: Visit): void {
    visit(this.left);
    visit(this.right);
  }
}

/** `string`, `any`, `this` and the other types the language names itself. */
export class KeywordType extends Node {
  declare type: "KeywordType";
  constructor(start: number, end: number, public name: string) {
    super("KeywordType", start, end);
  }
  override each(): void {}
}

export class LiteralType extends Node {
  declare type: "LiteralType";
  constructor(start: number, end: number, public literal: Literal | UnaryExpression) {
    super("LiteralType", start, end);
    own(this, literal);
  }
  override each(visit: Visit): void {
    visit(this.literal);
  }
}

/** A text type with parts, `pier-${number}`. */
export class TemplateType extends Node {
  declare type: "TemplateType";
  constructor(start: number, end: number, public quasis: TemplateElement[], public types: Type[]) {
    super("TemplateType", start, end);
    ownAll(this, quasis);
    ownAll(this, types);
  }
  override each(visit: Visit): void {
    this.quasis.forEach((quasi, index) => {
      visit(quasi);
      const part = this.types[index];
      if (part) visit(part);
    });
  }
}

export class ArrayType extends Node {
  declare type: "ArrayType";
  constructor(start: number, end: number, public element: Type) {
    super("ArrayType", start, end);
    own(this, element);
  }
  override each(visit: Visit): void {
    visit(this.element);
  }
}

export class IndexedType extends Node {
  declare type: "IndexedType";
  constructor(start: number, end: number, public object: Type, public index: Type) {
    super("IndexedType", start, end);
    own(this, object);
    own(this, index);
  }
  override each(visit: Visit): void {
    visit(this.object);
    visit(this.index);
  }
}

export class TupleType extends Node {
  declare type: "TupleType";
  constructor(start: number, end: number, public elements: Type[]) {
    super("TupleType", start, end);
    ownAll(this, elements);
  }
  override each(visit: Visit): void {
    visitAll(this.elements, visit);
  }
}

/** An element of a tuple type that has a name, may be absent, or takes all the rest. */
export class TupleMember extends Node {
  declare type: "TupleMember";
  constructor(
    start: number,
    end: number,
    public label: Identifier | null,
    public optional: boolean,
    public rest: boolean,
    public element: Type,
  ) {
    super("TupleMember", start, end);
    own(this, label);
    own(this, element);
  }
  override each(visit: Visit): void {
    if (this.label) visit(this.label);
    visit(this.element);
  }
}

export class UnionType extends Node {
  declare type: "UnionType";
  constructor(start: number, end: number, public types: Type[]) {
    super("UnionType", start, end);
    ownAll(this, types);
  }
  override each(visit: Visit): void {
    visitAll(this.types, visit);
  }
}

export class IntersectionType extends Node {
  declare type: "IntersectionType";
  constructor(start: number, end: number, public types: Type[]) {
    super("IntersectionType", start, end);
    ownAll(this, types);
  }
  override each(visit: Visit): void {
    visitAll(this.types, visit);
  }
}

export class ConditionalType extends Node {
  declare type: "ConditionalType";
  extends: Type;
  constructor(
    start: number,
    end: number,
    public check: Type,
    base: Type,
    public whenTrue: Type,
    public whenFalse: Type,
  ) {
    super("ConditionalType", start, end);
    this.extends = base;
    own(this, check);
    own(this, base);
    own(this, whenTrue);
    own(this, whenFalse);
  }
  override each(visit: Visit): void {
    visit(this.check);
    visit(this.extends);
    visit(this.whenTrue);
    visit(this.whenFalse);
  }
}

export class InferType extends Node {
  declare type: "InferType";
  constructor(start: number, end: number, public parameter: TypeParameter) {
    super("InferType", start, end);
    own(this, parameter);
  }
  override each(visit: Visit): void {
    visit(this.parameter);
  }
}

export class MappedType extends Node {
  declare type: "MappedType";
  constructor(
    start: number,
    end: number,
    public key: Identifier,
    public constraint: Type,
    public nameType: Type | null,
    public readonly: string | null,
    public optional: string | null,
    public element: Type | null,
  ) {
    super("MappedType", start, end);
    own(this, key);
    own(this, constraint);
    own(this, nameType);
    own(this, element);
  }
  override each(visit: Visit): void {
    visit(this.key);
    visit(this.constraint);
    if (this.nameType) visit(this.nameType);
    if (this.element) visit(this.element);
  }
}

/** The members of an object type or interface. */
export class ObjectType extends Node {
  declare type: "ObjectType";
  constructor(start: number, end: number, public members: TypeMember[]) {
    super("ObjectType", start, end);
    ownAll(this, members);
  }
  override each(visit: Visit): void {
    visitAll(this.members, visit);
  }
}

export class PropertySignature extends Node {
  declare type: "PropertySignature";
  constructor(
    start: number,
    end: number,
    public key: PropertyKey,
    public computed: boolean,
    public optional: boolean,
    public readonly: boolean,
    public annotation: Type | null,
  ) {
    super("PropertySignature", start, end);
    own(this, key);
    own(this, annotation);
  }
  override each(visit: Visit): void {
    visit(this.key);
    if (this.annotation) visit(this.annotation);
  }
}

export class MethodSignature extends Node {
  declare type: "MethodSignature";
  constructor(
    start: number,
    end: number,
    public key: PropertyKey,
    public computed: boolean,
    public optional: boolean,
    public kind: SignatureKind,
    public typeParameters: TypeParameters | null,
    public params: Pattern[],
    public returnType: Type | null,
  ) {
    super("MethodSignature", start, end);
    own(this, key);
    own(this, typeParameters);
    ownAll(this, params);
    own(this, returnType);
  }
  override each(visit: Visit): void {
    visit(this.key);
    if (this.typeParameters) visit(this.typeParameters);
    visitAll(this.params, visit);
    if (this.returnType) visit(this.returnType);
  }
}

export class CallSignature extends Node {
  declare type: "CallSignature";
  constructor(
    start: number,
    end: number,
    public construct: boolean,
    public typeParameters: TypeParameters | null,
    public params: Pattern[],
    public returnType: Type | null,
  ) {
    super("CallSignature", start, end);
    own(this, typeParameters);
    ownAll(this, params);
    own(this, returnType);
  }
  override each(visit: Visit): void {
    if (this.typeParameters) visit(this.typeParameters);
    visitAll(this.params, visit);
    if (this.returnType) visit(this.returnType);
  }
}

export class IndexSignature extends Node {
  declare type: "IndexSignature";
  constructor(
    start: number,
    end: number,
    public params: Pattern[],
    public annotation: Type | null,
    public modifiers: string[],
  ) {
    super("IndexSignature", start, end);
    ownAll(this, params);
    own(this, annotation);
  }
  override each(visit: Visit): void {
    visitAll(this.params, visit);
    if (this.annotation) visit(this.annotation);
  }
}

export class FunctionType extends Node {
  declare type: "FunctionType";
  constructor(
    start: number,
    end: number,
    public typeParameters: TypeParameters | null,
    public params: Pattern[],
    public returnType: Type,
  ) {
    super("FunctionType", start, end);
    own(this, typeParameters);
    ownAll(this, params);
    own(this, returnType);
  }
  override each(visit: Visit): void {
    if (this.typeParameters) visit(this.typeParameters);
    visitAll(this.params, visit);
    visit(this.returnType);
  }
}

export class ConstructorType extends Node {
  declare type: "ConstructorType";
  constructor(
    start: number,
    end: number,
    public abstract: boolean,
    public typeParameters: TypeParameters | null,
    public params: Pattern[],
    public returnType: Type,
  ) {
    super("ConstructorType", start, end);
    own(this, typeParameters);
    ownAll(this, params);
    own(this, returnType);
  }
  override each(visit: Visit): void {
    if (this.typeParameters) visit(this.typeParameters);
    visitAll(this.params, visit);
    visit(this.returnType);
  }
}

/** `keyof T`, `unique symbol`, `readonly T[]`. */
export class TypeOperator extends Node {
  declare type: "TypeOperator";
  constructor(start: number, end: number, public operator: string, public operand: Type) {
    super("TypeOperator", start, end);
    own(this, operand);
  }
  override each(visit: Visit): void {
    visit(this.operand);
  }
}

/** `typeof berth` */
export class TypeQuery extends Node {
  declare type: "TypeQuery";
  constructor(
    start: number,
    end: number,
    public name: TypeName | ImportType,
    public typeArguments: TypeArguments | null,
  ) {
    super("TypeQuery", start, end);
    own(this, name);
    own(this, typeArguments);
  }
  override each(visit: Visit): void {
    visit(this.name);
    if (this.typeArguments) visit(this.typeArguments);
  }
}

export class ImportType extends Node {
  declare type: "ImportType";
  constructor(
    start: number,
    end: number,
    public argument: Type,
    public qualifier: TypeName | null,
    public typeArguments: TypeArguments | null,
  ) {
    super("ImportType", start, end);
    own(this, argument);
    own(this, qualifier);
    own(this, typeArguments);
  }
  override each(visit: Visit): void {
    visit(this.argument);
    if (this.qualifier) visit(this.qualifier);
    if (this.typeArguments) visit(this.typeArguments);
  }
}

/** `x is Ferry`, `asserts x` */
export class PredicateType extends Node {
  declare type: "PredicateType";
  constructor(
    start: number,
    end: number,
    public asserts: boolean,
    public parameter: Identifier | KeywordType,
    public annotation: Type | null,
  ) {
    super("PredicateType", start, end);
    own(this, parameter);
    own(this, annotation);
  }
  override each(visit: Visit): void {
    visit(this.parameter);
    if (this.annotation) visit(this.annotation);
  }
}

export class TypeParameter extends Node {
  declare type: "TypeParameter";
  constructor(
    start: number,
    end: number,
    public name: Identifier,
    public constraint: Type | null,
    public standard: Type | null,
    public modifiers: string[],
  ) {
    super("TypeParameter", start, end);
    own(this, name);
    own(this, constraint);
    own(this, standard);
  }
  override each(visit: Visit): void {
    visit(this.name);
    if (this.constraint) visit(this.constraint);
    if (this.standard) visit(this.standard);
  }
}

export class TypeParameters extends Node {
  declare type: "TypeParameters";
  constructor(start: number, end: number, public params: TypeParameter[]) {
    super("TypeParameters", start, end);
    ownAll(this, params);
  }
  override each(visit: Visit): void {
    visitAll(this.params, visit);
  }
}

export class TypeArguments extends Node {
  declare type: "TypeArguments";
  constructor(start: number, end: number, public params: Type[]) {
    super("TypeArguments", start, end);
    ownAll(this, params);
  }
  override each(visit: Visit): void {
    visitAll(this.params, visit);
  }
}

/** A name or pattern with a type, as in `berth?: Berth`. */
export class AnnotatedPattern extends Node {
  declare type: "AnnotatedPattern";
  constructor(
    start: number,
    end: number,
    public target: Pattern,
    public optional: boolean,
    public annotation: Type | null,
  ) {
    super("AnnotatedPattern", start, end);
    own(this, target);
    own(this, annotation);
  }
  override each(visit: Visit): void {
    visit(this.target);
    if (this.annotation) visit(this.annotation);
  }
}

/** A constructor's parameter that is a field too, or one with decorators. */
export class ParameterProperty extends Node {
  declare type: "ParameterProperty";
  constructor(
    start: number,
    end: number,
    public decorators: Decorator[],
    public modifiers: string[],
    public parameter: Pattern,
  ) {
    super("ParameterProperty", start, end);
    ownAll(this, decorators);
    own(this, parameter);
  }
  override each(visit: Visit): void {
    visitAll(this.decorators, visit);
    visit(this.parameter);
  }
}

export class Decorator extends Node {
  declare type: "Decorator";
  constructor(start: number, end: number, public expression: Expression) {
    super("Decorator", start, end);
    own(this, expression);
  }
  override each(visit: Visit): void {
    visit(this.expression);
  }
}
