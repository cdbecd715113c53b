/** The tokens of a Python text. Python Language Reference, chapter 2. */
import { endOfStatement, endOfStrayCloser, innermost } from "./misfits.js";
import { blankStart, report, reportForm, reportIndent, settleIndent } from "./report.js";
import { Token, type ParseState } from "./state.js";

const keywords = new Set([
  "False",
  "None",
  "True",
  "and",
  "as",
  "assert",
  "async",
  "await",
  "break",
  "class",
  "continue",
  "def",
  "del",
  "elif",
  "else",
  "except",
  "finally",
  "for",
  "from",
  "global",
  "if",
  "import",
  "in",
  "is",
  "lambda",
  "nonlocal",
  "not",
  "or",
  "pass",
  "raise",
  "return",
  "try",
  "while",
  "with",
  "yield",
]);

/** Words that begin a statement and stand in no expression: a bracket that is open before a line of one has been forgotten. */
const statementWords = new Set([
  "assert",
  "break",
  "class",
  "continue",
  "def",
  "del",
  "elif",
  "except",
  "finally",
  "global",
  "import",
  "nonlocal",
  "pass",
  "raise",
  "return",
  "try",
  "while",
  "with",
]);

const nameForm = /[\p{XIDS}_][\p{XIDC}]*/uy;
const asciiName = /[A-Za-z_][A-Za-z0-9_]*/y;
const textPrefix = /^(?:[rbuft]|br|rb|fr|rf|tr|rt)$/i;
const operatorForm = /\*\*=?|\/\/=?|>>=?|<<=?|!=|->|:=|\.\.\.|[-+*/%@&|^=<>]=|[-+*/%@&|^~<>()[\]{}:;.,=!]/y;
const numberForm = /0[xX](?:_?[\da-fA-F])+|0[oO](?:_?[0-7])+|0[bB](?:_?[01])+|(?:\d(?:_?\d)*)?\.\d(?:_?\d)*(?:[eE][-+]?\d(?:_?\d)*)?[jJ]?|\d(?:_?\d)*\.?(?:[eE][-+]?\d(?:_?\d)*)?[jJ]?/y;
const afterNumber = /[\p{XIDC}]+/uy;

function matchAt(form: RegExp, text: string, at: number): string | undefined {
  form.lastIndex = at;
  return form.exec(text)?.[0];
}

/** Passes blank space within a line, comments, and line ends after a backslash. Gives whether a line end was passed. */
function skipBlank(p: ParseState): void {
  const { source, limit } = p;
  for (;;) {
    const code = p.at < limit ? source.charCodeAt(p.at) : -1;
    if (code === 32 || code === 9 || code === 12 || (code === 0xfeff && p.at === 0 && p.startsText)) p.at += 1;
    else if (code === 35) {
      while (p.at < limit && !isLineEnd(source.charCodeAt(p.at))) p.at += 1;
    } else if (code === 92 && isLineEnd(source.charCodeAt(p.at + 1))) {
      p.at += 1;
      passLineEnd(p);
      if (p.at >= limit) return;
    } else if (isLineEnd(code) && p.depth > 0) {
      passLineEnd(p);
      p.isFirst = true;
    } else return;
  }
}

const isLineEnd = (code: number): boolean => code === 10 || code === 13;

function passLineEnd(p: ParseState): void {
  p.at += p.source.charCodeAt(p.at) === 13 && p.source.charCodeAt(p.at + 1) === 10 ? 2 : 1;
}

/** Where a line begins: with tabs of eight columns, and of one; lines that agree in one and not in the other have an indentation that is unclear. */
let columnOfTabs = 0;

/** Passes lines without code; gives the column at which the first line with some begins, and -1 at the end of the text. */
function passToLine(p: ParseState): number {
  const { source, limit } = p;
  for (;;) {
    let column = 0;
    let other = 0;
    for (; p.at < limit; p.at += 1) {
      const code = source.charCodeAt(p.at);
      if (code === 32) column += 1;
      else if (code === 9) column = (Math.floor(column / 8) + 1) * 8;
      else if (code === 12) column = 0;
      else if (code !== 0xfeff || p.at > 0 || !p.startsText) break;
      other = code === 12 ? 0 : other + (code === 0xfeff ? 0 : 1);
    }
    columnOfTabs = other;
    const code = p.at < limit ? source.charCodeAt(p.at) : -1;
    if (code === -1) return -1;
    if (code === 35) while (p.at < limit && !isLineEnd(source.charCodeAt(p.at))) p.at += 1;
    else if (code === 92 && isLineEnd(source.charCodeAt(p.at + 1)) && p.at + 2 < limit) {
      // The line goes on, and its column is that of where it began.
      skipBlank(p);
      if (p.at >= limit) return -1;
      if (!isLineEnd(source.charCodeAt(p.at))) return column;
    } else if (!isLineEnd(code)) return column;
    if (p.at < limit) passLineEnd(p);
  }
}

