/** Refits: rewrites that are offered without an alert. */
import type { Certainty } from "../rules/rule.js";
import type { Node } from "../syntax/node.js";
import type { Edit, Span } from "../text/edit.js";
import type { Text } from "../text/text.js";

/** The kinds of code actions of the Language Server Protocol that refits are. */
export type RefitKind = "refactor.rewrite" | "refactor.extract" | "refactor.inline";

/** What a refit would do. `certain` keeps what the program does; after a `proposed` one a person should look. */
export interface RefitOffer {
  readonly title: string;
  readonly certainty: Certainty;
  /** They speak of the text as it is and do not overlap. */
  readonly edits: readonly Edit[];
  /** Where a name stands that is to be chosen, in what is put in by one of the edits. */
  readonly names?: { readonly edit: number; readonly at: number };
}

/** Why what somebody may want here cannot be done. */
export interface RefitRefusal {
  readonly title: string;
  readonly reason: string;
}

export interface RefitContext {
  /** With no problem of form in what the selection touches. Names have been looked at. */
  readonly root: Node;
  readonly text: Text;
  readonly typed: boolean;
}

/** Code with `«` and `»` around what is selected, or `«»` where the cursor is. */
export interface RefitExample {
  readonly code: string;
  /** The text afterwards. */
  readonly after?: string;
  /** Why it is not done. */
  readonly refused?: string;
}

export interface Refit {
  /** Two or three plain words. */
  readonly id: string;
  readonly kind: RefitKind;
  readonly examples: readonly RefitExample[];
  /** What can be done where somebody has selected something or set the cursor; `undefined` where it makes no sense. */
  readonly offer: (selection: Span, context: RefitContext) => RefitOffer | RefitRefusal | undefined;
}

/** Declares a refit; it only gives the parts their types. */
export function defineRefit(refit: Refit): Refit {
  return refit;
}
