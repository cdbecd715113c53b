import type { NameFact } from "../../../model/binding.js";
import { Node, own, ownAll, visitAll, visitNear, type Visit } from "../../../syntax/node.js";
import { cook, literalValue } from "../literal.js";
import type { ClassBody, FunctionBody } from "./declarations.js";
import type { Decorator, TypeArguments, TypeParameters } from "./types.js";
import type { HeritageType } from "./typescript.js";
import type { Element, Expression, ObjectMember, Pattern, PropertyKey, Type } from "./unions.js";

export class Identifier extends Node {
  declare type: "Identifier";
  /** What it does as a name; absent until names are looked at, and where it is a mere word. */
  fact: NameFact | null = null;
  constructor(start: number, end: number, public name: string) {
    super("Identifier", start, end);
  }
  override each(): void {}
}

export class PrivateIdentifier extends Node {
  declare type: "PrivateIdentifier";
  /** What it does as a name; absent until names are looked at, and where it is a mere word. */
  fact: NameFact | null = null;
  constructor(start: number, end: number, public name: string) {
    super("PrivateIdentifier", start, end);
  }
  override each(): void {}
}

/** A number, text, truth value, `null`, BigInt or regular expression as written. */
export class Literal extends Node {
  declare type: "Literal";
  constructor(start: number, end: number, public raw: string) {
    super("Literal", start, end);
  }
  override each(): void {}

  /** The value the literal stands for; a `RegExp` source and a BigInt are given as their text. */
  get value(): string | number | boolean | null {
    return literalValue(this.raw);
  }

  get isString(): boolean {
    const first = this.raw.charCodeAt(0);
    return first === 34 || first === 39;
  }
}

export class ThisExpression extends Node {
  declare type: "ThisExpression";
  constructor(start: number, end: number) {
    super("ThisExpression", start, end);
  }
  override each(): void {}
}

export class Super extends Node {
  declare type: "Super";
  constructor(start: number, end: number) {
    super("Super", start, end);
  }
  override each(): void {}
}

/** The list of a node that has none of something; shared, and never changed. */
export const none: never[] = [];

/** Also serves as `ArrayPattern`: a pattern is first read as an expression and then only changes its `type`. */
export class ArrayExpression extends Node {
  declare type: "ArrayExpression" | "ArrayPattern";
  constructor(start: number, end: number, public elements: (Element | null)[]) {
    super("ArrayExpression", start, end);
    ownAll(this, elements);
  }
  override each(visit: Visit): void {
    visitAll(this.elements, visit);
  }
}

/** Also serves as `ObjectPattern`: a pattern is first read as an expression and then only changes its `type`. */
export class ObjectExpression extends Node {
  declare type: "ObjectExpression" | "ObjectPattern";
  constructor(start: number, end: number, public properties: ObjectMember[]) {
    super("ObjectExpression", start, end);
    ownAll(this, properties);
  }
  override each(visit: Visit): void {
    visitAll(this.properties, visit);
  }
  override near(from: number, to: number, visit: Visit): void {
    visitNear(this.properties, from, to, visit);
  }
}

