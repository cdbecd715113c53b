/**
 * What stands in brackets and fits nowhere in them: closers that belong to nothing, and lines that are statements. It is told by the layout of the text alone: the elements stand on
 * lines of their own, in one column, and the closer stands where the line of its opener begins.
 */
import type { OpenBracket, ParseState } from "./state.js";

const closers: Readonly<Record<string, string>> = { "(": ")", "[": "]", "{": "}" };

/** The innermost bracket that is open. */
export function innermost({ brackets, depth }: ParseState): OpenBracket | undefined {
  let found = brackets;
  while (found !== undefined && found.depth > depth) found = found.outer;
  return found;
}

/** The column in which the line that holds an offset begins. */
function columnOf(source: string, offset: number): number {
  let start = offset;
  while (start > 0 && !/[\n\r]/.test(source[start - 1]!)) start -= 1;
  return columnFrom(source, start);
}

function columnFrom(source: string, start: number): number {
  let column = 0;
  for (let at = start; ; at += 1) {
    const code = source.charCodeAt(at);
    if (code === 32) column += 1;
    else if (code === 9) column = (Math.floor(column / 8) + 1) * 8;
    else return column;
  }
}

/** How much more is opened than closed in a line of code, whose texts and comments do not count. `undefined` where a text may go over lines. */
function openedIn(line: string): number | undefined {
  if (/"""|'''|\\$/.test(line)) return undefined;
  let opened = 0;
  for (const [sign] of line.matchAll(/"(?:[^"\\]|\\.)*"|'(?:[^'\\]|\\.)*'|#.*|[()[\]{}]/g)) {
    if (/^[([{]$/.test(sign)) opened += 1;
    else if (/^[)\]}]$/.test(sign)) opened -= 1;
  }
  return opened;
}

/** Whether something can belong to an open bracket by its layout: the bracket ends its line, and is the only one of a list there. */
function isLaidOut({ source }: ParseState, { at, outer }: OpenBracket, own: number): boolean {
  if (!/^.[ \t]*(?:#.*)?(?:\r|\n|$)/.test(source.slice(at, at + 200))) return false;
  return outer === undefined || columnOf(source, outer.at) < own;
}

/**
 * Where the elements of the innermost bracket go on behind what fits nowhere and stands on a line up to `from`: at a line in the same column, with the closer further down in the
 * column of the opener's line, and as much closed as opened in between. -1 where they do not.
 */
function resumesAt(p: ParseState, from: number): number {
  const { source, limit } = p;
  const bracket = innermost(p);
  if (bracket === undefined || p.fieldDepth >= 0) return -1;
  const own = columnOf(source, bracket.at);
  const column = columnOf(source, p.start);
  if (column <= own || !isLaidOut(p, bracket, own)) return -1;
  const lines = /(?:\r\n|\n|\r)([^\r\n]*)/g;
  lines.lastIndex = from;
  let resumes = -1;
  let opened = 0;
  for (let line = lines.exec(source); line !== null && line.index < limit; line = lines.exec(source)) {
    const [, content = ""] = line;
    if (/^\s*(?:#|$)/.test(content)) continue;
    const start = line.index + line[0].length - content.length;
    const there = columnFrom(source, start);
    if (there <= own) {
      const isCloser = there === own && content.trimStart().startsWith(closers[source[bracket.at]!]!);
      return isCloser && opened === 0 ? resumes : -1;
    }
    if (resumes < 0) {
      // What is indented more deeply belongs to the statement.
      if (there > column) continue;
      if (there < column) return -1;
      resumes = start;
    }
    const more = openedIn(content);
    if (more === undefined) return -1;
    opened += more;
  }
  p.sawLimit = true;
  return -1;
}

/**
 * Where the closer ends that is the current token and closes nothing, with the marks and closers behind it: nothing else follows on its line, and the elements go on in the next. -1
 * for one that closes what is open.
 */
export function endOfStrayCloser(p: ParseState): number {
  const { source, at } = p;
  const [, marks, comment] = /^([ \t]*[,;)\]}]*)([ \t]*(?:#[^\r\n]*)?)(?:\r|\n)/.exec(source.slice(at, at + 200)) ?? [];
  if (marks === undefined) return -1;
  const end = at + marks.length + comment!.length;
  const resumes = resumesAt(p, end);
  return resumes >= 0 && isNext(source, end, resumes) ? at + marks.length : -1;
}

/** Whether nothing but blank lines and comments stands between two places. */
const isNext = (source: string, from: number, to: number): boolean =>
  /^(?:\s|#[^\r\n]*(?![^\r\n]))*$/.test(source.slice(from, to));

/** Where the code goes on behind the statement that begins at the current token, first on its line in brackets; -1 where these end before it. */
export function endOfStatement(p: ParseState): number {
  const { source, start } = p;
  const length = source.slice(start).search(/[\r\n]|$/);
  return resumesAt(p, start + length);
}
