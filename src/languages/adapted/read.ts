/**
 * Reading a text through its grammar. Bodies of functions are read one by one, so that an edit in one leaves the others as they are, and what cannot be read is
 * divided at its brackets and ends of statements until what is wrong stands alone: the rest is read as if nothing were.
 */
import type { Node } from "../../syntax/node.js";
import { movedProblem, type SyntaxProblem } from "../../syntax/problem.js";
import { complaintOf } from "./complaints.js";
import { convert, troublesOf, type Hole, type ReadingManner, type Placement } from "./convert.js";
import { Excerpt } from "./excerpt.js";
import type { Grammar } from "./grammar.js";
import { itemsOf, lineEndsIn, nextCode, type Item } from "./items.js";
import type { Lexis } from "./lexis.js";
import { AdaptedNode, BODY, BROKEN } from "./nodes.js";
import { scan, type Block, type Scan } from "./scan.js";

/** What stands around a part of a text when it is read by itself. */
export interface Setting {
  readonly before: string;
  readonly after: string;
  /** The kind of the node that the part is, where it is one from brace to brace; or of the file. */
  readonly kind: string;
}

/** How a language is read. */
export interface Reader {
  readonly grammar: Grammar;
  readonly lexis: Lexis;
  readonly manner: ReadingManner;
  /** By names of the language's own; `file` is that of a whole text. */
  readonly settings: Readonly<Record<string, Setting>>;
  /** The setting of a statement at the top of a file that is read by itself, if not that of the file. */
  readonly itemsAtTop?: string;
  /** The setting of a brace with what it holds, that of its contents, and whether it is a body: by what stands before it, and the setting around. Nothing where it cannot be read by itself. */
  braces(header: string, around: string): Braces | undefined;
  /** Whether the statements of a text cannot be told from one another by brackets and semicolons, so that it is not divided. */
  isUndivided?(text: string): boolean;
  /** The same of a body by the kind of its node. */
  bracesOf(kind: string): Braces;
  /** Whether nothing is to be told of what the grammar cannot read in a part, as it may be more than the grammar knows; `body` is that of the function it stands in. */
  isExcused?(text: string, body: string): boolean;
}

export interface Braces {
  readonly whole: string;
  readonly inside: string;
  readonly isBody: boolean;
}

export interface Reading {
  readonly root: AdaptedNode;
  readonly problems: readonly SyntaxProblem[];
  /** Whether what is wrong with the brackets in a body concerns nothing outside of it. */
  readonly isLocal: boolean;
}

/** What was read before and is the same: a body, and a statement of a body that is too long to be read at once. */
export interface Known {
  readonly body?: (whole: string, text: string, start: number) => AdaptedNode | undefined;
  readonly item?: (text: string, start: number) => AdaptedNode | undefined;
}

/** How many places for a semicolon are tried. */
const mostTried = 6;

/** Bodies that are longer are divided even if nothing is wrong with them, in UTF-16 code units. */
export const longBody = 30_000;

export function readAll(text: string, reader: Reader, known: Known = {}): Reading {
  const found = scan(text, reader.lexis);
  const { session, blocks } = begin(text, found, reader, plain, known);
  return finished(session.file(blocks, text.length), session, found);
}

/**
 * A body that is read anew, from its opening brace to its closing one. Nothing where what is wrong with its brackets may concern what stands outside of it; then all must be read.
 */
export function readBody(
  text: string,
  start: number,
  braces: Braces,
  reader: Reader,
  known: Known = {},
): Reading | undefined {
  const found = scan(text, reader.lexis, 0);
  const [only, more] = found.blocks;
  if (!found.isLocal || more !== undefined || only?.open !== 0 || only.close !== text.length - 1) return undefined;
  const place: Placement = { start: (offset) => offset + start, end: (offset) => offset + start };
  const { session, length } = begin(text, found, reader, place, known, 0);
  const moved = found.problems.map((problem) => movedProblem(problem, (offset) => offset + start));
  return finished(session.body({ from: 0, to: length }, braces), session, { ...found, problems: moved });
}

/** A session for a text whose brackets have been put in order, with its blocks. */
function begin(text: string, found: Scan, reader: Reader, place: Placement, known: Known, from?: number) {
  if (found.problems.length === 0) {
    return { session: new Session(reader, text, place, known), blocks: found.blocks, length: text.length };
  }
  const mended = mend(text, found.additions, found.surplus);
  const there: Placement = {
    start: (offset) => place.start(mended.start(offset)),
    end: (offset) => place.end(mended.end(offset)),
  };
  const session = new Session(reader, mended.text, there, known);
  for (const { at, text: put } of found.additions) session.faults.push(mended.here(at) + put.length);
  for (const at of found.surplus) session.faults.push(mended.here(at));
  return { session, blocks: scan(mended.text, reader.lexis, from).blocks, length: mended.text.length };
}

function finished(root: AdaptedNode, session: Session, { problems, isLocal }: Scan): Reading {
  const all = [...problems, ...session.problems].sort((a, b) => a.from - b.from || a.to - b.to);
  return { root, problems: all, isLocal };
}

