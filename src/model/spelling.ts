/** Which known name was probably meant by a misspelt one. */

/**
 * Edits between two words: insertions, deletions, replacements and swaps of neighbours, each counted once; more than `most` is given
 * as `most + 1`. The optimal string alignment distance (Damerau 1964; Wagner and Fischer's table with a third row).
 */
export function editDistance(a: string, b: string, most: number): number {
  // What the words have in common at both ends costs nothing and need not be compared in the table.
  let head = 0;
  while (head < a.length && head < b.length && a.charCodeAt(head) === b.charCodeAt(head)) head += 1;
  let tail = 0;
  while (
    tail < a.length - head &&
    tail < b.length - head &&
    a.charCodeAt(a.length - 1 - tail) === b.charCodeAt(b.length - 1 - tail)
  ) tail += 1;
  const rows = a.length - head - tail;
  const columns = b.length - head - tail;
  if (Math.abs(rows - columns) > most) return most + 1;
  if (rows === 0 || columns === 0) return Math.max(rows, columns);
  if (most === 1 && (rows > 2 || columns > 2)) return 2;
  let before: number[] = [];
  let above = Array.from({ length: columns + 1 }, (_, index) => index);
  for (let row = 1; row <= rows; row += 1) {
    const current = [row];
    let least = row;
    for (let column = 1; column <= columns; column += 1) {
      const same = a.charCodeAt(head + row - 1) === b.charCodeAt(head + column - 1);
      let cost = Math.min(above[column]! + 1, current[column - 1]! + 1, above[column - 1]! + (same ? 0 : 1));
      if (
        row > 1 &&
        column > 1 &&
        a.charCodeAt(head + row - 1) === b.charCodeAt(head + column - 2) &&
        a.charCodeAt(head + row - 2) === b.charCodeAt(head + column - 1)
      ) {
        cost = Math.min(cost, before[column - 2]! + 1);
      }
      current.push(cost);
      if (cost < least) least = cost;
    }
    if (least > most) return most + 1;
    before = above;
    above = current;
  }
  return above[columns]!;
}

/** How many edits a word may be away from what it was meant to be: one, from six letters on two. */
export function mostEdits(word: string): number {
  return word.length < 6 ? 1 : 2;
}

/** Which letters a word has, as bits; different letters may share one, and a letter's two cases do. */
export function lettersOf(word: string): number {
  let letters = 0;
  for (let i = 0; i < word.length; i += 1) letters |= 1 << (word.charCodeAt(i) & 31);
  return letters;
}

/** Whether two words differ in so many letters that `most` edits cannot turn one into the other: one edit changes two at most. */
export function lettersDiffer(a: number, b: number, most: number): boolean {
  let count = 0;
  for (let left = a ^ b; left !== 0; left &= left - 1) count += 1;
  return count > 2 * most;
}

/** How far `name` is from `word`, a difference in case alone counting half; `undefined` when it is too far or the same. */
export function distanceOf(word: string, name: string, most: number): number | undefined {
  if (Math.abs(name.length - word.length) > most || name === word) return undefined;
  const distance = name.length === word.length && name.toLowerCase() === word.toLowerCase()
    ? 0.5
    : editDistance(word, name, most);
  return distance > most || (word.length <= 3 && distance > 0.5 && name.length < 3) ? undefined : distance;
}

/** Whether `name` is near enough to `word` for one to be a misspelling of the other. */
export function isNear(word: string, name: string): boolean {
  const most = mostEdits(word);
  return Math.abs(name.length - word.length) <= most &&
    !lettersDiffer(lettersOf(word), lettersOf(name), most) &&
    distanceOf(word, name, most) !== undefined;
}

/** A name that may have been meant, with its distance from the word and the rank of where it comes from, the least first. */
export interface Candidate {
  readonly name: string;
  readonly distance: number;
  readonly rank: number;
}

/** The best `count` candidates: the nearest, among equals those of the least rank, then the first in the alphabet. */
export function best(candidates: readonly Candidate[], count: number): string[] {
  return [...candidates]
    .sort((a, b) => a.distance - b.distance || a.rank - b.rank || (a.name < b.name ? -1 : 1))
    .slice(0, count)
    .map(({ name }) => name);
}

/**
 * The candidates nearest to `word`, best first, at most `count`. A word of three letters or fewer must match but for case;
 * longer ones may differ in one edit, from six letters on in two.
 */
export function nearest(word: string, candidates: Iterable<string>, count = 1): string[] {
  const most = mostEdits(word);
  const found: Candidate[] = [];
  for (const name of new Set(candidates)) {
    const distance = distanceOf(word, name, most);
    if (distance !== undefined) found.push({ name, distance, rank: 0 });
  }
  return best(found, count);
}
