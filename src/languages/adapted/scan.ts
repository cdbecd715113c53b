/**
 * Finds the brackets of a text, and what is missing of them. Grammars from elsewhere recover badly from a bracket without its counterpart: what is missing is put in,
 * and what is too much taken out, before they read the text, so that the rest of it is read as it is meant.
 */
import type { SyntaxProblem } from "../../syntax/problem.js";
import type { Lexis } from "./lexis.js";

/** A pair of braces. */
export interface Block {
  readonly open: number;
  /** Where its closing brace stands, or would. */
  close: number;
  /** Where the statement or member begins that it belongs to. */
  readonly header: number;
  readonly inside: Block[];
}

/** Something that is put into a text. */
export interface Addition {
  readonly at: number;
  readonly text: string;
}

export interface Scan {
  readonly blocks: readonly Block[];
  readonly problems: readonly SyntaxProblem[];
  /** In the order of the text. */
  readonly additions: readonly Addition[];
  /** Brackets that close nothing. */
  readonly surplus: readonly number[];
  /** Closing braces at the head of a line that stand further in than what they close. */
  readonly misfits: readonly number[];
  /** Whether what is missing or too much in a pair of braces changes nothing outside of them: no brace does, and nothing that goes over lines. */
  readonly isLocal: boolean;
}

interface Open {
  readonly mark: string;
  readonly at: number;
  /** The word before a parenthesis. */
  readonly word: string;
  readonly block?: Block;
}

