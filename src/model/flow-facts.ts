/** What follows from a flow graph: data-flow equations, solved round by round until nothing changes (Kildall 1973). */
import type { Binding } from "./binding.js";
import type { Block, FlowGraph, Step } from "./flow.js";

/** The states with which control comes to each block, given what a block makes of a state and how the states of several ways meet. */
function forward<State>(
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

/** Beyond this many blocks on the way nothing is said of a name. */
const farthest = 20_000;

/** Where in a graph a name is read, and where it is given a value or loses it: indexes of steps, by block. */
interface Places {
  readonly reads: Map<Block, number[]>;
  readonly changes: Map<Block, number[]>;
  live?: ReadonlySet<Block>;
  open?: ReadonlySet<Block>;
  summary?: Summary;
}

/** What a graph as a whole does with a name. */
export interface Summary {
  /** It may be read before it gets another value. */
  readonly exposed: boolean;
  /** Control may pass from the beginning to the end without the name being given another value. */
  readonly passes: boolean;
  /** The steps that may have given it what it holds at the end. Absent where that is too far to tell. */
  readonly last: ReadonlySet<Step> | undefined;
}

/** Whether the first thing that happens to a name behind the step of a block with an index is that it is read; `undefined` where nothing does. */
function readNext({ reads, changes }: Places, block: Block, at: number): boolean | undefined {
  const read = reads.get(block)?.find((index) => index > at);
  const change = changes.get(block)?.find((index) => index > at);
  if (read === undefined) return change === undefined ? undefined : false;
  return change === undefined || read <= change;
}

/** Where the steps of a graph stand that concern each name, so that questions about one name look at little else. */
export class FlowIndex {
  private readonly places = new Map<Binding, Places>();
  private readonly before = new Map<Block, Block[]>();

  private constructor(private readonly flow: FlowGraph) {
    for (const block of flow.blocks) {
      for (const { to } of block.next) {
        const list = this.before.get(to);
        if (list === undefined) this.before.set(to, [block]);
        else list.push(block);
      }
      block.steps.forEach((step, index) => {
        if (step.does !== "read" && step.does !== "write" && step.does !== "declare") return;
        let places = this.places.get(step.binding);
        if (places === undefined) {
          this.places.set(step.binding, (places = { reads: new Map(), changes: new Map() }));
        }
        const lists = step.does === "read" ? places.reads : places.changes;
        const list = lists.get(block);
        if (list === undefined) lists.set(block, [index]);
        else list.push(index);
      });
    }
  }

  private static readonly made = new WeakMap<FlowGraph, FlowIndex>();

  static of(flow: FlowGraph): FlowIndex {
    let index = FlowIndex.made.get(flow);
    if (index === undefined) FlowIndex.made.set(flow, (index = new FlowIndex(flow)));
    return index;
  }

  /** Whether a name may still be read behind the step of a block with an index, before it gets another value: liveness, asked for one name. */
  isLive(binding: Binding, block: Block, at: number): boolean {
    const places = this.places.get(binding)!;
    const { around } = this.flow;
    if (places.reads.size === 0 && around === undefined) return false;
    return readNext(places, block, at) ??
      (
        this.liveAtEnd(places).has(block) ||
        (around !== undefined && this.openAtEnd(places).has(block) && around.isLiveBehind(binding))
      );
  }

  /** What the graph as a whole does with a name that occurs in it. */
  summary(binding: Binding): Summary {
    const places = this.places.get(binding)!;
    if (places.summary !== undefined) return places.summary;
    const { blocks, end } = this.flow;
    const entry = blocks[0]!;
    const exposed = readNext(places, entry, -1) ?? this.liveAtEnd(places).has(entry);
    const last = end.reached ? this.comingTo(places, end, Infinity) : { steps: new Set<Step>(), fromStart: false };
    return (places.summary = { exposed, passes: last?.fromStart ?? true, last: last?.steps });
  }

  /** The blocks at whose end a name is live by what is read in the graph: worked out backward from there, so that little else is looked at. */
  private liveAtEnd(places: Places): ReadonlySet<Block> {
    return (
      places.live ??= this.backward(
        places,
        [...places.reads.keys()].filter((block) => readNext(places, block, -1) === true),
      )
    );
  }

  /** The blocks from whose end control can come to the end of the graph without the name being read or changed. */
  private openAtEnd(places: Places): ReadonlySet<Block> {
    const { end } = this.flow;
    if (places.open === undefined) {
      places.open = end.reached
        ? this.backward(places, readNext(places, end, -1) === undefined ? [end] : []).add(end)
        : new Set();
    }
    return places.open;
  }

  /** The blocks from whose end control can come to the beginning of one in a list without the name being read or changed. */
  private backward(places: Places, list: Block[]): Set<Block> {
    const found = new Set<Block>();
    for (let block = list.pop(); block !== undefined; block = list.pop()) {
      for (const earlier of this.before.get(block) ?? []) {
        if (found.has(earlier)) continue;
        found.add(earlier);
        if (readNext(places, earlier, -1) === undefined) list.push(earlier);
      }
    }
    return found;
  }

  /**
   * The steps that may have given a name what it holds before the step of a block with an index (its reaching definitions); `undefined` among them stands for none, on a
   * way from the beginning. Nothing is given where that is too far to tell.
   */
  reaching(binding: Binding, block: Block, at: number): ReadonlySet<Step | undefined> | undefined {
    const inside = this.comingTo(this.places.get(binding)!, block, at);
    if (inside === undefined || !inside.fromStart) return inside?.steps;
    const { around } = this.flow;
    if (around === undefined) return new Set<Step | undefined>(inside.steps).add(undefined);
    const outside = around.before(binding);
    return outside && new Set([...inside.steps, ...outside]);
  }

  /** The steps of the graph from which a name's value may come to the step of a block with an index, and whether it may come from before the graph. */
  private comingTo(
    { changes }: Places,
    block: Block,
    at: number,
  ): { readonly steps: Set<Step>; readonly fromStart: boolean } | undefined {
    const steps = new Set<Step>();
    let fromStart = false;
    const here = changes.get(block)?.findLast((index) => index < at);
    if (here !== undefined) return { steps: steps.add(block.steps[here]!), fromStart };
    const seen = new Set<Block>([block]);
    const list = [block];
    let again = false;
    for (let inner = list.pop(); inner !== undefined; inner = list.pop()) {
      if (inner === this.flow.blocks[0]) fromStart = true;
      for (const earlier of this.before.get(inner) ?? []) {
        // Control may come back to the block itself.
        if (earlier === block ? again : seen.has(earlier)) continue;
        if (earlier === block) again = true;
        seen.add(earlier);
        const last = changes.get(earlier)?.at(-1);
        if (last !== undefined) steps.add(earlier.steps[last]!);
        else if (earlier !== block) list.push(earlier);
      }
      if (seen.size > farthest) return undefined;
    }
    return { steps, fromStart };
  }
}

/** Calls `visit` for every write. `isRead` tells whether the value may still be read, or surely is not. */
export function eachWrite(
  flow: FlowGraph,
  visit: (step: Extract<Step, { does: "write" }>, isRead: () => boolean) => void,
): void {
  for (const block of flow.blocks) {
    if (!block.reached) continue;
    block.steps.forEach((step, at) => {
      if (step.does === "write") visit(step, () => FlowIndex.of(flow).isLive(step.binding, block, at));
    });
  }
}

/** Calls `visit` for every read of the names asked for with what may have given the name its value: writes, and what gives none. */
function eachRead(
  flow: FlowGraph,
  names: ReadonlySet<Binding>,
  visit: (step: Extract<Step, { does: "read" }>, written: number, sources: number) => void,
): void {
  const index = FlowIndex.of(flow);
  for (const block of flow.blocks) {
    if (!block.reached) continue;
    block.steps.forEach((step, at) => {
      if (step.does !== "read" || !names.has(step.binding)) return;
      const sources = index.reaching(step.binding, block, at);
      if (sources === undefined) return;
      let written = 0;
      for (const source of sources) if (source?.does === "write") written += 1;
      visit(step, written, sources.size);
    });
  }
}

/** Calls `visit` for every read of the names asked for that no value can have reached: on no way to it was the name given one. */
export function eachUnsetRead(
  flow: FlowGraph,
  names: ReadonlySet<Binding>,
  visit: (step: Extract<Step, { does: "read" }>) => void,
): void {
  eachRead(flow, names, (step, written) => {
    if (written === 0) visit(step);
  });
}

/** Calls `visit` for every read of the names asked for that some ways have given a value and others have not. */
export function eachUnsureRead(
  flow: FlowGraph,
  names: ReadonlySet<Binding>,
  visit: (step: Extract<Step, { does: "read" }>) => void,
): void {
  eachRead(flow, names, (step, written, sources) => {
    if (written > 0 && written < sources) visit(step);
  });
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

/** The values names are known to have when a condition is asked. */
export class Values {
  private readonly index: FlowIndex;

  constructor(
    flow: FlowGraph,
    /** The names to be looked at. */
    private readonly names: ReadonlySet<Binding>,
    /** The value an expression gives by itself. */
    private readonly valueOf: (step: Extract<Step, { does: "write" }>) => KnownValue,
  ) {
    this.index = FlowIndex.of(flow);
  }

  /** What is known of a name before the step of a block with an index; nothing where it has got no value on any way. */
  at(block: Block, at: number): (binding: Binding) => KnownValue | undefined {
    return (binding) => {
      if (!this.names.has(binding) || !block.reached) return undefined;
      const sources = this.index.reaching(binding, block, at);
      if (sources === undefined) return "open";
      let known: KnownValue | undefined;
      let isFirst = true;
      for (const step of sources) {
        const value = step?.does === "write" ? this.valueOf(step) : step === undefined ? undefined : nothing;
        // What only one way gives a value has none yet on the other.
        if (!isFirst && !sameValue(known, value)) return "open";
        known = value;
        isFirst = false;
      }
      return known;
    };
  }
}

const nothing: KnownValue = { literal: undefined };

function sameValue(a: KnownValue | undefined, b: KnownValue | undefined): boolean {
  return a === b || (typeof a === "object" && typeof b === "object" && Object.is(a.literal, b.literal));
}
