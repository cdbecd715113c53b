/** Closing what was opened, and lists of things between commas. */
import { blankStart, here, missing, reportForm } from "./report.js";
import { endLogicalLine, next } from "./scanner.js";
import { Token, type ParseState } from "./state.js";

/** Whether the current token is of a kind; asked by a call where the compiler would take the kind for what it was before a move. */
export const isToken = (p: ParseState, token: Token): boolean => p.token === token;
export const isAt = (p: ParseState, sign: string): boolean => p.token === Token.Operator && p.value === sign;
export const isWord = (p: ParseState, word: string): boolean => p.token === Token.Keyword && p.value === word;

/** Moves past an operator if it is the current token. */
export function eat(p: ParseState, sign: string): boolean {
  if (!isAt(p, sign)) return false;
  next(p);
  return true;
}

/** Moves past a keyword if it is the current token. */
export function eatWord(p: ParseState, word: string): boolean {
  if (!isWord(p, word)) return false;
  next(p);
  return true;
}

/** An opener that has been passed. */
export interface Opener {
  readonly at: number;
  readonly closer: ")" | "]" | "}";
  /** How many brackets are open outside of it. */
  readonly outside: number;
}

const closers: Readonly<Record<string, Opener["closer"]>> = { "(": ")", "[": "]", "{": "}" };

/** Moves past the opener that is the current token. */
export function open(p: ParseState): Opener {
  const opener: Opener = { at: p.start, closer: closers[p.value]!, outside: p.depth - 1 };
  next(p);
  return opener;
}

/** Whether the current token begins a line at a column at which the statement around it could be followed by another one. */
function beginsStatement(p: ParseState): boolean {
  if (!p.isFirst || p.fieldDepth >= 0 || p.token === Token.Operator) return false;
  const from = blankStart(p);
  let column = 0;
  for (const one of p.source.slice(from, p.start)) {
    column = one === "\t" ? (Math.floor(column / 8) + 1) * 8 : column + 1;
  }
  return column <= p.columns.at(-1)!;
}

/** Whether the logical line is over. */
export const isEnd = ({ token }: ParseState): boolean =>
  token === Token.Newline || token === Token.End || token === Token.Dedent || token === Token.Indent;

/** Whether the current token is the colon that ends a header, though a bracket is open. */
function endsHeader(p: ParseState): boolean {
  return p.inHeader &&
    p.fieldDepth < 0 &&
    isAt(p, ":") &&
    /^:[ \t]*(?:#.*)?(?:\r|\n|$)/.test(p.source.slice(p.start, p.start + 200));
}

/** Moves past the closer of a bracket; where it is not there says so, and goes on where it may have been meant. */
export function close(p: ParseState, opener: Opener): void {
  if (isAt(p, opener.closer)) {
    next(p);
    return;
  }
  const sign = p.source[opener.at]!;
  const isCloser = p.token === Token.Operator && /^[)\]}]$/.test(p.value);
  const isHeaderOver = endsHeader(p);
  const isLineOver = isEnd(p) || isHeaderOver || beginsStatement(p);
  if (isLineOver || isCloser || p.calm) {
    const at = p.prevEnd;
    reportForm(p, "missing-closer", at, at, `\`${opener.closer}\` is missing here: \`${sign}\` is not closed`, {
      related: [{ from: opener.at, to: opener.at + 1, message: "It is opened here" }],
      insert: { at, text: opener.closer },
    });
  } else {
    const message =
      `${here(p)} fits neither into the brackets nor behind them: \`,\` or \`${opener.closer}\` may be missing`;
    reportForm(p, "unexpected", p.start, Math.max(p.at, p.start + 1), message);
  }
  if (isHeaderOver) {
    p.depth = 0;
    return;
  }
  if (isCloser && p.depth < opener.outside) {
    // It closes an outer one.
    return;
  }
  if (isCloser && !isLineOver && p.depth === opener.outside && !mayCloseOuter(p, opener)) {
    // A wrong closer in the place of the right one.
    next(p);
    return;
  }
  if (isCloser) {
    p.depth = Math.max(0, p.depth - 1);
    return;
  }
  skipTo(p, opener);
}

/** Whether a bracket that the current token, a closer, could close is open further out. */
function mayCloseOuter(p: ParseState, { at }: Opener): boolean {
  const wanted = p.value === ")" ? "(" : p.value === "]" ? "[" : "{";
  const from = p.source.lastIndexOf("\n", at) + 1;
  let count = 0;
  for (const one of p.source.slice(from, at)) {
    if (one === wanted) count += 1;
    else if (one === p.value) count -= 1;
  }
  return count > 0;
}

/** Moves to behind the closer of a bracket, or to the end of what can belong to it. */
function skipTo(p: ParseState, opener: Opener): void {
  while (!isEnd(p)) {
    if (beginsStatement(p)) {
      endLogicalLine(p);
      return;
    }
    if (p.token === Token.Operator && p.value === opener.closer && p.depth === opener.outside) {
      next(p);
      return;
    }
    skipToken(p);
  }
}

/** Moves past the current token, whatever it is; of a text to its end. */
export function skipToken(p: ParseState): void {
  if (p.token === Token.Text) {
    const form = /[a-zA-Z]{0,2}("""|'''|"|')/y;
    form.lastIndex = p.start;
    const [whole, quote] = form.exec(p.source)!;
    const behind = p.source.indexOf(quote!, p.start + whole.length);
    const lineEnd = p.source.slice(p.start).search(/[\r\n]|$/) + p.start;
    p.at = behind < 0 || (quote!.length === 1 && behind > lineEnd) ? lineEnd : behind + quote!.length;
  }
  next(p);
}

/**
 * Reads things between commas up to a closer, which is not passed; gives whether a comma stands behind the last. A comma that is missing between two of them is
 * told, with a remedy.
 */
export function commaList(
  p: ParseState,
  closer: string,
  read: () => void,
  begins: (p: ParseState) => boolean,
): boolean {
  let isTrailing = false;
  while (!isAt(p, closer) && !isEnd(p)) {
    if (isAt(p, ",")) {
      reportForm(p, "missing-part", p.start, p.start, "A value is missing before this `,`");
      next(p);
      continue;
    }
    const { start } = p;
    read();
    isTrailing = eat(p, ",");
    if (isTrailing) continue;
    if (isAt(p, closer) || isEnd(p) || beginsStatement(p) || !begins(p) || p.start === start) break;
    missing(p, `\`,\` is missing before ${here(p)}`, ",");
  }
  return isTrailing;
}
