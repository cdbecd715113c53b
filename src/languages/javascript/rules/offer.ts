import type { Certainty, RemedyOffer } from "../../../rules/rule.js";
import type { Edit } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import { holdsComment } from "./comments.js";

/** A remedy of some edits; none where a comment would go with what they take out. */
export function offer(
  title: string,
  certainty: Certainty,
  edits: readonly Edit[],
  text: SourceText,
): RemedyOffer[] {
  return edits.some(({ from, to }) => holdsComment(text, from, to)) ? [] : [{ title, certainty, edits }];
}
