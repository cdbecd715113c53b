import type { SourceText } from "../../../text/text.js";

/** Whether a stretch of source holds a comment; to be asked of stretches without texts in them. */
export function holdsComment(text: SourceText, from: number, to: number): boolean {
  return /\/\/|\/\*/.test(text.slice(from, to));
}
