/**
 * Text that may be laid out on one line or on several, and its printing to a width, in time that grows with the text: each group is laid out flat if what follows up to the next
 * possible line end fits, and broken otherwise. After Derek C. Oppen, "Prettyprinting", ACM TOPLAS 2(4), 1980.
 */
export type Doc = string | readonly Doc[] | Line | Group | Indent;

interface Line {
  readonly kind: "line";
  /** What stands there when it is no line end. */
  readonly flat: string;
}

interface Group {
  readonly kind: "group";
  readonly content: Doc;
}

interface Indent {
  readonly kind: "indent";
  readonly content: Doc;
}

/** A line end where the group around it is broken, and nothing or a space otherwise. */
export const softLine: Doc = { kind: "line", flat: "" };
export const spaceLine: Doc = { kind: "line", flat: " " };

/** Laid out flat as a whole, or with line ends at all of its own lines. */
export const group = (...content: Doc[]): Doc => ({ kind: "group", content });

/** A step further in for the line ends in it. */
export const indent = (...content: Doc[]): Doc => ({ kind: "indent", content });

export interface PrintOptions {
  /** How many characters a line may have. */
  readonly width: number;
  /** The column at which printing begins. */
  readonly column: number;
  /** What lines begin with that are not indented further. */
  readonly base: string;
  readonly step: string;
  readonly lineBreak: string;
}

interface Command {
  readonly depth: number;
  readonly isFlat: boolean;
  readonly doc: Doc;
}

/** Whether what comes fits into the room that is left on the line, up to the first line end. */
function fits(first: Command, rest: readonly Command[], room: number): boolean {
  let left = room;
  let next = rest.length;
  const stack: Command[] = [first];
  while (left >= 0) {
    const command = stack.pop() ?? rest[(next -= 1)];
    if (command === undefined) return true;
    const { doc, isFlat, depth } = command;
    if (typeof doc === "string") left -= doc.length;
    else if (!("kind" in doc)) for (let at = doc.length - 1; at >= 0; at -= 1) stack.push({ depth, isFlat, doc: doc[at]! });
    else if (doc.kind === "line") {
      if (!isFlat) return true;
      left -= doc.flat.length;
    } else stack.push({ depth, isFlat, doc: doc.content });
  }
  return false;
}

export function print(doc: Doc, { width, column, base, step, lineBreak }: PrintOptions): string {
  let printed = "";
  let at = column;
  const stack: Command[] = [{ depth: 0, isFlat: false, doc }];
  for (let command = stack.pop(); command !== undefined; command = stack.pop()) {
    const { depth, isFlat, doc: one } = command;
    if (typeof one === "string") {
      printed += one;
      at += one.length;
    } else if (!("kind" in one)) for (let index = one.length - 1; index >= 0; index -= 1) stack.push({ depth, isFlat, doc: one[index]! });
    else if (one.kind === "indent") stack.push({ depth: depth + 1, isFlat, doc: one.content });
    else if (one.kind === "group") {
      const flat = { depth, isFlat: true, doc: one.content };
      stack.push(isFlat || fits(flat, stack, width - at) ? flat : { ...flat, isFlat: false });
    } else if (isFlat) {
      printed += one.flat;
      at += one.flat.length;
    } else {
      const lead = base + step.repeat(depth);
      printed = `${printed.trimEnd()}${lineBreak}${lead}`;
      at = lead.length;
    }
  }
  return printed;
}
