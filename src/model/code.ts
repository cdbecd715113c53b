/** What a language can say of its code beyond shapes, and how it writes what rules want to change. */
import type { Node } from "../syntax/node.js";
import type { Edit, Span } from "../text/edit.js";
import type { SourceText } from "../text/text.js";
import type { Binding, Declaration, Reference } from "./binding.js";
import type { OutsideFacts } from "./outside.js";
import type { PatternOptions } from "./pattern/items.js";

/** Of statements, and of where control goes behind them. */
export interface StatementFacts {
  /** The statements that stand in a node one behind another; `undefined` for a node that is no list of them. */
  statementsIn(node: Node): readonly Node[] | undefined;
  /** Whether a statement says nothing at all. */
  isEmpty(statement: Node): boolean;
  /** Whether a statement does nothing when control reaches it, as a declaration. */
  isInert(statement: Node): boolean;
  /** Whether a statement works out a value and no more, as a call does. */
  isValue(statement: Node): boolean;
  /** The value of a statement that works one out and does nothing else, which is surely a mistake. */
  idleValue(statement: Node): Node | undefined;
  /** Whether a statement looks like the key of an object and its value. */
  isKey(statement: Node): boolean;
  /** Whether control never gets behind a statement. */
  alwaysLeaves(node: Node): boolean;
  /** Whether a statement is the value of the exit before it, from which a line end cuts it off. */
  isCutOff(exit: Node, next: Node, text: SourceText): boolean;
  /** Whether somebody may still be writing an exit: nothing stands behind its word yet. */
  isHalfWritten(exit: Node, text: SourceText): boolean;
  /** Whether a statement is most likely meant to be one of the cases of the choice it stands in. */
  isMeantAsCase(statement: Node): boolean;
  /** Whether a case of a choice runs into the next one knowingly, or only seems to: a comment says so, or it leaves by a call. */
  isMeantToRunOn(node: Node, running: ReadonlySet<Node>, typed: boolean, text: SourceText): boolean;
  /** Whether a statement declares something that is there outside of it even where control never reaches it. */
  declaresBeyond(statement: Node): boolean;
  /** Whether a statement may end what fails in it, so that control goes on behind it, as one that enters a context. */
  mayEndFailure(statement: Node): boolean;
  /** Whether a statement is a call that by its name does not come back. */
  seemsToLeave(statement: Node): boolean;
  /** Whether control is handed over at a pause to somebody who may never give it back, as where a generator gives a value. */
  givesWay(pause: Node): boolean;
}

/** Of expressions and the values they give. */
export interface ValueFacts {
  /** Whether working out an expression does more than give its value, as a call may. */
  hasEffect(node: Node): boolean;
  /** Whether an expression that is worked out twice in a row gives the same both times: reading a member is taken for harmless. */
  isSteady(node: Node): boolean;
  /** Whether a node is a name, a literal or an operator on such, so that it changes only along with a name. */
  isStill(node: Node): boolean;
  /** Whether a value is one that a name would be compared with: a literal or another name. */
  isPlain(value: Node): boolean;
  /** Whether a name, in a language that has such, stands for there being no value. */
  isAbsent(name: Node): boolean;
  /** Whether a read asks whether there is a value, or gives one. */
  isAsking(read: Node): boolean;
  /** Whether a read needs a value: something of it is read or called, or it is reckoned with. */
  isNeeding(read: Node): boolean;
  /** Whether a read stands in an assignment to the same name, which hands the empty value on knowingly. */
  isHandedOn(read: Node, binding: Binding): boolean;
  /** Whether two pieces of code are the same but for blank space. */
  isSame(one: Node, other: Node, text: SourceText): boolean;
}

