/** The inside of a regular expression literal, after ECMAScript 2025 §22.2.1 and its annex B.1.2 for those without `u` and `v`. */
import { continuesName, isHexDigit, startsName } from "./characters.js";

/** A mistake at a range relative to the literal. */
export interface RegExpFault {
  readonly from: number;
  readonly to: number;
  readonly message: string;
}

const knownFlags = "dgimsuvy";

class Fault extends Error {
  constructor(
    readonly from: number,
    readonly to: number,
    message: string,
  ) {
    super(message);
  }
}

/** The first mistake in a literal such as `/a+/g`, or `undefined`. */
export function checkRegExp(literal: string): RegExpFault | undefined {
  const close = literal.lastIndexOf("/");
  const flags = literal.slice(close + 1);
  try {
    checkFlags(flags, close + 1);
    new Checker(literal, close, flags).check();
  } catch (fault) {
    if (fault instanceof Fault) return { from: fault.from, to: fault.to, message: fault.message };
    throw fault;
  }
  return undefined;
}

function checkFlags(flags: string, at: number): void {
  for (let i = 0; i < flags.length; i += 1) {
    const flag = flags[i]!;
    if (!knownFlags.includes(flag)) {
      throw new Fault(
        at + i,
        at + i + 1,
        `There is no flag \`${flag}\` for regular expressions: there are ${knownFlags.split("").join(", ")}`,
      );
    }
    if (flags.indexOf(flag) < i) throw new Fault(at + i, at + i + 1, `The flag \`${flag}\` stands here twice`);
  }
  if (flags.includes("u") && flags.includes("v")) {
    throw new Fault(at, at + flags.length, "The flags `u` and `v` exclude each other");
  }
}

/** Whether a pattern names a group, escapes and classes left out. */
function namesGroup(text: string): boolean {
  return /\(\?<(?![=!])/.test(text.replaceAll(/\\.|\[(?:\\.|[^\]\\])*\]/gs, " "));
}

/** What a piece of a character class stands for: one character's code, or a set. */
type ClassPiece = number | "set";

class Checker {
  private at = 1;
  /** With `u` or `v`, where nothing may be left to guessing. */
  private readonly strict: boolean;
  private readonly sets: boolean;
  /** Whether `\k` is a reference: in strict patterns, and in others that name a group. */
  private readonly named: boolean;
  private groups = 0;
  private readonly references: { from: number; to: number; name: string }[] = [];
  private readonly numbers: { from: number; to: number; number: number }[] = [];
  private readonly names = new Set<string>();
  /** Names given so far in each alternative that is open, from the outermost. */
  private taken: Set<string>[] = [new Set()];

  constructor(
    private readonly text: string,
    private readonly end: number,
    flags: string,
  ) {
    this.sets = flags.includes("v");
    this.strict = this.sets || flags.includes("u");
    this.named = this.strict || namesGroup(text);
  }

  check(): void {
    this.alternatives();
    if (this.at < this.end) this.fail(this.at, this.at + 1, "This `)` closes no group");
    for (const { from, to, name } of this.references) {
      if (!this.names.has(name)) this.fail(from, to, `There is no group called \`${name}\``);
    }
    if (this.strict) {
      for (const { from, to, number } of this.numbers) {
        if (number > this.groups) this.fail(from, to, `There is no group ${number}`);
      }
    }
  }

  private fail(from: number, to: number, message: string): never {
    throw new Fault(from, Math.min(Math.max(to, from), this.text.length), message);
  }

  private peek(): string {
    return this.at < this.end ? this.text[this.at]! : "";
  }

  private eat(expected: string): boolean {
    if (!this.text.startsWith(expected, this.at) || this.at + expected.length > this.end) return false;
    this.at += expected.length;
    return true;
  }

  private alternatives(): void {
    // Two groups may bear one name if only one of them can take part in a match.
    const before = new Set(this.taken.at(-1)!);
    const all = new Set(before);
    for (;;) {
      this.taken.push(new Set(before));
      this.terms();
      for (const name of this.taken.pop()!) all.add(name);
      if (!this.eat("|")) break;
    }
    this.taken[this.taken.length - 1] = all;
  }

