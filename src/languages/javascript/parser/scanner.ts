/** Cuts the text into tokens, one at a time, on demand of the parser, after ECMAScript 2025 §12. */
import { asciiClass, continuesName, isHexDigit, isLineEnd, startsName } from "./characters.js";
import { report } from "./recovery.js";
import { checkWindow, Overrun, type ParseState, refused, Unclosed } from "./state.js";
import { keywordAt, Token } from "./token.js";
import { lineCommentEnd, skipTrivia } from "./trivia.js";

/** Moves to the next token. */
export function next(p: ParseState): void {
  const hadExtra = p.start === p.end;
  // Which brackets there are says how an item is read, whatever may be missing.
  if (p.token >= Token.BraceOpen && p.token <= Token.BracketClose && !hadExtra) countBracket(p);
  p.prevEnd = p.end;
  p.newline = false;
  p.escaped = false;
  if (p.end === p.extraBehind && !hadExtra) {
    p.start = p.end;
    p.token = p.extra;
    return;
  }
  skipTrivia(p, p.end);
  if ((p.newline || p.token === Token.Semicolon) && p.start < p.length) p.calm = false;
  scan(p);
  if (p.end > p.reach) {
    p.reach = p.end;
    if (p.start > p.limit) throw new Overrun();
    if (p.end >= p.length) checkWindow(p);
  }
}

function countBracket(p: ParseState): void {
  if (p.token === Token.BraceOpen) p.braces += 1;
  else if (p.token === Token.BraceClose) closeBrace(p);
  else p.brackets += p.token === Token.ParenOpen || p.token === Token.BracketOpen ? 1 : -1;
}

function closeBrace(p: ParseState): void {
  p.braces -= 1;
  if (p.braces < p.leastBraces) p.leastBraces = p.braces;
}

/** What `peek` saw of the token behind the current one. */
interface Peeked {
  readonly token: Token;
  readonly newline: boolean;
  readonly start: number;
  readonly end: number;
}

/** Looks at the next token and stays where it is. */
export function peek(p: ParseState): Peeked {
  const { token, start, end, newline, escaped, word, prevEnd, calm, braces, brackets } = p;
  const reported = p.problems.length;
  next(p);
  const peeked = { token: p.token, newline: p.newline, start: p.start, end: p.end };
  p.problems.length = reported;
  Object.assign(p, { token, start, end, newline, escaped, word, prevEnd, calm, braces, brackets });
  return peeked;
}

/** Whether the current token is the name `word`, written without escapes. */
export function isWord(p: ParseState, word: string): boolean {
  if (p.start === p.end) return p.token === Token.Name && p.extraWord === word;
  return p.token === Token.Name && p.end - p.start === word.length && !p.escaped && p.source.startsWith(word, p.start);
}

/** How the current name is written; for one that is only taken to stand there, how it would be. */
export function wordHere(p: ParseState): string {
  return p.start === p.end ? p.extraWord : p.source.slice(p.start, p.end);
}

/** The current token's text; for a name with escapes, what it means. */
export function tokenText(p: ParseState): string {
  if (p.start === p.end && p.token === Token.Name) throw refused;
  return p.escaped && p.word !== "" ? p.word : textToKeep(p, p.start, p.end);
}

/** A stretch of the text that may be kept: of a window, a copy, for a slice of a string keeps the whole string in memory. */
export function textToKeep(p: ParseState, from: number, to: number): string {
  const text = p.source.slice(from, to);
  // The key of a property is stored by itself.
  return p.outer === null || text.length < 13 ? text : Object.keys({ [text]: 0 })[0]!;
}

function finish(p: ParseState, token: Token, length: number): void {
  p.token = token;
  p.end = p.start + length;
}

