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
  while (tail < a.length - head && tail < b.length - head && a.charCodeAt(a.length - 1 - tail) === b.charCodeAt(b.length - 1 - tail)) tail += 1;
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
      if (row > 1 && column > 1 && a.charCodeAt(head + row - 1) === b.charCodeAt(head + column - 2) && a.charCodeAt(head + row - 2) === b.charCodeAt(head + column - 1)) {
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

/**
 * The candidates nearest to `word`, best first, at most `count`. A word of three letters or fewer must match but for case;
 * longer ones may differ in one edit, from six letters on in two. Among equals the earlier candidate wins.
 */
export function nearest(word: string, candidates: Iterable<string>, count = 1): string[] {
  const most = mostEdits(word);
  const lower = word.toLowerCase();
  const found: { name: string; distance: number }[] = [];
  const seen = new Set<string>();
  for (const name of candidates) {
    if (Math.abs(name.length - word.length) > most || name === word || seen.has(name)) continue;
    seen.add(name);
    const distance = name.toLowerCase() === lower ? 0.5 : editDistance(word, name, most);
    if (distance > most || (word.length <= 3 && distance > 0.5 && name.length < 3)) continue;
    found.push({ name, distance });
  }
  return found
    .map((entry, index) => ({ ...entry, index }))
    .sort((a, b) => a.distance - b.distance || a.index - b.index)
    .slice(0, count)
    .map(({ name }) => name);
}
