/** What TypeScript adds to expressions and statements. */
import { Node, own, ownAll, visitAll, type Visit } from "../../../syntax/node.js";
import type { Identifier, Literal, Missing } from "./expressions.js";
import type { ObjectType, TypeArguments, TypeParameters } from "./types.js";
import type { Expression, PropertyKey, Statement, Type, TypeName } from "./unions.js";

export class AsExpression extends Node {
  declare type: "AsExpression";
  constructor(start: number, end: number, public expression: Expression, public annotation: Type) {
    super("AsExpression", start, end);
    own(this, expression);
    own(this, annotation);
  }
  override each(visit: Visit): void {
    visit(this.expression);
    visit(this.annotation);
  }
}

export class SatisfiesExpression extends Node {
  declare type: "SatisfiesExpression";
  constructor(start: number, end: number, public expression: Expression, public annotation: Type) {
    super("SatisfiesExpression", start, end);
    own(this, expression);
    own(this, annotation);
  }
  override each(visit: Visit): void {
    visit(this.expression);
    visit(this.annotation);
  }
}

export class TypeAssertion extends Node {
  declare type: "TypeAssertion";
  constructor(start: number, end: number, public annotation: Type, public expression: Expression) {
    super("TypeAssertion", start, end);
    own(this, annotation);
    own(this, expression);
  }
  override each(visit: Visit): void {
    visit(this.annotation);
    visit(this.expression);
  }
}

export class NonNullExpression extends Node {
  declare type: "NonNullExpression";
  constructor(start: number, end: number, public expression: Expression) {
    super("NonNullExpression", start, end);
    own(this, expression);
  }
  override each(visit: Visit): void {
    visit(this.expression);
  }
}

export class InstantiationExpression extends Node {
  declare type: "InstantiationExpression";
  constructor(start: number, end: number, public expression: Expression, public typeArguments: TypeArguments) {
    super("InstantiationExpression", start, end);
    own(this, expression);
    own(this, typeArguments);
  }
  override each(visit: Visit): void {
    visit(this.expression);
    visit(this.typeArguments);
  }
}

export class HeritageType extends Node {
  declare type: "HeritageType";
  constructor(start: number, end: number, public expression: Expression, public typeArguments: TypeArguments | null) {
    super("HeritageType", start, end);
    own(this, expression);
    own(this, typeArguments);
  }
  override each(visit: Visit): void {
    visit(this.expression);
    if (this.typeArguments) visit(this.typeArguments);
  }
}

export class InterfaceDeclaration extends Node {
  declare type: "InterfaceDeclaration";
  extends: HeritageType[];
  constructor(
    start: number,
    end: number,
    public id: Identifier | Missing,
    public typeParameters: TypeParameters | null,
    base: HeritageType[],
    public body: ObjectType,
    public declare: boolean,
  ) {
    super("InterfaceDeclaration", start, end);
    this.extends = base;
    own(this, id);
    own(this, typeParameters);
    ownAll(this, base);
    own(this, body);
  }
  override each(visit: Visit): void {
    visit(this.id);
    if (this.typeParameters) visit(this.typeParameters);
    visitAll(this.extends, visit);
    visit(this.body);
  }
}

export class TypeAliasDeclaration extends Node {
  declare type: "TypeAliasDeclaration";
  constructor(
    start: number,
    end: number,
    public id: Identifier | Missing,
    public typeParameters: TypeParameters | null,
    public annotation: Type,
    public declare: boolean,
  ) {
    super("TypeAliasDeclaration", start, end);
    own(this, id);
    own(this, typeParameters);
    own(this, annotation);
  }
  override each(visit: Visit): void {
    visit(this.id);
    if (this.typeParameters) visit(this.typeParameters);
    visit(this.annotation);
  }
}

export class EnumDeclaration extends Node {
  declare type: "EnumDeclaration";
  constructor(
    start: number,
    end: number,
    public id: Identifier | Missing,
    public members: EnumMember[],
    public constant: boolean,
    public declare: boolean,
  ) {
    super("EnumDeclaration", start, end);
    own(this, id);
    ownAll(this, members);
  }
  override each(visit: Visit): void {
    visit(this.id);
    visitAll(this.members, visit);
  }
}

export class EnumMember extends Node {
  declare type: "EnumMember";
  constructor(start: number, end: number, public key: PropertyKey, public value: Expression | null) {
    super("EnumMember", start, end);
    own(this, key);
    own(this, value);
  }
  override each(visit: Visit): void {
    visit(this.key);
    if (this.value) visit(this.value);
  }
}

export class NamespaceDeclaration extends Node {
  declare type: "NamespaceDeclaration";
  constructor(
    start: number,
    end: number,
    public id: TypeName | Literal,
    public body: Statement[] | null,
    public keyword: string,
    public declare: boolean,
  ) {
    super("NamespaceDeclaration", start, end);
    own(this, id);
    if (body) ownAll(this, body);
  }
  override each(visit: Visit): void {
    visit(this.id);
    if (this.body) visitAll(this.body, visit);
  }
}

export class ImportEqualsDeclaration extends Node {
  declare type: "ImportEqualsDeclaration";
  constructor(
    start: number,
    end: number,
    public id: Identifier | Missing,
    public target: TypeName | ExternalModule,
    public typeOnly: boolean,
  ) {
    super("ImportEqualsDeclaration", start, end);
    own(this, id);
    own(this, target);
  }
  override each(visit: Visit): void {
    visit(this.id);
    visit(this.target);
  }
}

/** `require("./tides")` in an import of TypeScript's own form. */
export class ExternalModule extends Node {
  declare type: "ExternalModule";
  constructor(start: number, end: number, public source: Literal | Missing) {
    super("ExternalModule", start, end);
    own(this, source);
  }
  override each(visit: Visit): void {
    visit(this.source);
  }
}

export class ExportAssignment extends Node {
  declare type: "ExportAssignment";
  constructor(start: number, end: number, public expression: Expression) {
    super("ExportAssignment", start, end);
    own(this, expression);
  }
  override each(visit: Visit): void {
    visit(this.expression);
  }
}

export class ExportNamespace extends Node {
  declare type: "ExportNamespace";
  constructor(start: number, end: number, public id: Identifier) {
    super("ExportNamespace", start, end);
    own(this, id);
  }
  override each(visit: Visit): void {
    visit(this.id);
  }
}
