/** Counting the lines that hold code. */
import type { SourceText } from "../text/text.js";

/** Of longer code only this much, in UTF-16 code units, is gone through; of what stands behind it all lines count, where a text knows them. */
const mostCode = 20_000;

/** How the comments of a language begin, and how those end that may go over several lines. */
export interface CommentMarks {
  readonly line?: string;
  readonly block?: readonly [begin: string, end: string];
}

/** The lines of a stretch of text that hold more than blank space and comments. */
export function linesOfCode(text: SourceText, from: number, to: number, { line, block }: CommentMarks = {}): number {
  const limit = Math.min(to, from + mostCode);
  let count = text.lines === undefined || limit === to ? 0 : text.lines.lineAt(to) - text.lines.lineAt(limit);
  let inComment = false;
  for (const whole of text.slice(from, limit).split(/\r\n|[\n\r]/)) {
    let code = whole.trim();
    const begins = block !== undefined && !inComment && code.startsWith(block[0]);
    if (block !== undefined && (inComment || begins)) {
      const end = code.indexOf(block[1], begins ? block[0].length : 0);
      inComment = end < 0;
      code = inComment ? "" : code.slice(end + block[1].length).trim();
    }
    if (code !== "" && (line === undefined || !code.startsWith(line))) count += 1;
  }
  return count;
}
