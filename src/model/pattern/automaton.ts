/**
 * The automaton of a pattern, after Ken Thompson, "Regular Expression Search Algorithm", CACM 11(6), 1968: a state for each set, and for each two states the ways
 * from one to the other that take no character between. More than one way is what makes a matcher that goes back try the same text again.
 */
import type { Item, RepeatItem, SetItem } from "./items.js";

/** A node of the graph: it takes a character, or takes none and leads on. */
interface Joint {
  readonly set: SetItem | undefined;
  readonly next: Joint[];
  /** The repetition of which it begins a turn, or ends one. */
  readonly begins?: Joint;
  readonly ends?: Joint;
}

/** A way from one state to another, which takes the character of that. */
export interface Way {
  readonly to: number;
  /** Tells it from others between the same two. */
  readonly number: number;
}

export interface Automaton {
  readonly sets: readonly SetItem[];
  /** The ways from each state; the last are those from the beginning. */
  readonly ways: readonly (readonly Way[])[];
  readonly start: number;
}

/** Patterns with more sets are not looked at. */
const mostStates = 120;
/** From how many turns on a repetition is taken for one without an end. */
const manyTurns = 10;
/** How many ways from one state are followed, and how often one may pass a joint. */
const mostWays = 2000;
const mostPasses = 2;

class Builder {
  readonly states: Joint[] = [];

  /** The way through an item to `after`. */
  through(item: Item, after: Joint): Joint {
    switch (item.kind) {
      case "set": {
        const state: Joint = { set: item, next: [after] };
        this.states.push(state);
        return state;
      }
      case "sequence":
        return item.items.reduceRight((next, one) => this.through(one, next), after);
      case "choice":
        return joint(...item.options.map((option) => this.through(option, after)));
      case "group":
        return this.through(item.item, after);
      case "repeat":
        return this.repeated(item, after);
      case "look":
        // It is gone through by itself, and takes nothing: a matcher says what comes of that.
        return joint(after, this.through(item.item, joint()));
      default:
        return after;
    }
  }

  private repeated({ item, least, most }: RepeatItem, after: Joint): Joint {
    if (most < manyTurns) {
      let next = after;
      for (let turn = Math.min(most, 3); turn > 0; turn -= 1) {
        const one = this.through(item, next);
        next = turn > least ? joint(one, after) : one;
      }
      return next;
    }
    const loop = joint();
    const turn = this.through(item, { set: undefined, next: [loop], ends: loop });
    loop.next.push({ set: undefined, next: [turn], begins: loop }, after);
    return least === 0 ? loop : this.through(item, loop);
  }
}

const joint = (...next: Joint[]): Joint => ({ set: undefined, next });

/** The automaton of an item; `undefined` where it would be too large. */
export function automatonOf(item: Item): Automaton | undefined {
  const builder = new Builder();
  const begin = builder.through(item, joint());
  const { states } = builder;
  if (states.length > mostStates) return undefined;
  const numbers = new Map(states.map((state, index) => [state, index]));
  const ways = [...states.map(({ next }) => next), [begin]].map((next) => waysFrom(next, numbers));
  return { sets: states.map(({ set }) => set!), ways, start: states.length };
}

function waysFrom(next: readonly Joint[], numbers: ReadonlyMap<Joint, number>): Way[] {
  const found: Way[] = [];
  const counts = new Map<number, number>();
  const passed = new Map<Joint, number>();
  const begun = new Set<Joint>();
  let left = mostWays;
  const follow = (one: Joint): void => {
    if ((left -= 1) < 0) return;
    const to = numbers.get(one);
    if (to !== undefined) {
      const number = counts.get(to) ?? 0;
      // Two are as bad as more.
      if (number < 2) found.push({ to, number });
      counts.set(to, number + 1);
      return;
    }
    const before = passed.get(one) ?? 0;
    const { begins, ends } = one;
    // A turn that takes nothing is none.
    if (before >= mostPasses || (ends !== undefined && begun.has(ends))) return;
    const isFirst = begins !== undefined && !begun.has(begins);
    if (isFirst) begun.add(begins);
    passed.set(one, before + 1);
    for (const further of one.next) follow(further);
    passed.set(one, before);
    if (isFirst) begun.delete(begins);
  };
  for (const one of next) follow(one);
  return found;
}
