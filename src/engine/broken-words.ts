import type { SyntaxProblem } from "../syntax/problem.js";
import type { Text } from "../text/text.js";

/** Of longer lines, only this much is looked at before and behind a problem, in characters. */
const most = 200;

/** The words on the lines on which something is wrong with the form of a text. */
export function brokenWords(text: Text, problems: readonly SyntaxProblem[]): ReadonlySet<string> {
  const words = new Set<string>();
  for (const { from, to, seen } of problems) {
    const end = Math.max(to, seen);
    const before = text.slice(Math.max(0, from - most), from);
    const behind = text.slice(end, end + most);
    const start = Math.max(before.lastIndexOf("\n"), before.lastIndexOf("\r")) + 1;
    // What is opened far before where that is noticed is broken at both ends.
    const middle = end - from > 2 * most
      ? `${text.slice(from, from + most)} ${text.slice(end - most, end)}`
      : text.slice(from, end);
    const around = before.slice(start) + middle + /^[^\n\r]*/.exec(behind)![0];
    for (const [word] of around.matchAll(/[\p{ID_Start}$_][\p{ID_Continue}$]*/gu)) words.add(word);
  }
  return words;
}