/** Of names: what they are, what they are given, and why one may stand unread. */
export interface NameFacts {
  /** The binding of a node that is a name, declared or used. */
  bindingOf(node: Node): Binding | undefined;
  /** The use of a name that a node is. */
  useOf(node: Node): Reference | undefined;
  /** The value that the owner of a declaration gives the name; `null` where it gives none. */
  valueOf(owner: Node): Node | null;
  /** Whether the owner of a declaration could give the name a value. */
  declaresValue(owner: Node): boolean;
  /** Whether all that a name is given are numbers, texts and the like, which nothing can change from inside. */
  holdsPlainValues(binding: Binding): boolean;
  /** Whether a name is declared as one that has no value yet, and is said nowhere to get one from elsewhere. */
  beginsEmpty(binding: Binding, text: SourceText): boolean;
  /** Whether a declaration stands by itself and gives no value. */
  isBare(declaration: Declaration): boolean;
  /** Whether a value that a name is given is there for good order: it clears the name, comes with the form, or is what the name begins with. */
  isForOrder(write: Node, binding: Binding, value: Node | null, first: boolean): boolean;
  /** Whether a use only keeps a name up to date for itself: its value goes nowhere. */
  isIdle(use: Reference, binding: Binding): boolean;
  /** Whether a name is there for something else than being read. */
  hasPurpose(binding: Binding): boolean;
  /** Whether a name is that of a module, or of a part of one, other than by an import. */
  isRequired(binding: Binding): boolean;
  /** Whether the declarations of a name cannot stand beside each other, which is told as a mistake of form. */
  clashes(binding: Binding): boolean;
  /** Whether there is only a declaration of a name: what it stands for is elsewhere. */
  isDeclaredElsewhere(binding: Binding): boolean;
  /** Whether a name that nothing declares is there by itself where it is used. */
  isThereByItself(use: Reference): boolean;
  /** Whether what stands at a name is worked out later than the code around it, or never, as an annotation. */
  isLazy(name: Node): boolean;
  /** The words that make a statement by themselves, where a use of a name stands as one. */
  wordsFor(use: Reference): readonly string[];
  /** Whether the name at a node stands for more than the name, as in a record's member that is written once. */
  standsForMore(node: Node): boolean;
}

/** Of functions, who calls them, and what they give back. */
export interface FunctionFacts {
  /** Where a function says what it is. */
  labelOf(root: Node, text: SourceText): Node | Span;
  parameterFacts(binding: Binding): ParameterFacts;
  /** Whether an exit says in so many words that there is no value. */
  givesNothing(exit: Node): boolean;
  /** Whether nobody counts on the value of a function. */
  mayGiveNothing(root: Node, typed: boolean): boolean;
  /** Whether a method of this name works with what the function it is given returns; `"always"` where it does something of its own too. */
  asksForValue(method: string): boolean | "always";
  /** Whether a method of this name can take promises in the place of values. */
  takesPromises(method: string): boolean;
}

/** Of texts, what they are for. */
export interface TextFacts {
  /** The regular expression that a node is, or that a call makes of a text; `undefined` where it is none, or not known as it stands. */
  patternAt(node: Node, text: SourceText): PatternAt | undefined;
  /** Of text that somebody outside decides. */
  readonly outside: OutsideFacts;
  /** Whether a call gives a random value that can be worked out from others that were given before. */
  isGuessable(call: Node): boolean;
}

/** A regular expression in code. */
export interface PatternAt extends PatternOptions {
  readonly source: string;
  /** Where its source stands, if it stands there as it is, character by character. */
  readonly at: number | undefined;
  /** What it stands in. */
  readonly node: Node;
}

/** Of comments as far as they tell that something is meant. */
export interface CommentFacts {
  /** The lines of a stretch of source that hold more than blank space and comments. */
  codeLines(text: SourceText, from: number, to: number): number;
  /** Whether a comment stands in a stretch of source without texts. */
  holdsComment(text: SourceText, from: number, to: number): boolean;
  /** Whether a comment stands right before a node or right behind it. */
  isExplained(node: Node, text: SourceText): boolean;
}

