import type { SourceText } from "../text/text.js";

/** Of longer code only this much, in UTF-16 code units, is gone through for its lines. */
const mostCode = 60_000;

/** The lines of a stretch of text that hold more than blank space and comments. */
export function codeLines(text: SourceText, from: number, to: number): number {
  let count = 0;
  let inComment = false;
  for (const line of text.slice(from, Math.min(to, from + mostCode)).split(/\r\n|[\n\r]/)) {
    const code = line.trim();
    if (inComment) {
      inComment = !code.includes("*/");
      continue;
    }
    if (code === "" || /^(?:\/\/|#|--)/.test(code)) continue;
    if (code.startsWith("/*")) {
      inComment = !code.includes("*/");
      continue;
    }
    count += 1;
  }
  return count;
}
