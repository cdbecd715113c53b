/** Saves that are going on. Some clients ask twice over one save, before it and as a code action: the work is done once. */
import { applyAll, type Edit } from "../text/edit.js";
import type { Text } from "../text/text.js";
import type { Typed } from "./typed.js";

export class Saves {
  private last: { readonly uri: string; readonly after: string } | undefined;

  constructor(private readonly typed: Typed) {}

  /** Edits were handed out for a save of a document. */
  answered(uri: string, text: Text, edits: readonly Edit[]): void {
    this.last = { uri, after: applyAll(text.value, edits) };
    this.typed.saves(uri, edits, this.last.after);
  }

  /** Whether a document is as it was left for the save that is going on. */
  isDone(uri: string, text: Text): boolean {
    return this.last?.uri === uri && this.last.after.length === text.length && this.last.after === text.value;
  }

  /** The document has been saved, or closed. */
  ended(uri: string): void {
    if (this.last?.uri === uri) this.last = undefined;
  }
}
