import type { SpacingStyle } from "./spacing.js";

/** How a text is to be laid out. */
export interface LayoutStyle extends SpacingStyle {
  /** How many characters a line may have. */
  readonly width: number;
  /** A step of indentation. */
  readonly step: string;
  /** Whether the cases of a `switch` are indented from it. */
  readonly cases: boolean;
  /** What ends a list that is broken over lines; `undefined` leaves that as it is. */
  readonly trailingComma: "over-lines" | "never" | undefined;
  /** Whether a list stays broken whose first element begins a line. */
  readonly brokenLists: "keep" | "join";
  /** How many blank lines may follow each other, and how many stand at the edges of a block. */
  readonly blank: { readonly most: number; readonly atEdges: number };
}
