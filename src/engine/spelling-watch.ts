import { isNear } from "../model/spelling.js";

/** Who asked which names are near to a word, to be told when a near name comes or goes. */
export class SpellingWatch<Asker extends object> {
  private readonly words = new Map<string, Set<Asker>>();

  note(word: string, asker: Asker): void {
    const askers = this.words.get(word);
    if (askers === undefined) this.words.set(word, new Set([asker]));
    else askers.add(asker);
  }

  forget(word: string, asker: Asker): void {
    const askers = this.words.get(word);
    if (askers?.delete(asker) === true && askers.size === 0) this.words.delete(word);
  }

  /** Those whose answer may be another now that the names in `changed` came or went. */
  concerned(changed: readonly string[]): Asker[] {
    const found: Asker[] = [];
    if (changed.length === 0) return found;
    for (const [word, askers] of this.words) {
      for (const name of changed) {
        if (!isNear(word, name) && !isNear(name, word)) continue;
        found.push(...askers);
        break;
      }
    }
    return found;
  }

  clear(): void {
    this.words.clear();
  }
}
