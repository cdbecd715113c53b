import type { Span } from "./edit.js";
import type { SourceText } from "./text.js";

const isBlank = (char: string): boolean => /^\s?$/.test(char);

/**
 * A span that a reader can see. An empty one takes in the character before it, or at the beginning of a line and behind blank space the one behind it; it
 * stays empty where there is neither.
 */
export function visible({ from, to }: Span, text: SourceText): Span {
  if (from < to) return { from, to };
  const around = text.slice(Math.max(0, from - 2), Math.min(text.length, from + 2));
  const middle = Math.min(2, from);
  const before = /[\ud800-\udbff][\udc00-\udfff]$/.exec(around.slice(0, middle))?.[0] ??
    around.slice(0, middle).slice(-1);
  const behind = /^[\ud800-\udbff][\udc00-\udfff]/.exec(around.slice(middle))?.[0] ?? around.slice(middle, middle + 1);
  if (!isBlank(before)) return { from: from - before.length, to };
  if (!isBlank(behind)) return { from, to: to + behind.length };
  if (/[^\n\r]/.test(before)) return { from: from - 1, to };
  return /[^\n\r]/.test(behind) ? { from, to: to + 1 } : { from, to };
}
