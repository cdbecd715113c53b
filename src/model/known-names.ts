/** Names that exist without being declared: the language's own, and those of where it runs. */
import type { SpellingIndex } from "./spelling-index.js";

export interface KnownNames {
  readonly names: ReadonlySet<string>;
  /** Those of them that are the language's own. */
  readonly own: ReadonlySet<string>;
  /** An index of how they are spelt, without those that nobody means by a misspelt name. */
  readonly spelling: SpellingIndex;
}
