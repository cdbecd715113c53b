/**
 * Several problems that come from one missing token. The list of statements is read again from the first of them as if the token stood there; where nothing is wrong
 * then, that is told, and nothing else. After Burke and Fisher, "A practical method for LR and LL syntactic error diagnosis and recovery" (1987), with single insertions only.
 */
import type { Node } from "../../../syntax/node.js";
import { enough, unnoted } from "./elements.js";
import { endOf, here, report } from "./recovery.js";
import { next } from "./scanner.js";
import { moment } from "./speculate.js";
import { checkWindow, Overrun, ParseState, refused, Unclosed } from "./state.js";
import { spelling, Token } from "./token.js";

/** How far, in UTF-16 code units, what comes of a mistake is looked for behind the beginning of its statement. */
export const repairReach = 10_000;

/** How far behind the beginning of a statement for which nothing was found the next one can begin for which something is tried. */
const pauseBehind = 5000;

/** After how much work it is given up: UTF-16 code units that were read again, where each look ahead counts for some. */
const mostWork = 15_000;
const workOfTry = 50;

/** With more of such work than this in an item of the text, nothing else that is missing in it is looked for. */
export const mostItemWork = 240_000;

/** What may be missing, with what can stand right before and behind it; `typed` where that is only in TypeScript. */
interface Insertion {
  readonly what: Token | "type";
  readonly behind: RegExp;
  readonly before: RegExp;
  readonly typed?: true;
}

