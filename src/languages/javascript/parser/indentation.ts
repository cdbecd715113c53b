/**
 * What indentation tells where brackets do not balance. An item of the text is read straight first; indentation is only noted. When its braces prove
 * not to balance, or something is wrong with it and a text or tag in it seems to lack its end, it is read again, guided by its indentation.
 * A valid text is never read that way.
 */
import type { SourceText } from "../../../text/text.js";
import { startsExpression } from "./lists.js";
import { next, peek } from "./scanner.js";
import { lookAhead, skipBrackets } from "./speculate.js";
import { at, checkWindow, noFence, type ParseState, Unclosed } from "./state.js";
import { isKeyword, Token } from "./token.js";

/** The column of the first character of the line that holds `offset`, tabs counted as one, with the spaces right before them. */
export function indentAt(p: ParseState, offset: number): number {
  const { source, outer, base, knownLine } = p;
  const { from, to } = knownLine;
  if (offset >= from && offset <= to) return knownLine.indent;
  let start = offset;
  while (start > 0 && !isBreak(source.charCodeAt(start - 1))) {
    start -= 1;
    if (start > from && start <= to) start = from;
  }
  if (start !== from || to < 0) {
    knownLine.indent = start <= 0 && base > 0 ? lineIndent(outer!, base + offset) : columnsOf(source, start);
  }
  knownLine.from = start;
  knownLine.to = offset;
  return knownLine.indent;
}

const isBreak = (unit: number): boolean => unit === 10 || unit === 13;

/** As `indentAt`, in any text. */
export function lineIndent(text: SourceText, offset: number): number {
  for (let size = 256; ; size *= 4) {
    const from = Math.max(0, offset - size);
    const before = text.slice(from, offset);
    const start = Math.max(before.lastIndexOf("\n"), before.lastIndexOf("\r")) + 1;
    if (start === 0 && from > 0) continue;
    const line = from + start;
    return columnsOf(text.slice(line, line + 256), 0);
  }
}

/** How many columns blank space at an offset takes: a tab one, with the spaces right before it, which it hides. */
function columnsOf(text: string, offset: number): number {
  let columns = 0;
  let tabbed = 0;
  for (let at = offset; ; at += 1) {
    const unit = text.charCodeAt(at);
    if (unit === 9) columns = tabbed += 1;
    else if (unit === 32) columns += 1;
    else return columns;
  }
}

/** A code unit of the text, also one before the window that is read. */
function unitAt(p: ParseState, offset: number): number {
  return offset >= 0 || p.outer === null
    ? p.source.charCodeAt(offset)
    : p.outer.slice(p.base + offset, p.base + offset + 1).charCodeAt(0);
}

/** How many more brackets of a kind are opened than closed before an offset on its line; less than none counts as none. */
export function openedBefore(p: ParseState, offset: number, opener: number, closer: number): number {
  let open = 0;
  let closed = 0;
  for (let at = offset - 1; at + p.base >= 0 && !isBreak(unitAt(p, at)); at -= 1) {
    const unit = unitAt(p, at);
    if (unit === closer) closed += 1;
    else if (unit === opener && closed > 0) closed -= 1;
    else if (unit === opener) open += 1;
  }
  return open;
}

/** Whether the line on which a block is opened is indented as what stands around the block: it is not where it closes brackets of earlier lines, as at the end of parameters that go over lines, or ends a template. */
function isIndented(p: ParseState, opener: number): boolean {
  let open = 0;
  let ticks = 0;
  let at = opener - 1;
  for (; at + p.base >= 0 && !isBreak(unitAt(p, at)); at -= 1) {
    const unit = unitAt(p, at);
    if (unit === 96) ticks += 1;
    else if (unit === 41 || unit === 93) open += 1;
    else if ((unit === 40 || unit === 91) && open > 0) open -= 1;
  }
  // A line that begins in a template is indented as that wants it.
  if (ticks % 2 === 1) return false;
  // `})` and the like at the head of a line stand where the line that they close does.
  do at += 1;
  while (unitAt(p, at) === 32 || unitAt(p, at) === 9);
  return open === 0 || /[\])}]/.test(String.fromCharCode(unitAt(p, at)));
}