function scan(p: ParseState): void {
  const { source, start } = p;
  if (start >= p.length) return finish(p, Token.End, 0);
  const unit = source.charCodeAt(start);
  if (unit < 128) {
    const kind = asciiClass[unit]!;
    if ((kind & 1) !== 0) return scanName(p);
    if ((kind & 4) !== 0) return scanNumber(p);
  }
  const second = source.charCodeAt(start + 1);
  switch (unit) {
    case 40: return finish(p, Token.ParenOpen, 1);
    case 41: return finish(p, Token.ParenClose, 1);
    case 44: return finish(p, Token.Comma, 1);
    case 46:
      if (second >= 48 && second <= 57) return scanNumber(p);
      return second === 46 && source.charCodeAt(start + 2) === 46
        ? finish(p, Token.Ellipsis, 3)
        : finish(p, Token.Dot, 1);
    case 59: return finish(p, Token.Semicolon, 1);
    case 123: return finish(p, Token.BraceOpen, 1);
    case 125: return finish(p, Token.BraceClose, 1);
    case 91: return finish(p, Token.BracketOpen, 1);
    case 93: return finish(p, Token.BracketClose, 1);
    case 34:
    case 39: return scanString(p, unit);
    case 96: return scanTemplate(p);
    case 58: return finish(p, Token.Colon, 1);
    case 61:
      if (second === 61) {
        return source.charCodeAt(start + 2) === 61 ? finish(p, Token.StrictEqual, 3) : finish(p, Token.Equal, 2);
      }
      return second === 62 ? finish(p, Token.Arrow, 2) : finish(p, Token.Assign, 1);
    case 33:
      if (second === 61) {
        return source.charCodeAt(start + 2) === 61 ? finish(p, Token.StrictNotEqual, 3) : finish(p, Token.NotEqual, 2);
      }
      return finish(p, Token.Bang, 1);
    case 43:
      return second === 43
        ? finish(p, Token.PlusPlus, 2)
        : second === 61 ? finish(p, Token.PlusAssign, 2) : finish(p, Token.Plus, 1);
    case 45:
      return second === 45
        ? finish(p, Token.MinusMinus, 2)
        : second === 61 ? finish(p, Token.MinusAssign, 2) : finish(p, Token.Minus, 1);
    case 42:
      if (second === 42) {
        return source.charCodeAt(start + 2) === 61 ? finish(p, Token.PowerAssign, 3) : finish(p, Token.Power, 2);
      }
      return second === 61 ? finish(p, Token.StarAssign, 2) : finish(p, Token.Star, 1);
    case 47: return second === 61 ? finish(p, Token.SlashAssign, 2) : finish(p, Token.Slash, 1);
    case 37: return second === 61 ? finish(p, Token.PercentAssign, 2) : finish(p, Token.Percent, 1);
    case 38:
      if (second === 38) {
        return source.charCodeAt(start + 2) === 61
          ? finish(p, Token.LogicalAndAssign, 3)
          : finish(p, Token.LogicalAnd, 2);
      }
      return second === 61 ? finish(p, Token.AndAssign, 2) : finish(p, Token.BitAnd, 1);
    case 124:
      if (second === 124) {
        return source.charCodeAt(start + 2) === 61
          ? finish(p, Token.LogicalOrAssign, 3)
          : finish(p, Token.LogicalOr, 2);
      }
      return second === 61 ? finish(p, Token.OrAssign, 2) : finish(p, Token.BitOr, 1);
    case 94: return second === 61 ? finish(p, Token.XorAssign, 2) : finish(p, Token.BitXor, 1);
    case 126: return finish(p, Token.Tilde, 1);
    case 63:
      if (second === 63) {
        return source.charCodeAt(start + 2) === 61 ? finish(p, Token.NullishAssign, 3) : finish(p, Token.Nullish, 2);
      }
      if (second === 46 && !isDigit(source.charCodeAt(start + 2))) return finish(p, Token.QuestionDot, 2);
      return finish(p, Token.Question, 1);
    case 60:
      if (second === 60) {
        return source.charCodeAt(start + 2) === 61
          ? finish(p, Token.ShiftLeftAssign, 3)
          : finish(p, Token.ShiftLeft, 2);
      }
      return second === 61 ? finish(p, Token.LessEqual, 2) : finish(p, Token.Less, 1);
    case 62: return scanGreater(p);
    case 64: return finish(p, Token.At, 1);
    case 35: return scanPrivateName(p);
    default: return scanName(p);
  }
}

