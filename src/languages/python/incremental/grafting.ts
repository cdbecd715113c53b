/** What an edit does to a text, and what of the tree before it can be kept. */
import type { GraftTraits } from "../../../syntax/graft.js";
import type { Edit } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import { isFuture } from "../parser/index.js";
import { listOf } from "./lists.js";

/** An edit with the text after it. */
export interface Damage extends Edit {
  /** Where what was inserted ends. */
  readonly end: number;
  readonly delta: number;
  readonly source: SourceText;
}

/** `fact` is left to those that find out what names mean. */
export const graftTraits: GraftTraits = {
  listOf,
  laterFields: new Set(["fact"]),
  fits: (_node, _first, removed, added) => ![...removed, ...added].some(isFuture),
  paired: () => undefined,
};
