/** What rules ask about types, and for which units they would be told otherwise after an edit. */
import { furthestComment, type Language } from "../languages/language.js";
import { Questions, type Question } from "../model/types/questions.js";
import { noTypes, type TypedDocument, type TypeReader } from "../model/types/reader.js";
import type { TreeChange } from "../syntax/change.js";
import type { Node } from "../syntax/node.js";
import { nodesTouching } from "../syntax/walk.js";
import { spanWith, type Edit, type Span } from "../text/edit.js";
import { AnswerWatch } from "./answer-watch.js";
import type { LinkQuestions } from "./link-questions.js";
import { RecordStore } from "./record-store.js";
import type { Called } from "./rule-run.js";
import type { NameNews } from "./units/unit-kind.js";

/** For which units the answers to questions are wanted. */
class QuestionWatch extends AnswerWatch<Question, true> {
  constructor(private readonly dropped: (question: Question) => void) {
    super();
  }

  protected override drop(question: Question): void {
    super.drop(question);
    this.dropped(question);
  }
}

/** The document as it is at the moment. */
export interface AskedDocument extends TypedDocument {
  /** For whom a rule is running. */
  readonly called: Called | undefined;
}

export class TypeQuestions {
  readonly watch = new QuestionWatch((question) => this.questions.drop(question));
  readonly reader: TypeReader;
  /** For what is asked of other files, which all units may rest on. */
  private readonly elsewhere: Called = { store: new RecordStore(), unit: {} };
  private readonly questions: Questions;
  /** What lies between the edits since the last look, in the text as it is. */
  private edited: Span | undefined;

  constructor(private readonly language: Language, document: AskedDocument, links: LinkQuestions) {
    const { elsewhere } = this;
    this.questions = new Questions(
      (question) => {
        const { called } = document;
        if (called !== undefined) this.watch.note(question, true, called.store, called.unit);
      },
      (question) => this.watch.answer(question) === true,
    );
    this.reader = language.types?.(document, {
      questions: this.questions,
      imported: (module, name) => links.declaredType("type-of", module, name, elsewhere),
      within: (path, name) => links.declaredType("type-in", path, name, elsewhere),
    }) ??
      noTypes;
  }

  clear(): void {
    this.watch.clear();
    this.questions.clear();
    this.edited = undefined;
  }

  edit(edit: Edit): void {
    this.edited = spanWith(this.edited, edit);
  }

  /** Takes note of what is to be asked of other files again; whether a unit is the one for which that was asked. */
  takeAgain(store: RecordStore): boolean {
    if (store !== this.elsewhere.store) return false;
    this.reader.elsewhereChanged();
    return true;
  }

  follow({ path }: TreeChange): void {
    this.around(path.at(-1));
  }

  /** Notes what changed in a node, for all that stands around it. */
  private around(node: Node | null | undefined): void {
    let inCode = false;
    for (let up = node ?? null; up !== null; up = up.parent) {
      this.questions.nodeChanged(up, inCode);
      inCode ||= this.isCode(up);
    }
  }

  /** Whether a node holds the code of a function. */
  private isCode(node: Node): boolean {
    const { parent } = node;
    return parent !== null &&
      parent.parent !== null &&
      this.language.isFlowRoot(parent) &&
      this.language.holdsLines(node);
  }

  leave(node: Node): void {
    this.questions.nodeChanged(node);
  }

  absorb({ bindings, references, declared }: NameNews): void {
    if (this.questions.isEmpty) return;
    for (const binding of bindings) this.reader.changed(binding);
    for (const { node } of references) this.around(node);
    this.reader.declared(declared.keys());
  }

  /** The units, each with its store, for which rules would be told otherwise now than they were. */
  changed(root: Node): readonly (readonly [RecordStore, object])[] {
    const { edited, questions, reader } = this;
    this.edited = undefined;
    if (questions.isEmpty) return [];
    if (edited !== undefined && reader.readsComments) {
      for (const { kind, key } of reader.loose) questions.keyChanged(kind, key);
      // A comment tells of what begins behind it.
      for (const node of nodesTouching(root, edited.from, edited.to + furthestComment)) {
        if (node.start >= edited.from) questions.nodeChanged(node);
      }
    }
    return questions.refresh().flatMap((question) => this.watch.withdraw(question));
  }
}
