/**
 * What can be wrong with a program's form. Each is the id of a rule of the area `syntax`, without the area.
 *
 * - `missing-closer`: a bracket, quote-like construct or tag that was opened is not closed
 * - `missing-part`: a construct lacks something it needs
 * - `unexpected`: something stands where nothing of its kind can
 * - `unfinished-text`: a string, template or regular expression without its end
 * - `unfinished-comment`: a block comment without its end
 * - `misplaced`: well-formed, but not allowed in this place
 * - `malformed`: a number, escape or regular expression that is not spelled as the language says
 * - `bad-target`: a value is assigned to something that cannot hold one
 * - `too-deep`: nested more deeply than can be analysed
 */
export type SyntaxCode =
  | "missing-closer"
  | "missing-part"
  | "unexpected"
  | "unfinished-text"
  | "unfinished-comment"
  | "misplaced"
  | "malformed"
  | "bad-target"
  | "too-deep";

/** A place that helps to understand a problem, e.g. the opener of what is not closed. */
export interface RelatedPlace {
  readonly from: number;
  readonly to: number;
  readonly message: string;
}

/** An insertion, in the place of the next `over` code units; `close` is a second one, behind what the first goes before. */
export interface Insertion {
  readonly at: number;
  readonly text: string;
  readonly over?: number;
  readonly close?: { readonly at: number; readonly text: string };
}

/** A problem of form at a range of the document. */
export interface SyntaxProblem {
  readonly code: SyntaxCode;
  readonly from: number;
  readonly to: number;
  readonly message: string;
  readonly related: readonly RelatedPlace[];
  /** Where the token stood at which the parser noticed. */
  readonly seen: number;
  /** What would settle the problem. */
  readonly insert?: Insertion;
  /** Others of the file that say the same have the same cause, if something else is wrong with its form: a function that is closed too early leaves all of its `return`s outside. */
  readonly isShared?: boolean;
  /** What is missing may be the name of something that is declared, which names that are used may be meant for; or a value, which names that nobody reads may be meant for. */
  readonly lacks?: "name" | "value";
}

/** A problem with all its places moved. */
export function movedProblem(problem: SyntaxProblem, move: (offset: number) => number): SyntaxProblem {
  const { insert } = problem;
  return {
    ...problem,
    from: move(problem.from),
    to: move(problem.to),
    seen: move(problem.seen),
    related: problem.related.map((place) => ({ ...place, from: move(place.from), to: move(place.to) })),
    ...(insert && { insert: movedInsertion(insert, move) }),
  };
}

function movedInsertion(insert: Insertion, move: (offset: number) => number): Insertion {
  const { at, close } = insert;
  return { ...insert, at: move(at), ...(close && { close: { ...close, at: move(close.at) } }) };
}
