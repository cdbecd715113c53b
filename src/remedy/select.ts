import type { RemedyOffer } from "../rules/rule.js";
import { overlap, type Edit } from "../text/edit.js";

/** Edits that do not overlap, in the order of the text. */
class TakenEdits {
  private readonly edits: Edit[] = [];

  /** Index of the first edit that begins at or behind an offset. */
  private indexOf(offset: number): number {
    let low = 0;
    let high = this.edits.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.edits[middle]!.from < offset) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  overlaps(edit: Edit): boolean {
    let index = Math.max(0, this.indexOf(edit.from) - 1);
    for (; index < this.edits.length && this.edits[index]!.from <= edit.to; index += 1) {
      if (overlap(edit, this.edits[index]!)) return true;
    }
    return false;
  }

  add(edit: Edit): void {
    this.edits.splice(this.indexOf(edit.from), 0, edit);
  }
}

/** Of remedies in document order, those that can be applied together: each that touches none chosen before it. */
export function withoutOverlap<T extends { readonly remedy: RemedyOffer }>(offers: readonly T[]): T[] {
  const chosen: T[] = [];
  const taken = new TakenEdits();
  const seen = new Set<string>();
  for (const offer of offers) {
    const { edits } = offer.remedy;
    const key = JSON.stringify(edits);
    // One remedy may settle several alerts; it is applied once.
    if (edits.length === 0 || seen.has(key)) continue;
    if (edits.some((edit) => taken.overlaps(edit))) continue;
    seen.add(key);
    for (const edit of edits) taken.add(edit);
    chosen.push(offer);
  }
  return chosen;
}
