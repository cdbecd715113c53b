import { Node, own, ownAll, visitAll, visitNear, type Visit } from "../../../syntax/node.js";
import { none, type FunctionExpression, type Identifier } from "./expressions.js";
import type { Decorator, TypeArguments, TypeParameters } from "./types.js";
import type { HeritageType } from "./typescript.js";
import type { ClassMember, Expression, Pattern, PropertyKey, Statement, Type } from "./unions.js";

export type VariableKind = "var" | "let" | "const" | "using" | "await using";
export type MethodKind = "constructor" | "method" | "get" | "set";

export class VariableDeclaration extends Node {
  declare type: "VariableDeclaration";
  constructor(
    start: number,
    end: number,
    public kind: VariableKind,
    public declarations: VariableDeclarator[],
    public declare: boolean = false,
  ) {
    super("VariableDeclaration", start, end);
    ownAll(this, declarations);
  }
  override each(visit: Visit): void {
    visitAll(this.declarations, visit);
  }
}

export class VariableDeclarator extends Node {
  declare type: "VariableDeclarator";
  constructor(start: number, end: number, public id: Pattern, public init: Expression | null) {
    super("VariableDeclarator", start, end);
    own(this, id);
    own(this, init);
  }
  override each(visit: Visit): void {
    visit(this.id);
    if (this.init) visit(this.init);
  }
}

export class FunctionDeclaration extends Node {
  declare type: "FunctionDeclaration";
  /** Declared elsewhere (`declare function`). */
  declare: boolean = false;
  constructor(
    start: number,
    end: number,
    public id: Identifier | null,
    public params: Pattern[],
    public body: FunctionBody | null,
    public async: boolean,
    public generator: boolean,
    public typeParameters: TypeParameters | null = null,
    public returnType: Type | null = null,
  ) {
    super("FunctionDeclaration", start, end);
    own(this, id);
    own(this, typeParameters);
    ownAll(this, params);
    own(this, returnType);
    own(this, body);
  }
  override each(visit: Visit): void {
    if (this.id) visit(this.id);
    if (this.typeParameters) visit(this.typeParameters);
    visitAll(this.params, visit);
    if (this.returnType) visit(this.returnType);
    if (this.body) visit(this.body);
  }
}

/** A function's body in braces. */
export class FunctionBody extends Node {
  declare type: "FunctionBody";
  constructor(start: number, end: number, public body: Statement[]) {
    super("FunctionBody", start, end);
    ownAll(this, body);
  }
  override each(visit: Visit): void {
    visitAll(this.body, visit);
  }
  override near(from: number, to: number, visit: Visit): void {
    visitNear(this.body, from, to, visit);
  }
}

export class ClassDeclaration extends Node {
  declare type: "ClassDeclaration";
  implements: HeritageType[];
  constructor(
    start: number,
    end: number,
    public id: Identifier | null,
    public superClass: Expression | null,
    public body: ClassBody,
    public decorators: Decorator[] = none,
    public modifiers: string[] = none,
    public typeParameters: TypeParameters | null = null,
    public superTypeArguments: TypeArguments | null = null,
    implemented: HeritageType[] = none,
  ) {
    super("ClassDeclaration", start, end);
    this.implements = implemented;
    ownAll(this, decorators);
    own(this, id);
    own(this, typeParameters);
    own(this, superClass);
    own(this, superTypeArguments);
    ownAll(this, implemented);
    own(this, body);
  }
  override each(visit: Visit): void {
    visitAll(this.decorators, visit);
    if (this.id) visit(this.id);
    if (this.typeParameters) visit(this.typeParameters);
    if (this.superClass) visit(this.superClass);
    if (this.superTypeArguments) visit(this.superTypeArguments);
    visitAll(this.implements, visit);
    visit(this.body);
  }
}

export class ClassBody extends Node {
  declare type: "ClassBody";
  constructor(start: number, end: number, public body: ClassMember[]) {
    super("ClassBody", start, end);
    ownAll(this, body);
  }
  override each(visit: Visit): void {
    visitAll(this.body, visit);
  }
  override near(from: number, to: number, visit: Visit): void {
    visitNear(this.body, from, to, visit);
  }
}

export class MethodDefinition extends Node {
  declare type: "MethodDefinition";
  static: boolean;
  constructor(
    start: number,
    end: number,
    public key: PropertyKey,
    public kind: MethodKind,
    public value: FunctionExpression,
    public computed: boolean,
    isStatic: boolean,
    public decorators: Decorator[] = none,
    public modifiers: string[] = none,
    public optional: boolean = false,
  ) {
    super("MethodDefinition", start, end);
    this.static = isStatic;
    ownAll(this, decorators);
    own(this, key);
    own(this, value);
  }
  override each(visit: Visit): void {
    visitAll(this.decorators, visit);
    visit(this.key);
    visit(this.value);
  }
}

export class PropertyDefinition extends Node {
  declare type: "PropertyDefinition";
  static: boolean;
  constructor(
    start: number,
    end: number,
    public key: PropertyKey,
    public value: Expression | null,
    public computed: boolean,
    isStatic: boolean,
    public decorators: Decorator[] = none,
    public modifiers: string[] = none,
    /** `?`, `!` or nothing. */
    public mark: string = "",
    public annotation: Type | null = null,
  ) {
    super("PropertyDefinition", start, end);
    this.static = isStatic;
    ownAll(this, decorators);
    own(this, key);
    own(this, annotation);
    own(this, value);
  }
  override each(visit: Visit): void {
    visitAll(this.decorators, visit);
    visit(this.key);
    if (this.annotation) visit(this.annotation);
    if (this.value) visit(this.value);
  }
}

export class StaticBlock extends Node {
  declare type: "StaticBlock";
  constructor(start: number, end: number, public body: Statement[]) {
    super("StaticBlock", start, end);
    ownAll(this, body);
  }
  override each(visit: Visit): void {
    visitAll(this.body, visit);
  }
}
