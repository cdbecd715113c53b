/** What a language can say of its code beyond shapes, and how it writes what rules want to change. */
import type { Node } from "../syntax/node.js";
import type { Edit, Span } from "../text/edit.js";
import type { SourceText } from "../text/text.js";
import type { Binding, Reference } from "./binding.js";

export interface CodeFacts {
  /** Whether working out an expression does more than give its value, as a call may. */
  hasEffect(node: Node): boolean;
  /** Whether an expression that is worked out twice in a row gives the same both times: reading a member is taken for harmless. */
  isSteady(node: Node): boolean;
  /** Whether control never gets behind a statement. */
  alwaysLeaves(node: Node): boolean;
  /** Whether a value is one that a name would be compared with: a literal or another name. */
  isPlain(value: Node): boolean;
  /** Whether the declarations of a name cannot stand beside each other, which is told as a mistake of form. */
  clashes(binding: Binding): boolean;
  /** Whether there is only a declaration of a name: what it stands for is elsewhere. */
  isDeclaredElsewhere(binding: Binding): boolean;
  /** Whether a name that nothing declares is there by itself where it is used. */
  isThereByItself(use: Reference): boolean;
  /** The words that make a statement by themselves, where a use of a name stands as one. */
  wordsFor(use: Reference): readonly string[];
  /** Whether the name at a node stands for more than the name, as in a record's member that is written once. */
  standsForMore(node: Node): boolean;
  /** Whether two pieces of code are the same but for blank space. */
  isSame(one: Node, other: Node, text: SourceText): boolean;
  /** The statements that stand in a node one behind another; `undefined` for a node that is no list of them. */
  statementsIn(node: Node): readonly Node[] | undefined;
  /** The binding of a node that is a name, declared or used. */
  bindingOf(node: Node): Binding | undefined;
  /** The use of a name that a node is. */
  useOf(node: Node): Reference | undefined;
  /** The value that the owner of a declaration gives the name; `null` where it gives none. */
  valueOf(owner: Node): Node | null;
  /** Whether all that a name is given are numbers, texts and the like, which nothing can change from inside. */
  holdsPlainValues(binding: Binding): boolean;
  /** Whether a node is a name, a literal or an operator on such, so that it changes only along with a name. */
  isStill(node: Node): boolean;
  /** Whether control is handed over at a pause to somebody who may never give it back, as where a generator gives a value. */
  givesWay(pause: Node): boolean;
  /** Whether a comment stands in a stretch of source without texts. */
  holdsComment(text: SourceText, from: number, to: number): boolean;
  /** Whether a comment stands right before a node or right behind it. */
  isExplained(node: Node, text: SourceText): boolean;
}

/** How something is changed; `certain` where nothing around it means something else then. */
export interface CodeChange {
  readonly certainty: "certain" | "proposed";
  readonly edits: readonly Edit[];
}

export interface CodeEdits {
  /** The sign that compares two values. */
  readonly equals: string;
  /** Takes a statement or member out of its list, or all from it to `last`. */
  takeOut(first: Node, text: SourceText, last?: Node): CodeChange;
  /** Where the word stands behind which a branch goes on otherwise. */
  elseOf(branch: Node, text: SourceText): Span;
  /** Takes out an empty block, or what stands around it. */
  withoutEmpty(block: Node, text: SourceText): readonly (CodeChange & { readonly title: string })[];
  /** Puts what stands under a branch's `else` behind it; `undefined` where that cannot be done. */
  withoutElse(branch: Node, text: SourceText): CodeChange | undefined;
  /** Takes out a part of a handler that catches, and the handler with it where nothing else needs it. */
  withoutCatch(handler: Node, caught: Node, text: SourceText): CodeChange | undefined;
  /** Whether values of others' defaults stand beside the parameters of a scope: these see a parameter, and not what the body declares by its name. */
  hasDefaultsBeside(scope: Node): boolean;
  /** Lets a declaration of one name only assign to it; `undefined` where it gives no value, or declares more. */
  assignOnly(declared: Node): CodeChange | undefined;
  /** Makes a fixed name changeable, with the word for that. */
  makeChangeable(declared: Node): (CodeChange & { readonly word: string }) | undefined;
}