/** Whether the current token, by its indentation, says that the block opened at `opener`, whose line begins in the column `line`, has ended although no closer was found. */
export function endsByIndent(p: ParseState, opener: number, line?: number): boolean {
  if (!p.newline || p.token === Token.End) return false;
  const column = indentAt(p, p.start);
  const own = line ?? indentAt(p, opener);
  if (p.token === Token.BraceClose ? column >= own : column > own) return false;
  if (!isIndented(p, opener)) return false;
  if (!p.guided) {
    p.spots += 1;
    return false;
  }
  if (p.token !== Token.BraceClose && p.source.charCodeAt(opener) === 123 && isClosedBelow(p, own)) return false;
  noteEnd(p, "block", p.end, opener);
  return true;
}

/** Lines that stand as far out as a block and are looked at for its closer. */
const mostBelow = 20;

/**
 * Whether a block whose line is indented by `own` is closed further down, although the line that begins here stands no further in than it: up to a `}` in the column of the block nothing else
 * in that column opens a brace, so that it can close nothing else. A statement that somebody has begun at the edge of the text does not end the function that it stands in.
 */
function isClosedBelow(p: ParseState, own: number): boolean {
  const lines = /([^\n\r]*)(?:[\n\r]+([ \t]*)|$)/g;
  lines.lastIndex = p.start;
  let column = indentAt(p, p.start);
  let count = 0;
  for (let line = lines.exec(p.source); line !== null && line.index < p.length; line = lines.exec(p.source)) {
    const [, code, indent] = line as unknown as [string, string, string | undefined];
    const there = column;
    column = indent === undefined ? 0 : columnsOf(indent, 0);
    if (code === "" || there > own) continue;
    const reach = line.index + code.length;
    if (reach > p.reach) p.reach = reach;
    if ((there < own && line.index > p.start) || (count += 1) > mostBelow) return false;
    if (code.startsWith("}")) {
      noteEnd(p, "ahead", reach);
      p.outlier = p.start;
      return true;
    }
    if ((code.match(/\{/g)?.length ?? 0) > (code.match(/\}/g)?.length ?? 0)) return false;
  }
  checkWindow(p);
  return false;
}

/** Whether the current `}`, by its indentation, closes nothing: it stands alone further in than the line of the block that is open, and that goes on behind it. */
function isStray(p: ParseState, opener: number, own: number): boolean {
  if (!p.newline || indentAt(p, p.start) <= own || !isIndented(p, opener)) return false;
  const goesOn = lookAhead(p, () => {
    passPunctuation(p);
    if (!p.newline && (at(p, Token.Else) || at(p, Token.Catch) || at(p, Token.Finally))) return true;
    while (!p.newline && !at(p, Token.End)) next(p);
    if (at(p, Token.End)) return false;
    const column = indentAt(p, p.start);
    return at(p, Token.BraceClose) ? column >= own : column > own;
  });
  return goesOn && isGuided(p);
}

/** Whether indentation is to tell that a closer belongs to nothing; notes that it would. */
export function isGuided(p: ParseState): boolean {
  if (!p.guided) {
    p.spots += 1;
    p.straySpots += 1;
  }
  return p.guided;
}

/** Moves behind a closer that belongs to nothing, and what of other closers and marks between elements follows it on its line. */
export function passPunctuation(p: ParseState): void {
  do next(p);
  while (
    !p.newline && (at(p, Token.Comma) || at(p, Token.Semicolon) || at(p, Token.ParenClose) || at(p, Token.BracketClose))
  );
}

/** Whether the current token, first on its line, stands no further in than the list or hole that is open, so that the value that is to stand here is most likely missing. */
export function isBehindFence(p: ParseState): boolean {
  const { fence } = p;
  if (fence === noFence || p.start === p.outlier) return false;
  if (indentAt(p, p.start) > indentAt(p, fence) || !isIndented(p, fence)) return false;
  if (p.guided) noteEnd(p, "block");
  else p.spots += 1;
  return p.guided;
}

/** Whether the hole of a template that begins at `start` has nothing in it, as what follows it stands no further in than the template's line. */
export function isEmptyHole(p: ParseState, start: number): boolean {
  if (!p.newline || p.token === Token.BraceClose || indentAt(p, p.start) > indentAt(p, start)) return false;
  if (!p.guided) {
    p.softSpots += 1;
    return false;
  }
  if (closesHole(p)) return false;
  noteEnd(p, "element");
  return true;
}

/** Tokens that are looked at for the end of a hole. */
const mostInHole = 100;

