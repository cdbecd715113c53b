/** Texts, with and without parts that are worked out. Python Language Reference 2.4; PEP 701, PEP 750. */
import type { Node } from "../../../syntax/node.js";
import { Concatenation, Constant, FormattedValue, JoinedStr, Missing } from "../nodes.js";
import { isAt, isToken } from "./brackets.js";
import { valueList } from "./expressions.js";
import { report, reportForm } from "./report.js";
import { next } from "./scanner.js";
import { Token, type ParseState } from "./state.js";

const opening = /([a-zA-Z]*)("""|'''|"|')/y;

/** How a text is written. */
interface Form {
  readonly start: number;
  readonly quote: string;
  readonly isRaw: boolean;
  readonly isBytes: boolean;
  readonly isFormatted: boolean;
  readonly isTemplate: boolean;
}

/** Reads the text at the current token, and those directly behind it, which belong to it. */
export function texts(p: ParseState): Node {
  const { start } = p;
  const parts: Node[] = [];
  let bytes = 0;
  while (p.token === Token.Text) {
    const part = oneText(p);
    if (part.type === "Constant" && (part as Constant).kind === "bytes") bytes += 1;
    parts.push(part);
    next(p);
  }
  if (parts.length === 1) return parts[0]!;
  if (bytes > 0 && bytes < parts.length) {
    reportForm(p, "misplaced", start, p.prevEnd, "Bytes and texts cannot be joined: all parts begin with `b`, or none");
  }
  return new Concatenation(start, p.prevEnd, { parts });
}

/** Reads one text; `p.at` is behind it then. */
function oneText(p: ParseState): Node {
  opening.lastIndex = p.start;
  const [whole, prefix, quote] = opening.exec(p.source)!;
  const letters = prefix!.toLowerCase();
  const form: Form = {
    start: p.start,
    quote: quote!,
    isRaw: letters.includes("r"),
    isBytes: letters.includes("b"),
    isFormatted: letters.includes("f") || letters.includes("t"),
    isTemplate: letters.includes("t"),
  };
  p.at = p.start + whole.length;
  if (form.isFormatted) return formatted(p, form);
  const from = p.at;
  const isWhole = passText(p, form);
  const said = p.source.slice(from, isWhole ? p.at - quote!.length : p.at);
  if (form.isBytes) {
    const odd = /[^\x00-\x7f]/.exec(said);
    if (odd) {
      const at = from + odd.index;
      report(
        p,
        "malformed",
        at,
        at + 1,
        `\`${odd[0]}\` cannot stand in bytes: only ASCII can, other bytes are written like \`\\xe9\``,
      );
    }
    if (!form.isRaw) checkEscapes(p, said, from, true);
    return new Constant(form.start, p.at, { kind: "bytes", value: undefined });
  }
  if (!form.isRaw) checkEscapes(p, said, from, false);
  const value = form.isRaw || !said.includes("\\") ? said : cooked(said);
  return new Constant(form.start, p.at, { kind: "text", value });
}

/** Passes a text to behind its last mark; gives whether that is there. */
function passText(p: ParseState, form: Form): boolean {
  const { source, limit } = p;
  const mark = form.quote.charCodeAt(0);
  const isTriple = form.quote.length === 3;
  for (;;) {
    const code = p.at < limit ? source.charCodeAt(p.at) : -1;
    if (code === 92 && p.at + 1 < limit) {
      p.at += source.charCodeAt(p.at + 1) === 13 && source.charCodeAt(p.at + 2) === 10 ? 3 : 2;
    } else if (code === mark && (!isTriple || source.startsWith(form.quote, p.at))) {
      p.at += form.quote.length;
      return true;
    } else if (code === -1 || (!isTriple && (code === 10 || code === 13))) {
      unfinished(p, form);
      return false;
    } else p.at += 1;
  }
}

/** Tells of a text that has no end. */
function unfinished(p: ParseState, { start, quote }: Form): void {
  if (quote.length === 3) {
    const message = `The text that begins here is never closed: \`${quote}\` is missing`;
    report(p, "unfinished-text", start, start + p.source.slice(start).indexOf(quote) + 3, message);
  } else {
    let to = p.at;
    while (to > start + 1 && /\s/.test(p.source[to - 1]!)) to -= 1;
    reportForm(p, "unfinished-text", start, to, `\`${quote}\` is missing: a text ends on the line it begins on`, {
      insert: { at: to, text: quote },
    });
  }
  p.calm = true;
}

const escape = /\\(?:x([\da-fA-F]{0,2})|u([\da-fA-F]{0,4})|U([\da-fA-F]{0,8})|N(\{[^}]*\}?)?|[^])/g;

/** Tells of escapes that lack something. */
function checkEscapes(p: ParseState, said: string, from: number, isBytes: boolean): void {
  if (!said.includes("\\")) return;
  for (const { index, 0: whole, 1: x, 2: u, 3: U, 4: name } of said.matchAll(escape)) {
    const letter = whole[1];
    const fault = letter === "x" && x!.length < 2
      ? "two hexadecimal digits belong behind `\\x`"
      : isBytes
        ? undefined
        : letter === "u" && u!.length < 4
          ? "four hexadecimal digits belong behind `\\u`"
          : letter === "U" && (U!.length < 8 || Number.parseInt(U!, 16) > 0x10ffff)
            ? "eight hexadecimal digits up to `0010ffff` belong behind `\\U`"
            : letter === "N" && !/^\{[^}]+\}$/.test(name ?? "")
              ? "the name of a character in braces belongs behind `\\N`"
              : undefined;
    if (fault === undefined) continue;
    report(p, "malformed", from + index, from + index + whole.length, `This escape is not finished: ${fault}`);
  }
}

const plainEscapes: Readonly<Record<string, string>> = {
  n: "\n",
  t: "\t",
  r: "\r",
  "\\": "\\",
  "'": "'",
  "\"": "\"",
  a: "\x07",
  b: "\b",
  f: "\f",
  v: "\v",
};

/** The text that stands for a text with escapes. */
function cooked(said: string): string {
  return said.replaceAll(/\\(?:([\\'"abfnrtv])|x([\da-fA-F]{2})|u([\da-fA-F]{4})|([0-7]{1,3})|(\r\n|\r|\n))/g, (
    whole,
    plain?: string,
    x?: string,
    u?: string,
    octal?: string,
    lineEnd?: string,
  ) => {
    if (plain !== undefined) return plainEscapes[plain]!;
    if (lineEnd !== undefined) return "";
    if (octal !== undefined) return String.fromCharCode(Number.parseInt(octal, 8));
    const digits = x ?? u;
    return digits === undefined ? whole : String.fromCharCode(Number.parseInt(digits, 16));
  });
}

/** Reads a text with fields, whose first mark has been passed. */
function formatted(p: ParseState, form: Form): Node {
  const values: Node[] = [];
  pieces(p, form, values, false);
  return new JoinedStr(form.start, p.at, { values, isTemplate: form.isTemplate });
}

/** Reads texts and fields, up to the end of the text or, in a format, to the brace that closes its field, which is not passed. */
function pieces(p: ParseState, form: Form, values: Node[], inFormat: boolean): void {
  const { source, limit } = p;
  const isTriple = form.quote.length === 3;
  let from = p.at;
  const flush = (): void => {
    if (p.at > from) values.push(new Constant(from, p.at, { kind: "text", value: source.slice(from, p.at) }));
  };
  for (;;) {
    const code = p.at < limit ? source.charCodeAt(p.at) : -1;
    if (code === 123) {
      if (source.charCodeAt(p.at + 1) === 123 && !inFormat) p.at += 2;
      else {
        flush();
        values.push(field(p, form));
        from = p.at;
      }
    } else if (code === 125) {
      if (inFormat) {
        flush();
        return;
      }
      if (source.charCodeAt(p.at + 1) === 125) p.at += 2;
      else {
        reportForm(
          p,
          "unexpected",
          p.at,
          p.at + 1,
          "`}` closes nothing: a brace that is meant as such is written `}}`",
          {
            insert: { at: p.at, text: "}}", over: 1 },
          },
        );
        p.at += 1;
      }
    } else if (code === 92) {
      const behind = source[p.at + 1];
      const name = !form.isRaw && behind === "N" ? /^\\N\{[^{}]*\}/.exec(source.slice(p.at, p.at + 100)) : null;
      p.at += name
        ? name[0].length
        : behind === "{" || behind === "}" ? 1 : behind === "\r" && source[p.at + 2] === "\n" ? 3 : 2;
      if (p.at > limit) p.at = limit;
    } else if (source.startsWith(form.quote, p.at) && p.at < limit) {
      flush();
      if (!inFormat) p.at += form.quote.length;
      return;
    } else if (code === -1 || (!isTriple && (code === 10 || code === 13))) {
      flush();
      if (!inFormat) unfinished(p, form);
      return;
    } else p.at += 1;
  }
}

/** Reads a field, at its brace. */
function field(p: ParseState, form: Form): Node {
  const start = p.at;
  const { depth, fieldDepth, isFirst } = p;
  p.at += 1;
  p.depth += 1;
  p.fieldDepth = p.depth;
  p.token = Token.Operator;
  next(p);
  let value: Node;
  if (isAt(p, "}") || isAt(p, ":") || isAt(p, "!")) {
    value = new Missing(start + 1, start + 1, {});
    reportForm(
      p,
      "missing-part",
      start,
      start + 1,
      "A value is missing in the braces: a brace that is meant as such is written `{{`",
    );
  } else value = valueList(p);
  const tellsCode = isAt(p, "=");
  if (tellsCode) next(p);
  let conversion = "";
  if (isAt(p, "!")) {
    next(p);
    conversion = p.value;
    if (!isToken(p, Token.Name) || !/^[rsa]$/.test(conversion)) {
      reportForm(p, "unexpected", p.start, Math.max(p.at, p.start + 1), "Behind `!` stands `r`, `s` or `a`");
    }
    if (isToken(p, Token.Name)) next(p);
  }
  let formatSpec: Node | null = null;
  if (isAt(p, ":")) {
    const values: Node[] = [];
    const from = p.at;
    p.depth = depth;
    p.fieldDepth = fieldDepth;
    pieces(p, form, values, true);
    formatSpec = new JoinedStr(from, p.at, { values, isTemplate: false });
    if (p.source.charCodeAt(p.at) === 125) p.at += 1;
    else unclosed(p, start);
  } else if (!isAt(p, "}")) {
    unclosed(p, start);
    leaveField(p, form);
  }
  p.depth = depth;
  p.fieldDepth = fieldDepth;
  p.isFirst = isFirst;
  p.atLineStart = false;
  return new FormattedValue(start, p.at, { value, conversion, tellsCode, formatSpec });
}

function unclosed(p: ParseState, start: number): void {
  const at = p.prevEnd;
  reportForm(p, "missing-closer", at, at, "`}` is missing here: `{` is not closed", {
    related: [{ from: start, to: start + 1, message: "It is opened here" }],
    insert: { at, text: "}" },
  });
}

/** Goes to where a field that is not closed may end: before the mark that ends the text, or the end of the line. */
function leaveField(p: ParseState, { quote }: Form): void {
  const { source } = p;
  const from = p.prevEnd;
  const end = source.indexOf(quote, from);
  const found = source.slice(from).search(/[\r\n]/);
  const lineEnd = found < 0 ? p.limit : from + found;
  p.at = end >= 0 && (quote.length === 3 || end < lineEnd) ? end : quote.length === 3 ? p.limit : lineEnd;
}
