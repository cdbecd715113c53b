/** How a text is to be laid out. */
export interface LayoutStyle {
  /** How many characters a line may have. */
  readonly width: number;
  /** A step of indentation. */
  readonly step: string;
  /** What ends a list that is broken over lines; `undefined` leaves that as it is. */
  readonly trailingComma: "over-lines" | "never" | undefined;
  /** Whether a list stays broken whose first element begins a line. */
  readonly brokenLists: "keep" | "join";
  /** Whether the edition lets the managers of a `with` stand in parentheses. */
  readonly hasWithLists: boolean;
}
