/**
 * Printing a `Doc` to a width, in time that grows with its length: a group is laid out flat if what follows up to the next possible line end fits, which is looked
 * for no further than the line is wide, and broken otherwise. After Derek C. Oppen, "Prettyprinting", ACM TOPLAS 2(4), 1980.
 */
import type { Node } from "../syntax/node.js";
import type { SourceText } from "../text/text.js";
import type { Continuation, Doc, Fill } from "./doc.js";

export interface PrintOptions {
  readonly text: SourceText;
  /** How many characters a line may have. */
  readonly width: number;
  /** What the line begins with on which printing begins. */
  readonly base: string;
  /** A step of indentation. */
  readonly step: string;
  readonly lineBreak: string;
}

/** What stands between two leaves now, `[from, to)`, and what belongs there. */
export interface Gap {
  readonly from: number;
  readonly to: number;
  readonly insert: string;
}

/** A part to be laid out by itself, and what its line is indented by. */
export interface PrintedUnit {
  readonly node: Node;
  readonly base: string;
}

export interface Printed {
  /** The gaps that differ, in order. */
  readonly gaps: readonly Gap[];
  readonly units: readonly PrintedUnit[];
}

interface Command {
  readonly depth: number;
  readonly isFlat: boolean;
  readonly doc: Doc;
}

/** What has brackets of its own may go over lines in what is flat; beyond this many it is not looked on. */
const mostSpread = 4;

class Printer {
  private readonly gaps: Gap[] = [];
  private readonly units: PrintedUnit[] = [];
  private readonly stack: Command[] = [];
  /** The column, and the end of the last leaf. */
  private at: number;
  private end = -1;
  /** What belongs between the last leaf and the next. */
  private pending = "";

  constructor(private readonly options: PrintOptions) {
    this.at = options.base.length;
  }

  run(doc: Doc): Printed {
    this.push(0, false, doc);
    for (let command = this.stack.pop(); command !== undefined; command = this.stack.pop()) this.step(command);
    // What is put in may stand last.
    if (this.pending.trim() !== "") this.gaps.push({ from: this.end, to: this.end, insert: this.pending });
    return { gaps: this.gaps, units: this.units };
  }

  private push(depth: number, isFlat: boolean, doc: Doc): void {
    this.stack.push({ depth, isFlat, doc });
  }

  private pushAll(depth: number, isFlat: boolean, parts: readonly Doc[]): void {
    for (let index = parts.length - 1; index >= 0; index -= 1) this.push(depth, isFlat, parts[index]!);
  }

  private step({ depth, isFlat, doc }: Command): void {
    switch (doc.kind) {
      case "leaf":
        this.place(doc.from, doc.to);
        this.at = doc.isOneLine ? this.at + doc.first : doc.last;
        break;
      case "inserted":
        this.pending += doc.text;
        this.at += doc.text.length;
        break;
      case "line":
        if (isFlat && !doc.breaks) {
          this.pending += doc.flat;
          this.at += doc.flat.length;
        } else this.newLine(depth, doc.blank);
        break;
      case "sequence":
        this.pushAll(depth, isFlat, doc.parts);
        break;
      case "indent":
        // What holds no line end puts nothing further in, whatever brackets in it do.
        this.push(isFlat ? depth : depth + 1, isFlat, doc.content);
        break;
      case "group":
        this.push(
          depth,
          !doc.isBroken && (isFlat || this.fits({ depth, isFlat: true, doc: doc.content })),
          doc.content,
        );
        break;
      case "late":
        this.push(depth, isFlat, doc.content);
        break;
      case "either":
        this.push(depth, isFlat, isFlat ? doc.flat : doc.broken);
        break;
      case "choice": {
        const flat = { depth, isFlat: true, doc: doc.flat };
        if (isFlat || (!doc.flat.spread && this.fits(flat))) this.stack.push(flat);
        else {
          this.push(
            depth,
            false,
            doc.ways.find((way) => this.fits({ depth, isFlat: true, doc: way })) ?? doc.ways.at(-1)!,
          );
        }
        break;
      }
      case "continuation":
        if (isFlat || !this.goesOn(depth, doc)) {
          this.pending += " ";
          this.at += 1;
          this.push(depth, isFlat, doc.content);
        } else {
          this.newLine(depth + 1, 0);
          this.push(depth + 1, false, doc.below);
        }
        break;
      case "fill":
        this.fill(depth, isFlat, doc);
        break;
      case "unit": {
        const { node } = doc;
        const { start } = node;
        this.place(start, start + node.length);
        this.units.push({ node, base: this.lead(depth) });
        break;
      }
    }
  }

