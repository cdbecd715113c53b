/** Hush comments as they are being written. */
import { startsWith } from "../remedy/top-comment.js";
import type { Span } from "../text/edit.js";
import type { Place } from "./place.js";
import type { Session } from "./session.js";

export interface HushWritten {
  /** What stands behind `quill:`, up to the cursor. */
  readonly before: string;
  /** The rules and areas that are named, with where they are. */
  readonly names: readonly (Span & { readonly name: string })[];
}

/** The hush comment, or the beginning of one, on the line of an offset. */
export function hushAt({ workspace }: Session, { home }: Place, offset: number): HushWritten | undefined {
  const line = workspace.text(home).lineAt(offset);
  const marks = workspace.commentMarks(home).map((mark) => startsWith(mark, "\\s*quill:\\s*"));
  const found = marks.map((form) => form.exec(line.text)).find((match) => match !== null);
  if (found == null) return undefined;
  const start = line.from + found.index + found[0].length;
  if (offset < start) return undefined;
  const rest = line.text.slice(found.index + found[0].length);
  const list = /^hush(?:-file|-from|-to)?\s+([\w.*-]+(?:\s*,\s*[\w.*-]+)*)/.exec(rest);
  const names = list === null
    ? []
    : [...list[1]!.matchAll(/[\w.*-]+/g)].map((match) => {
      const from = start + list[0].length - list[1]!.length + match.index;
      return { name: match[0], from, to: from + match[0].length };
    });
  return { before: rest.slice(0, offset - start), names };
}
