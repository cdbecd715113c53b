/** Reporting what is wrong with the text's form, and finding the way back. */
import type { Insertion, RelatedPlace, SyntaxCode } from "../../../syntax/problem.js";
import { endsByIndent, noteEnd } from "./indentation.js";
import { next } from "./scanner.js";
import { type ParseState, refused } from "./state.js";
import { spelling, Token } from "./token.js";

interface Details {
  readonly related?: readonly RelatedPlace[];
  /** What settles the problem. */
  readonly insert?: Insertion;
  /** Where it was noticed, if not at the current token. */
  readonly seen?: number;
  readonly isShared?: boolean;
  readonly lacks?: "name" | "value";
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
  if (p.problems.length >= p.mostProblems && p.speculating === 0) throw refused;
  const { related = [], insert, seen = p.start, isShared, lacks } = details;
  p.problems.push({
    code,
    from,
    to,
    message,
    related,
    seen,
    ...(insert && { insert }),
    ...(isShared && { isShared }),
    ...(lacks && { lacks }),
  });
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
  if (p.calm) {
    p.echoes += 1;
    return;
  }
  report(p, code, from, to, message, details);
  p.calm = true;
}

/** How the current token is called in a message. */
export function here(p: ParseState): string {
  if (p.token === Token.End) return "the end of the file";
  const [line] = p.source.slice(p.start, Math.min(p.end, p.start + 25)).split(/[\r\n]/);
  return line!.length > 24 ? `\`${line!.slice(0, 24)}…\`` : `\`${line}\``;
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
  const ended = (token === Token.BraceClose || (token === Token.BracketClose && p.token !== token)) &&
    endsByIndent(p, opener.at);
  if (p.token === token && !ended) {
    next(p);
    return true;
  }
  if (!ended) noteEnd(p, "missing", p.end, opener.at);
  const text = spelling(token);
  // Before the next element of a list around it the comma stands already.
  const hasComma = p.source[p.prevEnd - 1] === "," && (p.token === Token.BraceOpen || p.token === Token.BracketOpen);
  const at = hasComma ? p.prevEnd - 1 : p.prevEnd;
  reportForm(p, "missing-closer", p.prevEnd, p.prevEnd, `\`${text}\` is missing to close ${construct}`, {
    related: [{ from: opener.at, to: opener.at + opener.text.length, message: `\`${opener.text}\` is opened here` }],
    insert: { at, text },
  });
  return false;
}

/** Reports a comma that is missing before the current token. */
export function tellComma(p: ParseState): void {
  reportForm(p, "missing-part", p.prevEnd, p.prevEnd, `A \`,\` is missing before ${here(p)}`, {
    insert: { at: p.prevEnd, text: "," },
  });
}

/** Reports a word or mark that is missing before the current token. */
export function tellMissing(p: ParseState, text: string): void {
  reportForm(p, "missing-part", p.prevEnd, p.prevEnd, `\`${text}\` is missing before ${here(p)}`, {
    insert: { at: p.prevEnd, text: ` ${text}` },
  });
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
