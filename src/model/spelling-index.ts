import { distanceOf, lettersOf, lettersDiffer, mostEdits } from "./spelling.js";

/** Words by their length and letters, so that those near to another are found without a look at each. */
export class SpellingIndex {
  private readonly byLength = new Map<number, Map<string, { letters: number; count: number }>>();

  /** Another number whenever a word came or went. */
  version = 0;

  static of(words: Iterable<string>): SpellingIndex {
    const index = new SpellingIndex();
    for (const word of words) index.add(word);
    return index;
  }

  add(word: string): void {
    this.version += 1;
    let words = this.byLength.get(word.length);
    if (words === undefined) this.byLength.set(word.length, (words = new Map()));
    const entry = words.get(word);
    if (entry === undefined) words.set(word, { letters: lettersOf(word), count: 1 });
    else entry.count += 1;
  }

  /** Takes a word out as often as it was put in. */
  remove(word: string): void {
    this.version += 1;
    const words = this.byLength.get(word.length);
    const entry = words?.get(word);
    if (words === undefined || entry === undefined) return;
    entry.count -= 1;
    if (entry.count === 0) words.delete(word);
  }

  /** The words that may be a misspelling of `name`. */
  *meaning(name: string): Generator<string> {
    const letters = lettersOf(name);
    for (let length = name.length - 2; length <= name.length + 2; length += 1) {
      for (const [word, entry] of this.byLength.get(length) ?? []) {
        const most = mostEdits(word);
        if (!lettersDiffer(entry.letters, letters, most) && distanceOf(word, name, most) !== undefined) yield word;
      }
    }
  }

  /** The words near enough to `word` for it to be a misspelling of them, with their distance. */
  *near(word: string): Generator<{ readonly name: string; readonly distance: number }> {
    const most = mostEdits(word);
    const letters = lettersOf(word);
    for (let length = word.length - most; length <= word.length + most; length += 1) {
      for (const [name, entry] of this.byLength.get(length) ?? []) {
        if (lettersDiffer(letters, entry.letters, most)) continue;
        const distance = distanceOf(word, name, most);
        if (distance !== undefined) yield { name, distance };
      }
    }
  }
}