/** Moves to the next token. */
export function next(p: ParseState): void {
  if (p.token !== Token.Indent && p.token !== Token.Dedent && p.token !== Token.Newline) p.prevEnd = p.at;
  p.isFirst = p.token === Token.Indent || p.token === Token.Dedent;
  p.value = "";
  if (p.dedents > 0) {
    p.dedents -= 1;
    p.token = Token.Dedent;
    p.start = p.at;
    return;
  }
  if (p.atLineStart) {
    p.atLineStart = false;
    p.calm = false;
    settleIndent(p);
    if (indentation(p)) return;
    p.isFirst = true;
  } else skipBlank(p);
  p.start = p.at;
  if (p.at >= p.limit) endOfText(p);
  else scan(p);
}

/** What the column of a line says of the blocks around; true where it gives a token. */
function indentation(p: ParseState): boolean {
  const column = passToLine(p);
  p.start = p.at;
  if (column < 0) {
    if (p.columns.length > 1) {
      p.dedents = p.columns.length - 2;
      p.columns = p.columns.slice(0, 1);
      p.tabColumns = p.tabColumns.slice(0, 1);
      p.token = Token.Dedent;
      p.atLineStart = true;
      return true;
    }
    p.token = Token.End;
    p.atLineStart = true;
    return true;
  }
  const current = p.columns.at(-1)!;
  if (column === current) {
    if (columnOfTabs !== p.tabColumns.at(-1)) reportTabs(p);
    return false;
  }
  p.isFirst = true;
  if (column > current) {
    if (columnOfTabs <= p.tabColumns.at(-1)!) reportTabs(p);
    p.columns = [...p.columns, column];
    p.tabColumns = [...p.tabColumns, columnOfTabs];
    p.token = Token.Indent;
    return true;
  }
  let count = 0;
  let { length } = p.columns;
  while (length > 1 && p.columns[length - 1]! > column) {
    length -= 1;
    count += 1;
  }
  if (p.columns[length - 1] !== column) {
    const from = blankStart(p);
    reportIndent(p, "misplaced", from, "This line begins at a column at which no block around it does");
    p.odd.push(p.start);
    // It is taken for one of the block that ended last.
    p.columns = [...p.columns.slice(0, length), column];
    p.tabColumns = [...p.tabColumns.slice(0, length), columnOfTabs];
    count -= 1;
  } else {
    p.columns = p.columns.slice(0, length);
    p.tabColumns = p.tabColumns.slice(0, length);
    if (columnOfTabs !== p.tabColumns.at(-1)) reportTabs(p);
  }
  if (count === 0) return false;
  p.dedents = count - 1;
  p.token = Token.Dedent;
  return true;
}

/** Tells of a line that begins with tabs where the lines around it begin with spaces, or the other way round. */
function reportTabs(p: ParseState): void {
  const from = blankStart(p);
  report(
    p,
    "misplaced",
    from,
    p.start,
    "Tabs and spaces are mixed here, so that it is unclear which block this line belongs to",
  );
}

function endOfText(p: ParseState): void {
  p.start = p.at;
  if (p.token === Token.Newline || p.token === Token.Dedent) {
    p.atLineStart = true;
    next(p);
  } else {
    p.token = Token.Newline;
    p.atLineStart = true;
    p.depth = 0;
  }
}

