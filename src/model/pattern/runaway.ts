/**
 * Patterns that take times beyond count at some texts: where a state of the automaton comes back to itself on two ways that take the same characters, each further
 * turn doubles the ways a matcher tries before it gives up. After Weber and Seidl, "On the degree of ambiguity of finite automata", TCS 88(2), 1991. What is
 * found so is tried out on a matcher that counts its steps, and told only where these grow so.
 */
import { automatonOf, type Automaton } from "./automaton.js";
import type { Item, Pattern, PatternOptions, RepeatItem } from "./items.js";
import { search } from "./match.js";
import { readPattern } from "./read.js";

/** A text that shows it: what it begins with, what is repeated, and what makes it fail in the end. */
export interface Runaway {
  readonly prefix: string;
  readonly turn: string;
  readonly suffix: string;
  /** The repetition that can take a text in many ways. */
  readonly loop: RepeatItem;
}

/** How many pairs of states are looked at in all. */
const mostPairs = 60_000;
const mostSteps = 40_000;
/** How many steps are made in all to try a pattern out. */
const allSteps = 400_000;
/** How often the turn is repeated to see how the steps grow: so often, and twice so often. With fewer, where many are too much at once. */
const turns = [6, 3, 2] as const;
/** Steps that double with each turn grow more than so when there are twice as many. */
const growth = (count: number): number => 2 ** count / 4;

const known = new Map<string, Runaway | null>();
const mostKnown = 500;

/** The text that runs away with a pattern; `undefined` where none was found. */
export function runawayOf(source: string, options: PatternOptions): Runaway | undefined {
  const key = `${options.dialect} ${options.flags} ${source}`;
  let found = known.get(key);
  if (found === undefined) {
    if (known.size >= mostKnown) known.clear();
    known.set(key, (found = look(source, options) ?? null));
  }
  return found ?? undefined;
}

function look(source: string, options: PatternOptions): Runaway | undefined {
  // Most patterns repeat nothing, or not twice.
  if ((source.match(/[*+{]/g)?.length ?? 0) === 0) return undefined;
  const pattern = readPattern(source, options);
  const automaton = pattern && automatonOf(pattern.item);
  if (pattern === undefined || automaton === undefined) return undefined;
  const budget = { left: allSteps };
  for (const { state, turn } of ambiguous(automaton, pattern.samples)) {
    const prefix = wayTo(automaton, state, pattern.samples);
    const loop = loopAround(pattern.item, automaton.sets[state]!.from);
    if (prefix === undefined || loop === undefined) continue;
    const suffix = failing(pattern, prefix, turn, budget);
    if (suffix !== undefined) return { prefix: text(prefix), turn: text(turn), suffix: text(suffix), loop };
  }
  return undefined;
}

const text = (codes: readonly number[]): string => String.fromCodePoint(...codes);

/** The largest repetition around a place, beside one of a single set. */
function loopAround(item: Item, at: number): RepeatItem | undefined {
  if (at < item.from || at >= item.to) return undefined;
  switch (item.kind) {
    case "repeat":
      return item.most > 1 && item.item.kind !== "set" ? item : loopAround(item.item, at);
    case "group":
    case "look":
      return loopAround(item.item, at);
    case "sequence":
      return first(item.items, at);
    case "choice":
      return first(item.options, at);
    default:
      return undefined;
  }
}

function first(items: readonly Item[], at: number): RepeatItem | undefined {
  for (const item of items) {
    const found = loopAround(item, at);
    if (found !== undefined) return found;
  }
  return undefined;
}

interface Pair {
  readonly one: number;
  readonly other: number;
  readonly isApart: boolean;
  readonly code: number;
  readonly before: Pair | undefined;
}

/** States that come back to themselves on two ways with the same characters, which are given. */
function* ambiguous(
  { sets, ways }: Automaton,
  samples: readonly number[],
): Generator<{ readonly state: number; readonly turn: readonly number[] }> {
  let left = mostPairs;
  const common = (one: number, other: number): number | undefined =>
    samples.find((code) => sets[one]!.has(code) && sets[other]!.has(code));
  for (let state = 0; state < sets.length; state += 1) {
    const seen = new Set<string>();
    const waiting: Pair[] = [{ one: state, other: state, isApart: false, code: 0, before: undefined }];
    search: for (let index = 0; index < waiting.length && left > 0; index += 1) {
      const pair = waiting[index]!;
      for (const way of ways[pair.one]!) {
        for (const otherWay of ways[pair.other]!) {
          const isApart = pair.isApart || way.to !== otherWay.to || way.number !== otherWay.number;
          const key = `${way.to} ${otherWay.to} ${isApart}`;
          if (seen.has(key)) continue;
          seen.add(key);
          left -= 1;
          const code = common(way.to, otherWay.to);
          if (code === undefined) continue;
          const next: Pair = { one: way.to, other: otherWay.to, isApart, code, before: pair };
          if (isApart && way.to === state && otherWay.to === state) {
            yield { state, turn: codesTo(next) };
            break search;
          }
          waiting.push(next);
        }
      }
    }
  }
}

function codesTo(pair: Pair): number[] {
  const codes: number[] = [];
  for (let one: Pair | undefined = pair; one?.before !== undefined; one = one.before) codes.unshift(one.code);
  return codes;
}

/** Characters that lead from the beginning to a state, with its own. */
function wayTo({ sets, ways, start }: Automaton, state: number, samples: readonly number[]): number[] | undefined {
  const reached = new Map<number, number[]>([[start, []]]);
  const waiting = [start];
  for (let one = waiting.shift(); one !== undefined; one = waiting.shift()) {
    if (one === state) return reached.get(one);
    for (const { to } of ways[one]!) {
      const code = reached.has(to) ? undefined : samples.find((sample) => sets[to]!.has(sample));
      if (code === undefined) continue;
      reached.set(to, [...reached.get(one)!, code]);
      waiting.push(to);
    }
  }
  return undefined;
}

/** What has to follow so that a matcher tries all ways; `undefined` where the steps do not grow with any of the samples. */
function failing(
  pattern: Pattern,
  prefix: readonly number[],
  turn: readonly number[],
  budget: { left: number },
): number[] | undefined {
  const steps = (count: number, suffix: readonly number[]): number | undefined => {
    const codes = [...prefix, ...Array.from({ length: count }, () => turn).flat(), ...suffix];
    const made = search(pattern, codes, mostSteps)?.steps;
    budget.left -= made ?? mostSteps;
    return made;
  };
  for (const suffix of [[33], [10, 33], [0], [], [10], ...pattern.samples.slice(0, 24).map((code) => [code])]) {
    for (const count of turns) {
      if (budget.left <= 0) return undefined;
      const few = steps(count, suffix);
      if (few === undefined) continue;
      const many = steps(2 * count, suffix);
      if (many === undefined || many > few * growth(count)) return suffix;
      break;
    }
  }
  return undefined;
}