const plain: Placement = { start: (offset) => offset, end: (offset) => offset };

/** A text whose brackets are in order. */
function mend(
  text: string,
  additions: readonly { readonly at: number; readonly text: string }[],
  surplus: readonly number[],
): Excerpt {
  const made = new Excerpt(text);
  const steps = [
    ...additions.map(({ at, text: insert }, index) => ({ at, insert, index })),
    ...surplus.map((at, index) => ({ at, insert: undefined, index: additions.length + index })),
  ].sort((a, b) => a.at - b.at || a.index - b.index);
  let from = 0;
  for (const { at, insert } of steps) {
    made.copy(from, at);
    from = at;
    if (insert !== undefined) made.put(insert, at);
    else {
      made.put(" ", at);
      from = at + 1;
    }
  }
  made.copy(from, text.length);
  return made;
}

interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Braces whose contents are left out of what is read, with how they are filled in. */
interface Cut extends Stretch {
  readonly kind: string;
  fill(): AdaptedNode;
}

/** Reads one text, whose brackets are in order. */
class Session {
  readonly problems: SyntaxProblem[] = [];
  /** Where brackets were put in or taken out: one mistake gives one alert, and what holds one gets no other. */
  readonly faults: number[] = [];
  /** The body that is being read. */
  private current: Stretch | undefined;

  constructor(
    private readonly reader: Reader,
    private readonly text: string,
    /** Where the text stands in the document. */
    private readonly place: Placement,
    private readonly known: Known,
  ) {}

  file(blocks: readonly Block[], length: number): AdaptedNode {
    const all = { from: 0, to: this.text.length };
    const cuts: Cut[] = [];
    this.bodies(blocks, "file", cuts);
    const start = this.reader.lexis.enter?.(this.text, 0) ?? 0;
    const isUndivided = this.reader.isUndivided?.(this.text) === true;
    const items = this.read(all, "file", cuts, isUndivided) ??
      this.divided({ from: start, to: all.to }, this.reader.itemsAtTop ?? "file");
    return new AdaptedNode(this.reader.settings["file"]!.kind, 0, length, items);
  }

  /** The bodies of functions that stand in no others. */
  private bodies(blocks: readonly Block[], around: string, cuts: Cut[]): void {
    for (const block of blocks) {
      const braces = this.reader.braces(this.text.slice(block.header, block.open), around);
      if (braces === undefined) continue;
      if (braces.isBody) cuts.push(this.cut({ from: block.open, to: block.close + 1 }, braces));
      else this.bodies(block.inside, braces.inside, cuts);
    }
  }

  private cut(stretch: Stretch, braces: Braces): Cut {
    return {
      ...stretch,
      kind: this.reader.settings[braces.whole]!.kind,
      fill: () => (braces.isBody ? this.body(stretch, braces) : this.block(stretch, braces)),
    };
  }

  /** A body, from brace to brace. */
  body(stretch: Stretch, braces: Braces): AdaptedNode {
    const { from, to } = stretch;
    const before = this.known.body?.(braces.whole, this.text.slice(from, to), this.place.start(from));
    if (before !== undefined) return before;
    const known = this.problems.length;
    const outer = this.current;
    this.current ??= stretch;
    const isUndivided = this.reader.isUndivided?.(this.text.slice(from, to)) === true;
    const read = to - from > longBody && !isUndivided ? undefined : this.read(stretch, braces.whole, [], isUndivided);
    const node = read?.length === 1 && read[0]!.type === this.reader.settings[braces.whole]!.kind
      ? read[0]!
      : this.block(stretch, braces);
    this.current = outer;
    node.flags |= this.problems.length === known && !this.isTold(stretch, []) ? BODY : BODY | BROKEN;
    return node;
  }

  /** What stands from brace to brace, item by item. */
  private block({ from, to }: Stretch, { whole, inside }: Braces): AdaptedNode {
    const items = this.divided({ from: from + 1, to: to - 1 }, inside);
    const { kind } = this.reader.settings[whole]!;
    return new AdaptedNode(kind, this.place.start(from), this.place.end(to), items, undefined, "{ }");
  }

  private divided({ from, to }: Stretch, setting: string): AdaptedNode[] {
    return itemsOf(this.text, this.reader.lexis, from, to).flatMap((item) => this.item(item, setting));
  }

  private item(item: Item, setting: string): readonly AdaptedNode[] {
    const before = this.knownItem(item);
    if (before !== undefined) return [before];
    // Where bodies of functions stand in it what is read must not depend on what they hold: an edit in one has only that one read again.
    const isApart = this.current === undefined || (item.to - item.from > longBody && item.braces.length > 0);
    const sound = isApart ? undefined : this.read(item, setting, [], false);
    if (sound !== undefined) return sound;
    const cuts = this.cutsIn(item, setting);
    return this.read(item, setting, cuts, false) ??
      this.withSemicolon(item, setting, cuts) ??
      this.read(item, setting, cuts, true)!;
  }

