/** What rules ask about broken code, and for which units the answer is another one after an edit. */
import { furthestComment, type Language, type Tree } from "../languages/language.js";
import type { LanguageValues } from "../languages/settings.js";
import { nodesTouching } from "../syntax/walk.js";
import { spanWith, type Edit, type Span } from "../text/edit.js";
import type { Text } from "../text/text.js";
import { BrokenCode, harmFrom, harmTo } from "./broken-code.js";
import { BrokenWatch, type Mention, type Subject } from "./broken-watch.js";
import type { RecordStore } from "./record-store.js";
import type { Called } from "./rule-run.js";

/** A text as it is, with what the settings say of its language. */
export interface ReadText {
  readonly text: Text;
  readonly tree: Tree;
  readonly values: LanguageValues;
}

export class BrokenQuestions {
  readonly watch = new BrokenWatch();
  private readonly code: BrokenCode;
  /** What lies between the edits since it was last asked what is broken, in the text as it is. */
  private edited: Span | undefined;
  /** The tree that was asked for what is broken. */
  private checkedIn: Tree | undefined;

  constructor(language: Language) {
    this.code = new BrokenCode(language);
  }

  edit(edit: Edit): void {
    this.edited = spanWith(this.edited, edit);
  }

  /** A name as what is asked about. */
  mention(name: string, of?: Parameters<BrokenWatch["mention"]>[1]): Mention {
    return this.watch.mention(name, of);
  }

  /** Answers a rule, which is run again for what it was called for when the answer is another one. */
  ask(subject: Subject, read: ReadText, called: Called | undefined): boolean {
    const answer = this.watch.answer(subject) ?? this.isBroken(subject, read);
    if (called !== undefined) this.watch.note(subject, answer, called.store, called.unit);
    return answer;
  }

  /** The units, each with its store, for which rules would be told otherwise now than they were. */
  changed(read: ReadText): readonly (readonly [RecordStore, object])[] {
    if (this.checkedIn === read.tree) return [];
    this.checkedIn = read.tree;
    const found: (readonly [RecordStore, object])[] = [];
    for (const subject of this.doubtful(read)) {
      const answer = this.watch.answer(subject);
      if (answer === undefined || this.isBroken(subject, read) === answer) continue;
      found.push(...this.watch.withdraw(subject));
    }
    return found;
  }

  /** What was broken is asked again; what was not can only be broken where there is a problem. */
  private doubtful({ text, tree }: ReadText): ReadonlySet<Subject> {
    const { edited, watch } = this;
    this.edited = undefined;
    const doubtful = new Set(watch.broken);
    // Of a function's parameters only the comment before it tells.
    if (edited !== undefined && watch.hasComments) {
      for (const node of nodesTouching(tree.root, edited.from, edited.to + furthestComment)) {
        for (const mention of watch.mentionedBefore(node)) doubtful.add(mention);
      }
    }
    for (const problem of tree.problems) {
      for (const node of nodesTouching(tree.root, harmFrom(problem, text), harmTo(problem, text))) {
        doubtful.add(node);
      }
    }
    for (const word of this.code.wordsOf(text, tree)) doubtful.add(word);
    for (const mention of watch.mentioned) doubtful.add(mention);
    return doubtful;
  }

  private isBroken(subject: Subject, { text, tree, values }: ReadText): boolean {
    return this.code.isBroken(subject, text, tree, values);
  }
}
