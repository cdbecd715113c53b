/**
 * Text that may be laid out in several ways, as an algebra: leaves, which stand in the source already, and between them what may be blank space or a line end.
 * Groups, indents and fills are those of Derek C. Oppen, "Prettyprinting", ACM TOPLAS 2(4), 1980; `printDoc` is their printer.
 */
import type { Node } from "../syntax/node.js";

export type Doc =
  | Leaf
  | Inserted
  | Line
  | Sequence
  | Group
  | Indent
  | Fill
  | Choice
  | Continuation
  | Either
  | Late
  | Unit;

interface Common {
  /** Whether the group it stands in has to be broken. */
  readonly breaks: boolean;
  /** Whether it goes over lines in any case, if only inside of brackets of its own. */
  readonly spread: boolean;
}

/** A token, comment or other stretch of the source, which stays as it is. */
export interface Leaf extends Common {
  readonly kind: "leaf";
  readonly from: number;
  readonly to: number;
  /** The width of its first line, and that of its last. */
  readonly first: number;
  readonly last: number;
  readonly isOneLine: boolean;
  /** A comment at the end of a line, for whose sake nothing is broken. */
  readonly isAside: boolean;
}

/** Blank space on a line, or a token that the source need not have, as the comma at the end of a list. */
export interface Inserted extends Common {
  readonly kind: "inserted";
  readonly text: string;
}

/** A line end where the group around it is broken, and `flat` otherwise. */
export interface Line extends Common {
  readonly kind: "line";
  readonly flat: string;
  /** How many blank lines follow the line end. */
  readonly blank: number;
}

export interface Sequence extends Common {
  readonly kind: "sequence";
  readonly parts: readonly Doc[];
}

/** Laid out flat as a whole if it fits and nothing in it breaks, or with line ends at all of its own lines. */
export interface Group extends Common {
  readonly kind: "group";
  readonly content: Doc;
  readonly isBroken: boolean;
  /** How wide its brackets are, if it begins and ends with such: then its line ends are nobody else's matter. */
  readonly brackets: Brackets | undefined;
}

/** The width of what stands before the first line end of a broken group, and behind its last. */
export interface Brackets {
  readonly open: number;
  readonly close: number;
}

/** A step further in for the line ends in it. */
export interface Indent extends Common {
  readonly kind: "indent";
  readonly content: Doc;
}

/** Contents and, at odd places, what stands between them: as many as fit on each line. */
export interface Fill extends Common {
  readonly kind: "fill";
  readonly parts: readonly Doc[];
  /** The index of its first part. */
  readonly begin: number;
}

/** The first of some ways that fits but for what is in broken brackets; the last if none does. `flat` is taken if it fits and nothing in it goes over lines. */
export interface Choice extends Common {
  readonly kind: "choice";
  readonly flat: Doc;
  readonly ways: readonly Doc[];
}

/**
 * What stands behind an operator, on its line or on the next. It stays if it fits; else it goes to the next line if it fits there as a whole
 * (and `prefers` the next line, or cannot be broken), else it stays if its first line fits.
 */
export interface Continuation extends Common {
  readonly kind: "continuation";
  readonly content: Doc;
  /** The same for the next line, where its own lines need not be further in. */
  readonly below: Doc;
  readonly prefers: "inside" | "next-line";
}

/** One thing in a broken group, and another in a flat one. */
export interface Either extends Common {
  readonly kind: "either";
  readonly broken: Doc;
  readonly flat: Doc;
}

/** Broken only when what stands before it on the line has been. */
export interface Late extends Common {
  readonly kind: "late";
  readonly content: Doc;
}

/** A part that is laid out by itself: it begins on a line of its own and nothing but a `,` or `;` follows on its last line. */
export interface Unit extends Common {
  readonly kind: "unit";
  readonly node: Node;
}

const calm = { breaks: false, spread: false };

