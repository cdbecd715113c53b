/** A matcher that goes back as those of languages do, and counts its steps. */
import type { Item, Pattern } from "./items.js";

/** Thrown when there have been more steps than are allowed. */
class TooMany extends Error {}

type Next = (at: number) => boolean;

class Matcher {
  steps = 0;
  private readonly taken: (readonly [number, number] | undefined)[];

  constructor(
    private readonly pattern: Pattern,
    private readonly text: readonly number[],
    private readonly most: number,
  ) {
    this.taken = Array.from({ length: pattern.groups + 1 });
  }

  /** Looks for the pattern from each place on. */
  search(): boolean {
    for (let from = 0; from <= this.text.length; from += 1) {
      if (this.match(this.pattern.item, from, () => true)) return true;
    }
    return false;
  }

  private match(item: Item, at: number, next: Next): boolean {
    this.steps += 1;
    if (this.steps > this.most) throw new TooMany();
    switch (item.kind) {
      case "set": {
        const code = this.text[at];
        return code !== undefined && item.has(code) && next(at + 1);
      }
      case "sequence":
        return this.sequence(item.items, 0, at, next);
      case "choice":
        return item.options.some((option) => this.match(option, at, next));
      case "repeat":
        return this.repeat(item, 0, at, next);
      case "group": {
        const { index } = item;
        if (index === undefined) return this.match(item.item, at, next);
        const before = this.taken[index];
        const isFound = this.match(item.item, at, (end) => {
          const inner = this.taken[index];
          this.taken[index] = [at, end];
          if (next(end)) return true;
          this.taken[index] = inner;
          return false;
        });
        if (!isFound) this.taken[index] = before;
        return isFound;
      }
      case "look":
        return this.looks(item, at) !== item.isNegated && next(at);
      case "edge":
        return this.isEdge(item.is, at) && next(at);
      case "again": {
        const [from, to] = this.taken[item.index] ?? [0, 0];
        for (let index = from; index < to; index += 1) {
          if (this.text[at + index - from] !== this.text[index]) return false;
        }
        return next(at + to - from);
      }
    }
  }

  private sequence(items: readonly Item[], index: number, at: number, next: Next): boolean {
    const item = items[index];
    return item === undefined ? next(at) : this.match(item, at, (end) => this.sequence(items, index + 1, end, next));
  }

  private repeat(item: Item & { kind: "repeat" }, count: number, at: number, next: Next): boolean {
    const more = (): boolean => count < item.most &&
      this.match(
        item.item,
        at,
        (end) => (
          // A turn that takes nothing is none, once there are enough.
          (end > at || count < item.least) && this.repeat(item, count + 1, end, next)
        ),
      );
    if (count < item.least) return more();
    return item.isLazy ? next(at) || more() : more() || next(at);
  }

  private looks({ item, isBehind }: Item & { kind: "look" }, at: number): boolean {
    if (!isBehind) return this.match(item, at, () => true);
    for (let from = at; from >= 0; from -= 1) if (this.match(item, from, (end) => end === at)) return true;
    return false;
  }

  private isEdge(is: (Item & { kind: "edge" })["is"], at: number): boolean {
    const { length } = this.text;
    const isWord = (place: number): boolean => /\w/.test(String.fromCodePoint(this.text[place] ?? 32));
    switch (is) {
      case "start":
        return at === 0;
      case "line-start":
        return at === 0 || this.text[at - 1] === 10;
      case "end":
        return at === length;
      case "last-end":
        return at === length || (at === length - 1 && this.text[at] === 10);
      case "line-end":
        return at === length || this.text[at] === 10;
      case "word":
        return isWord(at - 1) !== isWord(at);
      case "not-word":
        return isWord(at - 1) === isWord(at);
    }
  }
}

/** Whether a pattern is found in a text, and after how many steps; `undefined` where they are more than `most`. */
export function search(
  pattern: Pattern,
  text: readonly number[],
  most: number,
): { readonly isFound: boolean; readonly steps: number } | undefined {
  const matcher = new Matcher(pattern, text, most);
  try {
    const isFound = matcher.search();
    return { isFound, steps: matcher.steps };
  } catch (error) {
    if (error instanceof TooMany) return undefined;
    throw error;
  }
}
