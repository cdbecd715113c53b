/** What a language tells of the types in a text, and what it works that out from. */
import type { Node } from "../../syntax/node.js";
import type { Text } from "../../text/text.js";
import type { Binding } from "../binding.js";
import type { DeclaredType } from "../links.js";
import type { Names } from "../names.js";
import type { TypeSystem } from "./fit.js";
import type { QuestionKind, Questions } from "./questions.js";
import { unknown, type FunctionType, type Member, type Type } from "./type.js";

/** A text as it is at the moment. */
export interface TypedDocument {
  readonly text: Text;
  readonly names: Names;
  /** Types are written in code, and not in comments alone. */
  readonly typed: boolean;
  readonly runtimes: readonly string[];
}

/** What types are worked out with. */
export interface TypeSources {
  readonly questions: Questions;
  /** What declares a name that a module exports; `undefined` where that is not known. */
  imported(module: string, name: string): DeclaredType | undefined;
  /** What a name means at the top of another file: what declares it, with an empty text where that is not told; `undefined` where the file knows no such name. */
  within(path: string, name: string): DeclaredType | undefined;
}

/** What is found of a member. */
export type FoundMember = Member | { readonly lacking: Type } | undefined;

export interface TypeReader {
  /** The type of what an expression gives. */
  of(expression: Node): Type;
  /** The type of all that an expression may give, whatever tests before it say: a narrower one has no values beside those. */
  widestOf(expression: Node): Type;
  /** The type that a node writes. */
  written(annotation: Node): Type;
  /** The type of values that a name may be given by its declaration; unknown where that does not say. */
  takenBy(binding: Binding): Type;
  /** What a function is to give back by its declaration; unknown where that does not say. */
  resultOf(root: Node): Type;
  /** What a call calls, where it is known what that takes. */
  called(call: Node): FunctionType | undefined;
  /** A member of a type, or which of its alternatives has no such; `undefined` where that is not known. */
  member(type: Type, name: string): FoundMember;
  /** Whether a type is one that the language or a runtime brings along, which may have more members than are known. */
  isBroughtAlong(type: Type): boolean;
  /** The names of the members that a type is known to have. */
  memberNames(type: Type): readonly string[];
  /** Whether a comment asks that nothing be said of the types in a node. */
  isSilenced(node: Node): boolean;
  readonly system: TypeSystem;
  /** A type as the language writes it. */
  write(type: Type): string;
  /** Notes that other files may say something else. */
  elsewhereChanged(): void;
  /** Notes that a name may be declared or used in another way. */
  changed(binding: Binding): void;
  /** What the answers rest on and the tree does not tell, to be asked again after an edit. */
  readonly loose: readonly { readonly kind: QuestionKind<never, unknown>; readonly key: object }[];
  /** Whether some answers rest on comments before what they are about. */
  readonly readsComments: boolean;
  /** Notes that names are declared now that were not, or no longer. */
  declared(names: Iterable<string>): void;
}

/** Types of a language that has none that are told. */
export const noTypes: TypeReader = {
  of: () => unknown,
  widestOf: () => unknown,
  written: () => unknown,
  takenBy: () => unknown,
  resultOf: () => unknown,
  called: () => undefined,
  member: () => undefined,
  isBroughtAlong: () => false,
  memberNames: () => [],
  system: {
    membersOf: () => undefined,
    holds: (outer, inner) => outer === inner,
    valuesOf: () => undefined,
    isAbsent: () => false,
    isLoose: true,
  },
  write: ({ is }) => is,
  isSilenced: () => false,
  loose: [],
  readsComments: false,
  declared: () => {},
  changed: () => {},
  elsewhereChanged: () => {},
};
