/** Shapes: what a piece of code is in any language, with the language's own spelling made alike. A language says of its nodes which they have. */
import type { Node } from "../syntax/node.js";
import type { Span } from "../text/edit.js";
import type { SourceText } from "../text/text.js";

/** What a shape was made of. */
interface Shape {
  readonly node: Node;
}

export interface FunctionShape extends Shape {
  /** Where its name stands, if it has one of its own. */
  readonly name: Node | null;
  readonly parameters: readonly Node[];
  /** Its statements, or the expression that it gives back; `null` where only its signature stands. */
  readonly body: readonly Node[] | Node | null;
  readonly isAsync: boolean;
  /** It gives several values, one after another. */
  readonly isGenerator: boolean;
}

export interface ClassShape extends Shape {
  readonly name: Node | null;
  readonly parents: readonly Node[];
  readonly members: readonly Node[];
}

export interface CallShape extends Shape {
  readonly callee: Node;
  readonly arguments: readonly Node[];
  /** It makes an object, as with `new`. */
  readonly makes: boolean;
}

export interface MemberShape extends Shape {
  readonly object: Node;
  /** Its name, where that stands in the code; `undefined` where it is worked out. */
  readonly name: string | undefined;
  readonly key: Node;
}

export interface NameShape extends Shape {
  readonly name: string;
}

export interface LiteralShape extends Shape {
  readonly kind: "text" | "number" | "truth" | "absent" | "pattern";
  /** `undefined` for what has no value of a plain kind. */
  readonly value: string | number | bigint | boolean | null | undefined;
}

/** A text with parts that are worked out. */
export interface TextShape extends Shape {
  readonly parts: readonly Node[];
}

export interface ListShape extends Shape {
  /** `null` for a hole. */
  readonly elements: readonly (Node | null)[];
}

export interface RecordShape extends Shape {
  readonly members: readonly RecordMember[];
}

export interface RecordMember {
  readonly node: Node;
  /** `undefined` where it is worked out, or others are spread in. */
  readonly name: string | undefined;
  /** Where its name stands. */
  readonly key?: Node;
  /** Whether it is there to be read, to be written, or as a value for both. */
  readonly serves: "all" | "reading" | "writing";
  readonly value: Node;
}

export interface ComparisonShape extends Shape {
  readonly left: Node;
  readonly right: Node;
  readonly is:
    | "identical"
    | "not-identical"
    | "equal"
    | "not-equal"
    | "less"
    | "at-most"
    | "more"
    | "at-least"
    | "in"
    | "instance";
  /** As the code has it. */
  readonly operator: string;
}

export interface NotShape extends Shape {
  readonly operand: Node;
}

export interface LogicalShape extends Shape {
  readonly left: Node;
  readonly right: Node;
  readonly is: "and" | "or" | "if-absent";
}

export interface ArithmeticShape extends Shape {
  readonly left: Node;
  readonly right: Node;
  readonly operator: string;
}

/** One value is given to a name, a member or several of them; not where they are declared. */
export interface AssignmentShape extends Shape {
  readonly target: Node;
  readonly value: Node;
  /** As the code has it, `=` or `+=`. */
  readonly operator: string;
  /** The value is taken as it is. */
  readonly isPlain: boolean;
  /** In parentheses of its own. */
  readonly isParenthesized: boolean;
}

/** A value with the name that it is given right there: in a declaration, an assignment, a member, an argument by name or a default. */
export interface GivenShape extends Shape {
  /** The name alone, without what it is a member of. */
  readonly name: string;
  readonly value: Node;
}

/** A number that moves: `i++`, `i += 2`. */
export interface StepShape extends Shape {
  readonly target: Node;
  /** Which way, where that is sure: 1 up, -1 down, 0 where it is not. */
  readonly way: 1 | -1 | 0;
  /** Where its sign stands, and the one that moves the other way. */
  readonly sign: (text: SourceText) => Span;
  readonly opposite: string;
}

