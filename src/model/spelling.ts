/** Which known name was probably meant by a misspelt one. */

/**
 * Edits between two words: insertions, deletions, replacements and swaps of neighbours, each counted once; more than `most` is given
 * as `most + 1`. The optimal string alignment distance (Damerau 1964; Wagner and Fischer's table with a third row).
 */
export function editDistance(a: string, b: string, most: number): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let before: number[] = [];
  let above = Array.from({ length: b.length + 1 }, (_, i) => i);
  for (let i = 1; i <= a.length; i += 1) {
    const row = [i];
    let least = i;
    for (let j = 1; j <= b.length; j += 1) {
      const same = a.charCodeAt(i - 1) === b.charCodeAt(j - 1);
      let cost = Math.min(above[j]! + 1, row[j - 1]! + 1, above[j - 1]! + (same ? 0 : 1));
      if (i > 1 && j > 1 && a.charCodeAt(i - 1) === b.charCodeAt(j - 2) && a.charCodeAt(i - 2) === b.charCodeAt(j - 1)) {
        cost = Math.min(cost, before[j - 2]! + 1);
      }
      row.push(cost);
      if (cost < least) least = cost;
    }
    if (least > most) return most + 1;
    before = above;
    above = row;
  }
  return above[b.length]!;
}

/**
 * The candidates nearest to `word`, best first, at most `count`. A word of three letters or fewer must match but for case;
 * longer ones may differ in one edit, from six letters on in two. Among equals the earlier candidate wins.
 */
export function nearest(word: string, candidates: Iterable<string>, count = 1): string[] {
  const most = word.length <= 3 ? 1 : word.length < 6 ? 1 : 2;
  const lower = word.toLowerCase();
  const found: { name: string; distance: number }[] = [];
  const seen = new Set<string>();
  for (const name of candidates) {
    if (seen.has(name) || name === word || Math.abs(name.length - word.length) > most) continue;
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
