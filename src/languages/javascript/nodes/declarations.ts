import { Node, own, ownAll, visitAll, type Visit } from "../../../syntax/node.js";
import type { FunctionExpression, Identifier } from "./expressions.js";
import type { ClassMember, Expression, Pattern, PropertyKey, Statement } from "./unions.js";

export type VariableKind = "var" | "let" | "const" | "using" | "await using";
export type MethodKind = "constructor" | "method" | "get" | "set";

export class VariableDeclaration extends Node {
  declare type: "VariableDeclaration";
  constructor(start: number, end: number, public kind: VariableKind, public declarations: VariableDeclarator[]) {
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
  constructor(
    start: number,
    end: number,
    public id: Identifier | null,
    public params: Pattern[],
    public body: FunctionBody,
    public async: boolean,
    public generator: boolean,
  ) {
    super("FunctionDeclaration", start, end);
    own(this, id);
    ownAll(this, params);
    own(this, body);
  }
  override each(visit: Visit): void {
    if (this.id) visit(this.id);
    visitAll(this.params, visit);
    visit(this.body);
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
}

export class ClassDeclaration extends Node {
  declare type: "ClassDeclaration";
  constructor(start: number, end: number, public id: Identifier | null, public superClass: Expression | null, public body: ClassBody) {
    super("ClassDeclaration", start, end);
    own(this, id);
    own(this, superClass);
    own(this, body);
  }
  override each(visit: Visit): void {
    if (this.id) visit(this.id);
    if (this.superClass) visit(this.superClass);
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
  ) {
    super("MethodDefinition", start, end);
    this.static = isStatic;
    own(this, key);
    own(this, value);
  }
  override each(visit: Visit): void {
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
  ) {
    super("PropertyDefinition", start, end);
    this.static = isStatic;
    own(this, key);
    own(this, value);
  }
  override each(visit: Visit): void {
    visit(this.key);
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
