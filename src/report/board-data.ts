/** What the board shows, as its page reads it: plain data. Lines are counted from 1, columns are those of a terminal, from 0. */

export interface BoardData {
  /** The folder that was reviewed. */
  readonly name: string;
  /** When, as an ISO date with its time. */
  readonly made: string;
  readonly version: string;
  readonly seconds: number;
  /** Those that alerts have, the gravest first. */
  readonly levels: readonly BoardLevel[];
  readonly files: readonly BoardFile[];
  readonly rules: Readonly<Record<string, BoardRule>>;
  /** Sentences about what was not looked at or is not shown. */
  readonly notes: readonly string[];
  /** What became of an earlier report. */
  readonly trend?: BoardTrend;
}

export interface BoardLevel {
  readonly name: string;
  /** Strokes of its sign, from 4 for an error to 1 for a hint. */
  readonly strokes: number;
  /** One of the colours a level can have; without it that of its strokes. */
  readonly colour?: string;
}

export interface BoardFile {
  readonly path: string;
  readonly lines: number;
  readonly strain: number;
  readonly alerts: readonly BoardAlert[];
  /** The lines around alerts, by their numbers. */
  readonly source: Readonly<Record<number, string>>;
}

export interface BoardAlert {
  readonly rule: string;
  readonly level: string;
  readonly message: string;
  readonly line: number;
  readonly column: number;
  readonly endLine: number;
  readonly endColumn: number;
  /** As editors count it: in UTF-16 code units from 1. */
  readonly character: number;
  readonly related: readonly { readonly line: number; readonly character: number; readonly message: string }[];
  readonly remedies: readonly BoardRemedy[];
  /** Whether `mend` settles it. */
  readonly mends: boolean;
  readonly isNew: boolean;
}

export interface BoardRemedy {
  readonly title: string;
  readonly certainty: string;
  readonly lines: readonly BoardChange[];
}

/** A line that goes, comes or stays, with its number in the text that it is of; `…` stands between changes that lie apart. */
export interface BoardChange {
  readonly is: "-" | "+" | " " | "…";
  readonly line: number;
  readonly text: string;
}

export interface BoardRule {
  readonly title: string;
  readonly why: string;
  readonly kits: readonly string[];
  readonly bad: readonly BoardExample[];
  readonly good: readonly BoardExample[];
}

/** Code with `«` and `»` around what is marked. */
export interface BoardExample {
  readonly code: string;
  readonly after?: string;
}

export interface BoardTrend {
  /** The name of the earlier report. */
  readonly against: string;
  readonly stayed: number;
  readonly gone: readonly GoneAlert[];
}

export interface GoneAlert {
  readonly path: string;
  readonly rule: string;
  readonly message: string;
}