function scanGreater(p: ParseState): void {
  const { source, start } = p;
  let count = 1;
  while (count < 3 && source.charCodeAt(start + count) === 62) count += 1;
  const assign = source.charCodeAt(start + count) === 61;
  if (count === 1) return finish(p, assign ? Token.GreaterEqual : Token.Greater, assign ? 2 : 1);
  const plain = count === 2 ? Token.ShiftRight : Token.ShiftRightZero;
  const assigning = count === 2 ? Token.ShiftRightAssign : Token.ShiftRightZeroAssign;
  return finish(p, assign ? assigning : plain, assign ? count + 1 : count);
}

function isDigit(unit: number): boolean {
  return unit >= 48 && unit <= 57;
}

function scanName(p: ParseState): void {
  const { source, start } = p;
  let at = start;
  for (;;) {
    const unit = source.charCodeAt(at);
    if (unit < 128) {
      if ((asciiClass[unit]! & 2) === 0) {
        if (unit === 92) return scanWideName(p, Token.Name, start);
        break;
      }
      at += 1;
    } else if (unit >= 128) return scanWideName(p, Token.Name, start);
    else break;
  }
  if (at === start) return finish(p, Token.Unknown, 1);
  p.end = at;
  p.token = keywordAt(source, start, at);
}

function scanPrivateName(p: ParseState): void {
  const first = p.source.codePointAt(p.start + 1) ?? 0;
  if (first === 92 || startsName(first)) return scanWideName(p, Token.PrivateName, p.start + 1);
  finish(p, Token.Hash, 1);
}

/** A name with escapes or characters beyond ASCII; what starts no name becomes a token that fits nowhere. */
function scanWideName(p: ParseState, token: Token, from: number): void {
  const { source } = p;
  let at = from;
  let word = source.slice(p.start, from);
  while (at < p.length) {
    const code = source.codePointAt(at)!;
    const fits = at === from ? startsName : continuesName;
    if (code === 92) {
      const match = /^\\u(?:\{([\dA-Fa-f]+)\}|([\dA-Fa-f]{4}))/.exec(source.slice(at, at + 16));
      const value = match ? Number.parseInt(match[1] ?? match[2]!, 16) : -1;
      if (!match || value > 0x10ffff || !fits(value)) {
        if (at > from) {
          report(p, "malformed", at, at + 1, "This escape does not stand for a character that a name can hold");
        }
        if (at === from) return finish(p, Token.Unknown, 1);
        break;
      }
      p.escaped = true;
      word += String.fromCodePoint(value);
      at += match[0].length;
    } else if (fits(code)) {
      const width = code > 0xffff ? 2 : 1;
      word += source.slice(at, at + width);
      at += width;
    } else break;
  }
  if (at === from) return finish(p, Token.Unknown, source.codePointAt(p.start)! > 0xffff ? 2 : 1);
  p.end = at;
  p.token = token;
  p.word = word;
  if (!p.escaped && token === Token.Name) p.token = keywordAt(source, p.start, at);
}

function scanNumber(p: ParseState): void {
  const { source, start } = p;
  let at: number;
  const prefix = source.charCodeAt(start) === 48 ? source.charCodeAt(start + 1) | 32 : 0;
  let fits: ((unit: number) => boolean) | undefined;
  if (prefix === 120) fits = isHexDigit;
  else if (prefix === 111) fits = (unit) => unit >= 48 && unit <= 55;
  else if (prefix === 98) fits = (unit) => unit === 48 || unit === 49;
  let whole = true;
  if (fits) {
    at = scanDigits(p, start + 2, fits);
    if (at === start + 2) report(p, "malformed", start, at, "This number has no digits behind its prefix");
  } else {
    at = scanDigits(p, start, isDigit);
    const legacy = source.charCodeAt(start) === 48 && at > start + 1;
    if (legacy) {
      p.escaped = true;
      whole = false;
      if (source.slice(start, at).includes("_")) {
        report(p, "malformed", start, at, "A number that begins with `0` cannot hold separators");
      }
    }
    const octal = legacy && /^[0-7]+$/.test(source.slice(start, at));
    if (!octal) {
      if (source.charCodeAt(at) === 46) {
        whole = false;
        at = isDigit(source.charCodeAt(at + 1)) ? scanDigits(p, at + 1, isDigit) : at + 1;
        if (source.charCodeAt(at) === 95) report(p, "malformed", at, at + 1, "A separator stands between two digits");
      }
      if ((source.charCodeAt(at) | 32) === 101) {
        whole = false;
        const sign = source.charCodeAt(at + 1) === 43 || source.charCodeAt(at + 1) === 45 ? 1 : 0;
        const digits = scanDigits(p, at + 1 + sign, isDigit);
        if (digits === at + 1 + sign) {
          report(p, "malformed", start, digits, "This number has no digits behind its exponent");
        }
        at = digits;
      }
    }
  }
  p.token = Token.Number;
  if (source.charCodeAt(at) === 110 && whole) {
    p.token = Token.BigInt;
    at += 1;
  }
  const code = source.codePointAt(at);
  if (code !== undefined && (code === 92 || startsName(code) || (code < 128 && isDigit(code)))) {
    let end = at;
    while (end < p.length && (asciiClass[source.charCodeAt(end)] ?? 0) !== 0) end += 1;
    if (p.calm) p.echoes += 1;
    else report(p, "malformed", start, Math.max(end, at + 1), "A name or digit cannot follow a number directly");
    at = end;
  }
  p.end = at;
}