export class FunctionExpression extends Node {
  declare type: "FunctionExpression";
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
    super("FunctionExpression", start, end);
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

export class ArrowFunctionExpression extends Node {
  declare type: "ArrowFunctionExpression";
  constructor(
    start: number,
    end: number,
    public params: Pattern[],
    public body: FunctionBody | Expression,
    public async: boolean,
    public typeParameters: TypeParameters | null = null,
    public returnType: Type | null = null,
  ) {
    super("ArrowFunctionExpression", start, end);
    own(this, typeParameters);
    ownAll(this, params);
    own(this, returnType);
    own(this, body);
  }
  override each(visit: Visit): void {
    if (this.typeParameters) visit(this.typeParameters);
    visitAll(this.params, visit);
    if (this.returnType) visit(this.returnType);
    visit(this.body);
  }
}

export class ClassExpression extends Node {
  declare type: "ClassExpression";
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
    super("ClassExpression", start, end);
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

export class UnaryExpression extends Node {
  declare type: "UnaryExpression";
  constructor(start: number, end: number, public operator: string, public argument: Expression) {
    super("UnaryExpression", start, end);
    own(this, argument);
  }
  override each(visit: Visit): void {
    visit(this.argument);
  }
}

export class UpdateExpression extends Node {
  declare type: "UpdateExpression";
  constructor(
    start: number,
    end: number,
    public operator: string,
    public argument: Expression,
    public prefix: boolean,
  ) {
    super("UpdateExpression", start, end);
    own(this, argument);
  }
  override each(visit: Visit): void {
    visit(this.argument);
  }
}

export class BinaryExpression extends Node {
  declare type: "BinaryExpression";
  constructor(
    start: number,
    end: number,
    public left: Expression | PrivateIdentifier,
    public operator: string,
    public right: Expression,
  ) {
    super("BinaryExpression", start, end);
    own(this, left);
    own(this, right);
  }
  override each(visit: Visit): void {
    visit(this.left);
    visit(this.right);
  }
}

export class LogicalExpression extends Node {
  declare type: "LogicalExpression";
  constructor(start: number, end: number, public left: Expression, public operator: string, public right: Expression) {
    super("LogicalExpression", start, end);
    own(this, left);
    own(this, right);
  }
  override each(visit: Visit): void {
    visit(this.left);
    visit(this.right);
  }
}

/** Also serves as `AssignmentPattern`: a pattern is first read as an expression and then only changes its `type`. */
export class AssignmentExpression extends Node {
  declare type: "AssignmentExpression" | "AssignmentPattern";
  constructor(start: number, end: number, public left: Pattern, public operator: string, public right: Expression) {
    super("AssignmentExpression", start, end);
    own(this, left);
    own(this, right);
  }
  override each(visit: Visit): void {
    visit(this.left);
    visit(this.right);
  }
}

export class ConditionalExpression extends Node {
  declare type: "ConditionalExpression";
  constructor(
    start: number,
    end: number,
    public test: Expression,
    public consequent: Expression,
    public alternate: Expression,
  ) {
    super("ConditionalExpression", start, end);
    own(this, test);
    own(this, consequent);
    own(this, alternate);
  }
  override each(visit: Visit): void {
    visit(this.test);
    visit(this.consequent);
    visit(this.alternate);
  }
}

export class CallExpression extends Node {
  declare type: "CallExpression";
  arguments: Element[];
  constructor(
    start: number,
    end: number,
    public callee: Expression | Super,
    args: Element[],
    public optional: boolean,
    public typeArguments: TypeArguments | null = null,
  ) {
    super("CallExpression", start, end);
    this.arguments = args;
    own(this, callee);
    own(this, typeArguments);
    ownAll(this, args);
  }
  override each(visit: Visit): void {
    visit(this.callee);
    if (this.typeArguments) visit(this.typeArguments);
    visitAll(this.arguments, visit);
  }
}

export class NewExpression extends Node {
  declare type: "NewExpression";
  arguments: Element[];
  constructor(
    start: number,
    end: number,
    public callee: Expression,
    args: Element[],
    public typeArguments: TypeArguments | null = null,
  ) {
    super("NewExpression", start, end);
    this.arguments = args;
    own(this, callee);
    own(this, typeArguments);
    ownAll(this, args);
  }
  override each(visit: Visit): void {
    visit(this.callee);
    if (this.typeArguments) visit(this.typeArguments);
    visitAll(this.arguments, visit);
  }
}

export class MemberExpression extends Node {
  declare type: "MemberExpression";
  constructor(
    start: number,
    end: number,
    public object: Expression | Super,
    public property: Expression | PrivateIdentifier,
    public computed: boolean,
    public optional: boolean,
  ) {
    super("MemberExpression", start, end);
    own(this, object);
    own(this, property);
  }
  override each(visit: Visit): void {
    visit(this.object);
    visit(this.property);
  }
}

/** Wraps a whole chain that holds at least one `?.`. */
export class ChainExpression extends Node {
  declare type: "ChainExpression";
  constructor(start: number, end: number, public expression: Expression) {
    super("ChainExpression", start, end);
    own(this, expression);
  }
  override each(visit: Visit): void {
    visit(this.expression);
  }
}

export class SequenceExpression extends Node {
  declare type: "SequenceExpression";
  constructor(start: number, end: number, public expressions: Expression[]) {
    super("SequenceExpression", start, end);
    ownAll(this, expressions);
  }
  override each(visit: Visit): void {
    visitAll(this.expressions, visit);
  }
}

export class YieldExpression extends Node {
  declare type: "YieldExpression";
  constructor(start: number, end: number, public argument: Expression | null, public delegate: boolean) {
    super("YieldExpression", start, end);
    own(this, argument);
  }
  override each(visit: Visit): void {
    if (this.argument) visit(this.argument);
  }
}

export class AwaitExpression extends Node {
  declare type: "AwaitExpression";
  constructor(start: number, end: number, public argument: Expression) {
    super("AwaitExpression", start, end);
    own(this, argument);
  }
  override each(visit: Visit): void {
    visit(this.argument);
  }
}

export class TemplateElement extends Node {
  declare type: "TemplateElement";
  constructor(start: number, end: number, public raw: string, public tail: boolean) {
    super("TemplateElement", start, end);
  }
  override each(): void {}

