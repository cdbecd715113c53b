/** The types in a text of JavaScript or TypeScript, as rules ask for them. */
import type { Binding } from "../../../model/binding.js";
import type { TypeSystem } from "../../../model/types/fit.js";
import type { Extent, QuestionKind } from "../../../model/types/questions.js";
import type { FoundMember, TypedDocument, TypeReader, TypeSources } from "../../../model/types/reader.js";
import {
  alternatives,
  unknown,
  withoutVariables,
  type FunctionType,
  type RecordType,
  type Type,
} from "../../../model/types/type.js";
import type { Node } from "../../../syntax/node.js";
import { bindingOf } from "../names/facts.js";
import type { FunctionNode, JavaScriptNode } from "../nodes/index.js";
import { methodCall } from "../reading.js";
import type { CommentTypes, ToldType } from "./comment-types.js";
import type { TypeContext } from "./context.js";
import { ElsewhereTypes } from "./elsewhere-types.js";
import { ExpressionTypes } from "./expression-types.js";
import { FunctionTypes } from "./function-types.js";
import { HeldTypes } from "./held-types.js";
import { Lowering, type TypeNames } from "./lower.js";
import { isLibrary } from "./members.js";
import { NamedTypes } from "./named-types.js";
import { holds, isAbsent, valuesOf, write } from "./system.js";
import { ToldTypes } from "./told-types.js";

export class JavaScriptTypes implements TypeReader, TypeContext {
  readonly write = write;
  readonly system: TypeSystem = {
    membersOf: (type) => this.membersOf(type),
    holds,
    valuesOf,
    isAbsent,
    isLoose: false,
  };
  private readonly typeNames: TypeNames = {
    named: (name, given) => this.names.named(name, given),
    valueOf: (name) => this.held.nameValue(name),
  };
  readonly lowering = new Lowering(this.typeNames, true);
  readonly inComments = new Lowering(this.typeNames, false);
  private readonly names = new NamedTypes(this);
  private readonly comments = new ToldTypes(this);
  private readonly functions = new FunctionTypes(this);
  private readonly held = new HeldTypes(this);
  readonly elsewhere = new ElsewhereTypes(this);
  private readonly expressions = new ExpressionTypes(this);

  constructor(
    readonly document: TypedDocument,
    readonly sources: TypeSources,
  ) {}

  get typed(): boolean {
    return this.document.typed;
  }

  // What rules ask.

  of(expression: Node): Type {
    return this.comments.areTold ? this.infer(expression) : unknown;
  }

  widestOf(expression: Node): Type {
    return this.comments.areTold ? this.expressions.typeOf(expression, true) : unknown;
  }

  written(annotation: Node): Type {
    return withoutVariables(this.lowering.type(annotation as never));
  }

  takenBy(binding: Binding): Type {
    return this.ask(this.held.takenKind, binding);
  }

  resultOf(root: Node): Type {
    return this.ask(this.functions.resultKind, root);
  }

  called(node: Node): FunctionType | undefined {
    if (!this.comments.areTold) return undefined;
    const call = node as Extract<JavaScriptNode, { type: "CallExpression" | "NewExpression" }>;
    if (call.type === "NewExpression") {
      const binding = bindingOf(call.callee);
      if (binding === undefined) return undefined;
      const made = this.elsewhere.madeBy(binding, []);
      return made === undefined ? this.ask(this.functions.makerKind, binding) : made.maker;
    }
    if (call.callee.type === "Super" || methodCall(call, "bind", "call", "apply") !== undefined) return undefined;
    const type = this.infer(call.callee);
    return type.is === "function" ? type : undefined;
  }

  member(type: Type, name: string): FoundMember {
    return this.names.member(type, name);
  }

  isBroughtAlong(type: Type): boolean {
    return alternatives(type).some((one) => one.is !== "record" && (one.is !== "named" || isLibrary(one.of)));
  }

  memberNames(type: Type): readonly string[] {
    return alternatives(type).flatMap((one) => [...(this.membersOf(one)?.members.keys() ?? [])]);
  }

  isSilenced(node: Node): boolean {
    return this.comments.isSilenced(node);
  }

  // What tells that answers may be others.

  get readsComments(): boolean {
    return this.comments.areRead;
  }

  get loose(): TypeReader["loose"] {
    return this.comments.loose;
  }

  declared(names: Iterable<string>): void {
    this.comments.declared(names);
  }

  elsewhereChanged(): void {
    this.elsewhere.askAgain();
  }

  changed(binding: Binding): void {
    const { held, names, functions, sources } = this;
    const kinds = [
      held.valueKind,
      held.takenKind,
      held.writtenKind,
      held.testsKind,
      held.assertionKind,
      held.aliasKind,
      held.tellKind,
      held.changeKind,
      names.membersKind,
      names.aliasKind,
      names.variablesKind,
      functions.makerKind,
    ];
    for (const kind of kinds) sources.questions.keyChanged(kind as never, binding);
  }

  // What the parts ask of each other.

  ask<Key extends object, Answer>(kind: QuestionKind<Key, Answer>, key: Key): Answer {
    return this.sources.questions.ask(kind, key);
  }

  rest(node: Node, extent?: Extent): void {
    this.sources.questions.rest(node, extent);
  }

  infer(expression: Node): Type {
    return this.expressions.typeOf(expression, false);
  }

  use(node: Node, widest: boolean): Type {
    return this.held.use(node, widest);
  }

  memberAt(type: Type, node: Node, name: Node): Type {
    return this.held.member(type, node, name);
  }

  ownMember(type: Type, node: Node, own: Node): Type {
    return this.held.ownMember(type, node, own);
  }

  isAsDeclared(node: Node): boolean {
    return this.held.isAsDeclared(node);
  }

  signature(node: FunctionNode, isMember?: boolean): FunctionType {
    return this.functions.signature(node, isMember);
  }

  namedBy(binding: Binding, given: readonly Type[]): Type {
    return this.names.namedBy(binding, given);
  }

  namedInComment(name: string, given: readonly Type[]): Type {
    return this.comments.namedInComment(name, given);
  }

  variablesOf(binding: Binding): readonly object[] {
    return this.ask(this.names.variablesKind, binding);
  }

  membersOf(type: Type): RecordType | undefined {
    return this.names.membersOf(type);
  }

  commentOf(node: Node): CommentTypes | undefined {
    return this.comments.commentOf(node);
  }

  told(node: Node, tag: string, name?: string): Type | undefined {
    return this.comments.told(node, tag, name);
  }

  typeOfTold(told: ToldType, comment: CommentTypes): Type {
    return this.comments.typeOfTold(told, comment);
  }

  castOf(node: Node): Type | undefined {
    return this.comments.castOf(node);
  }
}
