/** Whether edits leave what stands around them as it was. */
import type { CommentForms } from "../languages/language.js";
import { Reference } from "../model/binding.js";
import type { Node } from "../syntax/node.js";
import { nodesTouching } from "../syntax/walk.js";
import { moved, type Edit, type Span } from "../text/edit.js";
import type { Text } from "../text/text.js";

/** How far around an edit is looked, in characters. */
export const reach = 200;

/** Comments that are longer are compared by their first characters. */
const longestComment = 2000;

/** A node as it must be found again. */
interface Kept extends Span {
  readonly kind: string;
  /** Where the name it is means something, or -1. */
  readonly declared: number;
}

/** What stands in a stretch around edits before they are made. */
interface Window extends Span {
  readonly watched: readonly Edit[];
  /** The nodes that no edit touches. */
  readonly nodes: readonly Kept[];
  readonly comments: readonly string[];
}

/** The text around edits before they are made: its nodes, what its names mean, and its comments. */
export class Surroundings {
  private readonly windows: readonly Window[];
  /** By how much the text before each edit grows. */
  private readonly grown: readonly number[];

  /** The edits speak of the text and are in its order; only what is around those that are `watched` is looked at. */
  constructor(
    root: Node,
    text: Text,
    private readonly edits: readonly Edit[],
    watched: ReadonlySet<Edit>,
    private readonly forms: CommentForms,
  ) {
    let sum = 0;
    this.grown = edits.map(({ from, to, insert }) => (sum += insert.length - (to - from)) - insert.length + to - from);
    this.windows = windowsAround(edits.filter((edit) => watched.has(edit)), text.length).map((window) => ({
      ...window,
      nodes: keptIn(root, window).filter((node) => !this.isTouched(node)),
      comments: commentsIn(root, text, window, forms),
    }));
  }

  /** The watched edits around which something is not in the text after all of them: read as before, with names that mean the same, and no comment less. */
  lost(root: Node, text: Text): ReadonlySet<Edit> {
    const lost = this.windows.filter((window) => !this.isKept(window, root, text));
    return new Set(lost.flatMap(({ watched }) => watched));
  }

  private isKept(window: Window, root: Node, text: Text): boolean {
    const span = moved(window, this.edits);
    const after = new Map<string, number>();
    for (const { kind, from, to, declared } of keptIn(root, span)) after.set(`${kind} ${from} ${to}`, declared);
    const left = new Map<string, number>();
    for (const comment of commentsIn(root, text, span, this.forms)) left.set(comment, (left.get(comment) ?? 0) + 1);
    for (const comment of window.comments) {
      const count = left.get(comment) ?? 0;
      if (count === 0) return false;
      left.set(comment, count - 1);
    }
    return window.nodes.every((node) => this.isFound(node, after));
  }

  private isFound({ kind, from, to, declared }: Kept, after: ReadonlyMap<string, number>): boolean {
    for (const start of this.placesOf(from)) {
      for (const end of this.placesOf(to)) {
        const found = after.get(`${kind} ${start} ${end}`);
        if (found === undefined) continue;
        return declared < 0 || this.isEdited(declared) || this.placesOf(declared).includes(found);
      }
    }
    return false;
  }

  /** Whether an edit takes the text at an offset out. */
  private isEdited(offset: number): boolean {
    return this.isTouched({ from: offset, to: offset + 1 });
  }

  /** Whether an edit changes a part of a stretch, or puts something into it. */
  private isTouched({ from, to }: Span): boolean {
    const edit = this.edits[this.indexOf((one) => one.to > from)];
    return edit !== undefined && edit.from < to;
  }

  /** The index of the first edit of which something holds that holds of all behind it. */
  private indexOf(holds: (edit: Edit) => boolean): number {
    let low = 0;
    let high = this.edits.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (holds(this.edits[middle]!)) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  /** Where an offset is afterwards: before or behind what is put in there. */
  private placesOf(offset: number): readonly number[] {
    let index = this.indexOf(({ to }) => to >= offset);
    const last = this.edits[index - 1];
    let before = offset +
      (last === undefined ? 0 : this.grown[index - 1]! + last.insert.length - (last.to - last.from));
    let behind = before;
    // Those that end, or stand, right there.
    for (; index < this.edits.length && this.edits[index]!.to <= offset; index += 1) {
      const { from, to, insert } = this.edits[index]!;
      behind += insert.length - (to - from);
      before += from - to;
    }
    return before === behind ? [before] : [before, behind];
  }
}

/** Stretches around edits, those that touch as one. */
function windowsAround(edits: readonly Edit[], length: number): { from: number; to: number; watched: Edit[] }[] {
  const windows: { from: number; to: number; watched: Edit[] }[] = [];
  for (const edit of edits) {
    const [from, to] = [Math.max(0, edit.from - reach), Math.min(length, edit.to + reach)];
    const last = windows.at(-1);
    if (last !== undefined && from <= last.to) {
      last.to = Math.max(last.to, to);
      last.watched.push(edit);
    } else windows.push({ from, to, watched: [edit] });
  }
  return windows;
}

/** The nodes that have a part in a stretch. */
function keptIn(root: Node, { from, to }: Span): Kept[] {
  // A declarator without its word is an assignment of the same name and value.
  return nodesTouching(root, from, to).filter(({ type }) => type !== "VariableDeclarator").map((node) => {
    const { fact, directive } = node as { fact?: unknown; directive?: string | null };
    const declared = fact instanceof Reference ? fact.binding?.declarations[0]?.node.start ?? -1 : -1;
    return { kind: directive == null ? node.type : "Directive", from: node.start, to: node.end, declared };
  });
}

/** The comments that begin in a stretch, with blank space evened out. */
function commentsIn(root: Node, text: Text, { from, to }: Span, { form, isText }: CommentForms): string[] {
  const texts = nodesTouching(root, from, to).filter(isText);
  const found: string[] = [];
  const source = text.slice(from, Math.min(text.length, to + longestComment));
  for (const { index, 0: comment } of source.matchAll(form)) {
    const at = from + index;
    if (at >= to) break;
    if (texts.some((node) => node.start <= at && at < node.end)) continue;
    found.push(comment.replaceAll(/\s+/g, " ").trim());
  }
  return found;
}
