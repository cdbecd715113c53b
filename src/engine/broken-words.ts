import type { SyntaxProblem } from "../syntax/problem.js";
import type { Text } from "../text/text.js";

/** Of longer lines, only this much is looked at before and behind a problem, in characters. */
const most = 200;

/** Stand among the words for the name of what is declared without one, and for a value that is not there. */
export const nameless = "";
export const valueless = "=";

/** Stands among the words for one that follows a problem on its line, so that it may be read otherwise than it is meant. */
export const behind = (word: string): string => `>${word}`;

const wordsIn = (text: string): Iterable<string> => (text.match(/[\p{ID_Start}$_][\p{ID_Continue}$]*/gu) ?? []);

/** The words on the lines on which something is wrong with the form of a text. */
export function brokenWords(text: Text, problems: readonly SyntaxProblem[]): ReadonlySet<string> {
  const words = new Set<string>();
  for (const { from, to, seen, lacks } of problems) {
    if (lacks !== undefined) words.add(lacks === "name" ? nameless : valueless);
    const end = Math.max(to, seen);
    const before = text.slice(Math.max(0, from - most), from);
    const behindIt = text.slice(end, end + most);
    const start = Math.max(before.lastIndexOf("\n"), before.lastIndexOf("\r")) + 1;
    // What is opened far before where that is noticed is broken at both ends.
    const middle = end - from > 2 * most
      ? `${text.slice(from, from + most)} ${text.slice(end - most, end)}`
      : text.slice(from, end);
    const [rest] = /^[^\n\r]*/.exec(behindIt)!;
    for (const word of wordsIn(before.slice(start))) words.add(word);
    for (const word of wordsIn(middle + rest)) words.add(word).add(behind(word));
  }
  return words;
}