const closerOf: Readonly<Record<string, string>> = { "(": ")", "[": "]", "{": "}" };
/** Words whose parentheses hold no braces but those of functions and classes in them. */
const askingWords = /^(?:if|while|for|foreach|switch|catch|elseif|synchronized|match)$/;
const makesBraces =
  /\bnew\b|->|\bfunction\b|\bfn\b|\bswitch\b|\bmatch\b|\bclass\b|\bstruct\b|\bunion\b|\benum\b|[=(,{]\s*$/;

/** `begin` is where code begins, if not where the language says. */
export function scan(text: string, lexis: Lexis, begin?: number): Scan {
  const found = new Scanner(text, lexis, 0, begin).run();
  if (!found.problems.some(({ message }) => message.includes("`}`"))) return found;
  const missing = found.additions.filter((addition) => addition.text === "}").length;
  const guided = new Scanner(text, lexis, missing, begin).run();
  const best = guided.problems.length <= found.problems.length ? guided : found;
  return withOpener(text, lexis, found, best) ?? best;
}

/** How many braces that stand at another column than they should are tried. */
const mostTried = 12;

/** Where a brace closes nothing, the opening one may be missing that its column speaks of. */
function withOpener(text: string, lexis: Lexis, { surplus, misfits }: Scan, best: Scan): Scan | undefined {
  if (surplus.length !== 1) return undefined;
  let found: { readonly at: number; readonly misfit: number; readonly misfits: number } | undefined;
  for (const misfit of [...misfits.slice(0, mostTried), surplus[0]!]) {
    const at = headerEnd(text, misfit);
    if (at === undefined || at === found?.at) continue;
    const mended = new Scanner(`${text.slice(0, at)}{${text.slice(at)}`, lexis, 0).run();
    if (mended.problems.length >= best.problems.length || mended.misfits.length > (found?.misfits ?? Infinity)) {
      continue;
    }
    found = { at, misfit, misfits: mended.misfits.length };
  }
  if (found === undefined) return undefined;
  const { at, misfit } = found;
  const problem: SyntaxProblem = {
    code: "missing-part",
    from: at,
    to: at,
    message: "`{` is missing here: the lines below that are further in belong to this one",
    related: [{ from: misfit, to: misfit + 1, message: "This `}` closes it" }],
    seen: at,
    insert: { at, text: " {" },
  };
  return { blocks: [], problems: [problem], additions: [{ at, text: "{" }], surplus: [], misfits: [], isLocal: false };
}

/** The end of the line above a closing brace that is as far in as that, with lines further in between; nothing where it ends what it says. */
function headerEnd(text: string, brace: number): number | undefined {
  const own = columnOf(text, lineStart(text, brace));
  for (let from = lineStart(text, brace); from > 0 && own !== undefined;) {
    const end = from - 1;
    from = lineStart(text, end);
    const line = columnOf(text, from);
    if (line === undefined || /^(?:\/\/|\*|\/\*|#)/.test(text.slice(line.at, line.at + 2))) continue;
    if (line.column > own.column) continue;
    const code = text.slice(from, end).replace(/\s*(?:\/\/.*)?$/, "");
    return line.column < own.column || /[;{},]$/.test(code) ? undefined : from + code.length;
  }
  return undefined;
}

class Scanner {
  private readonly open: Open[] = [];
  private readonly blocks: Block[] = [];
  private readonly problems: SyntaxProblem[] = [];
  private readonly additions: Addition[] = [];
  private readonly surplus: number[] = [];
  private readonly misfits: number[] = [];
  private isLocal = true;
  /** Behind the last code that was passed. */
  private end = 0;
  /** Where the statement or member begins that is being passed, of each open brace and of the text. */
  private readonly headers: number[] = [0];

  constructor(
    private readonly text: string,
    private readonly lexis: Lexis,
    /** How many braces may be taken for closed where a line is not further in than theirs. */
    private guesses: number,
    private readonly begin?: number,
  ) {}

  run(): Scan {
    const { text, lexis } = this;
    const stop = new RegExp(
      `[${this.guesses > 0 ? "\\n" : ""}(){}[\\];${lexis.openers.replaceAll(/[\\\]^-]/g, "\\$&")}]`,
      "g",
    );
    let at = this.begin ?? lexis.enter?.(text, 0) ?? 0;
    this.headers[0] = at;
    for (;;) {
      stop.lastIndex = at;
      const match = stop.exec(text);
      if (match === null) break;
      const { index } = match;
      this.passed(at, index);
      at = index + 1;
      const mark = match[0];
      if (mark === "\n") {
        this.beginLine(at);
        continue;
      }
      const skipped = lexis.openers.includes(mark) ? lexis.skip(text, index) : undefined;
      if (skipped === undefined) {
        this.take(mark, index);
        if (/\S/.test(mark)) this.end = Math.max(this.end, at);
        continue;
      }
      if (skipped.unfinished !== undefined && skipped.endsWithLine !== true) this.isLocal = false;
      at = skipped.unfinished === undefined
        ? skipped.to
        : this.unfinished(index, skipped.to, skipped.unfinished, skipped.is);
      if (skipped.is === "text") this.end = at;
    }
    this.passed(at, text.length);
    this.finish();
    const { blocks, problems, additions, surplus, misfits, isLocal } = this;
    return { blocks, problems, additions, surplus, misfits, isLocal };
  }

  /** Notes where code ends that holds no marks. */
  private passed(from: number, to: number): void {
    for (let i = to; i > from; i -= 1) {
      if (this.text.charCodeAt(i - 1) > 32) {
        this.end = Math.max(this.end, i);
        return;
      }
    }
  }

  private take(mark: string, at: number): void {
    switch (mark) {
      case "(":
      case "[":
        this.open.push({ mark, at, word: mark === "(" ? wordBefore(this.text, at) : "" });
        return;
      case "{":
        this.brace(at);
        return;
      case ";":
        this.semicolon(at);
        return;
      case ")":
      case "]":
        this.close(mark, at);
        return;
      case "}":
        this.closeBrace(at);
        return;
      default:
    }
  }

  private brace(at: number): void {
    // `if (berth.isFree() {`, `void moor(int berth {`
    const last = this.open.findLastIndex(({ mark }) => mark === "{");
    const first = this.open.findIndex(({ mark, word }, index) => index > last && mark === "(" && word !== "");
    const header = this.open[first];
    if (header !== undefined) {
      const inside = this.text.slice(header.at + 1, at);
      const isHeader = (askingWords.test(header.word) && !/[$>:]\s*$/.test(inside)) || /\w\s*$/.test(inside);
      if (isHeader && !makesBraces.test(inside) && inside.trim() !== "") {
        while (this.open.length > first) this.missing(this.open.at(-1)!, this.end);
      }
    }
    const block: Block = { open: at, close: -1, header: this.headers.at(-1)!, inside: [] };
    const around = this.open.findLast((one) => one.block !== undefined)?.block;
    (around?.inside ?? this.blocks).push(block);
    this.open.push({ mark: "{", at, word: "", block });
    this.headers.push(at + 1);
  }

  private semicolon(at: number): void {
    for (let top = this.open.at(-1); top !== undefined && top.mark !== "{"; top = this.open.at(-1)) {
      if (
        top.mark === "(" && (/^(?:for|try|while|declare)$/.test(top.word) || this.lexis.macros?.test(top.word) === true)
      ) return;
      this.missing(top, this.end);
    }
    this.headers[this.headers.length - 1] = at + 1;
  }

  private close(mark: string, at: number): void {
    const opener = mark === ")" ? "(" : "[";
    const top = this.open.at(-1);
    if (top?.mark === opener) {
      this.open.pop();
      return;
    }
    const index = this.open.findLastIndex((one) => one.mark === opener);
    if (
      index < 0 ||
      this.open.slice(index + 1).some((one) => one.mark === "{" && !/^[^\n]*$/.test(this.text.slice(one.at, at)))
    ) {
      this.tooMuch(mark, at);
      return;
    }
    while (this.open.length > index + 1) this.missing(this.open.at(-1)!, this.end);
    this.open.pop();
  }

  private closeBrace(at: number): void {
    let top = this.open.at(-1);
    if (!this.open.some((one) => one.mark === "{")) {
      this.tooMuch("}", at);
      return;
    }
    for (; top !== undefined && top.mark !== "{"; top = this.open.at(-1)) this.missing(top, this.end);
    if (top === undefined) return;
    this.open.pop();
    this.headers.pop();
    top.block!.close = at;
    if (this.isMisfit(at, top.at)) this.misfits.push(at);
    // What follows a block begins anew, but for an expression that goes on behind it.
    if (!this.open.some((one) => one.mark === "(" || one.mark === "[")) this.headers[this.headers.length - 1] = at + 1;
  }

  /** Whether a closing brace at the head of a line stands further in than the line in which its brace was opened. */
  private isMisfit(close: number, open: number): boolean {
    const { text } = this;
    let before = close;
    while (before > 0 && (text.charCodeAt(before - 1) === 32 || text.charCodeAt(before - 1) === 9)) before -= 1;
    if (before > 0 && text.charCodeAt(before - 1) !== 10) return false;
    const header = columnOf(text, lineStart(text, open));
    return header !== undefined && columnOf(text, before)!.column > header.column;
  }

  /** A line that is not further in than the line of the innermost open brace stands outside of it. */
  private beginLine(at: number): void {
    const { text } = this;
    for (;;) {
      const top = this.open.at(-1);
      if (top === undefined || this.guesses === 0) return;
      const column = columnOf(text, at);
      // A line that closes, goes on with something or says nothing tells nothing.
      if (column === undefined || /[}\])#.?:&|+\-*/,<>=%]/.test(text.charAt(column.at))) return;
      if (/^(?:case|default|else|catch|finally|while)\b|^(?:public|private|protected):|^\w+:(?!:)/.test(
        text.slice(column.at, column.at + 40),
      )) return;
      const brace = this.open.findLast((one) => one.mark === "{");
      if (brace === undefined || top !== brace) return;
      const own = columnOf(text, lineStart(text, brace.at))!;
      const header = columnOf(text, lineStart(text, this.firstOf(brace)));
      const least = Math.min(own.column, header?.column ?? own.column);
      if (column.column > least || brace.at >= at || text.charAt(column.at) === "{") return;
      this.guesses -= 1;
      this.missing(brace, this.end);
    }
  }

  /** Where the code begins that a brace belongs to. */
  private firstOf({ block }: Open): number {
    const { text } = this;
    let at = block!.header;
    while (at < block!.open && text.charCodeAt(at) <= 32) at += 1;
    return at;
  }

  /** Puts in what closes a bracket. */
  private missing({ mark, at, block }: Open, before: number): void {
    const closer = closerOf[mark]!;
    // Behind the last code, which may be the bracket itself.
    const place = Math.max(before, at + 1);
    this.open.pop();
    if (block !== undefined) {
      this.headers.pop();
      block.close = place;
      this.headers[this.headers.length - 1] = place;
    }
    if (mark === "{") this.isLocal = false;
    this.additions.push({ at: place, text: closer });
    this.problems.push({
      code: "missing-closer",
      from: place,
      to: place,
      message: `\`${closer}\` is missing here: it closes a \`${mark}\``,
      related: [{ from: at, to: at + 1, message: `\`${mark}\` is opened here` }],
      seen: place,
      insert: { at: place, text: mark === "{" ? `${lineBreakBefore(this.text, at)}}` : closer },
    });
  }

  private tooMuch(mark: string, at: number): void {
    if (mark === "}") this.isLocal = false;
    this.surplus.push(at);
    this.problems.push({
      code: "unexpected",
      from: at,
      to: at + 1,
      message: `\`${mark}\` closes nothing that is open`,
      related: [],
      seen: at,
      insert: { at, text: "", over: 1 },
    });
  }

  /** A text or comment without its end: it is ended at the end of its line, before what closes the code there. */
  private unfinished(from: number, to: number, end: string, is: "comment" | "text"): number {
    const { text } = this;
    const line = text.slice(from, to);
    const rest = is === "comment" ? "" : /[\s)\]},;]*$/.exec(line)![0];
    const place = rest.length >= line.length - 1 && is === "text" ? to : to - rest.length;
    this.additions.push({ at: place, text: end });
    this.problems.push({
      code: is === "comment" ? "unfinished-comment" : "unfinished-text",
      from,
      to: place,
      message: `This ${is} has no end: \`${end.trim()}\` is missing`,
      related: [],
      seen: place,
      insert: { at: place, text: is === "comment" ? ` ${end}` : end },
    });
    return place;
  }

  private finish(): void {
    for (let top = this.open.at(-1); top !== undefined; top = this.open.at(-1)) this.missing(top, this.end);
  }
}

function lineStart(text: string, at: number): number {
  return text.lastIndexOf("\n", at - 1) + 1;
}

/** Where the first character of a line that is no blank space stands; nothing where there is none. */
function columnOf(text: string, at: number): { readonly at: number; readonly column: number } | undefined {
  let column = 0;
  for (let i = at; i < text.length; i += 1) {
    const code = text.charCodeAt(i);
    if (code === 32) column += 1;
    else if (code === 9) column = (Math.floor(column / 4) + 1) * 4;
    else return code === 10 || code === 13 ? undefined : { at: i, column };
  }
  return undefined;
}

function wordBefore(text: string, at: number): string {
  let end = at;
  while (end > 0 && text.charCodeAt(end - 1) <= 32) end -= 1;
  let from = end;
  while (from > 0 && /\w/.test(text.charAt(from - 1))) from -= 1;
  return text.slice(from, end);
}

/** A line end and the blank space that the line of an offset begins with. */
function lineBreakBefore(text: string, at: number): string {
  const from = lineStart(text, at);
  return `\n${/^[ \t]*/.exec(text.slice(from, at))![0]}`;
}
