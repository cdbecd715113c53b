/** What is wrong with the form of a text, as far as rules ask for it: of nodes, of words, and of names that stand only in comments. */
import type { Language, Tree } from "../languages/language.js";
import type { LanguageValues } from "../languages/settings.js";
import type { SyntaxProblem } from "../syntax/problem.js";
import type { Span } from "../text/edit.js";
import type { Text } from "../text/text.js";
import { Mention, type Subject } from "./broken-watch.js";
import { brokenWords } from "./broken-words.js";

/** Up to where behind a problem on its line, in UTF-16 code units, what begins there is most likely read otherwise than it is meant. */
const besideProblem = 200;

/** Where what a problem harms ends: with its line, if that is not very long. */
export function harmTo({ to }: SyntaxProblem, text: Text): number {
  return to + /^[^\n\r]*/.exec(text.slice(to, to + besideProblem))![0].length;
}

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

  /** The stretches of a tree's text that problems harm, in order, none touching another. */
  private harmed: readonly Span[] = [];
  private harmedTree: Tree | undefined;

  constructor(private readonly language: Language) {}

  /** `values` is what the settings say of the language. */
  isBroken(subject: Subject, text: Text, tree: Tree, values: LanguageValues): boolean {
    if (subject instanceof Mention) return this.language.isMentioned(text, tree, subject.name, values, subject.of);
    const { problems } = tree;
    if (problems.length === 0) return false;
    if (typeof subject === "string") return this.wordsOf(text, tree).has(subject);
    const from = subject.start;
    const harmed = this.harmedIn(text, tree);
    // The last stretch that begins before the node ends.
    let low = 0;
    let high = harmed.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (harmed[middle]!.from <= from + subject.length) low = middle + 1;
      else high = middle;
    }
    return low > 0 && harmed[low - 1]!.to >= from;
  }

  private harmedIn(text: Text, tree: Tree): readonly Span[] {
    if (this.harmedTree === tree) return this.harmed;
    this.harmedTree = tree;
    const spans = tree.problems.map((problem) => ({
      from: harmFrom(problem, text),
      to: harmTo(problem, text),
    })).sort((a, b) => a.from - b.from);
    const joined: Span[] = [];
    for (const { from, to } of spans) {
      const last = joined.at(-1);
      if (last === undefined || from > last.to) joined.push({ from, to });
      else if (to > last.to) joined[joined.length - 1] = { from: last.from, to };
    }
    return (this.harmed = joined);
  }

  wordsOf(text: Text, tree: Tree): ReadonlySet<string> {
    if (this.wordsIn !== tree) {
      this.words = brokenWords(text, tree.problems);
      this.wordsIn = tree;
    }
    return this.words;
  }
}
