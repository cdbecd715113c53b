/** Rules that settings define by code with holes: what is written of them, and what can be wrong with that. */

/** A pattern as settings hold it. */
export interface PatternText {
  readonly find: string | string[];
  readonly where?:
    | Record<
      string,
      {
        kind?: string | string[] | undefined;
        not?: string | string[] | undefined;
        text?: string | undefined;
        atLeast?: number | undefined;
        atMost?: number | undefined;
      }
    >
    | undefined;
  readonly inside?: string | string[] | undefined;
  readonly notInside?: string | string[] | undefined;
  readonly functions?: "as-written" | "any" | undefined;
  readonly mark?: string | undefined;
  readonly message: string;
  readonly level?: string | undefined;
  readonly why?: string | undefined;
  readonly rewrite?: string | undefined;
}

/** What is wrong with a pattern, and under which of its keys. */
export class PatternError extends Error {
  constructor(
    message: string,
    readonly path: readonly (string | number)[],
  ) {
    super(message);
  }
}