/** Whether the hole in a text that goes on at the current token has its closer: an expression, as far as its tokens tell, and a `}` behind it. */
function closesHole(p: ParseState): boolean {
  return lookAhead(p, () => {
    for (let count = 0; count < mostInHole && !at(p, Token.End) && !at(p, Token.Semicolon); count += 1) {
      if (at(p, Token.BraceClose)) return true;
      if (at(p, Token.Template) || (p.newline && isKeyword(p.token) && !startsExpression(p))) return false;
      if (!at(p, Token.ParenOpen) && !at(p, Token.BracketOpen) && !at(p, Token.BraceOpen)) next(p);
      else if (!skipBrackets(p)) return false;
    }
    return false;
  });
}

/** What stands next in a list in braces: something that belongs to it, a closer that belongs to nothing, or what ends the list. */
export function standsNext(p: ParseState, opener: number, own: number): "more" | "stray" | "end" {
  if (p.token === Token.BraceClose && isStray(p, opener, own)) return "stray";
  if (endsByIndent(p, opener, own) || p.token === Token.BraceClose || p.token === Token.End) return "end";
  if (p.closesNothing !== null && staysOpen(p)) throw new Unclosed();
  return "more";
}

/** Whether a list that goes on at the current token is known to lack its closer. */
function staysOpen(p: ParseState): boolean {
  return p.newline && p.braces > p.itemBraces && p.closesNothing!(p.start);
}

/**
 * Whether what follows on the next line is the contents of a block that lacks its opening brace and whose head begins at `head`: lines that are indented more deeply, up to one
 * that begins with `}` in the head's own column. Asked only where the item's braces do not balance.
 */
export function lacksOpener(p: ParseState, head: number): boolean {
  if (!p.newline || p.token === Token.BraceOpen || p.token === Token.BraceClose || p.token === Token.End) return false;
  return isClosedFurtherDown(p, head, p.start);
}

/** Whether the current `}` is one that stands for the opening brace of a block whose head begins at `head`: it ends the line of the head, and what follows is the contents of the block. */
export function standsForOpener(p: ParseState, head: number): boolean {
  if (p.newline || p.token !== Token.BraceClose || p.source[p.prevEnd - 1] !== ")") return false;
  const { start, newline } = peek(p);
  return newline && isClosedFurtherDown(p, head, start);
}

/** Whether lines that begin at `from` are indented more deeply than the line of a head, up to one that begins with `}` in its column. */
function isClosedFurtherDown(p: ParseState, head: number, from: number): boolean {
  const own = indentAt(p, head);
  if (indentAt(p, from) <= own) return false;
  if (!p.guided) {
    p.spots += 1;
    p.straySpots += 1;
    return false;
  }
  const lines = /(?:\r\n|\n|\r)([ \t]*)(?=([^ \t\n\r]))/g;
  lines.lastIndex = from;
  for (let line = lines.exec(p.source); line !== null; line = lines.exec(p.source)) {
    const column = columnsOf(line[1]!, 0);
    if (column > own) continue;
    const reach = line.index + line[0].length + 1;
    if (reach > p.reach) p.reach = reach;
    const isFound = column === own && line[2] === "}";
    if (isFound) noteEnd(p, "ahead", reach);
    return isFound;
  }
  checkWindow(p);
  return false;
}

/** Notes how what stands before the current token, opened at `opener` if that is known, ended without a closer. */
export function noteEnd(p: ParseState, kind: Guess["kind"], reach = p.end, opener = -1): void {
  const isBrace = opener >= 0 && p.source.charCodeAt(opener) === 123;
  p.guesses.push({ kind, at: p.prevEnd, reach, brace: isBrace ? opener : Infinity });
}

/** Something that indentation told, or a closer that was found missing without it. Offsets are as in the state; later, of the text. */
export interface Guess {
  /**
   * A block that ended, a closer that belongs to nothing, a template that ended, a tag that ended among other markup, an element (or what else holds text) that
   * ended with code behind it; what lacks its closer; or what was told by what stands ahead, as by the closing tag of an element that goes on.
   */
  readonly kind: "block" | "closer" | "template" | "tag" | "element" | "missing" | "ahead";
  /** End of what it is about. */
  readonly at: number;
  /** How far it was looked to tell. */
  readonly reach: number;
  /** Where the brace stands that is not closed; `Infinity` where it is none, or one that is not known. */
  readonly brace: number;
}