  private lead(depth: number): string {
    return this.options.base + this.options.step.repeat(depth);
  }

  private newLine(depth: number, blank: number): void {
    const lead = this.lead(depth);
    this.pending = this.pending.trimEnd() + this.options.lineBreak.repeat(blank + 1) + lead;
    this.at = lead.length;
  }

  /** Sets down a leaf, with what is pending before it. */
  private place(from: number, to: number): void {
    if (this.end < 0) {
      if (this.pending !== "") this.gaps.push({ from, to: from, insert: this.pending });
    } else if (!this.isThere(from)) this.gaps.push({ from: this.end, to: from, insert: this.pending });
    this.end = to;
    this.pending = "";
  }

  /** Whether what is pending stands before a leaf already; how lines end there does not count. */
  private isThere(from: number): boolean {
    const source = this.options.text.slice(this.end, from);
    return source === this.pending ||
      (source.includes("\r") && source.replaceAll(/\r\n?/g, this.options.lineBreak) === this.pending);
  }

  /** Whether something goes to the next line rather than staying behind its operator. */
  private goesOn(depth: number, { content, prefers }: Continuation): boolean {
    const { width } = this.options;
    const here = width - this.at - 1;
    const below = width - this.lead(depth + 1).length;
    // What goes over lines in any case is treated as what has to, so that a second run finds the same.
    const isCompact = !content.spread;
    const flat = { depth, isFlat: true, doc: content };
    const open = { depth, isFlat: false, doc: content };
    if (isCompact && this.fits(flat, here)) return false;
    // In the next line nothing is gained for what is indented there just as far.
    if (below <= here) return false;
    if (prefers === "next-line" && isCompact && this.fits(flat, below)) return true;
    const breaks = canBreak(content);
    if (breaks && this.fits(open, here, true, true)) return false;
    return (isCompact && this.fits(flat, below)) || (breaks && this.fits(open, below, true, true));
  }

  private fill(depth: number, isFlat: boolean, doc: Fill): void {
    const { parts, begin } = doc;
    const first = parts[begin];
    if (first === undefined) return;
    const here = {
      depth,
      isFlat: isFlat || (!first.spread && this.fits({ depth, isFlat: true, doc: first }, undefined, false)),
      doc: first,
    };
    const separator = parts[begin + 1];
    const next = parts[begin + 2];
    if (separator !== undefined && next !== undefined) {
      this.push(depth, isFlat, { ...doc, begin: begin + 2 });
      // What is in front may itself go over lines: then what follows begins a new one.
      this.push(
        depth,
        isFlat || (here.isFlat && !separator.breaks && this.fitsBoth(depth, first, widthOf(separator), next)),
        separator,
      );
    }
    this.stack.push(here);
  }

  private fitsBoth(depth: number, first: Doc, between: number, next: Doc): boolean {
    if (next.spread) return false;
    const left = this.room({ depth, isFlat: true, doc: first }, this.options.width - this.at, false);
    return left !== undefined && this.fits({ depth, isFlat: true, doc: next }, left - between, false);
  }

  private fits(first: Command, room = this.options.width - this.at, withRest = true, isEager = false): boolean {
    return this.room(first, room, withRest, isEager) !== undefined;
  }

