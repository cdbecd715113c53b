/** What has been typed in documents since they were opened, so that no save takes it out. */
import { moved, type Edit, type Span } from "../text/edit.js";

/** Of more stretches than this those that lie next to each other become one. */
const most = 2000;

export class Typed {
  private readonly stretches = new Map<string, readonly Span[]>();
  /** What a save will leave, and the stretches then: what it changes has not been typed. */
  private readonly saving = new Map<string, { readonly after: string; readonly stretches: readonly Span[] }>();

  in(uri: string): readonly Span[] {
    return this.stretches.get(uri) ?? [];
  }

  /** Notes edits, each of the text that the one before left. */
  note(uri: string, edits: readonly Edit[], after: { readonly length: number; readonly value: string }): void {
    let spans = this.in(uri);
    for (const edit of edits) spans = withEdit(spans, edit);
    const saving = this.saving.get(uri);
    const isSaved = saving !== undefined && saving.after.length === after.length && saving.after === after.value;
    this.stretches.set(uri, isSaved ? saving.stretches : spans);
  }

  /** Edits were handed out that a save makes, in document order; `after` is the text then. */
  saves(uri: string, edits: readonly Edit[], after: string): void {
    this.saving.set(uri, { after, stretches: this.in(uri).map((span) => moved(span, edits)) });
  }

  saved(uri: string): void {
    this.saving.delete(uri);
  }

  forget(uri: string): void {
    this.stretches.delete(uri);
    this.saving.delete(uri);
  }
}

function withEdit(before: readonly Span[], edit: Edit): readonly Span[] {
  const spans = before.map((span) => moved(span, [edit]));
  const to = edit.from + edit.insert.length;
  // What is typed on at a stretch belongs to it.
  if (!spans.some((span) => span.from <= edit.from && span.to >= to)) spans.push({ from: edit.from, to });
  return spans.length <= most ? spans : joined(spans);
}

/** Half as many stretches, each from two that lie next to each other. */
function joined(spans: readonly Span[]): readonly Span[] {
  const sorted = [...spans].sort((a, b) => a.from - b.from);
  return sorted.flatMap(
    ({ from, to }, index) => index % 2 === 0 ? [{ from, to: Math.max(to, sorted[index + 1]?.to ?? to) }] : [],
  );
}