  /** The text with escapes resolved; `undefined` where an escape is malformed, which a tagged template allows. */
  get cooked(): string | undefined {
    return cook(this.raw.replace(/\r\n?/g, "\n"));
  }
}

export class TaggedTemplateExpression extends Node {
  declare type: "TaggedTemplateExpression";
  constructor(
    start: number,
    end: number,
    public tag: Expression,
    public quasi: TemplateLiteral,
    public typeArguments: TypeArguments | null = null,
  ) {
    super("TaggedTemplateExpression", start, end);
    own(this, tag);
    own(this, typeArguments);
    own(this, quasi);
  }
  override each(visit: Visit): void {
    visit(this.tag);
    if (this.typeArguments) visit(this.typeArguments);
    visit(this.quasi);
  }
}

/** Also serves as `RestElement`: a pattern is first read as an expression and then only changes its `type`. */
export class SpreadElement extends Node {
  declare type: "SpreadElement" | "RestElement";
  constructor(start: number, end: number, public argument: Expression | Pattern) {
    super("SpreadElement", start, end);
    own(this, argument);
  }
  override each(visit: Visit): void {
    visit(this.argument);
  }
}

export class ImportExpression extends Node {
  declare type: "ImportExpression";
  constructor(
    start: number,
    end: number,
    public source: Expression,
    public options: Expression | null,
    public phase: string | null,
  ) {
    super("ImportExpression", start, end);
    own(this, source);
    own(this, options);
  }
  override each(visit: Visit): void {
    visit(this.source);
    if (this.options) visit(this.options);
  }
}

export class MetaProperty extends Node {
  declare type: "MetaProperty";
  constructor(start: number, end: number, public meta: Identifier, public property: Identifier) {
    super("MetaProperty", start, end);
    own(this, meta);
    own(this, property);
  }
  override each(visit: Visit): void {
    visit(this.meta);
    visit(this.property);
  }
}

/** Stands where an expression should be and is not. It is empty and never part of a valid program. */
export class Missing extends Node {
  declare type: "Missing";
  constructor(start: number, end: number) {
    super("Missing", start, end);
  }
  override each(): void {}
}

/** A literal text with parts to be computed: the texts and the expressions alternate, beginning and ending with a text. */
export class TemplateLiteral extends Node {
  declare type: "TemplateLiteral";
  constructor(start: number, end: number, public quasis: TemplateElement[], public expressions: Expression[]) {
    super("TemplateLiteral", start, end);
    ownAll(this, quasis);
    ownAll(this, expressions);
  }
  override each(visit: Visit): void {
    for (let i = 0; i < this.quasis.length; i += 1) {
      visit(this.quasis[i]!);
      const expression = this.expressions[i];
      if (expression) visit(expression);
    }
  }
}

/**
 * A member of an object literal or object pattern. In the short form (`{ berth }`, `{ berth = 1 }`) `key` is the very node that
 * stands in `value` (or as the pattern's `left`), and is visited as a part of the value only.
 */
export class Property extends Node {
  declare type: "Property";
  constructor(
    start: number,
    end: number,
    public key: PropertyKey,
    public value: Expression | Pattern,
    public kind: "init" | "get" | "set",
    public computed: boolean,
    public method: boolean,
    public shorthand: boolean,
  ) {
    super("Property", start, end);
    if (!shorthand) own(this, key);
    own(this, value);
  }
  override each(visit: Visit): void {
    if (!this.shorthand) visit(this.key);
    visit(this.value);
  }
}
