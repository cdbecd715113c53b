/**
 * What is worked out of a text step by step, each step kept with what it was worked out from: after an edit only what rests on something that changed is worked
 * out again, and no further than answers differ (Hammer et al.: "Adapton: composable, demand-driven incremental computation", 2014).
 *
 * What rests on itself has no answer but the one of its kind for that, whichever step of the circle is asked first.
 */
import type { Node } from "../../syntax/node.js";

/** A kind of question, by what it is asked about. */
export interface QuestionKind<Key extends object, Answer> {
  readonly work: (key: Key) => Answer;
  readonly isSame: (one: Answer, other: Answer) => boolean;
  /** The answer where it rests on itself. */
  readonly none: Answer;
}

/** What of a node's text an answer rests on. */
export type Extent = "all" | "head";

type State = "known" | "doubtful" | "changed" | "at work";

/** A question that was asked, with its answer. */
export class Question<Answer = unknown> {
  answer!: Answer;
  state: State = "changed";
  /** What it was worked out from. */
  reads = new Set<Question>();
  readonly readers = new Set<Question>();
  /** The nodes whose text it was worked out from. */
  anchors: Node[] = [];
  isCircular = false;
  /** The round in which its answer became another one. */
  changedIn = 0;

  constructor(
    readonly kind: QuestionKind<object, Answer>,
    readonly key: object,
  ) {}
}

export class Questions {
  private readonly asked = new Map<QuestionKind<never, unknown>, Map<object, Question>>();
  private readonly anchored: Readonly<Record<Extent, Map<Node, Set<Question>>>> = { all: new Map(), head: new Map() };
  private readonly stack: Question[] = [];
  /** What may have another answer now. */
  private readonly doubted = new Set<Question>();
  private round = 0;
  /** What was found to rest on itself. */
  private circles: Question[] = [];
  /** What is to be looked at in this round. */
  private readonly pending = new Set<Question>();

  clear(): void {
    this.asked.clear();
    for (const questions of Object.values(this.anchored)) questions.clear();
    this.doubted.clear();
  }

  constructor(
    /** Is told of each question that nothing asks which is at work itself. */
    private readonly noteAsked: (question: Question) => void,
    /** Whether somebody beside other questions is to know when the answer is another one. */
    private readonly isHeld: (question: Question) => boolean,
  ) {}

  /** The answer to a question, which the one at work rests on from now on. */
  ask<Key extends object, Answer>(kind: QuestionKind<Key, Answer>, key: Key): Answer {
    let keys = this.asked.get(kind as never);
    if (keys === undefined) this.asked.set(kind as never, (keys = new Map()));
    let question = keys.get(key) as Question<Answer> | undefined;
    if (question === undefined) {
      question = new Question<Answer>(kind as unknown as QuestionKind<object, Answer>, key);
      question.answer = kind.none;
      keys.set(key, question as Question);
    }
    const reader = this.stack.at(-1);
    if (reader === undefined) this.noteAsked(question as Question);
    else {
      reader.reads.add(question as Question);
      question.readers.add(reader);
    }
    this.settle(question as Question);
    return question.state === "at work" ? kind.none : question.answer;
  }

  /** Notes that the question at work rests on the text of a node: all of it, or what is not the code of a function in it. */
  rest(node: Node, extent: Extent = "all"): void {
    const question = this.stack.at(-1);
    if (question === undefined) return;
    question.anchors.push(node);
    const anchored = this.anchored[extent];
    let questions = anchored.get(node);
    if (questions === undefined) anchored.set(node, (questions = new Set()));
    questions.add(question);
  }

  /** Notes that the text of a node is another one, or that names in it mean something else; `inCode` where that is so in the code of a function in it alone. */
  nodeChanged(node: Node, inCode = false): void {
    const { all, head } = this.anchored;
    for (const question of all.get(node) ?? []) this.doubt(question);
    if (!inCode) for (const question of head.get(node) ?? []) this.doubt(question);
  }

