/** Reporting what is wrong with the text's form, and finding the way back. */
import type { RelatedPlace, SyntaxCode } from "../../../syntax/problem.js";
import type { SourceText } from "../../../text/text.js";
import { next } from "./scanner.js";
import type { ParseState } from "./state.js";
import { spelling, Token } from "./token.js";

interface Details {
  readonly related?: readonly RelatedPlace[];
  /** An insertion that settles the problem. */
  readonly insert?: { readonly at: number; readonly text: string };
  /** Where it was noticed, if not at the current token. */
  readonly seen?: number;
}

/** Adds a problem at a range. */
export function report(
  p: ParseState,
  code: SyntaxCode,
  from: number,
  to: number,
  message: string,
  details: Details = {},
): void {
  const { related = [], insert, seen = p.start } = details;
  p.problems.push(
    insert ? { code, from, to, message, related, seen, insert } : { code, from, to, message, related, seen },
  );
}

/**
 * Adds a problem of form found at the current token, unless it is most likely an echo of one just found.
 * Until a line end or `;` has been passed the next ones are taken for echoes.
 */
export function reportForm(
  p: ParseState,
  code: SyntaxCode,
  from: number,
  to: number,
  message: string,
  details?: Details,
): void {
  if (p.calm) return;
  report(p, code, from, to, message, details);
  p.calm = true;
}

/** How the current token is called in a message. */
export function here(p: ParseState): string {
  if (p.token === Token.End) return "the end of the file";
  const text = p.source.slice(p.start, Math.min(p.end, p.start + 24));
  return `\`${text.split(/[\r\n]/)[0]}${p.end - p.start > 24 ? "…" : ""}\``;
}

/** A place where a construct was opened, for messages about its end. */
export interface Opener {
  readonly at: number;
  readonly text: string;
}

export function openerHere(p: ParseState): Opener {
  return { at: p.start, text: p.source.slice(p.start, p.end) };
}

/** The end of a node that has no parent yet. */
export function endOf(node: { readonly offset: number; readonly length: number }): number {
  return node.offset + node.length;
}

/** Moves past `token` if it is the current one. */
export function eat(p: ParseState, token: Token): boolean {
  if (p.token !== token) return false;
  next(p);
  return true;
}

/** Moves past the closer of a construct; reports it as missing, with its opener, where it is not there. */
export function expectCloser(p: ParseState, token: Token, opener: Opener, construct: string): boolean {
  if (p.token === token && !(token === Token.BraceClose && endsByIndent(p, opener.at))) {
    next(p);
    return true;
  }
  if (token === Token.BraceClose) p.missingBraces += 1;
  const text = spelling(token);
  reportForm(p, "missing-closer", p.prevEnd, p.prevEnd, `\`${text}\` is missing to close ${construct}`, {
    related: [{ from: opener.at, to: opener.at + opener.text.length, message: `\`${opener.text}\` is opened here` }],
    insert: { at: p.prevEnd, text },
  });
  return false;
}

/** Moves past a token that a construct needs; reports it as missing where it is not there. */
export function expect(p: ParseState, token: Token, construct: string): boolean {
  if (p.token === token) {
    next(p);
    return true;
  }
  const text = spelling(token);
  const word = /^\w/.test(text);
  reportForm(p, "missing-part", p.prevEnd, p.prevEnd, `\`${text}\` is missing in ${construct}`, {
    insert: { at: p.prevEnd, text: word ? ` ${text} ` : text },
  });
  return false;
}

/** The column of the first character of the line that holds `offset`, tabs counted as one. */
export function indentAt(p: ParseState, offset: number): number {
  const { source, outer, base } = p;
  let start = offset;
  while (start > 0 && !isBreak(source.charCodeAt(start - 1))) start -= 1;
  if (start <= 0 && base > 0) return lineIndent(outer!, base + offset);
  let at = start;
  while (source.charCodeAt(at) === 32 || source.charCodeAt(at) === 9) at += 1;
  return at - start;
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
    return /^[ \t]*/.exec(text.slice(line, line + 256))![0].length;
  }
}

/**
 * Whether the current token, by its indentation, says that the block opened at `opener` has ended although no closer was found.
 * Asked only in a text whose braces do not balance.
 */
export function endsByIndent(p: ParseState, opener: number): boolean {
  if (!p.byIndent || !p.newline || p.token === Token.End) return false;
  const own = indentAt(p, opener);
  const column = indentAt(p, p.start);
  return p.token === Token.BraceClose ? column < own : column <= own;
}
