/** What is wrong with the places and edits that a rule gives. */
import type { Place } from "../rules/rule.js";
import { inOrder, overlap, type Edit, type Span } from "../text/edit.js";

function faultOfSpan({ from, to }: Span, length: number): string | undefined {
  return Number.isInteger(from) && Number.isInteger(to) && from >= 0 && from <= to && to <= length
    ? undefined
    : `${from}–${to}, and the text has ${length} characters`;
}

/** Why a place cannot be marked in a text of some length; nothing where it can. */
export function faultOfPlace(place: Place, length: number): string | undefined {
  const given: unknown = place;
  if (typeof given !== "object" || given === null) return "it marks something that is no place";
  if (!("from" in place)) return undefined;
  const fault = faultOfSpan(place, length);
  return fault === undefined ? undefined : `it marks a place that is not there: ${fault}`;
}

/** Why edits cannot be made in a text of some length; nothing where they can. */
export function faultOfEdits(edits: readonly Edit[], length: number): string | undefined {
  for (const edit of edits) {
    const fault = faultOfSpan(edit, length);
    if (fault !== undefined) return `a remedy changes a place that is not there: ${fault}`;
  }
  const ordered = inOrder(edits);
  return ordered.some((edit, index) => index > 0 && overlap(ordered[index - 1]!, edit))
    ? "the edits of a remedy overlap"
    : undefined;
}
