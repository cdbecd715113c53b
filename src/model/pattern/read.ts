/** Reads regular expressions. */
import type { Item, Pattern, PatternOptions } from "./items.js";

/** Thrown where something stands that is not known here: then nothing is said of the pattern. */
class Unknown extends Error {}

type Has = (code: number) => boolean;
type Range = readonly [number, number];

const digits: readonly Range[] = [[48, 57]];
const words: readonly Range[] = [[48, 57], [65, 90], [95, 95], [97, 122]];
const blanks: readonly Range[] = [[9, 13], [32, 32], [160, 160], [0x2028, 0x2029], [0xfeff, 0xfeff]];
const classes: Readonly<Record<string, readonly Range[]>> = { d: digits, w: words, s: blanks };
const signs: Readonly<Record<string, number>> = { n: 10, r: 13, t: 9, v: 11, f: 12, 0: 0, a: 7 };

const lineEnds = new Set([10, 13, 0x2028, 0x2029]);

/** The other case of a letter, or itself. */
function otherCase(code: number): number {
  const one = String.fromCodePoint(code);
  const other = one.toLowerCase() === one ? one.toUpperCase() : one.toLowerCase();
  return other.length === one.length ? other.codePointAt(0)! : code;
}

const isIn = (ranges: readonly Range[]): Has => (code) => ranges.some(([from, to]) => code >= from && code <= to);

class Reader {
  private at = 0;
  private groups = 0;
  private readonly names = new Map<string, number>();
  private readonly samples = new Set<number>([..."a0 -_A!é\n\0"].map((sign) => sign.codePointAt(0)!));
  private readonly ignoresCase: boolean;

  constructor(
    private readonly source: string,
    private readonly options: PatternOptions,
  ) {
    this.ignoresCase = options.flags.includes("i");
  }

  read(): Pattern {
    const item = this.choice();
    if (this.at < this.source.length) throw new Unknown();
    return { item, groups: this.groups, samples: [...this.samples] };
  }

  private get isExtended(): boolean {
    return this.options.dialect === "extended";
  }

  private peek(text: string): boolean {
    return this.source.startsWith(text, this.at);
  }

  private take(text: string): boolean {
    if (!this.peek(text)) return false;
    this.at += text.length;
    return true;
  }

  private matched(form: RegExp): string | undefined {
    form.lastIndex = this.at;
    const found = form.exec(this.source)?.[0];
    this.at += found?.length ?? 0;
    return found;
  }

  private choice(): Item {
    const from = this.at;
    const options = [this.sequence()];
    while (this.take("|")) options.push(this.sequence());
    return options.length === 1 ? options[0]! : { kind: "choice", options, from, to: this.at };
  }

  private sequence(): Item {
    const from = this.at;
    const items: Item[] = [];
    while (this.at < this.source.length && !this.peek("|") && !this.peek(")")) items.push(this.repeated());
    return items.length === 1 ? items[0]! : { kind: "sequence", items, from, to: this.at };
  }

  private repeated(): Item {
    const from = this.at;
    let item = this.atom();
    for (;;) {
      const [least, most] = this.counts() ?? [];
      if (least === undefined || most === undefined) return item;
      const isLazy = this.take("?");
      // What is taken for good is not looked through again.
      if (this.isExtended && this.peek("+")) throw new Unknown();
      item = { kind: "repeat", item, least, most, isLazy, from, to: this.at };
    }
  }

  private counts(): readonly [number, number] | undefined {
    if (this.take("*")) return [0, Infinity];
    if (this.take("+")) return [1, Infinity];
    if (this.take("?")) return [0, 1];
    const braces = this.matched(/\{\d*(?:,\d*)?\}/y);
    if (braces === undefined) return undefined;
    const [, least, comma, most] = /^\{(\d*)(,?)(\d*)\}$/.exec(braces)!;
    if (least === "" && (most === "" || !this.isExtended)) throw new Unknown();
    const low = Number(least);
    return [low, comma === "" ? low : most === "" ? Infinity : Number(most)];
  }

  private atom(): Item {
    const from = this.at;
    const sign = this.source[this.at]!;
    this.at += 1;
    const place = (): { from: number; to: number } => ({ from, to: this.at });
    switch (sign) {
      case "(":
        return this.group(from);
      case "[":
        return this.set(from);
      case ".": {
        const isAll = this.options.flags.includes("s");
        const has: Has = (code) => isAll || (this.isExtended ? code !== 10 : !lineEnds.has(code));
        return { kind: "set", has, ...place() };
      }
      case "^":
        return { kind: "edge", is: this.options.flags.includes("m") ? "line-start" : "start", ...place() };
      case "$": {
        const is = this.options.flags.includes("m") ? "line-end" : this.isExtended ? "last-end" : "end";
        return { kind: "edge", is, ...place() };
      }
      case "\\":
        return this.escape(from);
      case "*":
      case "+":
      case "?":
        throw new Unknown();
      default: {
        this.at = from;
        return { kind: "set", has: this.only(this.character()), ...place() };
      }
    }
  }

  /** The character at the place, which moves behind it. */
  private character(): number {
    const code = /[uv]/.test(this.options.flags) || this.isExtended
      ? this.source.codePointAt(this.at)!
      : this.source.charCodeAt(this.at);
    this.at += code > 0xffff ? 2 : 1;
    return code;
  }

  private only(code: number): Has {
    return this.inRanges([[code, code]]);
  }