const name = /[\w$]$/;
const operand = /[\w$)\]}"'`>]$/;
const value = /^[\w$([{"'`#.!~+<-]/;
const any = /^/;

/** What may be missing: the likelier before the others, and the second lot only where nothing of the first is. */
const insertions: readonly (readonly Insertion[])[] = [
  [
    { what: Token.ParenOpen, behind: any, before: /^[^,;:\]}=?]/ },
    { what: Token.Less, behind: name, before: /^[\w$([{"'`]/, typed: true },
    { what: Token.Comma, behind: operand, before: value },
    { what: Token.Colon, behind: /[\w$)\]"'`?>]$/, before: value },
    { what: Token.Arrow, behind: /[\w$)\]>}]$/, before: value },
    { what: Token.BraceOpen, behind: any, before: any },
    { what: Token.BracketOpen, behind: any, before: /^[^,;:)}=?]/ },
    { what: Token.BitOr, behind: operand, before: value, typed: true },
    { what: Token.Assign, behind: /[\w$\]}>)]$/, before: value },
    { what: Token.Dot, behind: operand, before: /^[\w$#]/ },
    { what: Token.Question, behind: operand, before: value },
    { what: Token.ParenClose, behind: /[^.?:=]$/, before: any },
    { what: Token.BracketClose, behind: /[^.?:=]$/, before: any },
    { what: Token.BraceClose, behind: /[^.?:=]$/, before: any },
    { what: Token.Greater, behind: operand, before: any, typed: true },
  ],
  [
    { what: Token.Function, behind: any, before: /^[\w$(*]/ },
    { what: Token.Extends, behind: name, before: /^[\w$({["']/ },
    { what: Token.Const, behind: /\b(?:export|declare)$/, before: /^[\w$[{]/ },
    { what: "type", behind: /\b(?:export|declare)$/, before: /^[\w$]/, typed: true },
    { what: Token.Semicolon, behind: operand, before: value },
  ],
];

/** Whether a token can stand behind the one that ends at `site`. */
function fits({ source, typescript }: ParseState, { behind, before, typed }: Insertion, site: number): boolean {
  if (typed === true && !typescript) return false;
  return behind.test(source.slice(Math.max(0, site - 10), site)) &&
    before.test(source.slice(site, site + mostBehind).trimStart());
}

/** How much of what follows a place is looked at, in UTF-16 code units. */
const mostBehind = 200;

/** Before how many tokens up to the one at which a problem was noticed something may be missing. */
const tokensBack = 4;

/** What the parser knew before an element of a list. */
interface Beginning {
  readonly index: number;
  readonly moment: ReturnType<typeof moment>;
  readonly counts: ReturnType<typeof counts>;
}

/** All that reading on adds to. */
function counts(p: ParseState) {
  const { problems, guesses, echoes, spots, straySpots, softSpots, loneAt, isTextOpen, leastBraces } = p;
  return {
    problems: problems.length,
    guesses: guesses.length,
    echoes,
    spots,
    straySpots,
    softSpots,
    loneAt,
    isTextOpen,
    leastBraces,
  };
}

/** What a list of statements does to find such mistakes while it is read. */
export class Repairs<Element extends Node> {
  private before: Beginning | undefined;
  /** The first element with a problem of its own, as long as nothing has come of it. */
  private origin: Beginning | undefined;
  /** Where the next one can begin, and the index of the one for which nothing was found. */
  private blockedUntil = -1;
  private blockedFrom = 0;
  /** What the lists around it had noted. */
  private readonly outer: { readonly repairUntil: number; readonly nestedFrom: number };
  private readonly reported: number;

  /** `read` reads one element, and says whether there was one. For the list of the whole text, `dropped` is told what is in it no more. */
  constructor(
    private readonly p: ParseState,
    private readonly list: Element[],
    private readonly read: () => boolean,
    private readonly dropped?: (elements: readonly Element[]) => void,
  ) {
    const { repairUntil, nestedFrom } = p;
    this.outer = { repairUntil, nestedFrom };
    this.reported = p.problems.length;
    p.repairUntil = -1;
    this.begin();
  }

  /** Whether lists are read in which such mistakes are looked for: not on trial. */
  static areMade(p: ParseState): boolean {
    return p.extraBehind < 0 && p.speculating === 0;
  }

  /** The next element begins here. */
  begin(): void {
    const { p } = this;
    p.nestedFrom = Infinity;
    this.before = { index: this.list.length, moment: moment(p), counts: counts(p) };
  }

  /** An element has been read since `begin`. Gives the index from which on elements are others now; `Infinity` where none is. */
  taken(): number {
    const { p } = this;
    const before = this.before!;
    const from = p.problems.length > before.counts.problems ? this.look(before) : Infinity;
    if (before.moment.start < p.repairUntil) this.noteReach(Math.min(from, before.index));
    this.begin();
    return from;
  }

  /** Elements from `index` on are read otherwise. */
  forget(index: number): void {
    if (this.origin !== undefined && this.origin.index >= index) this.origin = undefined;
    if (this.blockedFrom >= index) this.blockedUntil = -1;
    this.begin();
  }

  /** The list has been read. */
  end(): void {
    const { p, outer } = this;
    p.repairUntil = outer.repairUntil;
    p.nestedFrom = p.problems.length > this.reported ? Math.min(outer.nestedFrom, this.reported) : outer.nestedFrom;
  }

  private look(before: Beginning): number {
    const { p } = this;
    const { start, calm } = before.moment;
    // What is wrong in the lists of statements within is looked at there.
    const isOwn = !calm && p.nestedFrom > before.counts.problems;
    const length = p.prevEnd - start;
    if (isOwn && length <= 2 * repairReach) noteWhole(p, this.list[before.index]!);
    const { origin } = this;
    if (origin !== undefined) {
      this.origin = undefined;
      if (p.prevEnd - origin.moment.start <= repairReach && this.repair(origin)) return origin.index;
    }
    if (!isOwn || length > repairReach) return Infinity;
    if (start < this.blockedUntil) {
      // Whether it is looked for goes by what stands before, also where this one ends further on.
      if (p.prevEnd >= p.repairUntil) {
        p.repairUntil = p.prevEnd + 1;
        this.noteReach(this.blockedFrom);
      }
      return Infinity;
    }
    p.repairUntil = Math.max(p.repairUntil, start + repairReach);
    if (p.problems.length < before.counts.problems + 2) this.origin = before;
    else if (this.repair(before)) return before.index;
    return Infinity;
  }

  /** Reads on from `origin` with one token more, the first with which nothing is wrong. Without one all is as it was. */
  private repair(origin: Beginning): boolean {
    const { p, list } = this;
    if (p.repairWork > mostItemWork) return false;
    const { labels, depth, fence, context, limit, reach, noConditionalType, colonAfterArrow } = p;
    const level = { labels, depth, fence, context, noConditionalType, colonAfterArrow };
    const [labelCount, tagCount] = [labels.length, p.tags.length];
    const original = { moment: moment(p), counts: counts(p), triedArrows: [...p.triedArrows] };
    const elements = list.slice(origin.index);
    const problems = p.problems.slice(origin.counts.problems);
    const guesses = [...p.guesses];
    const end = p.start;
    const begin = (): void => {
      const { problems: reported, guesses: guessed, ...rest } = origin.counts;
      Object.assign(p, level, origin.moment, rest, { coverInit: -1, speculating: 0, reach: origin.moment.end });
      p.problems.length = reported;
      p.guesses.length = Math.min(p.guesses.length, guessed);
      p.tags.length = tagCount;
      labels.length = labelCount;
      list.length = origin.index;
      p.triedArrows.clear();
    };
    let furthest = reach;
    const isClean = (): boolean => {
      const before = list.length;
      try {
        while (p.start < end) if (!this.read()) return false;
        return list.length > before;
      } catch (error) {
        if (error instanceof Overrun && p.start > limit) throw error;
        if (error instanceof Overrun || error instanceof Unclosed || error === refused) return false;
        throw error;
      } finally {
        furthest = Math.max(furthest, p.reach);
      }
    };
    p.limit = Math.min(limit, origin.moment.start + repairReach);
    let work = 0;
    const sites = sitesUpTo(p, problems[0]!.seen, origin.moment.start);
    let found: { readonly what: Insertion["what"]; readonly site: number } | undefined;
    const isFound = (what: Insertion["what"], site: number): boolean => {
      // Braces that are not closed are told by the indentation, once all has been read without it.
      if (work > mostWork || (what === Token.BraceClose && !p.guided)) return false;
      begin();
      const { tries } = p;
      putExtra(p, what, site);
      if (isClean()) {
        found = { what, site };
        return true;
      }
      work += p.reach - origin.moment.start + workOfTry * (p.tries - tries);
      this.dropped?.(list.slice(origin.index));
      return false;
    };
    insertions.some((some) => sites.some(
      (site) => some.some((one) => fits(p, one, site) && isFound(one.what, site)),
    ));
    if (this.dropped === undefined) p.repairWork += work;
    Object.assign(p, { extraBehind: -1, mostProblems: Infinity, limit, reach: furthest });
    if (found !== undefined) {
      tellExtra(p, found.what, found.site);
      this.dropped?.(elements);
      noteWhole(p, list[origin.index]!);
      return true;
    }
    begin();
    const { problems: _, guesses: __, ...rest } = original.counts;
    Object.assign(p, original.moment, rest, { reach: furthest });
    p.problems.push(...problems);
    p.guesses.splice(0, Infinity, ...guesses);
    list.push(...elements);
    for (const at of original.triedArrows) p.triedArrows.add(at);
    this.blockedUntil = origin.moment.start + pauseBehind;
    this.blockedFrom = origin.index;
    return false;
  }

  /** Notes that the elements from one on were read as they were because of what stands as far as it is looked. */
  private noteReach(from: number): void {
    const { notes, repairUntil } = this.p;
    for (const element of this.list.slice(from)) {
      const note = notes.get(element) ?? unnoted;
      notes.set(element, { ...note, reach: Math.max(note.reach, repairUntil - endOf(element)), isInRepair: true });
    }
  }
}

/** Notes that an element is read as one. */
function noteWhole({ notes }: ParseState, element: Node): void {
  notes.set(element, { ...(notes.get(element) ?? unnoted), isWhole: true });
}

/** Notes of an item of the text how much work went into it. */
export function noteWork({ notes, repairWork }: ParseState, item: Node): void {
  if (repairWork === 0) return;
  notes.set(item, { ...(notes.get(item) ?? unnoted), repairWork, ...(repairWork > mostItemWork && { isWhole: true }) });
}

/** Reads a list to its end, or until it is enough of it; `read` reads one element, and says whether there was one. */
export function readList<Element extends Node>(p: ParseState, body: Element[], read: () => boolean): void {
  const repairs = Repairs.areMade(p) ? new Repairs(p, body, read) : undefined;
  while (read()) {
    repairs?.taken();
    if (enough(p, body)) break;
  }
  repairs?.end();
}

/** Has the scanner give a token that does not stand there behind the one that ends at `site`. */
function putExtra(p: ParseState, what: Insertion["what"], site: number): void {
  const isWord = typeof what === "string";
  p.extraBehind = site;
  p.extra = isWord ? Token.Name : what;
  p.extraWord = isWord ? what : "";
  p.mostProblems = p.problems.length;
}

/** What the token that does not stand there opens or closes. */
export function extraBrackets({ extra, extraBehind }: ParseState): { braces: number; brackets: number } {
  const is = (...tokens: readonly Token[]): boolean => extraBehind >= 0 && tokens.includes(extra);
  return {
    braces: is(Token.BraceOpen) ? 1 : is(Token.BraceClose) ? -1 : 0,
    brackets: is(Token.ParenOpen, Token.BracketOpen) ? 1 : is(Token.ParenClose, Token.BracketClose) ? -1 : 0,
  };
}

/** Tells that a token is missing behind the one that ends at `site`. */
function tellExtra(p: ParseState, what: Insertion["what"], site: number): void {
  const text = typeof what === "string" ? what : spelling(what);
  const isWide = /^(?:\w+|=>?|[?|{])$/.test(text) && !/[([{]/.test(p.source[site - 1]!);
  const scan = new ParseState(p.source.slice(site, site + mostBehind), p.options);
  scan.token = Token.Unknown;
  next(scan);
  // What opens stands right before what it holds, unless it belongs to what is called.
  const isApart = /^[([<]$/.test(text) && !operand.test(p.source.slice(site - 1, site)) && !scan.newline;
  const code = /^[)\]}]$/.test(text) ? "missing-closer" : "missing-part";
  report(p, code, site, site, `\`${text}\` is missing before ${here(scan)}`, {
    insert: { at: isApart ? site + scan.start : site, text: isWide ? ` ${text}` : text },
    seen: site + scan.start,
  });
}

/**
 * The ends of the tokens behind which something may be missing that was noticed at the one that begins at `seen`: those before it, the nearest first and none before `from`, the last one
 * of the line before, and a closing parenthesis before the next brace.
 */
function sitesUpTo(p: ParseState, seen: number, from: number): number[] {
  const { source } = p;
  // What follows a site says too what may be missing there.
  if (seen + 2 * mostBehind >= p.length) checkWindow(p);
  const sites: number[] = [];
  for (let start = seen; sites.length < tokensBack; ) {
    const before = source.slice(Math.max(from, start - 100), start).trimEnd();
    if (before === "") break;
    const end = Math.max(from, start - 100) + before.length;
    sites.push(end);
    start = end - /(?:[\w$]+|[^\s\w$])$/.exec(before)![0].length;
  }
  const above = /\S(?=[ \t]*\r?\n[^\n]*$)/.exec(source.slice(from, seen));
  if (above !== null) sites.push(from + above.index + 1);
  const head = /^[^\n{]*\)(?= *\{)/.exec(source.slice(seen, seen + mostBehind));
  if (head !== null) sites.push(seen + head[0].length);
  return [...new Set(sites)];
}