export interface BranchShape extends Shape {
  readonly test: Node;
  readonly then: Node;
  readonly otherwise: Node | null;
  /** It gives a value, as `a ? b : c`. */
  readonly isValue: boolean;
  /** It is what stands under the `else` of another one. */
  readonly isChained: boolean;
  /** The next of its chain, if what stands under its `else` is a branch itself. */
  readonly next: Node | null;
}

/** A statement that works out a value. */
export interface ValueShape extends Shape {
  readonly value: Node;
  /** It stands among statements, and not alone under a condition or the like. */
  readonly isListed: boolean;
  /** A label stands before it. */
  readonly isLabelled: boolean;
}

/** Statements between braces or at one depth. */
export interface BlockShape extends Shape {
  readonly statements: readonly Node[];
  /** It handles what is caught. */
  readonly isCaught: boolean;
}

export interface ChoiceShape extends Shape {
  readonly subject: Node;
  /** The word it begins with. */
  readonly word: string;
  readonly cases: readonly ChoiceCase[];
}

export interface ChoiceCase {
  readonly node: Node;
  /** The word it begins with. */
  readonly word: string;
  /** Empty for the one that takes the rest. */
  readonly tests: readonly Node[];
  readonly body: readonly Node[];
}

export interface LoopShape extends Shape {
  /** What is made before its first turn. */
  readonly start: Node | null;
  /** What is asked before, or behind, each turn. */
  readonly test: Node | null;
  /** What is done between two turns. */
  readonly step: Node | null;
  /** What it goes through, one by one. */
  readonly over: Node | null;
  readonly body: Node;
  /** The word it begins with. */
  readonly word: string;
}

export interface ExitShape extends Shape {
  readonly kind: "return" | "throw" | "break" | "continue";
  readonly value: Node | null;
  /** The statement that it leaves or goes on with; `null` for the function around it, or where there is none. */
  readonly leaves: Node | null;
}

/** A block whose faults are caught. */
export interface HandlerShape extends Shape {
  readonly body: Node;
  readonly caught: readonly CaughtShape[];
  /** What is done whatever happens. */
  readonly always: Node | null;
}

export interface CaughtShape {
  readonly node: Node;
  readonly block: Node;
  /** The name of what was thrown. */
  readonly name: string | undefined;
  readonly statements: readonly Node[];
}

export interface ImportShape extends Shape {
  /** As the code has it. */
  readonly from: string;
  /** The nodes of the names that it brings. */
  readonly names: readonly Node[];
  /** What is taken for each of these, by its name in the other file: `default`, or `*` for all of it. */
  readonly taken: readonly string[];
}

export interface ExportShape extends Shape {
  /** What is declared there, if anything is. */
  readonly declaration: Node | null;
}

/** The shapes by their names. */
export interface Shapes {
  readonly function: FunctionShape;
  readonly class: ClassShape;
  readonly call: CallShape;
  readonly member: MemberShape;
  readonly name: NameShape;
  readonly literal: LiteralShape;
  readonly text: TextShape;
  readonly list: ListShape;
  readonly record: RecordShape;
  readonly comparison: ComparisonShape;
  readonly not: NotShape;
  readonly logical: LogicalShape;
  readonly arithmetic: ArithmeticShape;
  readonly assignment: AssignmentShape;
  readonly given: GivenShape;
  readonly step: StepShape;
  readonly value: ValueShape;
  readonly block: BlockShape;
  readonly branch: BranchShape;
  readonly choice: ChoiceShape;
  readonly loop: LoopShape;
  readonly exit: ExitShape;
  readonly handler: HandlerShape;
  readonly import: ImportShape;
  readonly export: ExportShape;
}

export type ShapeName = keyof Shapes;

/** For each shape the kinds of nodes that can have it, with what makes it; `undefined` of a node that has not. What a language lacks it leaves out. */
export type ShapeMap = {
  readonly [Name in ShapeName]?: Readonly<Record<string, (node: never) => Shapes[Name] | undefined>>;
};

/** The shape that a node has in a language. */
export function shapeIn<Name extends ShapeName>(map: ShapeMap, name: Name, node: Node): Shapes[Name] | undefined {
  const make = map[name]?.[node.type] as ((node: Node) => Shapes[Name] | undefined) | undefined;
  return make?.(node);
}
