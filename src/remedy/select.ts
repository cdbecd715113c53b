import { overlap, type Edit } from "../text/edit.js";
import type { RemedyOffer } from "../rules/rule.js";

/** Of remedies in document order, those that can be applied together: each that touches none chosen before it. */
export function withoutOverlap<T extends { readonly remedy: RemedyOffer }>(offers: readonly T[]): T[] {
  const chosen: T[] = [];
  const taken: Edit[] = [];
  const seen = new Set<string>();
  for (const offer of offers) {
    const { edits } = offer.remedy;
    const key = JSON.stringify(edits);
    // One remedy may settle several alerts; it is applied once.
    if (edits.length === 0 || seen.has(key)) continue;
    if (edits.some((edit) => taken.some((other) => overlap(edit, other)))) continue;
    seen.add(key);
    taken.push(...edits);
    chosen.push(offer);
  }
  return chosen;
}