/** A stretch of the source; `text` is what stands there. */
export function leaf(from: number, text: string, isAside = false): Leaf {
  const end = text.search(/[\n\r]/);
  const isOneLine = end < 0;
  const last = isOneLine ? text.length : text.length - 1 - Math.max(text.lastIndexOf("\n"), text.lastIndexOf("\r"));
  return {
    kind: "leaf",
    from,
    to: from + text.length,
    first: isOneLine ? text.length : end,
    last,
    isOneLine,
    isAside,
    ...calm,
  };
}

const insertedOnes = new Map<string, Inserted>();

export function inserted(text: string): Inserted {
  let one = insertedOnes.get(text);
  if (one === undefined) insertedOnes.set(text, (one = { kind: "inserted", text, ...calm }));
  return one;
}

export const nothing: Doc = { kind: "sequence", parts: [], ...calm };
export const softLine: Doc = { kind: "line", flat: "", blank: 0, ...calm };
export const spaceLine: Doc = { kind: "line", flat: " ", blank: 0, ...calm };

/** A line end in any case, with blank lines behind it. */
export const hardLine = (blank = 0): Line => ({ kind: "line", flat: "", blank, breaks: true, spread: true });

const flags = (parts: readonly Doc[]): Common => ({
  breaks: parts.some((part) => part.breaks),
  spread: parts.some((part) => part.spread),
});

export const sequence = (...parts: readonly Doc[]): Doc => (
  parts.length === 1 ? parts[0]! : { kind: "sequence", parts, ...flags(parts) }
);
export const indent = (...parts: readonly Doc[]): Indent => ({
  kind: "indent",
  content: sequence(...parts),
  ...flags(parts),
});
export const fill = (parts: readonly Doc[]): Fill => ({ kind: "fill", parts, begin: 0, ...flags(parts) });

/**
 * Broken if something in it goes over lines in any case: what was broken for its width goes over lines in any case the next time, and must not change what is around it.
 */
export const group = (...parts: readonly Doc[]): Group => {
  const content = sequence(...parts);
  return {
    kind: "group",
    content,
    isBroken: content.spread,
    brackets: undefined,
    breaks: content.breaks,
    spread: content.spread,
  };
};

/** A group from bracket to bracket, which may stay on the line of what stands around it. `isBroken` breaks it in any case. */
export const bracketGroup = (content: Doc, { isBroken = false, brackets = { open: 1, close: 1 } } = {}): Group => {
  const breaks = isBroken || content.spread;
  return { kind: "group", content, isBroken: breaks, brackets, breaks: false, spread: breaks };
};

export const choice = (flat: Doc, ...ways: readonly Doc[]): Choice => ({
  kind: "choice",
  flat,
  ways,
  breaks: false,
  spread: flat.spread,
});
export const continuation = (content: Doc, prefers: Continuation["prefers"], below = content): Continuation => ({
  kind: "continuation",
  content,
  below,
  prefers,
  breaks: content.breaks,
  spread: content.spread,
});
export const either = (broken: Doc, flat: Doc): Either => ({ kind: "either", broken, flat, ...calm });
export const late = (...parts: readonly Doc[]): Late => ({
  kind: "late",
  content: sequence(...parts),
  ...flags(parts),
});
export const unit = (node: Node): Unit => ({ kind: "unit", node, breaks: true, spread: true });

/** The same with its last brackets broken; `undefined` where it has none. */
export function broken(doc: Doc): Doc | undefined {
  switch (doc.kind) {
    case "group": {
      if (doc.brackets !== undefined) return { ...doc, isBroken: true, spread: true };
      const content = broken(doc.content);
      return content && { ...doc, content };
    }
    case "choice": {
      const [way] = doc.ways;
      return way?.kind === "group" && way.brackets === undefined ? undefined : way;
    }
    case "continuation": {
      const content = broken(doc.content);
      return content && sequence(inserted(" "), content);
    }
    case "sequence":
      for (let index = doc.parts.length - 1; index >= 0; index -= 1) {
        const part = broken(doc.parts[index]!);
        if (part !== undefined) return sequence(...doc.parts.slice(0, index), part, ...doc.parts.slice(index + 1));
      }
      return undefined;
    default:
      return undefined;
  }
}
