import type { Edit } from "../text/edit.js";
import type { SourceText } from "../text/text.js";
import type { TreeChange } from "./change.js";
import type { Node } from "./node.js";
import { movedProblem, type SyntaxProblem } from "./problem.js";
import { replaceItems } from "./replace.js";

/** Reads the items of a text one by one. */
export interface ItemReader {
  /** Where the next item begins, behind blank space and comments. */
  readonly at: number;
  readonly problems: readonly SyntaxProblem[];
  /** Reads the next item; `undefined` at the end of the text. */
  next(): Node | undefined;
}

/**
 * Reads a text again after an edit, for languages whose file is a list of items and whose parser looks no further than to the beginning of the item behind the one
 * it reads: from the item before the edit, until one begins where an old one did behind it. `items` are all children of the root, and problems lie in theirs, empty
 * ones behind its start. Costs what is read again, and a step for each item and problem of the file.
 */
export function rereadItems(
  { root, problems }: { readonly root: Node; readonly problems: readonly SyntaxProblem[] },
  items: Node[],
  { from, to, insert }: Edit,
  text: SourceText,
  readFrom: (source: string, at: number) => ItemReader,
): { readonly problems: readonly SyntaxProblem[]; readonly change: TreeChange } {
  const delta = insert.length - (to - from);
  const touched = items.findIndex((item) => item.end >= from);
  const first = Math.max(0, (touched < 0 ? items.length : touched) - 1);
  const begin = first > 0 ? items[first - 1]!.end : 0;
  const reader = readFrom(text.slice(0, text.length), begin);
  const fresh: Node[] = [];
  let last = items.length;
  for (let item = reader.next(); item !== undefined; item = reader.next()) {
    fresh.push(item);
    const index = reader.at > from + insert.length ? items.findIndex((one) => one.start === reader.at - delta) : -1;
    if (index < first) continue;
    last = index;
    break;
  }
  const until = last < items.length ? items[last]!.start : Infinity;
  const before = problems.filter(({ to: end }) => end <= begin);
  const behind = problems.filter(({ from: at, to: end }) => at >= until && end > until).map((problem) => movedProblem(
    problem,
    (offset) => offset + delta,
  ));
  const change = replaceItems(root, items, first, last, fresh, delta);
  return { problems: [...before, ...reader.problems, ...behind], change };
}