function scanDigits(p: ParseState, at: number, fits: (unit: number) => boolean): number {
  const { source } = p;
  const from = at;
  for (;;) {
    const unit = source.charCodeAt(at);
    if (fits(unit)) at += 1;
    else if (unit === 95) {
      if (at === from || !fits(source.charCodeAt(at - 1)) || !fits(source.charCodeAt(at + 1))) {
        report(p, "malformed", at, at + 1, "A separator stands between two digits");
      }
      at += 1;
    } else return at;
  }
}

function scanString(p: ParseState, quote: number): void {
  const { source, length, start } = p;
  let at = start + 1;
  p.token = Token.String;
  for (;;) {
    const unit = source.charCodeAt(at);
    if (unit === quote) {
      p.end = at + 1;
      return;
    }
    if (unit === 92) at = checkEscape(p, at, false);
    else if (at >= length || unit === 10 || unit === 13) {
      if (at >= length) checkWindow(p);
      const lineEnd = Math.min(at, length);
      if (lineEnd > p.reach) p.reach = lineEnd;
      p.end = meantEnd(source.slice(start, lineEnd)) + start;
      const mark = String.fromCharCode(quote);
      const other = source[p.end - 1]!;
      const isOther = /['"`]/.test(other) && other !== mark && p.end - 1 > start;
      // Where something is wrong before it on its line, its own opener is most likely what is missing.
      if (p.calm) {
        p.echoes += 1;
        return;
      }
      report(
        p,
        "unfinished-text",
        start,
        p.end,
        `This text has no end: put ${mark === "'" ? "a single" : "a double"} quote mark behind it`,
        {
          insert: isOther ? { at: p.end - 1, text: mark, over: 1 } : { at: p.end, text: mark },
        },
      );
      return;
    } else at += 1;
  }
}

/** Where a text that has no end on its line most likely should have had it: before the first closer of something opened before it, or what ends the statement. */
function meantEnd(text: string): number {
  const open: string[] = [];
  for (let at = 1; at < text.length; at += 1) {
    const char = text[at]!;
    const closer = { "(": ")", "[": "]", "{": "}" }[char];
    if (closer !== undefined) open.push(closer);
    else if (/[)\]}]/.test(char) && open.pop() !== char) return at > 1 ? at : text.length;
  }
  const end = text.replace(/[;,\s]+$/, "").length;
  return end > 1 ? end : text.length;
}

