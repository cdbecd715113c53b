import { Node, own, ownAll, visitAll, type Visit } from "../../../syntax/node.js";
import type { Identifier, Literal, Missing } from "./expressions.js";
import type { Declaration, Expression, ImportPart } from "./unions.js";

export class ImportDeclaration extends Node {
  declare type: "ImportDeclaration";
  constructor(
    start: number,
    end: number,
    public specifiers: ImportPart[],
    public source: Literal | Missing,
    public attributes: ImportAttribute[],
    public phase: string | null,
    public typeOnly: boolean = false,
  ) {
    super("ImportDeclaration", start, end);
    ownAll(this, specifiers);
    own(this, source);
    ownAll(this, attributes);
  }
  override each(visit: Visit): void {
    visitAll(this.specifiers, visit);
    visit(this.source);
    visitAll(this.attributes, visit);
  }
}

export class ImportDefaultSpecifier extends Node {
  declare type: "ImportDefaultSpecifier";
  constructor(start: number, end: number, public local: Identifier) {
    super("ImportDefaultSpecifier", start, end);
    own(this, local);
  }
  override each(visit: Visit): void {
    visit(this.local);
  }
}

export class ImportNamespaceSpecifier extends Node {
  declare type: "ImportNamespaceSpecifier";
  constructor(start: number, end: number, public local: Identifier) {
    super("ImportNamespaceSpecifier", start, end);
    own(this, local);
  }
  override each(visit: Visit): void {
    visit(this.local);
  }
}

export class ImportAttribute extends Node {
  declare type: "ImportAttribute";
  constructor(start: number, end: number, public key: Identifier | Literal, public value: Literal | Missing) {
    super("ImportAttribute", start, end);
    own(this, key);
    own(this, value);
  }
  override each(visit: Visit): void {
    visit(this.key);
    visit(this.value);
  }
}

export class ExportNamedDeclaration extends Node {
  declare type: "ExportNamedDeclaration";
  constructor(
    start: number,
    end: number,
    public declaration: Declaration | null,
    public specifiers: ExportSpecifier[],
    public source: Literal | Missing | null,
    public attributes: ImportAttribute[],
    public typeOnly: boolean = false,
  ) {
    super("ExportNamedDeclaration", start, end);
    own(this, declaration);
    ownAll(this, specifiers);
    own(this, source);
    ownAll(this, attributes);
  }
  override each(visit: Visit): void {
    if (this.declaration) visit(this.declaration);
    visitAll(this.specifiers, visit);
    if (this.source) visit(this.source);
    visitAll(this.attributes, visit);
  }
}

export class ExportDefaultDeclaration extends Node {
  declare type: "ExportDefaultDeclaration";
  constructor(start: number, end: number, public declaration: Declaration | Expression) {
    super("ExportDefaultDeclaration", start, end);
    own(this, declaration);
  }
  override each(visit: Visit): void {
    visit(this.declaration);
  }
}

export class ExportAllDeclaration extends Node {
  declare type: "ExportAllDeclaration";
  constructor(
    start: number,
    end: number,
    public exported: Identifier | Literal | null,
    public source: Literal | Missing,
    public attributes: ImportAttribute[],
    public typeOnly: boolean = false,
  ) {
    super("ExportAllDeclaration", start, end);
    own(this, exported);
    own(this, source);
    ownAll(this, attributes);
  }
  override each(visit: Visit): void {
    if (this.exported) visit(this.exported);
    visit(this.source);
    visitAll(this.attributes, visit);
  }
}

/** One name of an import list. Without `as`, `imported` is the very node that stands in `local`. */
export class ImportSpecifier extends Node {
  declare type: "ImportSpecifier";
  constructor(
    start: number,
    end: number,
    public imported: Identifier | Literal,
    public local: Identifier,
    public typeOnly: boolean = false,
  ) {
    super("ImportSpecifier", start, end);
    if (imported !== local) own(this, imported);
    own(this, local);
  }
  override each(visit: Visit): void {
    if (this.imported !== this.local) visit(this.imported);
    visit(this.local);
  }
}

/** One name of an export list. Without `as`, `exported` is the very node that stands in `local`. */
export class ExportSpecifier extends Node {
  declare type: "ExportSpecifier";
  constructor(
    start: number,
    end: number,
    public local: Identifier | Literal,
    public exported: Identifier | Literal,
    public typeOnly: boolean = false,
  ) {
    super("ExportSpecifier", start, end);
    own(this, local);
    if (exported !== local) own(this, exported);
  }
  override each(visit: Visit): void {
    visit(this.local);
    if (this.exported !== this.local) visit(this.exported);
  }
}