/** What a language tells of its code beyond shapes. What it leaves out makes rules claim the least. */
export interface CodeFacts extends StatementFacts, ValueFacts, NameFacts, FunctionFacts, TextFacts, CommentFacts {}

/** What decides about a parameter. */
export interface ParameterFacts {
  /** The function that it belongs to. */
  readonly owner: Node;
  /** The name by which the function can take its arguments as a whole, if there is one. */
  readonly takenAs: string | undefined;
  /** Whether no parameter behind it is read. */
  readonly isLast: boolean;
  /** Whether somebody else calls the function and decides about its parameters: it is handed out, or a method, of which `methods` says whether it counts. */
  readonly isForOthers: (methods: boolean) => boolean;
}

/** How something is changed; `certain` where nothing around it means something else then. */
export interface CodeChange {
  readonly certainty: "certain" | "proposed";
  readonly edits: readonly Edit[];
}

export interface CodeEdits {
  /** What stands behind a function that is called without arguments. */
  readonly call: string;
  /** The sign that gives a name a value. */
  readonly assigns: string;
  /** The sign that compares two values. */
  readonly equals: string;
  /** The words, or signs, that join the parts of a condition. */
  readonly and: string;
  readonly or: string;
  /** Takes a statement or member out of its list, or all from it to `last`. */
  takeOut(first: Node, text: SourceText, last?: Node): CodeChange;
  /** Where the word stands behind which a branch goes on otherwise. */
  elseOf(branch: Node, text: SourceText): Span;
  /** Takes out an empty block, or what stands around it. */
  withoutEmpty(block: Node, text: SourceText): readonly (CodeChange & { readonly title: string })[];
  /** Puts what stands under a branch's `else` behind it; `undefined` where that cannot be done. */
  withoutElse(branch: Node, text: SourceText): CodeChange | undefined;
  /** Gives a name a value where a branch is not taken that says nothing for that; `undefined` where that cannot be written. */
  giveOtherwise(branch: Node, name: string, value: string, text: SourceText): CodeChange | undefined;
  /** Takes out a part of a handler that catches, and the handler with it where nothing else needs it. */
  withoutCatch(handler: Node, caught: Node, text: SourceText): CodeChange | undefined;
  /** Whether values of others' defaults stand beside the parameters of a scope: these see a parameter, and not what the body declares by its name. */
  hasDefaultsBeside(scope: Node): boolean;
  /** Brings the value on the next line to the exit before it. */
  joinValue(exit: Node, value: Node, text: SourceText): Edit[];
  /** Ends a case of a choice that runs into the next one. */
  breakBehind(node: Node, text: SourceText): Edit;
  /** The ways to be rid of a name that nobody reads, the best first; none where something else would have to change. */
  withoutName(binding: Binding, text: SourceText): readonly (CodeChange & { readonly title: string })[];
  /** Takes what an import brings for one name out, and the whole where it brings no other; by the owner of its declaration. */
  withoutImport(owner: Node, text: SourceText): CodeChange | undefined;
  /** Takes out the value that a name is given at a node, and keeps what working it out does. */
  withoutWrite(write: Node, text: SourceText): readonly (CodeChange & { readonly title: string })[];
  /** Lets a declaration of one name only assign to it; `undefined` where it gives no value, or declares more. */
  assignOnly(declared: Node): CodeChange | undefined;
  /** Reads a value that stands in the code from the environment of the process instead, by a name; `undefined` where that cannot be written. It may need a name that the runtime has. */
  fromEnvironment(value: Node, name: string, text: SourceText): (CodeChange & { readonly needs?: string }) | undefined;
  /** Makes a random value that can be guessed one that cannot; `undefined` where that is not known to be the same otherwise. It may need a name that the runtime has. */
  unguessable(call: Node, text: SourceText): (CodeChange & { readonly needs?: string }) | undefined;
  /** Makes a fixed name changeable, with the word for that. */
  makeChangeable(declared: Node): (CodeChange & { readonly word: string }) | undefined;
}
