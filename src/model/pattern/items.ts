/** What a regular expression consists of. */

interface At {
  /** Where it stands in the pattern, `[from, to)`. */
  readonly from: number;
  readonly to: number;
}

/** One character of a set. */
export interface SetItem extends At {
  readonly kind: "set";
  readonly has: (code: number) => boolean;
}

export interface SequenceItem extends At {
  readonly kind: "sequence";
  readonly items: readonly Item[];
}

export interface ChoiceItem extends At {
  readonly kind: "choice";
  readonly options: readonly Item[];
}

export interface RepeatItem extends At {
  readonly kind: "repeat";
  readonly item: Item;
  readonly least: number;
  readonly most: number;
  readonly isLazy: boolean;
}

/** What stands in parentheses; `index` counts those that keep what they took. */
export interface GroupItem extends At {
  readonly kind: "group";
  readonly item: Item;
  readonly index: number | undefined;
}

export interface LookItem extends At {
  readonly kind: "look";
  readonly item: Item;
  readonly isBehind: boolean;
  readonly isNegated: boolean;
}

export interface EdgeItem extends At {
  readonly kind: "edge";
  readonly is: "start" | "line-start" | "end" | "line-end" | "last-end" | "word" | "not-word";
}

/** What a group took, once more. */
export interface AgainItem extends At {
  readonly kind: "again";
  readonly index: number;
}

export type Item = SetItem | SequenceItem | ChoiceItem | RepeatItem | GroupItem | LookItem | EdgeItem | AgainItem;

export interface Pattern {
  readonly item: Item;
  readonly groups: number;
  /** Characters of which some are in each set that it names, and some in none. */
  readonly samples: readonly number[];
}

/** How a pattern is written. */
export interface PatternOptions {
  /** In the `extended` one groups are named by `(?P<name>…)`, `\A` and `\Z` are edges, and comments stand in `(?#…)`. */
  readonly dialect: "plain" | "extended";
  /** Its flags, as `i`, `m` and `s`. */
  readonly flags: string;
}