  /** The braces of an item that can be read by themselves, each by what stands between it and the one before. */
  private cutsIn({ from, braces: all }: Item, setting: string): Cut[] {
    return all.flatMap(({ open, close }, index) => {
      const header = this.text.slice(index === 0 ? from : all[index - 1]!.close + 1, open);
      const braces = this.reader.braces(header, setting);
      return braces === undefined ? [] : [this.cut({ from: open, to: close + 1 }, braces)];
    });
  }

  private knownItem(item: Item): AdaptedNode | undefined {
    const { item: known } = this.known;
    if (known === undefined || this.isTold(item, [])) return undefined;
    const from = nextCode(this.text, this.reader.lexis, item.from, item.to);
    return known(this.text.slice(from, item.to), this.place.start(from));
  }

  /** The nodes of an item that is sound with a semicolon at the end of one of its lines: there it is missing. */
  private withSemicolon(item: Item, setting: string, cuts: readonly Cut[]): AdaptedNode[] | undefined {
    if (this.isTold(item, cuts)) return undefined;
    for (const at of lineEndsIn(this.text, this.reader.lexis, item, mostTried)) {
      const nodes = this.read(item, setting, cuts, false, at);
      if (nodes === undefined) continue;
      const place = this.place.end(at);
      if (!this.isExcused(item, this.text.slice(item.from, item.to))) {
        this.problems.push({
          code: "missing-part",
          from: place,
          to: place,
          message: "`;` is missing here",
          related: [],
          seen: place,
          insert: { at: place, text: ";" },
        });
      }
      return nodes;
    }
    return undefined;
  }

  /** Whether a bracket that is missing in a stretch, or too much, has been told: that is what is wrong with it. */
  private isTold(stretch: Stretch, cuts: readonly Cut[]): boolean {
    return this.faults.some(
      (at) => at >= stretch.from && at <= stretch.to && !cuts.some((cut) => at > cut.from && at < cut.to - 1),
    );
  }

  private isExcused(stretch: Stretch, code: string): boolean {
    const { from, to } = this.current ?? stretch;
    return this.reader.isExcused?.(code, this.text.slice(from, to)) === true;
  }

  /** The nodes of a stretch that is read by itself. Where something is wrong with it nothing comes out, unless `tells` says to tell that. */
  private read(
    stretch: Stretch,
    setting: string,
    cuts: readonly Cut[],
    tells: boolean,
    semicolon = -1,
  ): AdaptedNode[] | undefined {
    const { text, reader } = this;
    const { before, after } = reader.settings[setting]!;
    const made = new Excerpt(text);
    made.put(before, stretch.from);
    const holes: Hole[] = [];
    let from = stretch.from;
    const copy = (to: number): void => {
      if (semicolon >= from && semicolon < to) {
        made.copy(from, semicolon);
        made.put(";", semicolon);
        made.copy(semicolon, to);
      } else made.copy(from, to);
    };
    for (const cut of cuts) {
      copy(cut.from + 1);
      holes.push({ at: made.text.length - 1, kind: cut.kind, fill: () => cut.fill() });
      from = cut.to - 1;
    }
    copy(stretch.to);
    made.put(after, stretch.to);
    const [base, end] = [before.length, made.text.length - after.length];
    const place: Placement = {
      start: (offset) => this.place.start(made.start(offset)),
      end: (offset) => this.place.end(made.end(offset)),
    };
    const words = reader.grammar.vocabulary;
    return reader.grammar.read(made.text, (cursor, hasError) => {
      if (hasError) {
        if (!tells) return undefined;
        const troubles = troublesOf(cursor, words);
        const excerpt = { text: made.text, from: base, to: end };
        const problem = this.isTold(stretch, cuts) || this.isExcused(stretch, made.text.slice(base, end))
          ? undefined
          : complaintOf(troubles, excerpt, place);
        if (problem !== undefined) this.problems.push(problem);
      }
      const conversion = { text: made.text, place, words, manner: reader.manner, holes, hasError };
      const nodes: AdaptedNode[] = [];
      // The outermost nodes that stand within the stretch.
      let isAt = true;
      for (;;) {
        const isInside = cursor.startIndex >= base &&
          cursor.endIndex <= end &&
          (before !== "" || cursor.nodeType !== reader.settings["file"]!.kind);
        if (isInside) {
          const id = cursor.nodeTypeId;
          if (
            words.isNamed[id] !== false &&
            !reader.manner.passed.has(words.kinds[id]!) &&
            cursor.endIndex > cursor.startIndex
          ) {
            nodes.push(convert(cursor, conversion));
          }
        } else if (cursor.endIndex > base && cursor.startIndex < end && cursor.gotoFirstChild()) continue;
        isAt = cursor.gotoNextSibling();
        while (!isAt) {
          if (!cursor.gotoParent()) return nodes;
          isAt = cursor.gotoNextSibling();
        }
      }
    });
  }
}

/** The bodies of a tree that are read by themselves. */
export function bodiesOf(root: Node): AdaptedNode[] {
  const found: AdaptedNode[] = [];
  const waiting: AdaptedNode[] = [root as AdaptedNode];
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    if ((node.flags & BODY) !== 0) found.push(node);
    else waiting.push(...node.children);
  }
  return found;
}
