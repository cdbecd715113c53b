import type { SourceText } from "../text/text.js";

/** Of longer code only this much, in UTF-16 code units, is gone through; of what stands behind it all lines count, where a text knows them. */
const mostCode = 20_000;

/** The lines of a stretch of text that hold more than blank space and comments. */
export function codeLines(text: SourceText, from: number, to: number): number {
  const limit = Math.min(to, from + mostCode);
  let count = text.lines === undefined || limit === to ? 0 : text.lines.lineAt(to) - text.lines.lineAt(limit);
  let inComment = false;
  for (const line of text.slice(from, limit).split(/\r\n|[\n\r]/)) {
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