/** Passes an escape that begins at `at` and reports it when it is malformed; in templates only `escaped` is set. */
function checkEscape(p: ParseState, at: number, template: boolean): number {
  const { source } = p;
  const unit = source.charCodeAt(at + 1);
  let sound = true;
  let end = at + 2;
  if (unit === 120) {
    sound = isHexDigit(source.charCodeAt(at + 2)) && isHexDigit(source.charCodeAt(at + 3));
  } else if (unit === 117) {
    const match = /^\{([\dA-Fa-f]+)\}|^[\dA-Fa-f]{4}/.exec(source.slice(at + 2, at + 20));
    sound = match !== null && (match[1] === undefined || Number.parseInt(match[1], 16) <= 0x10ffff);
  } else if (unit >= 48 && unit <= 57 && !(unit === 48 && !isDigit(source.charCodeAt(at + 2)))) {
    if (template) sound = false;
    else {
      p.escaped = true;
      p.word = "";
    }
  } else if (unit === 13 && source.charCodeAt(at + 2) === 10) end += 1;
  if (!sound) {
    if (template) {
      p.escaped = true;
      p.word = "";
    } else {
      report(
        p,
        "malformed",
        at,
        Math.min(at + 2, p.length),
        "This escape is not complete: `\\x` takes two and `\\u` four hexadecimal digits, or any number in braces",
      );
    }
  }
  return end;
}

/**
 * A piece of a template from a backtick or the `}` of a hole, through the next `${` or closing backtick, which belong to the token.
 * `escaped` is set when it holds a malformed escape.
 */
function scanTemplate(p: ParseState): void {
  const { source, length } = p;
  let at = p.start + 1;
  p.token = Token.Template;
  for (;;) {
    const unit = source.charCodeAt(at);
    if (unit === 96) {
      p.end = at + 1;
      return;
    }
    if (unit === 36 && source.charCodeAt(at + 1) === 123) {
      p.end = at + 2;
      return;
    }
    if (unit === 92) at = checkEscape(p, at, true);
    else if (at >= length) {
      checkWindow(p);
      if (!p.guided) p.isTextOpen = true;
      // Nowhere in the text it ends: it is taken to end with its line, so that what follows is read.
      p.end = lineCommentEnd(source, p.start);
      p.reach = length;
      return;
    } else if (isLineEnd(unit) && at === lineCommentEnd(source, p.start) && isLone(p, at)) {
      if (p.closesNothing !== null && p.hasOddTicks) throw new Unclosed();
      at += 1;
      if (!p.guided) {
        p.softSpots += 1;
        p.loneAt = p.start;
        continue;
      }
      p.end = at - 1;
      p.guesses.push({ kind: "template", at: p.end, reach: p.reach, brace: Infinity });
      return;
    } else at += 1;
  }
}

/** What stands behind a backtick that ends a text. */
const afterText = /^(?:[;,)\].}:?&|=+\s]|$)/;

/**
 * Whether a text that goes on behind its line most likely lacks its end: the next backtick begins a text of its own, as another one follows on its line, or as
 * what follows it can stand in a text alone.
 */
