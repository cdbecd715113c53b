/** Reading a tide table, and reading what changed of it again. */
import {
  rereadItems,
  type Edit,
  type ItemReader,
  type Node,
  type SyntaxProblem,
  type Text,
  type Tree,
} from "alert-quill/language";
import { Line, Lines, Metres, Name, Operation, Repeat, When } from "./nodes.js";

export interface Table extends Tree {
  readonly root: Lines;
}

const sign = /^(?:<=|>=|[<>=+]|-(?!-))/;
const nameEnding = (at: number, name: string): Name => new Name(at - name.length, at, { name, fact: null });

class Reader implements ItemReader {
  readonly problems: SyntaxProblem[] = [];
  /** Where the last token ended. */
  private end = 0;

  constructor(
    private readonly text: string,
    public at: number,
  ) {
    this.skip(true);
  }

  next(): Node | undefined {
    const item = this.item(false);
    this.skip(true);
    return item;
  }

  /** Passes blank space and comments, within the line or over lines. */
  private skip(overLines: boolean): void {
    this.at += (overLines ? /^(?:\s|--.*)*/ : /^(?:[ \t]|--.*)*/).exec(this.text.slice(this.at))![0].length;
  }

  private take(form: RegExp): string | undefined {
    this.skip(false);
    const found = form.exec(this.text.slice(this.at))?.[0];
    if (found !== undefined) this.end = this.at += found.length;
    return found;
  }

  private missing(what: string): void {
    const { at, end } = this;
    const message = `${what} is missing here`;
    this.problems.push({ code: "missing-part", from: end, to: end, message, related: [], seen: at });
  }

  private operand(): Node {
    const name = this.take(/^[a-z][\w-]*/i);
    if (name !== undefined) return nameEnding(this.at, name);
    const number = this.take(/^\d+(?:\.\d+)?/);
    if (number === undefined) this.missing("A name or a height");
    return new Metres(this.end - (number?.length ?? 0), this.end, { value: Number(number) });
  }

  private value(): Node {
    let left = this.operand();
    for (let found = this.take(sign); found !== undefined; found = this.take(sign)) {
      const right = this.operand();
      left = new Operation(left.offset, this.end, { left, sign: found, right });
    }
    return left;
  }

  /** The next item, or nothing at the end of the text or before one of the words that end a block. */
  private item(isInside: boolean): Node | undefined {
    this.skip(true);
    const start = this.at;
    const word = /^[a-z]+/.exec(this.text.slice(start))?.[0] ?? "";
    if (start >= this.text.length || (isInside && (word === "end" || word === "else"))) return undefined;
    this.end = this.at += word.length;
    if (word === "repeat" || word === "when") return this.block(start, word);
    if (!/^(?:tide|level|set|rise|moor|stop)$/.test(word)) {
      this.end = this.at = start + /^.*/.exec(this.text.slice(start))![0].length;
      const message = "A line begins with a word like `tide`, `set` or `when`";
      this.problems.push({ code: "unexpected", from: start, to: this.at, message, related: [], seen: start });
      return new Line(start, this.end, { word, name: null, value: null });
    }
    const text = word === "stop" ? "" : this.take(/^[a-z][\w-]*/i);
    const name = text ? nameEnding(this.at, text) : null;
    if (text === undefined) this.missing("A name");
    const value = word === "stop" || word === "moor" ? null : this.value();
    return new Line(start, this.end, { word, name, value });
  }

  private block(start: number, word: string): Node {
    const test = this.value();
    const body = this.lines();
    const other = word === "when" && this.take(/^else\b/) !== undefined ? this.lines() : null;
    if (this.take(/^end\b/) === undefined) this.missing("`end`");
    return new (word === "repeat" ? Repeat : When)(start, this.end, { word, test, body, other });
  }

  private lines(): Lines {
    const { end } = this;
    const items: Node[] = [];
    for (let item = this.item(true); item !== undefined; item = this.item(true)) items.push(item);
    return new Lines(items[0]?.offset ?? end, items.length > 0 ? this.end : this.at, { items });
  }
}

export function parse(text: string): Table {
  const reader = new Reader(text, 0);
  const items: Node[] = [];
  for (let item = reader.next(); item !== undefined; item = reader.next()) items.push(item);
  return { root: new Lines(0, text.length, { items }), problems: reader.problems };
}

export function reparse(table: Tree, edit: Edit, text: Text): Table {
  const { root } = table as Table;
  return { root, ...rereadItems(table, root.items, edit, text, (source, at) => new Reader(source, at)) };
}