  private terms(): void {
    while (this.at < this.end && this.peek() !== "|" && this.peek() !== ")") this.term();
  }

  private term(): void {
    const from = this.at;
    if (this.eat("^") || this.eat("$") || this.eat("\\b") || this.eat("\\B")) return this.noQuantifier(from);
    if (this.eat("(?<=") || this.eat("(?<!")) {
      this.closeGroup(from);
      return this.noQuantifier(from);
    }
    if (this.eat("(?=") || this.eat("(?!")) {
      this.closeGroup(from);
      if (this.strict) return this.noQuantifier(from);
      this.quantifier();
      return;
    }
    if (this.peek() === "(") this.group(from);
    else if (this.peek() === "[") this.characterClass();
    else if (this.peek() === "\\") this.atomEscape();
    else if (/[*+?]/.test(this.peek())) this.fail(from, from + 1, "There is nothing here to repeat");
    else if (this.peek() === "{") {
      if (this.strict || this.braces()) {
        this.fail(from, from + 1, this.braces() ? "There is nothing here to repeat" : "`{` alone is written as `\\{`");
      }
      this.at += 1;
    } else if (this.strict && (this.peek() === "}" || this.peek() === "]")) {
      this.fail(from, from + 1, `\`${this.peek()}\` alone is written as \`\\${this.peek()}\``);
    } else this.character();
    this.quantifier();
  }

  private character(): number {
    const code = this.strict ? this.text.codePointAt(this.at)! : this.text.charCodeAt(this.at);
    this.at += code > 0xffff ? 2 : 1;
    return code;
  }

  /** A `{…}` that counts repetitions here, without moving. */
  private braces(): RegExpExecArray | null {
    return /^\{(\d+)(?:(,)(\d*))?\}/.exec(this.text.slice(this.at, this.end));
  }

  private quantifier(): void {
    const from = this.at;
    if (!this.eat("*") && !this.eat("+") && !this.eat("?")) {
      const braces = this.peek() === "{" ? this.braces() : null;
      if (braces === null) return;
      this.at += braces[0].length;
      if (braces[3] && BigInt(braces[1]!) > BigInt(braces[3])) {
        this.fail(from, this.at, "The smaller number of repetitions comes first");
      }
    }
    this.eat("?");
  }

  private noQuantifier(from: number): void {
    const at = this.at;
    this.quantifier();
    if (this.at > at) this.fail(from, this.at, "This stands for a place and cannot be repeated");
  }

  private closeGroup(from: number): void {
    this.alternatives();
    if (!this.eat(")")) this.fail(from, from + 1, "This group is not closed: `)` is missing");
  }

  private group(from: number): void {
    this.at += 1;
    if (this.eat("?<")) {
      const start = this.at;
      const name = this.groupName();
      if (this.taken.at(-1)!.has(name)) this.fail(start, this.at - 1, `A group called \`${name}\` is there already`);
      this.names.add(name);
      this.taken.at(-1)!.add(name);
      this.groups += 1;
    } else if (this.eat("?")) this.modifiers(from);
    else this.groups += 1;
    this.closeGroup(from);
  }

  /** `:`, or `i-m:` and their like. */
  private modifiers(from: number): void {
    const match = /^([a-z]*)(?:(-)([a-z]*))?:/.exec(this.text.slice(this.at, this.end));
    if (match === null) this.fail(from, this.at + 1, "`(?` is followed by `:`, `=`, `!`, `<`, or flags and `:`");
    const [whole, on, minus, off = ""] = match;
    const flags = on! + off;
    if ((minus && flags === "") || !/^[ims]*$/.test(flags) || new Set(flags).size < flags.length) {
      this.fail(from, this.at + whole.length, "Only the flags `i`, `m` and `s` can be switched for a group, each once");
    }
    this.at += whole.length;
  }

  /** A group's name up to and with its `>`. */
  private groupName(): string {
    const from = this.at;
    let name = "";
    while (this.at < this.end && this.peek() !== ">") {
      let code = this.text.codePointAt(this.at)!;
      const start = this.at;
      this.at += code > 0xffff ? 2 : 1;
      if (code === 92) code = this.eat("u") ? (this.unicodeEscape(true) ?? -1) : -1;
      if (code < 0 || !(name === "" ? startsName(code) : continuesName(code))) {
        this.fail(start, this.at, "This cannot stand in a group's name");
      }
      name += String.fromCodePoint(code);
    }
    if (name === "" || !this.eat(">")) {
      this.fail(from, Math.max(this.at, from + 1), "A group's name stands between `<` and `>`");
    }
    return name;
  }

