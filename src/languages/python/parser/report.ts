/** Reporting what is wrong with a text's form. */
import type { Insertion, RelatedPlace, SyntaxCode } from "../../../syntax/problem.js";
import { Token, type ParseState } from "./state.js";

export interface Details {
  readonly related?: readonly RelatedPlace[];
  /** What settles the problem. */
  readonly insert?: Insertion;
}

/** Adds a problem at a range. */
export function report(
  p: ParseState,
  code: SyntaxCode,
  from: number,
  to: number,
  message: string,
  { related = [], insert }: Details = {},
): void {
  p.reported += 1;
  p.problems.push({ code, from, to, message, related, seen: p.start, ...(insert && { insert }) });
}

/** Adds a problem of form at a range, unless one was found in the same logical line: then it is most likely an echo. */
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
  p.isTroubled = true;
}

/** Adds a problem with the blank space before the current token, with which its line begins. */
export function reportIndent(p: ParseState, code: SyntaxCode, from: number, message: string): void {
  report(p, code, from, Math.max(p.start, from + 1), message);
  p.indentProblem = p.problems.at(-1);
}

/** Where the blank space before the current token, which is the first of its line, begins. */
export function blankStart({ source, start }: ParseState): number {
  let from = start;
  while (from > 0 && /[ \t\f]/.test(source[from - 1]!)) from -= 1;
  return from;
}

/** At the end of a line: what was said of its indentation gives way to what else was found in it. */
export function settleIndent(p: ParseState): void {
  if (p.indentProblem !== undefined && p.isTroubled) {
    const index = p.problems.lastIndexOf(p.indentProblem);
    if (index >= 0) p.problems.splice(index, 1);
  }
  p.indentProblem = undefined;
  p.isTroubled = false;
}

/** Reports that something is missing behind the token before. */
export function missing(p: ParseState, message: string, insert?: string): void {
  // What begins a statement is missing in its own line.
  const at = p.isFirst && p.depth === 0 ? p.start : p.prevEnd;
  reportForm(p, "missing-part", at, at, message, insert === undefined ? {} : { insert: { at, text: insert } });
}

/** How the current token is called in a message. */
export function here(p: ParseState): string {
  if (p.token === Token.End) return "the end of the file";
  if (p.token === Token.Newline || p.token === Token.Dedent || p.token === Token.Indent) return "the end of the line";
  const [line] = p.source.slice(p.start, Math.max(p.at, p.start + 1)).split(/[\r\n]/);
  return line!.length > 24 ? `\`${line!.slice(0, 24)}…\`` : `\`${line}\``;
}

const noAwait = "`await` stands only";

/** Takes back what was said of `await` since an offset: a generator waits when somebody asks for its values. */
export function allowAwait(p: ParseState, from: number): void {
  for (let index = p.problems.length - 1; index >= 0 && p.problems[index]!.from >= from; index -= 1) {
    if (p.problems[index]!.message.startsWith(noAwait)) p.problems.splice(index, 1);
  }
}
