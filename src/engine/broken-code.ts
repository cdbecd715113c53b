/** What is wrong with the form of a text, as far as rules ask for it: of nodes, of words, and of names that stand only in comments. */
import type { Language, Tree } from "../languages/language.js";
import type { LanguageValues } from "../languages/settings.js";
import type { SyntaxProblem } from "../syntax/problem.js";
import type { Text } from "../text/text.js";
import { Mention, type Subject } from "./broken-watch.js";
import { brokenWords } from "./broken-words.js";

/** How far behind a problem on its line, in UTF-16 code units, what follows is broken too. */
export const besideProblem = 3;

/** From where on a problem harms; a comment without its end takes what would have closed the statement before it. */
export function harmFrom({ code, from }: SyntaxProblem, text: Text): number {
  let at = from;
  if (code === "unfinished-comment") while (/\s/.test(text.slice(at - 1, at))) at -= 1;
  return at;
}

export class BrokenCode {
  /** The words on lines on which something is wrong in a tree. */
  private words: ReadonlySet<string> = new Set();
  private wordsIn: Tree | undefined;

  constructor(private readonly language: Language) {}

  /** `values` is what the settings say of the language. */
  isBroken(subject: Subject, text: Text, tree: Tree, values: LanguageValues): boolean {
    if (subject instanceof Mention) return this.language.isMentioned(text, tree, subject.name, values, subject.of);
    const { problems } = tree;
    if (problems.length === 0) return false;
    if (typeof subject === "string") return this.wordsOf(text, tree).has(subject);
    const from = subject.start;
    const to = from + subject.length;
    // What follows on the line is what the problem was noticed at.
    const isBeside = (end: number): boolean =>
      end >= from - besideProblem && text.slice(end, from).trim() === "" && !/[\n\r]/.test(text.slice(end, from));
    return problems.some(
      (problem) => harmFrom(problem, text) <= to && (problem.to >= from || isBeside(problem.to)),
    );
  }

  wordsOf(text: Text, tree: Tree): ReadonlySet<string> {
    if (this.wordsIn !== tree) {
      this.words = brokenWords(text, tree.problems);
      this.wordsIn = tree;
    }
    return this.words;
  }
}
