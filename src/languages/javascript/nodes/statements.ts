import { Node, own, ownAll, visitAll, visitNear, type Visit } from "../../../syntax/node.js";
import type { VariableDeclaration } from "./declarations.js";
import type { Identifier } from "./expressions.js";
import type { Expression, ModuleItem, Pattern, Statement } from "./unions.js";

/** The root; it covers the whole document. */
export class Program extends Node {
  declare type: "Program";
  constructor(
    start: number,
    end: number,
    public body: (Statement | ModuleItem)[],
    public module: boolean,
    public typescript: boolean = false,
  ) {
    super("Program", start, end);
    ownAll(this, body);
  }
  override each(visit: Visit): void {
    visitAll(this.body, visit);
  }
  override near(from: number, to: number, visit: Visit): void {
    visitNear(this.body, from, to, visit);
  }
}

export class ExpressionStatement extends Node {
  declare type: "ExpressionStatement";
  constructor(start: number, end: number, public expression: Expression, public directive: string | null) {
    super("ExpressionStatement", start, end);
    own(this, expression);
  }
  override each(visit: Visit): void {
    visit(this.expression);
  }
}

export class BlockStatement extends Node {
  declare type: "BlockStatement";
  constructor(start: number, end: number, public body: Statement[]) {
    super("BlockStatement", start, end);
    ownAll(this, body);
  }
  override each(visit: Visit): void {
    visitAll(this.body, visit);
  }
  override near(from: number, to: number, visit: Visit): void {
    visitNear(this.body, from, to, visit);
  }
}

export class EmptyStatement extends Node {
  declare type: "EmptyStatement";
  constructor(start: number, end: number) {
    super("EmptyStatement", start, end);
  }
  override each(): void {}
}

export class DebuggerStatement extends Node {
  declare type: "DebuggerStatement";
  constructor(start: number, end: number) {
    super("DebuggerStatement", start, end);
  }
  override each(): void {}
}

export class WithStatement extends Node {
  declare type: "WithStatement";
  constructor(start: number, end: number, public object: Expression, public body: Statement) {
    super("WithStatement", start, end);
    own(this, object);
    own(this, body);
  }
  override each(visit: Visit): void {
    visit(this.object);
    visit(this.body);
  }
}

export class ReturnStatement extends Node {
  declare type: "ReturnStatement";
  constructor(start: number, end: number, public argument: Expression | null) {
    super("ReturnStatement", start, end);
    own(this, argument);
  }
  override each(visit: Visit): void {
    if (this.argument) visit(this.argument);
  }
}

export class LabeledStatement extends Node {
  declare type: "LabeledStatement";
  constructor(start: number, end: number, public label: Identifier, public body: Statement) {
    super("LabeledStatement", start, end);
    own(this, label);
    own(this, body);
  }
  override each(visit: Visit): void {
    visit(this.label);
    visit(this.body);
  }
}

export class BreakStatement extends Node {
  declare type: "BreakStatement";
  constructor(start: number, end: number, public label: Identifier | null) {
    super("BreakStatement", start, end);
    own(this, label);
  }
  override each(visit: Visit): void {
    if (this.label) visit(this.label);
  }
}

export class ContinueStatement extends Node {
  declare type: "ContinueStatement";
  constructor(start: number, end: number, public label: Identifier | null) {
    super("ContinueStatement", start, end);
    own(this, label);
  }
  override each(visit: Visit): void {
    if (this.label) visit(this.label);
  }
}

export class IfStatement extends Node {
  declare type: "IfStatement";
  constructor(
    start: number,
    end: number,
    public test: Expression,
    public consequent: Statement,
    public alternate: Statement | null,
  ) {
    super("IfStatement", start, end);
    own(this, test);
    own(this, consequent);
    own(this, alternate);
  }
  override each(visit: Visit): void {
    visit(this.test);
    visit(this.consequent);
    if (this.alternate) visit(this.alternate);
  }
}