function isLone(p: ParseState, from: number): boolean {
  const { source, length, knownTick } = p;
  // In a text with thousands of holes each asks for the same one.
  if (from < knownTick.from || from > knownTick.at) {
    let at = from;
    let open = 0;
    for (; at < length; at += 1) {
      const unit = source.charCodeAt(at);
      if (unit === 92) at += 1;
      else if (unit === 96) break;
      else if (unit === 123 && (open > 0 || source.charCodeAt(at - 1) === 36)) open += 1;
      else if (unit === 125 && open > 0) open -= 1;
    }
    knownTick.from = from;
    knownTick.at = at;
    knownTick.isInHole = open > 0;
  }
  const { at, isInHole } = knownTick;
  if (at >= length) {
    checkWindow(p);
    p.reach = length;
    return true;
  }
  const end = lineCommentEnd(source, at);
  if (end >= length) checkWindow(p);
  if (end > p.reach) p.reach = end;
  // In a hole of the text it begins another one.
  if (isInHole) return false;
  const rest = source.slice(at + 1, end);
  const more = rest.match(/(?<!\\)`/g)?.length ?? 0;
  return more % 2 === 1 || !afterText.test(rest);
}

/** Reads the current `}` as the continuation of a template. */
export function rescanTemplate(p: ParseState): void {
  if (p.start === p.end) throw refused;
  p.escaped = false;
  scanTemplate(p);
}

/** Reads the current `/` or `/=` as the beginning of a regular expression; `false` when that has no end. */
export function rescanRegExp(p: ParseState): boolean {
  const { source, length, start } = p;
  let at = start + 1;
  let inClass = false;
  p.token = Token.RegExp;
  for (;;) {
    const unit = source.charCodeAt(at);
    if (at >= length || isLineEnd(unit)) {
      p.end = Math.min(at, length);
      if (p.calm) p.echoes += 1;
      else report(p, "unfinished-text", start, p.end, "This regular expression has no end: put `/` behind it");
      p.calm = true;
      return false;
    }
    if (unit === 92 && !isLineEnd(source.charCodeAt(at + 1))) at += 2;
    else if (unit === 91) {
      inClass = true;
      at += 1;
    } else if (unit === 93) {
      inClass = false;
      at += 1;
    } else if (unit === 47 && !inClass) break;
    else at += 1;
  }
  at += 1;
  while (at < length) {
    const code = source.codePointAt(at)!;
    if (!continuesName(code)) break;
    at += code > 0xffff ? 2 : 1;
  }
  p.end = at;
  return true;
}

/** Reads on behind the current token as JSX text: a text, or one of the tokens `<`, `{` and the end. */
export function nextJsxChild(p: ParseState): void {
  if (p.token === Token.BraceClose) closeBrace(p);
  if (p.calm && p.token === Token.JSXText && /\n/.test(p.source.slice(p.start, p.end))) p.calm = false;
  p.prevEnd = p.end;
  p.newline = false;
  p.escaped = false;
  p.start = p.end;
  const unit = p.source.charCodeAt(p.start);
  if (p.start >= p.length) return finish(p, Token.End, 0);
  if (unit === 60) return finish(p, Token.Less, 1);
  if (unit === 123) return finish(p, Token.BraceOpen, 1);
  let at = p.start;
  while (at < p.length) {
    const here = p.source.charCodeAt(at);
    if (here === 60 || here === 123) break;
    at += 1;
  }
  p.token = Token.JSXText;
  p.end = at;
  if (at > p.reach) p.reach = at;
  if (at >= p.length) checkWindow(p);
}

/** Lengthens the current name by what a JSX name may hold beyond a name of the language: hyphens. */
export function rescanJsxName(p: ParseState): void {
  let at = p.end;
  while (at < p.length) {
    const unit = p.source.charCodeAt(at);
    if (unit !== 45 && !(unit < 128 && (asciiClass[unit]! & 2) !== 0)) break;
    at += 1;
  }
  p.end = at;
  p.token = Token.Name;
}

/** Moves to the next token where a JSX attribute's value may stand: a text there has no escapes and may span lines. */
export function nextJsxValue(p: ParseState): void {
  const hadExtra = p.start === p.end;
  p.prevEnd = p.end;
  p.newline = false;
  p.escaped = false;
  if (p.end === p.extraBehind && !hadExtra) {
    p.start = p.end;
    p.token = p.extra;
    return;
  }
  skipTrivia(p, p.end);
  const quote = p.source.charCodeAt(p.start);
  if (quote !== 34 && quote !== 39) return scan(p);
  const close = p.source.indexOf(String.fromCharCode(quote), p.start + 1);
  if (close < 0) checkWindow(p);
  p.token = Token.String;
  const line = lineCommentEnd(p.source, p.start);
  // A text that goes on behind its line may lack its end, if something is wrong at all.
  if (close > line && !p.guided) p.softSpots += 1;
  if (close >= 0 && !(close > line && p.guided)) {
    p.end = close + 1;
    return;
  }
  p.end = line;
  if (close < 0) p.reach = p.length;
  else {
    // Where the next quote mark begins a text, one without an opener would follow it in a tag; those in a hole are another matter.
    const lineEnd = lineCommentEnd(p.source, close);
    if (lineEnd >= p.length) checkWindow(p);
    const rest = p.source.slice(close + 1, lineEnd);
    const isSure = new RegExp(`^[^>{${p.source[p.start]}]*${p.source[p.start]}`).test(rest);
    p.guesses.push({
      kind: isSure ? "tag" : "element",
      at: line,
      reach: isSure ? lineEnd : close + 1,
      brace: Infinity,
    });
  }
  report(p, "unfinished-text", p.start, p.end, "This text has no end: put a quote mark behind it", {
    insert: { at: p.end, text: String.fromCharCode(quote) },
  });
  p.calm = true;
}
