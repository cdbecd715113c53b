import type { Node } from "../syntax/node.js";

/** Where a segment stands: before its node, in its place, or behind what is in it. */
export type Side = "before" | "at" | "behind";

interface Placed {
  readonly node: Node;
  readonly side: Side;
}

const ranks: Readonly<Record<Side, number>> = { before: 0, at: 1, behind: 2 };

/** Segments in the order in which control comes to them, which is that of the text. The order is found from their nodes, so that an edit moves none. */
export class OrderedSegments<One extends Placed> {
  readonly list: One[] = [];

  /** Puts a segment in and gives its index. */
  add(segment: One): number {
    const { list } = this;
    // Most often one comes behind all others.
    const index = list.length === 0 || compare(list.at(-1)!, segment) < 0 ? list.length : this.indexOf(segment);
    list.splice(index, 0, segment);
    return index;
  }

  /** Takes a segment out, whose node may be in the tree no more, and gives the index it had; -1 if it was not in. */
  delete(segment: One): number {
    const index = this.list.indexOf(segment);
    if (index >= 0) this.list.splice(index, 1);
    return index;
  }

  /** The index of a segment, or of the first behind it where it is not in. */
  indexOf(segment: One): number {
    let low = 0;
    let high = this.list.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (compare(this.list[middle]!, segment) < 0) low = middle + 1;
      else high = middle;
    }
    return low;
  }
}

/** Which of two comes first: a negative number for `a`. Of two that end at one place it is the inner. */
export function compare(a: Placed, b: Placed): number {
  return placeOf(a) - placeOf(b) || ranks[a.side] - ranks[b.side] || a.node.length - b.node.length;
}

function placeOf({ node, side }: Placed): number {
  return side === "behind" ? node.end : node.start;
}