export class SwitchStatement extends Node {
  declare type: "SwitchStatement";
  constructor(start: number, end: number, public discriminant: Expression, public cases: SwitchCase[]) {
    super("SwitchStatement", start, end);
    own(this, discriminant);
    ownAll(this, cases);
  }
  override each(visit: Visit): void {
    visit(this.discriminant);
    visitAll(this.cases, visit);
  }
}

export class SwitchCase extends Node {
  declare type: "SwitchCase";
  constructor(start: number, end: number, public test: Expression | null, public consequent: Statement[]) {
    super("SwitchCase", start, end);
    own(this, test);
    ownAll(this, consequent);
  }
  override each(visit: Visit): void {
    if (this.test) visit(this.test);
    visitAll(this.consequent, visit);
  }
}

export class ThrowStatement extends Node {
  declare type: "ThrowStatement";
  constructor(start: number, end: number, public argument: Expression) {
    super("ThrowStatement", start, end);
    own(this, argument);
  }
  override each(visit: Visit): void {
    visit(this.argument);
  }
}

export class TryStatement extends Node {
  declare type: "TryStatement";
  constructor(
    start: number,
    end: number,
    public block: BlockStatement,
    public handler: CatchClause | null,
    public finalizer: BlockStatement | null,
  ) {
    super("TryStatement", start, end);
    own(this, block);
    own(this, handler);
    own(this, finalizer);
  }
  override each(visit: Visit): void {
    visit(this.block);
    if (this.handler) visit(this.handler);
    if (this.finalizer) visit(this.finalizer);
  }
}

export class CatchClause extends Node {
  declare type: "CatchClause";
  constructor(start: number, end: number, public param: Pattern | null, public body: BlockStatement) {
    super("CatchClause", start, end);
    own(this, param);
    own(this, body);
  }
  override each(visit: Visit): void {
    if (this.param) visit(this.param);
    visit(this.body);
  }
}

export class WhileStatement extends Node {
  declare type: "WhileStatement";
  constructor(start: number, end: number, public test: Expression, public body: Statement) {
    super("WhileStatement", start, end);
    own(this, test);
    own(this, body);
  }
  override each(visit: Visit): void {
    visit(this.test);
    visit(this.body);
  }
}

export class DoWhileStatement extends Node {
  declare type: "DoWhileStatement";
  constructor(start: number, end: number, public body: Statement, public test: Expression) {
    super("DoWhileStatement", start, end);
    own(this, body);
    own(this, test);
  }
  override each(visit: Visit): void {
    visit(this.body);
    visit(this.test);
  }
}

export class ForStatement extends Node {
  declare type: "ForStatement";
  constructor(
    start: number,
    end: number,
    public init: VariableDeclaration | Expression | null,
    public test: Expression | null,
    public update: Expression | null,
    public body: Statement,
  ) {
    super("ForStatement", start, end);
    own(this, init);
    own(this, test);
    own(this, update);
    own(this, body);
  }
  override each(visit: Visit): void {
    if (this.init) visit(this.init);
    if (this.test) visit(this.test);
    if (this.update) visit(this.update);
    visit(this.body);
  }
}

export class ForInStatement extends Node {
  declare type: "ForInStatement";
  constructor(
    start: number,
    end: number,
    public left: VariableDeclaration | Pattern,
    public right: Expression,
    public body: Statement,
  ) {
    super("ForInStatement", start, end);
    own(this, left);
    own(this, right);
    own(this, body);
  }
  override each(visit: Visit): void {
    visit(this.left);
    visit(this.right);
    visit(this.body);
  }
}

export class ForOfStatement extends Node {
  declare type: "ForOfStatement";
  await: boolean;
  constructor(
    start: number,
    end: number,
    public left: VariableDeclaration | Pattern,
    public right: Expression,
    public body: Statement,
    isAwait: boolean,
  ) {
    super("ForOfStatement", start, end);
    this.await = isAwait;
    own(this, left);
    own(this, right);
    own(this, body);
  }
  override each(visit: Visit): void {
    visit(this.left);
    visit(this.right);
    visit(this.body);
  }
}

/** Text that fits nowhere and was passed over. */
export class Skipped extends Node {
  declare type: "Skipped";
  constructor(start: number, end: number) {
    super("Skipped", start, end);
  }
  override each(): void {}
}
