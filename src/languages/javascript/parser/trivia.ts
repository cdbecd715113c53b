/** What stands between tokens: blanks, comments, and the marks of a merge conflict. */
import { isLineEnd, isWideSpace } from "./characters.js";
import { report } from "./recovery.js";
import { checkWindow, Context, has, type ParseState } from "./state.js";

/** Sets `start` to the first code unit at or after `at` that is neither blank nor comment, and `newline` if a line end was passed. */
export function skipTrivia(p: ParseState, at: number): void {
  const { source, length } = p;
  for (;;) {
    const unit = source.charCodeAt(at);
    if (unit === 32 || unit === 9) at += 1;
    else if (unit === 10 || unit === 13) {
      p.newline = true;
      at += 1;
    } else if (unit === 47) {
      const second = source.charCodeAt(at + 1);
      if (second === 47) at = lineCommentEnd(source, at + 2);
      else if (second === 42) at = skipBlockComment(p, at);
      else break;
    } else if (unit === 11 || unit === 12) at += 1;
    else if (unit > 127) {
      if (isWideSpace(unit)) at += 1;
      else if (isLineEnd(unit)) {
        p.newline = true;
        at += 1;
      } else break;
    } else if (unit === 60 && !has(p, Context.Module) && source.startsWith("<!--", at)) {
      at = lineCommentEnd(source, at + 4);
    } else if (
      unit === 45 && !has(p, Context.Module) && (p.newline || p.prevEnd === 0) && source.startsWith("-->", at)
    ) {
      at = lineCommentEnd(source, at + 3);
    } else if (conflictMarks.has(unit) && isConflictMark(source, at, unit)) {
      report(
        p,
        "unexpected",
        at,
        at + 7,
        "This is the mark of a merge conflict: keep one side and take the marks out",
        { seen: at },
      );
      at = lineCommentEnd(source, at + 7);
    } else if (unit === 42 && (p.newline || at === 0) && lacksBeginning(p, at)) at = skipWithoutBeginning(p, at);
    else if (unit === 35 && at === 0 && source.charCodeAt(1) === 33) at = lineCommentEnd(source, 2);
    else break;
  }
  p.start = Math.min(at, length);
}

/** `<`, `|`, `=` and `>`, of which seven at the head of a line part the sides of a merge conflict. */
const conflictMarks = new Set([60, 124, 61, 62]);

function isConflictMark(source: string, at: number, unit: number): boolean {
  if (at > 0 && !isLineEnd(source.charCodeAt(at - 1))) return false;
  for (let i = 1; i < 7; i += 1) if (source.charCodeAt(at + i) !== unit) return false;
  return source.charCodeAt(at + 7) !== unit;
}

export function lineCommentEnd(source: string, at: number): number {
  while (at < source.length && !isLineEnd(source.charCodeAt(at))) at += 1;
  return at;
}

/** Whether a line of `*` or `**` alone, with one behind it that begins with `*`, is the head of a comment that has lost its `/`: nothing else can look so. */
function lacksBeginning(p: ParseState, at: number): boolean {
  const second = lineCommentEnd(p.source, at);
  if (second - at > 40) return false;
  const rest = p.source.slice(at, second + 200);
  if (at + rest.length >= p.length) checkWindow(p);
  return /^\*{1,2}[ \t]*(?:\r\n|\n|\r)[ \t]*\*/.test(rest);
}

function skipWithoutBeginning(p: ParseState, at: number): number {
  const close = p.source.indexOf("*/", at);
  if (close < 0) checkWindow(p);
  const end = close < 0 ? endOfStars(p.source, at) : close + 2;
  if (end > p.reach) p.reach = close < 0 ? p.length : end;
  report(p, "unfinished-comment", at, at + 1, "This comment has no beginning: put `/` before it", {
    insert: { at, text: "/" },
    seen: at,
  });
  p.calm = true;
  p.newline = true;
  return end;
}

/** The end of the last of some lines that begin with `*`, as those of a comment do; the line at `at` is the first. */
function endOfStars(source: string, at: number): number {
  let end = lineCommentEnd(source, at);
  for (;;) {
    const line = /^(?:\r\n|\n|\r)[ \t]*(?:\*[^\n\r]*|\/[ \t]*(?=[\n\r]|$))/.exec(source.slice(end, end + 1000));
    if (line === null) return end;
    end = lineCommentEnd(source, end + line[0].length);
  }
}

function skipBlockComment(p: ParseState, at: number): number {
  const close = p.source.indexOf("*/", at + 2);
  if (close < 0) checkWindow(p);
  // A comment without its end is taken to end with its line, or with the lines behind it that begin with `*`, so that what follows is read.
  const end = close < 0 ? endOfStars(p.source, at) : close + 2;
  if (close < 0) {
    p.reach = p.length;
    report(p, "unfinished-comment", at, at + 2, "This comment has no end: put `*/` behind it", {
      insert: { at: end, text: " */" },
      seen: at,
    });
    p.calm = true;
  }
  if (!p.newline) {
    for (let i = at + 2; i < end && !p.newline; i += 1) if (isLineEnd(p.source.charCodeAt(i))) p.newline = true;
  }
  return end;
}
