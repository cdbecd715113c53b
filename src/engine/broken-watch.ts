import type { Node } from "../syntax/node.js";
import { AnswerWatch } from "./answer-watch.js";
import type { RecordStore } from "./record-store.js";

/** A name of which a rule asks whether a documentation comment uses it, or that of a function tells of a parameter of that name. */
export class Mention {
  constructor(
    readonly name: string,
    readonly of: Node | undefined,
  ) {}
}

/** What rules ask about: whether a node is broken, a name stands where something is, or a comment uses it. */
export type Subject = Node | string | Mention;

/** Of which nodes and names rules asked whether they are broken, what they were told, and for what they asked. */
export class BrokenWatch extends AnswerWatch<Subject, boolean> {
  /** Those that are broken, of those that were asked about, but for what comments of functions tell. */
  readonly broken = new Set<Subject>();
  private readonly mentions = new Map<string, Mention>();
  private readonly comments = new Map<Node, Map<string, Mention>>();

  /** A name as what is asked about, of a function where its parameter is meant. */
  mention(name: string, of?: Node): Mention {
    let mentions = of === undefined ? this.mentions : this.comments.get(of);
    if (mentions === undefined) this.comments.set(of!, (mentions = new Map()));
    let mention = mentions.get(name);
    if (mention === undefined) mentions.set(name, (mention = new Mention(name, of)));
    return mention;
  }

  /** All names of which it was asked whether a comment uses them. */
  get mentioned(): Iterable<Mention> {
    return this.mentions.values();
  }

  /** Whether it was asked what the comment of a function tells. */
  get hasComments(): boolean {
    return this.comments.size > 0;
  }

  /** What was asked of the comment before a function. */
  mentionedBefore(of: Node): Iterable<Mention> {
    return this.comments.get(of)?.values() ?? [];
  }

  override note(subject: Subject, answer: boolean, store: RecordStore, unit: object): void {
    super.note(subject, answer, store, unit);
    if (answer && !(subject instanceof Mention && subject.of !== undefined)) this.broken.add(subject);
  }

  override clear(): void {
    super.clear();
    this.mentions.clear();
    this.comments.clear();
    this.broken.clear();
  }

  protected override drop(subject: Subject): void {
    super.drop(subject);
    this.broken.delete(subject);
    if (!(subject instanceof Mention)) return;
    if (subject.of === undefined) {
      this.mentions.delete(subject.name);
      return;
    }
    const mentions = this.comments.get(subject.of);
    mentions?.delete(subject.name);
    if (mentions?.size === 0) this.comments.delete(subject.of);
  }
}