  /** Notes that a question of a kind may have another answer. */
  keyChanged(kind: QuestionKind<never, unknown>, key: object): void {
    const question = this.asked.get(kind)?.get(key);
    if (question !== undefined) this.doubt(question);
  }

  /** Works out what may have another answer, and gives the questions that have. */
  refresh(): Question[] {
    if (this.doubted.size === 0) return [];
    this.round += 1;
    const all = [...this.doubted];
    this.doubted.clear();
    for (const question of all) this.spread(question);
    const changed = new Set<Question>();
    for (const question of this.pending) {
      if (question.readers.size === 0 && !this.isHeld(question)) {
        this.drop(question);
        continue;
      }
      if (this.isOther(question)) changed.add(question);
    }
    this.pending.clear();
    this.circles = [];
    return [...changed];
  }

  /** Forgets a question nobody rests on, and what nobody rests on without it. */
  drop(question: Question): void {
    if (question.readers.size > 0) return;
    this.release(question);
    this.asked.get(question.kind as never)?.delete(question.key);
    this.doubted.delete(question);
  }

  /** Whether nothing was asked. */
  get isEmpty(): boolean {
    return this.asked.size === 0;
  }

  private doubt(question: Question): void {
    question.state = "changed";
    this.doubted.add(question);
  }

  /** Everything that rests on what may have changed may have changed. */
  private spread(question: Question): void {
    const list = [question];
    for (let one = list.pop(); one !== undefined; one = list.pop()) {
      if (this.pending.has(one)) continue;
      this.pending.add(one);
      if (one.state === "known") one.state = "doubtful";
      list.push(...one.readers);
    }
  }

  /** Whether the answer to a question is another one now; also where it fails, which those who ask are to be told. */
  private isOther(question: Question): boolean {
    try {
      this.settle(question);
      return question.changedIn === this.round;
    } catch {
      this.stack.length = 0;
      return true;
    }
  }

  private settle(question: Question): void {
    if (question.state === "known") return;
    if (question.state === "at work") {
      for (const one of this.stack.slice(this.stack.indexOf(question))) {
        one.isCircular = true;
        this.circles.push(one);
      }
      return;
    }
    if (question.state === "doubtful" && this.isAsBefore(question)) question.state = "known";
    else this.work(question);
  }

  /** Whether all that a question rests on is as it was. Where it turned out to rest on itself, the others of the circle are to be asked again beginning with it. */
  private isAsBefore(question: Question): boolean {
    const first = this.circles.length;
    question.isCircular = false;
    question.state = "at work";
    this.stack.push(question);
    const isAsBefore = [...question.reads].every((read) => {
      this.settle(read);
      return read.state === "known" && read.changedIn < this.round;
    });
    this.stack.pop();
    if (!question.isCircular) return isAsBefore;
    for (const one of this.circles.splice(first)) if (one.state === "known") one.state = "changed";
    return false;
  }

  private work(question: Question): void {
    const before = question.answer;
    this.release(question);
    question.isCircular = false;
    question.state = "at work";
    this.stack.push(question);
    let answer: unknown;
    try {
      answer = question.kind.work(question.key);
    } finally {
      this.stack.pop();
      question.state = "changed";
    }
    if (question.isCircular) answer = question.kind.none;
    question.state = "known";
    if (question.kind.isSame(before, answer)) return;
    question.answer = answer;
    question.changedIn = this.round;
  }

  /** Takes a question off what it rests on. */
  private release(question: Question): void {
    for (const read of question.reads) read.readers.delete(question);
    question.reads = new Set();
    for (const node of question.anchors) {
      for (const anchored of Object.values(this.anchored)) {
        const questions = anchored.get(node);
        questions?.delete(question);
        if (questions?.size === 0) anchored.delete(node);
      }
    }
    question.anchors = [];
  }
}
