/** What the kinds of a grammar mean: the data from which shapes, flow and names of an adapted language follow. */
import type { ComparisonShape } from "../../model/shapes.js";
import type { AdaptedNode } from "./nodes.js";

/** Finds a part of a node. */
export type Part = (node: AdaptedNode) => AdaptedNode | null;
/** Finds the parts of a node that stand one behind another. */
export type Parts = (node: AdaptedNode) => readonly AdaptedNode[];

/** The child in a field of the grammar. */
export const at = (role: string): Part => (node) => node.in(role);
/** The children in a field of the grammar. */
export const allAt = (role: string): Parts => (node) => node.allIn(role);
/** A child by its index. */
export const nth = (index: number): Part => (node) => node.children[index] ?? null;
/** The children of the child in a field. */
export const within = (role: string): Parts => (node) => node.in(role)?.children ?? [];
export const nothing: Part = () => null;
export const none: Parts = () => [];
export const children: Parts = (node) => node.children;

export interface LiteralValue {
  readonly kind: "text" | "number" | "truth" | "absent" | "pattern";
  readonly value: string | number | bigint | boolean | null | undefined;
}

export type Meaning =
  | {
    readonly is: "function";
    readonly name: Part;
    readonly parameters: Parts;
    readonly body: Part;
    readonly isGenerator?: (node: AdaptedNode) => boolean;
  }
  | { readonly is: "class"; readonly name: Part; readonly parents: Parts; readonly members: Parts }
  /** `object` is that whose method `callee` names. */
  | {
    readonly is: "call";
    readonly callee: Part;
    readonly object?: Part;
    readonly arguments: Parts;
    readonly makes?: boolean;
  }
  /** `name` gives where a name stands that the text has; `key` what is worked out. */
  | { readonly is: "member"; readonly object: Part; readonly key: Part; readonly isNamed: boolean }
  | { readonly is: "name" }
  | { readonly is: "literal"; readonly value: (word: string) => LiteralValue | undefined }
  /** A text with parts that are worked out. */
  | { readonly is: "text"; readonly parts: Parts }
  | { readonly is: "list"; readonly elements: Parts }
  | { readonly is: "binary"; readonly left: Part; readonly right: Part }
  | { readonly is: "unary"; readonly operand: Part }
  | { readonly is: "assignment"; readonly target: Part; readonly value: Part }
  | { readonly is: "step"; readonly target: Part }
  /** A declaration of names with values; each of `each` is given by the kind `declared`. */
  | { readonly is: "declaration" }
  | { readonly is: "declared"; readonly name: Part; readonly value: Part }
  | { readonly is: "value"; readonly value: Part }
  | { readonly is: "block"; readonly statements: Parts }
  /** `isValue` where it gives one. `otherwise` is another branch for one that is asked next. */
  | {
    readonly is: "branch";
    readonly test: Part;
    readonly then: Part;
    readonly otherwise: Part;
    readonly isValue?: boolean;
  }
  /** What stands behind an `else`, by itself. */
  | { readonly is: "otherwise"; readonly body: Part }
  | {
    readonly is: "loop";
    readonly asks: "before" | "behind";
    readonly starts: Parts;
    readonly test: Part;
    readonly steps: Parts;
    readonly body: Part;
  }
  | { readonly is: "each"; readonly names: Parts; readonly over: Part; readonly body: Part }
  | { readonly is: "choice"; readonly subject: Part; readonly cases: Parts }
  /** `runsOn` where control goes on to the next case at its end. */
  | {
    readonly is: "case";
    readonly tests: (node: AdaptedNode) => readonly AdaptedNode[] | undefined;
    readonly body: Parts;
    readonly runsOn: boolean;
  }
  | {
    readonly is: "exit";
    readonly kind: "return" | "throw" | "break" | "continue";
    readonly value: Part;
    readonly label?: (node: AdaptedNode) => string | undefined;
    readonly levels?: (node: AdaptedNode) => number;
  }
  | {
    readonly is: "handler";
    readonly opens?: Parts;
    readonly body: Part;
    readonly caught: Parts;
    readonly always: Part;
  }
  | { readonly is: "caught"; readonly name: Part; readonly body: Part }
  | { readonly is: "labelled"; readonly label: (node: AdaptedNode) => string; readonly body: Part }
  | { readonly is: "import"; readonly from: (node: AdaptedNode) => string; readonly names: Parts }
  /** Works something out that may be left out, as an assertion. */
  | { readonly is: "maybe" }
  /** Says something that nothing runs for. */
  | { readonly is: "word" };

export type MeaningOf<Is extends Meaning["is"]> = Extract<Meaning, { readonly is: Is }>;

/** The operators of a language that compare, and those that join conditions. */
export interface Operators {
  readonly comparisons: Readonly<Record<string, ComparisonShape["is"]>>;
  readonly logical: Readonly<Record<string, "and" | "or" | "if-absent">>;
  readonly not: string;
}

export const familyOperators: Operators = {
  comparisons: {
    "==": "equal",
    "!=": "not-equal",
    "<": "less",
    "<=": "at-most",
    ">": "more",
    ">=": "at-least",
  },
  logical: { "&&": "and", "||": "or" },
  not: "!",
};

/** The statements and expressions that the grammars of this family call alike. */
export const familyMeanings: Readonly<Record<string, Meaning>> = {
  binary_expression: { is: "binary", left: at("left"), right: at("right") },
  assignment_expression: { is: "assignment", target: at("left"), value: at("right") },
  expression_statement: { is: "value", value: nth(0) },
  while_statement: { is: "loop", asks: "before", starts: none, test: at("condition"), steps: none, body: at("body") },
  do_statement: { is: "loop", asks: "behind", starts: none, test: at("condition"), steps: none, body: at("body") },
  if_statement: { is: "branch", test: at("condition"), then: at("consequence"), otherwise: at("alternative") },
};

/** A choice between two values, of which each grammar has another name. */
export const chosenValue: Meaning = {
  is: "branch",
  test: at("condition"),
  then: at("consequence"),
  otherwise: at("alternative"),
  isValue: true,
};

export class Meanings {
  constructor(
    readonly table: Readonly<Record<string, Meaning>>,
    readonly operators: Operators,
  ) {}

  of(node: AdaptedNode): Meaning | undefined {
    return this.table[node.type];
  }

  /** The meaning of a node, if it is of one sort. */
  as<Is extends Meaning["is"]>(node: AdaptedNode | null, is: Is): MeaningOf<Is> | undefined {
    const meaning = node === null ? undefined : this.table[node.type];
    return meaning?.is === is ? (meaning as MeaningOf<Is>) : undefined;
  }

  /** The kinds of one sort. */
  kindsOf(...sorts: readonly Meaning["is"][]): string[] {
    return Object.keys(this.table).filter((kind) => sorts.includes(this.table[kind]!.is));
  }

  /** The statements of a node, which may be one alone. */
  statements(node: AdaptedNode | null): readonly AdaptedNode[] {
    if (node === null) return [];
    const block = this.as(node, "block");
    return block === undefined ? [node] : block.statements(node);
  }
}
