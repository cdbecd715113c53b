/** What the parts that work types out ask of each other. */
import type { Binding } from "../../../model/binding.js";
import type { Extent, QuestionKind } from "../../../model/types/questions.js";
import type { FoundMember, TypedDocument, TypeSources } from "../../../model/types/reader.js";
import { isSame, unknown, type FunctionType, type RecordType, type Type } from "../../../model/types/type.js";
import type { Node } from "../../../syntax/node.js";
import type { FunctionNode, JavaScriptNode } from "../nodes/index.js";
import type { CommentTypes, ToldType } from "./comment-types.js";
import type { Lowering } from "./lower.js";

export interface TypeContext {
  readonly document: TypedDocument;
  readonly sources: TypeSources;
  /** Types are written in code, and not in comments alone. */
  readonly typed: boolean;
  readonly lowering: Lowering;
  /** For types that stand in comments. */
  readonly inComments: Lowering;
  /** The answer to a question, on which what is at work rests from now on. */
  ask<Key extends object, Answer>(kind: QuestionKind<Key, Answer>, key: Key): Answer;
  /** Notes that what is at work rests on the text of a node, or on what is not the code of a function in it. */
  rest(node: Node, extent?: Extent): void;
  /** The type of what an expression gives. */
  infer(expression: Node): Type;
  /** The type of what a use of a name gives; with `widest` whatever tests before it say. */
  use(node: Node, widest: boolean): Type;
  /** The type of a member of what a name holds, where it is read: what is left of the given one after tests. */
  memberAt(type: Type, node: Node, name: Node): Type;
  /** The same of a member of `this`. */
  ownMember(type: Type, node: Node, own: Node): Type;
  /** Whether what a name holds is as it was declared where it is used. */
  isAsDeclared(node: Node): boolean;
  /** What a function takes and gives; of a member only what is written. */
  signature(node: FunctionNode, isMember?: boolean): FunctionType;
  /** The type that a written type is, in which nothing stands for others. */
  written(annotation: Node): Type;
  /** The type of a name that something declares. */
  namedBy(binding: Binding, given: readonly Type[]): Type;
  /** Types that other files declare. */
  readonly elsewhere: TypesElsewhere;
  /** The type of a name in a comment. */
  namedInComment(name: string, given: readonly Type[]): Type;
  /** What a generic type stands for, by what declares it. */
  variablesOf(binding: Binding): readonly object[];
  membersOf(type: Type): RecordType | undefined;
  member(type: Type, name: string): FoundMember;
  /** What the comment before a node says of types. */
  commentOf(node: Node): CommentTypes | undefined;
  /** The type that it says at a tag. */
  told(node: Node, tag: string, name?: string): Type | undefined;
  typeOfTold(told: ToldType, comment: CommentTypes): Type;
  /** The type that a comment before an expression in parentheses gives it. */
  castOf(node: Node): Type | undefined;
}

/** A name at the top of another file. */
export class Elsewhere {
  constructor(
    readonly path: string,
    readonly name: string,
  ) {}
}

export interface TypesElsewhere {
  /** The type that an imported name stands for. */
  typeOf(binding: Binding, given: readonly Type[]): Type;
  /** The type of the value that an imported name stands for. */
  valueOf(binding: Binding): Type;
  /** What objects of an imported class are made with, and of which type they are; `undefined` of what is no class. */
  madeBy(
    binding: Binding,
    given: readonly Type[]
  ): { readonly maker: FunctionType | undefined; readonly type: Type } | undefined;
  membersOf(key: Elsewhere, given: readonly Type[], only?: string): RecordType;
}

/** What questions for types have in common. */
export const typeAnswers = { isSame, none: unknown as Type };

export const isSameOrNone = (one: Type | undefined, other: Type | undefined): boolean =>
  one === undefined || other === undefined ? one === other : isSame(one, other);

/** What declares a name that is declared once; what is at work rests on it. */
export function ownerOf(binding: Binding, context: TypeContext, extent: Extent = "all"): JavaScriptNode | undefined {
  for (const { owner } of binding.declarations) context.rest(owner, extent);
  return binding.declarations.length === 1 ? (binding.declarations[0]!.owner as JavaScriptNode) : undefined;
}
