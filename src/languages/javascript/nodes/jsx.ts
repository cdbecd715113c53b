import type { NameFact } from "../../../model/binding.js";
import { Node, own, ownAll, visitAll, visitNear, type Visit } from "../../../syntax/node.js";
import type { TypeArguments } from "./types.js";
import type { Expression, JSXAttributeValue, JSXChild, JSXName } from "./unions.js";

export class JSXElement extends Node {
  declare type: "JSXElement";
  constructor(
    start: number,
    end: number,
    public openingElement: JSXOpeningElement,
    public children: JSXChild[],
    public closingElement: JSXClosingElement | null,
  ) {
    super("JSXElement", start, end);
    own(this, openingElement);
    ownAll(this, children);
    own(this, closingElement);
  }
  override each(visit: Visit): void {
    visit(this.openingElement);
    visitAll(this.children, visit);
    if (this.closingElement) visit(this.closingElement);
  }
  override near(from: number, to: number, visit: Visit): void {
    visit(this.openingElement);
    visitNear(this.children, from, to, visit);
    if (this.closingElement) visit(this.closingElement);
  }
}

export class JSXOpeningElement extends Node {
  declare type: "JSXOpeningElement";
  /** The factory it uses by being there. */
  fact: NameFact | null = null;
  constructor(
    start: number,
    end: number,
    public name: JSXName,
    public attributes: (JSXAttribute | JSXSpreadAttribute)[],
    public selfClosing: boolean,
    public typeArguments: TypeArguments | null = null,
  ) {
    super("JSXOpeningElement", start, end);
    own(this, name);
    own(this, typeArguments);
    ownAll(this, attributes);
  }
  override each(visit: Visit): void {
    visit(this.name);
    if (this.typeArguments) visit(this.typeArguments);
    visitAll(this.attributes, visit);
  }
}

export class JSXClosingElement extends Node {
  declare type: "JSXClosingElement";
  constructor(start: number, end: number, public name: JSXName) {
    super("JSXClosingElement", start, end);
    own(this, name);
  }
  override each(visit: Visit): void {
    visit(this.name);
  }
}

export class JSXFragment extends Node {
  declare type: "JSXFragment";
  constructor(
    start: number,
    end: number,
    public openingFragment: JSXOpeningFragment,
    public children: JSXChild[],
    public closingFragment: JSXClosingFragment | null,
  ) {
    super("JSXFragment", start, end);
    own(this, openingFragment);
    ownAll(this, children);
    own(this, closingFragment);
  }
  override each(visit: Visit): void {
    visit(this.openingFragment);
    visitAll(this.children, visit);
    if (this.closingFragment) visit(this.closingFragment);
  }
  override near(from: number, to: number, visit: Visit): void {
    visit(this.openingFragment);
    visitNear(this.children, from, to, visit);
    if (this.closingFragment) visit(this.closingFragment);
  }
}

export class JSXOpeningFragment extends Node {
  declare type: "JSXOpeningFragment";
  /** The factory it uses by being there. */
  fact: NameFact | null = null;
  constructor(start: number, end: number) {
    super("JSXOpeningFragment", start, end);
  }
  override each(): void {}
}

export class JSXClosingFragment extends Node {
  declare type: "JSXClosingFragment";
  constructor(start: number, end: number) {
    super("JSXClosingFragment", start, end);
  }
  override each(): void {}
}

export class JSXAttribute extends Node {
  declare type: "JSXAttribute";
  constructor(
    start: number,
    end: number,
    public name: JSXIdentifier | JSXNamespacedName,
    public value: JSXAttributeValue | null,
  ) {
    super("JSXAttribute", start, end);
    own(this, name);
    own(this, value);
  }
  override each(visit: Visit): void {
    visit(this.name);
    if (this.value) visit(this.value);
  }
}

export class JSXSpreadAttribute extends Node {
  declare type: "JSXSpreadAttribute";
  constructor(start: number, end: number, public argument: Expression) {
    super("JSXSpreadAttribute", start, end);
    own(this, argument);
  }
  override each(visit: Visit): void {
    visit(this.argument);
  }
}

export class JSXIdentifier extends Node {
  declare type: "JSXIdentifier";
  /** The component it uses by being there. */
  fact: NameFact | null = null;
  constructor(start: number, end: number, public name: string) {
    super("JSXIdentifier", start, end);
  }
  override each(): void {}
}

export class JSXNamespacedName extends Node {
  declare type: "JSXNamespacedName";
  constructor(start: number, end: number, public namespace: JSXIdentifier, public name: JSXIdentifier) {
    super("JSXNamespacedName", start, end);
    own(this, namespace);
    own(this, name);
  }
  override each(visit: Visit): void {
    visit(this.namespace);
    visit(this.name);
  }
}

export class JSXMemberExpression extends Node {
  declare type: "JSXMemberExpression";
  constructor(
    start: number,
    end: number,
    public object: JSXIdentifier | JSXMemberExpression,
    public property: JSXIdentifier,
  ) {
    super("JSXMemberExpression", start, end);
    own(this, object);
    own(this, property);
  }
  override each(visit: Visit): void {
    visit(this.object);
    visit(this.property);
  }
}

export class JSXExpressionContainer extends Node {
  declare type: "JSXExpressionContainer";
  constructor(start: number, end: number, public expression: Expression | JSXEmptyExpression) {
    super("JSXExpressionContainer", start, end);
    own(this, expression);
  }
  override each(visit: Visit): void {
    visit(this.expression);
  }
}

export class JSXEmptyExpression extends Node {
  declare type: "JSXEmptyExpression";
  constructor(start: number, end: number) {
    super("JSXEmptyExpression", start, end);
  }
  override each(): void {}
}

export class JSXSpreadChild extends Node {
  declare type: "JSXSpreadChild";
  constructor(start: number, end: number, public expression: Expression) {
    super("JSXSpreadChild", start, end);
    own(this, expression);
  }
  override each(visit: Visit): void {
    visit(this.expression);
  }
}

export class JSXText extends Node {
  declare type: "JSXText";
  constructor(start: number, end: number, public raw: string) {
    super("JSXText", start, end);
  }
  override each(): void {}
}