  private inRanges(ranges: readonly Range[]): Has {
    for (const [from, to] of ranges) {
      for (const code of [from, to, from - 1, to + 1]) if (code >= 0) this.samples.add(code);
    }
    const has = isIn(ranges);
    return this.ignoresCase ? (code) => has(code) || has(otherCase(code)) : has;
  }

  private group(from: number): Item {
    const end = <Made extends object>(made: Made): Made & { from: number; to: number } => {
      if (!this.take(")")) throw new Unknown();
      return { ...made, from, to: this.at };
    };
    if (this.take("?:")) return end({ kind: "group", item: this.choice(), index: undefined });
    for (const [opener, isBehind, isNegated] of looks) {
      if (this.take(opener)) return end({ kind: "look", item: this.choice(), isBehind, isNegated });
    }
    if (this.isExtended && this.take("?#")) {
      this.matched(/[^)]*/y);
      return end({ kind: "sequence", items: [] });
    }
    const again = this.isExtended ? this.matched(/\?P=\w+/y) : undefined;
    if (again !== undefined) return end({ kind: "again", index: this.named(again.slice(3)) });
    const name = this.matched(this.isExtended ? /\?P<\w+>/y : /\?<[\w$]+>/y);
    if (name === undefined && this.peek("?")) throw new Unknown();
    const index = (this.groups += 1);
    if (name !== undefined) this.names.set(name.replace(/^\?P?</, "").slice(0, -1), index);
    return end({ kind: "group", item: this.choice(), index });
  }

  private named(name: string): number {
    const index = this.names.get(name);
    if (index === undefined) throw new Unknown();
    return index;
  }

  private escape(from: number): Item {
    const sign = this.source[this.at] ?? "";
    const place = (): { from: number; to: number } => ({ from, to: this.at });
    if (/[bB]/.test(sign)) {
      this.at += 1;
      return { kind: "edge", is: sign === "b" ? "word" : "not-word", ...place() };
    }
    if (this.isExtended && /[AZz]/.test(sign)) {
      this.at += 1;
      return { kind: "edge", is: sign === "A" ? "start" : "end", ...place() };
    }
    const number = this.matched(/[1-9]\d?/y);
    if (number !== undefined) {
      if (Number(number) > this.groups) throw new Unknown();
      return { kind: "again", index: Number(number), ...place() };
    }
    const name = this.isExtended ? undefined : this.matched(/k<[\w$]+>/y);
    if (name !== undefined) return { kind: "again", index: this.named(name.slice(2, -1)), ...place() };
    return { kind: "set", has: this.escaped(), ...place() };
  }

  /** What stands behind a backslash, in a set or outside of it. */
  private escaped(): Has {
    const code = this.escapedCode();
    if (code !== undefined) return this.only(code);
    const sign = this.source[this.at]!;
    const ranges = classes[sign.toLowerCase()];
    if (ranges !== undefined) {
      this.at += 1;
      const has = this.inRanges(ranges);
      return sign === sign.toLowerCase() ? has : (one) => !has(one);
    }
    throw new Unknown();
  }

  /** The character that an escape stands for; `undefined` where it stands for several. */
  private escapedCode(): number | undefined {
    const hex = this.matched(/x[\da-fA-F]{2}|u[\da-fA-F]{4}/y) ??
      (this.options.flags.includes("u") ? this.matched(/u\{[\da-fA-F]{1,6}\}/y) : undefined);
    if (hex !== undefined) return Number.parseInt(hex.replaceAll(/[xu{}]/g, ""), 16);
    const sign = this.source[this.at];
    if (sign === undefined) throw new Unknown();
    const known = signs[sign];
    if (known !== undefined) {
      if (sign === "0" && /\d/.test(this.source[this.at + 1] ?? "")) throw new Unknown();
      this.at += 1;
      return known;
    }
    return /[A-Za-z0-9]/.test(sign) ? undefined : this.character();
  }

  private set(from: number): Item {
    if (this.options.flags.includes("v")) throw new Unknown();
    const isNegated = this.take("^");
    const parts: Has[] = [];
    let isFirst = true;
    while (isFirst && this.isExtended ? this.at < this.source.length : !this.peek("]")) {
      if (this.at >= this.source.length) throw new Unknown();
      if (!isFirst && this.peek("]")) break;
      isFirst = false;
      const low = this.inSet();
      if (typeof low === "number" && this.peek("-") && this.source[this.at + 1] !== "]") {
        this.at += 1;
        const high = this.inSet();
        if (typeof high !== "number" || high < low) throw new Unknown();
        parts.push(this.inRanges([[low, high]]));
      } else parts.push(typeof low === "number" ? this.only(low) : low);
    }
    if (!this.take("]")) throw new Unknown();
    return {
      kind: "set",
      has: (code) => parts.some((has) => has(code)) !== isNegated,
      from,
      to: this.at,
    };
  }

  private inSet(): number | Has {
    if (!this.take("\\")) return this.character();
    if (this.take("b")) return 8;
    return this.escapedCode() ?? this.escaped();
  }
}

const looks: readonly (readonly [string, boolean, boolean])[] = [
  ["?=", false, false],
  ["?!", false, true],
  ["?<=", true, false],
  ["?<!", true, true],
];

/** Reads a pattern; `undefined` where it holds something that is not known here, or is none. */
export function readPattern(source: string, options: PatternOptions): Pattern | undefined {
  try {
    return new Reader(source, options).read();
  } catch (error) {
    if (error instanceof Unknown) return undefined;
    throw error;
  }
}