  private atomEscape(): void {
    const from = this.at;
    const next = this.text[this.at + 1] ?? "";
    if (next === "k" && this.named) {
      this.at += 2;
      if (!this.eat("<")) this.fail(from, this.at, "`\\k` is followed by a group's name in `<>`");
      const name = this.groupName();
      this.references.push({ from, to: this.at, name });
      return;
    }
    const number = /^[1-9]\d*/.exec(this.text.slice(this.at + 1, this.end));
    if (number !== null) {
      this.at += 1 + number[0].length;
      this.numbers.push({ from, to: this.at, number: Number(number[0]) });
      return;
    }
    this.escape(false);
  }

  /** An escape that stands for a character or a set of them. */
  private escape(inClass: boolean): ClassPiece {
    const from = this.at;
    this.at += 1;
    const next = this.peek();
    if (next === "") this.fail(from, this.at, "`\\` stands for nothing at the end");
    this.at += 1;
    if (/[dDsSwW]/.test(next)) return "set";
    if (/[fnrtv]/.test(next)) return { f: 12, n: 10, r: 13, t: 9, v: 11 }[next]!;
    if ((next === "p" || next === "P") && this.strict) {
      this.property(from);
      return "set";
    }
    if (next === "c") {
      if (/[A-Za-z]/.test(this.peek())) return this.text.charCodeAt(this.at++) & 31;
      if (this.strict) this.fail(from, this.at, "`\\c` is followed by a letter");
      this.at -= 1;
      return 92;
    }
    if (next === "0" && !/\d/.test(this.peek())) return 0;
    if (next === "x") {
      if (
        isHexDigit(this.text.charCodeAt(this.at)) &&
        isHexDigit(this.text.charCodeAt(this.at + 1)) &&
        this.at + 2 <= this.end
      ) {
        this.at += 2;
        return Number.parseInt(this.text.slice(this.at - 2, this.at), 16);
      }
      if (this.strict) this.fail(from, this.at, "`\\x` is followed by two hexadecimal digits");
      return 120;
    }
    if (next === "u") {
      const code = this.unicodeEscape(this.strict);
      if (code !== undefined) return code;
      if (this.strict) {
        this.fail(from, this.at, "`\\u` is followed by four hexadecimal digits, or any number in braces up to 10FFFF");
      }
      return 117;
    }
    if (inClass && next === "b") return 8;
    if (inClass && next === "-" && this.strict) return 45;
    const code = this.text.codePointAt(this.at - 1)!;
    if (this.strict) {
      const punctuation = this.sets && inClass ? /[\^$\\.*+?()[\]{}|/&\-!#%,:;<=>@`~]/ : /[\^$\\.*+?()[\]{}|/]/;
      if (!punctuation.test(next)) {
        this.fail(
          from,
          this.at,
          `\`\\${next}\` is no escape: with the flag \`u\` or \`v\` only signs with a meaning are escaped`,
        );
      }
      return code;
    }
    if (next === "k" && this.named) this.fail(from, this.at, "`\\k` is followed by a group's name in `<>`");
    return this.text.charCodeAt(this.at - 1);
  }

  /** What follows `\u`; `undefined`, with nothing consumed, when it is not complete. */
  private unicodeEscape(braces: boolean): number | undefined {
    const rest = this.text.slice(this.at, this.end);
    const match = (braces ? /^\{([\dA-Fa-f]+)\}/.exec(rest) : null) ?? /^([\dA-Fa-f]{4})/.exec(rest);
    if (match === null) return undefined;
    const code = Number.parseInt(match[1]!, 16);
    if (code > 0x10ffff) return undefined;
    this.at += match[0].length;
    if (code >= 0xd800 && code < 0xdc00 && braces) {
      const low = /^\\u([dD][c-fC-F][\dA-Fa-f]{2})/.exec(this.text.slice(this.at, this.end));
      if (low !== null && !match[0].startsWith("{")) {
        this.at += low[0].length;
        return (code - 0xd800) * 0x400 + (Number.parseInt(low[1]!, 16) - 0xdc00) + 0x10000;
      }
    }
    return code;
  }

  private property(from: number): void {
    const match = /^\{[A-Za-z_]+(?:=[A-Za-z\d_]+)?\}|^\{[A-Za-z\d_]+\}/.exec(this.text.slice(this.at, this.end));
    if (match === null) this.fail(from, this.at, "`\\p` is followed by a property in braces, as in `\\p{Letter}`");
    this.at += match[0].length;
    // The list of properties grows with Unicode; the platform that runs this knows it.
    try {
      new RegExp(`${this.text.slice(from, this.at)}`, this.sets ? "v" : "u");
    } catch {
      this.fail(from, this.at, `Unicode has no property \`${match[0].slice(1, -1)}\``);
    }
  }

  private characterClass(): void {
    const from = this.at;
    this.at += 1;
    this.eat("^");
    if (this.sets) return this.classOfSets(from);
    while (this.at < this.end && this.peek() !== "]") {
      const start = this.at;
      const low = this.classAtom();
      if (this.peek() !== "-" || this.text[this.at + 1] === "]" || this.at + 1 >= this.end) continue;
      this.at += 1;
      const high = this.classAtom();
      if (low === "set" || high === "set") {
        if (this.strict) this.fail(start, this.at, "A range goes from one character to another, not to a set");
      } else if (low > high) {
        this.fail(start, this.at, "The range is turned round: its first character comes after its last");
      }
    }
    if (!this.eat("]")) this.fail(from, from + 1, "This character class is not closed: `]` is missing");
  }

  private classAtom(): ClassPiece {
    return this.peek() === "\\" ? this.escape(true) : this.character();
  }

  /** The inside of a class with the flag `v`: nested classes, texts, and their differences and intersections. */
  private classOfSets(from: number): void {
    let operator = "";
    let operands = 0;
    while (this.at < this.end && this.peek() !== "]") {
      const start = this.at;
      if (operands > 0 && (this.eat("--") || this.eat("&&"))) {
        const found = this.text.slice(start, this.at);
        if ((operator !== "" && operator !== found) || (operator === "" && operands > 1)) {
          this.fail(start, this.at, "Differences, intersections and unions are not mixed in one class");
        }
        operator = found;
        if (this.peek() === "]" || this.at >= this.end) this.fail(start, this.at, "Something is missing behind this");
      } else if (operator !== "" && operands > 0) {
        this.fail(start, start + 1, `Behind \`${operator}\` stands one operand, then \`${operator}\` or the end`);
      }
      const low = this.setOperand();
      operands += 1;
      if (operator === "" && this.peek() === "-" && this.text[this.at + 1] !== "-") {
        this.at += 1;
        const high = this.setOperand();
        if (low === "set" || high === "set") {
          this.fail(start, this.at, "A range goes from one character to another, not to a set");
        }
        if (low > high) {
          this.fail(start, this.at, "The range is turned round: its first character comes after its last");
        }
        operands += 1;
      }
    }
    if (!this.eat("]")) this.fail(from, from + 1, "This character class is not closed: `]` is missing");
  }

  private setOperand(): ClassPiece {
    const from = this.at;
    if (this.peek() === "[") {
      this.characterClass();
      return "set";
    }
    if (this.eat("\\q{")) {
      while (this.at < this.end && this.peek() !== "}") this.classAtom();
      if (!this.eat("}")) this.fail(from, from + 2, "`\\q{` is not closed: `}` is missing");
      return "set";
    }
    if (this.peek() === "\\") return this.escape(true);
    if (/[()[\]{}/\-|]/.test(this.peek())) {
      this.fail(from, from + 1, `\`${this.peek()}\` in such a class is written as \`\\${this.peek()}\``);
    }
    if (/^(?:&&|!!|##|\$\$|%%|\*\*|\+\+|,,|\.\.|::|;;|<<|==|>>|\?\?|@@|\^\^|``|~~)/.test(
      this.text.slice(this.at, this.end),
    )) this.fail(from, from + 2, "A doubled sign is kept for later in such a class: escape it");
    return this.character();
  }
}