  /**
   * The room that is left on the line where what comes ends, or the first line end in it may be; `undefined` if it does not fit. Where that is `eager`, its groups
   * are taken as broken, as are those behind it always.
   */
  private room(first: Command, room: number, withRest: boolean, isEager = false): number | undefined {
    let left = room;
    let next = withRest ? this.stack.length : 0;
    let spread = 0;
    let isAhead = isEager;
    let isBehind = false;
    const waiting: Command[] = [first];
    const sequenceOf = (depth: number, isFlat: boolean, parts: readonly Doc[]): void => {
      for (let index = parts.length - 1; index >= 0; index -= 1) waiting.push({ depth, isFlat, doc: parts[index]! });
    };
    while (left >= 0) {
      if (waiting.length === 0) isAhead = isBehind = true;
      const command = waiting.pop() ?? this.stack[(next -= 1)];
      if (command === undefined) return left;
      const { depth, isFlat, doc } = command;
      switch (doc.kind) {
        case "leaf":
          if (doc.isAside) break;
          left -= doc.first;
          if (!doc.isOneLine && left >= 0) {
            if ((spread += 1) > mostSpread) return undefined;
            left = this.options.width - doc.last;
          }
          break;
        case "inserted":
          left -= doc.text.length;
          break;
        case "line":
          if (!isFlat || doc.breaks) return left;
          left -= doc.flat.length;
          break;
        case "sequence":
          sequenceOf(depth, isFlat, doc.parts);
          break;
        case "indent":
          waiting.push({ depth: isFlat ? depth : depth + 1, isFlat, doc: doc.content });
          break;
        case "group":
          if (doc.isBroken && doc.brackets !== undefined && isFlat && !isAhead) {
            // The opening bracket ends the line, and the closing one begins another.
            if ((left -= doc.brackets.open) < 0 || (spread += 1) > mostSpread) return undefined;
            left = this.options.width - this.lead(depth).length - doc.brackets.close;
          } else waiting.push({ depth, isFlat: !doc.isBroken && (isFlat || !isAhead), doc: doc.content });
          break;
        case "late":
          waiting.push({ depth, isFlat: isFlat || isBehind, doc: doc.content });
          break;
        case "either":
          waiting.push({ depth, isFlat, doc: isFlat ? doc.flat : doc.broken });
          break;
        case "choice":
          if (isAhead && !isFlat) waiting.push({ depth, isFlat, doc: doc.ways.at(-1)! });
          else {
            waiting.push({ depth, isFlat: isFlat || !doc.flat.spread, doc: doc.flat.spread ? doc.ways[0]! : doc.flat });
          }
          break;
        case "continuation":
          if (!isFlat && isBehind) return left;
          left -= 1;
          waiting.push({ depth, isFlat, doc: doc.content });
          break;
        case "fill":
          sequenceOf(depth, isFlat, doc.begin === 0 ? doc.parts : doc.parts.slice(doc.begin, doc.begin + 60));
          break;
        case "unit":
          return left;
      }
    }
    return undefined;
  }
}

/** Whether a line end may be somewhere in it. */
function canBreak(doc: Doc): boolean {
  switch (doc.kind) {
    case "line":
    case "fill":
    case "choice":
    case "continuation":
    case "unit":
      return true;
    case "leaf":
      return !doc.isOneLine;
    case "sequence":
      return doc.parts.some(canBreak);
    case "group":
    case "indent":
      return canBreak(doc.content);
    default:
      return false;
  }
}

const widthOf = (doc: Doc): number => (
  doc.kind === "line" ? doc.flat.length : doc.kind === "inserted" ? doc.text.length : 0
);

/** Where the blank space in the source differs from that of the doc, laid out to a width. */
export function printDoc(doc: Doc, options: PrintOptions): Printed {
  return new Printer(options).run(doc);
}
