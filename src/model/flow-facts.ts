/** What follows from a flow graph: data-flow equations, solved round by round until nothing changes (Kildall 1973). */
import type { Binding } from "./binding.js";
import type { Block, FlowGraph, Step } from "./flow.js";

/** The states with which control comes to each block, given what a block makes of a state and how the states of several ways meet. */
export function forward<State>(
  flow: FlowGraph,
  entry: State,
  meet: (a: State, b: State) => State,
  through: (state: State, block: Block) => State,
  same: (a: State, b: State) => boolean,
): Map<Block, State> {
  const states = new Map<Block, State>([[flow.blocks[0]!, entry]]);
  for (let changed = true; changed; ) {
    changed = false;
    for (const block of flow.blocks) {
      const state = states.get(block);
      if (state === undefined || !block.reached) continue;
      const out = through(state, block);
      for (const { to } of block.next) {
        const old = states.get(to);
        const now = old === undefined ? out : meet(old, out);
        if (old !== undefined && same(old, now)) continue;
        states.set(to, now);
        changed = true;
      }
    }
  }
  return states;
}

/** A set of a graph's followed names. */
class NameSet {
  constructor(private readonly words: Uint32Array) {}

  static of(count: number): NameSet {
    return new NameSet(new Uint32Array((count + 31) >> 5));
  }

  has(index: number): boolean {
    return (this.words[index >> 5]! & (1 << (index & 31))) !== 0;
  }

  add(index: number): void {
    this.words[index >> 5]! |= 1 << (index & 31);
  }

  remove(index: number): void {
    this.words[index >> 5]! &= ~(1 << (index & 31));
  }

  copy(): NameSet {
    return new NameSet(this.words.slice());
  }

  /** Takes in all of another set; tells whether that changed this one. */
  addAll(other: NameSet): boolean {
    let changed = false;
    for (let i = 0; i < this.words.length; i += 1) {
      const now = (this.words[i]! | other.words[i]!) >>> 0;
      if (now !== this.words[i]!) changed = true;
      this.words[i] = now;
    }
    return changed;
  }

  equals(other: NameSet): boolean {
    return this.words.every((word, index) => word === other.words[index]);
  }
}

function indexOf(flow: FlowGraph): Map<Binding, number> {
  return new Map(flow.tracked.map((binding, index) => [binding, index]));
}

/** Calls `visit` for every write after which the value may still be read (`read` is true) or is surely not. */
export function eachWrite(
  flow: FlowGraph,
  visit: (step: Extract<Step, { does: "write" }>, read: boolean) => void,
): void {
  const index = indexOf(flow);
  const live = new Map<Block, NameSet>(flow.blocks.map((block) => [block, NameSet.of(index.size)]));
  const back = (block: Block, at?: (step: Step, state: NameSet) => void): NameSet => {
    const state = NameSet.of(index.size);
    for (const { to } of block.next) {
      const known = live.get(to);
      if (known !== undefined) state.addAll(known);
    }
    for (let i = block.steps.length - 1; i >= 0; i -= 1) {
      const step = block.steps[i]!;
      at?.(step, state);
      if (step.does === "read") state.add(index.get(step.binding)!);
      else if (step.does === "write" || step.does === "declare") state.remove(index.get(step.binding)!);
    }
    return state;
  };
  for (let changed = true; changed; ) {
    changed = false;
    for (let i = flow.blocks.length - 1; i >= 0; i -= 1) {
      const block = flow.blocks[i]!;
      if (block.reached && live.get(block)!.addAll(back(block))) changed = true;
    }
  }
  for (const block of flow.blocks) {
    if (block.reached) {
      back(block, (step, state) => step.does === "write" && visit(step, state.has(index.get(step.binding)!)));
    }
  }
}