function scan(p: ParseState): void {
  const { source } = p;
  const code = source.charCodeAt(p.at);
  if (isLineEnd(code)) {
    passLineEnd(p);
    p.token = Token.Newline;
    p.atLineStart = true;
    return;
  }
  if (code === 34 || code === 39) {
    p.token = Token.Text;
    return;
  }
  if ((code >= 97 && code <= 122) || (code >= 65 && code <= 90) || code === 95 || code >= 128) {
    scanName(p, code);
    return;
  }
  if ((code >= 48 && code <= 57) || (code === 46 && /[0-9]/.test(source[p.at + 1] ?? ""))) {
    scanNumber(p);
    return;
  }
  const sign = matchAt(operatorForm, source, p.at);
  if (sign === undefined) {
    p.at += code >= 0xd800 && code < 0xdc00 ? 2 : 1;
    p.token = Token.Bad;
    p.value = source.slice(p.start, p.at);
    return;
  }
  p.token = Token.Operator;
  // The value in a formatted text ends at a colon, and at `!` unless that begins `!=`.
  p.value = sign === ":=" && p.depth === p.fieldDepth ? ":" : sign;
  p.at += p.value.length;
  if (sign === "(" || sign === "[" || sign === "{") {
    const outer = innermost(p);
    p.depth += 1;
    p.brackets = { at: p.start, depth: p.depth, outer };
  } else if ((sign === ")" || sign === "]" || sign === "}") && p.depth > 0) {
    const end = endOfStrayCloser(p);
    if (end >= 0) passOver(p, end);
    else p.depth -= 1;
  }
}

/** Passes over what fits nowhere in brackets, up to `end`, and goes on with what is behind it. */
function passOver(p: ParseState, end: number): void {
  const { start, source } = p;
  if (/[)\]}]/.test(source[start]!)) {
    const message = `\`${source[start]}\` closes nothing: its opener is missing`;
    reportForm(p, "unexpected", start, start + 1, message, { insert: { at: start, text: "", over: end - start } });
  } else reportForm(p, "unexpected", start, p.at, "A statement cannot stand in brackets: put it before or behind");
  p.at = end;
  // What follows on the next line is no echo.
  p.calm = false;
  skipBlank(p);
  p.value = "";
  p.start = p.at;
  if (p.at >= p.limit) endOfText(p);
  else scan(p);
}

function scanName(p: ParseState, code: number): void {
  const { source } = p;
  let word = matchAt(asciiName, source, p.at);
  const isPlain = word !== undefined && !(source.charCodeAt(p.at + word.length) >= 128);
  if (!isPlain) word = matchAt(nameForm, source, p.at);
  if (word === undefined) {
    p.at += code >= 0xd800 && code < 0xdc00 ? 2 : 1;
    p.token = Token.Bad;
    p.value = source.slice(p.start, p.at);
    return;
  }
  const mark = source.charCodeAt(p.at + word.length);
  if ((mark === 34 || mark === 39) && word.length <= 2 && textPrefix.test(word)) {
    p.token = Token.Text;
    return;
  }
  p.at += word.length;
  p.value = isPlain ? word : word.normalize("NFKC");
  p.token = keywords.has(word) ? Token.Keyword : Token.Name;
  if (p.depth > 0 && p.isFirst && p.token === Token.Keyword && statementWords.has(word) && p.fieldDepth < 0) {
    const end = endOfStatement(p);
    if (end >= 0) {
      p.isFirst = false;
      passOver(p, end);
      return;
    }
    // A line that begins a statement ends every bracket.
    p.at = p.start;
    endLogicalLine(p);
  }
}

/** Ends the logical line before the current token, which is the first of its line, whatever is open. */
export function endLogicalLine(p: ParseState): void {
  p.depth = 0;
  const at = blankStart(p);
  p.at = at;
  p.token = Token.Newline;
  p.value = "";
  p.start = p.prevEnd;
  p.atLineStart = true;
}

function scanNumber(p: ParseState): void {
  const { source } = p;
  const digits = matchAt(numberForm, source, p.at) ?? source[p.at]!;
  p.at += digits.length;
  p.token = Token.Number;
  const rest = matchAt(afterNumber, source, p.at);
  const isWord = rest !== undefined && /^(?:and|else|for|if|in|is|not|or)/.test(rest) && !/^0[xX]/.test(digits);
  if (rest !== undefined && !isWord) {
    p.at += rest.length;
    report(p, "malformed", p.start, p.at, `\`${source.slice(p.start, p.at)}\` is no number`);
  } else if (/^0[\d_]*[1-9]/.test(digits) && /^[\d_]+$/.test(digits)) {
    const octal = digits.replace(/^0[0_]*/, "");
    const insert = /^[0-7_]+$/.test(octal) ? `0o${octal}` : octal;
    report(p, "malformed", p.start, p.at, `A whole number does not begin with \`0\`: \`${insert}\` is one`, {
      insert: { at: p.start, text: insert, over: digits.length },
    });
  }
  p.value = digits;
}