/** Calls `visit` for every read that no value can have reached: on no way to it was the name given one. */
export function eachUnsetRead(flow: FlowGraph, visit: (step: Extract<Step, { does: "read" }>) => void): void {
  const index = indexOf(flow);
  const apply = (state: NameSet, block: Block, at?: (step: Step, state: NameSet) => void): NameSet => {
    const now = state.copy();
    for (const step of block.steps) {
      at?.(step, now);
      if (step.does === "write") now.add(index.get(step.binding)!);
      else if (step.does === "declare") now.remove(index.get(step.binding)!);
    }
    return now;
  };
  const join = (a: NameSet, b: NameSet): NameSet => {
    const both = a.copy();
    both.addAll(b);
    return both;
  };
  const states = forward(flow, NameSet.of(index.size), join, apply, (a, b) => a.equals(b));
  for (const [block, state] of states) {
    apply(state, block, (step, now) => {
      if (step.does === "read" && !now.has(index.get(step.binding)!)) visit(step);
    });
  }
}

export function holds(block: Block, does: Step["does"]): boolean {
  return block.steps.some((step) => step.does === does);
}

/** Whether a kind of step has been taken on every way to a place. */
export class Surely {
  private readonly states: Map<Block, boolean>;

  constructor(
    flow: FlowGraph,
    private readonly does: Step["does"],
  ) {
    this.states = forward(
      flow,
      false,
      (a, b) => a && b,
      (state, block) => state || holds(block, does),
      (a, b) => a === b,
    );
  }

  /** Before the step of a block with an index; with that of its end, behind the block. */
  before(block: Block, index: number): boolean {
    return this.states.get(block) === true || block.steps.slice(0, index).some((step) => step.does === this.does);
  }
}

/** What is known of a name's value: the same literal on every way, or that it can be several things. */
export type KnownValue = { readonly literal: string | number | boolean | null | undefined } | "open";

/** By the index of a name, what is known of it; nothing where it has got no value on any way. */
type State = readonly (KnownValue | undefined)[];

/** The values names are known to have when a condition is asked. */
export class Values {
  private readonly states: Map<Block, State>;
  private readonly index: ReadonlyMap<Binding, number>;

  constructor(
    flow: FlowGraph,
    /** The names to be looked at. */
    names: ReadonlySet<Binding>,
    /** The value an expression gives by itself. */
    private readonly valueOf: (step: Extract<Step, { does: "write" }>) => KnownValue,
  ) {
    this.index = new Map([...names].map((binding, index) => [binding, index]));
    this.states = forward<State>(
      flow,
      new Array<undefined>(names.size).fill(undefined),
      meet,
      (state, block) => this.apply(state, block, block.steps.length),
      sameStates,
    );
  }

  /** What is known of a name before the step of a block with an index. */
  at(block: Block, index: number): (binding: Binding) => KnownValue | undefined {
    const state = this.states.get(block);
    const now = state === undefined ? [] : this.apply(state, block, index);
    return (binding) => now[this.index.get(binding) ?? -1];
  }

  private apply(state: State, block: Block, count: number): State {
    let now: (KnownValue | undefined)[] | undefined;
    for (let i = 0; i < count; i += 1) {
      const step = block.steps[i]!;
      if (step.does !== "write" && step.does !== "declare") continue;
      const index = this.index.get(step.binding);
      if (index === undefined) continue;
      now ??= [...state];
      now[index] = step.does === "declare" ? nothing : this.valueOf(step);
    }
    return now ?? state;
  }
}

const nothing: KnownValue = { literal: undefined };

function meet(a: State, b: State): State {
  // What only one way gives a value has none yet on the other.
  return a.map((one, index) => {
    const other = b[index];
    return one === other || (one !== undefined && other !== undefined && sameValue(one, other)) ? one : "open";
  });
}

function sameValue(a: KnownValue | undefined, b: KnownValue | undefined): boolean {
  return a === b || (typeof a === "object" && typeof b === "object" && Object.is(a.literal, b.literal));
}

function sameStates(a: State, b: State): boolean {
  return a.every((value, index) => sameValue(value, b[index]));
}
