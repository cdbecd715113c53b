/** Puts a flow graph together: where control is, where jumps lead, what catches what is thrown. */
import type { Node } from "../syntax/node.js";
import type { Binding, NameFact } from "./binding.js";
import { Block, type FlowExit, type FlowGraph, type FlowLoop, type Step } from "./flow.js";

/** A node that is a name, with what was found of it. */
export type Named = Node & { readonly fact: NameFact | null };

/** A condition of a chain. */
export interface Arm {
  /** Asks it and leads control to one of two blocks. */
  readonly ask: (yes: Block, no: Block) => void;
  /** What is done where it holds. */
  readonly lower: () => void;
}

/** Decides which nodes are lowered into graphs of their own. */
export interface Cutter {
  /** Lowers a node, in a graph of its own or, where it is divided, what it does itself in that of `b`. */
  take<One extends Node>(b: FlowBuilder, node: One, lower: (b: FlowBuilder, node: One) => void): void;
}

/** What a jump can lead to or must pass. */
interface Target {
  readonly labels: readonly string[];
  readonly leave: Block;
  /** Where the next turn of a loop begins; absent for what is no loop. */
  readonly again?: Block;
  /** A `break` without a label leads here. */
  readonly plain: boolean;
}

interface Passage {
  readonly entry: Block;
  /** Where control goes on behind the `finally`, beside the way of what was thrown. */
  readonly onward: Set<Block>;
}

export class FlowBuilder {
  blocks: Block[] = [];
  statements = new Map<Node, Block>();
  loops: FlowLoop[] = [];
  tests: { node: Node; block: Block; at: number }[] = [];
  returns: FlowExit[] = [];
  runningOn: { node: Node; block: Block }[] = [];
  /** Where a `return` leads. */
  private readonly leave = new Block(-1);
  /** Where each node that comes next may have a graph of its own. */
  cutter: Cutter | undefined;
  /** The node that the cutter was given last and has lowered here. */
  taken: Node | undefined;
  current: Block;
  /** Labels that stand directly before the statement that comes next. */
  labels: string[] = [];
  private readonly frames: (Target | Passage)[] = [];
  private readonly handlers: Block[] = [];
  private readonly tracked = new Map<Binding, boolean>();

  constructor(
    readonly root: Node,
    private readonly isTracked: (binding: Binding) => boolean,
  ) {
    this.current = this.block();
    this.current.reached = true;
  }

  /** Whether nothing has been lowered that anybody can ask for. */
  get isInert(): boolean {
    return this.blocks.length === 1 &&
      this.blocks[0]!.steps.length === 0 &&
      this.tests.length === 0 &&
      this.returns.length === 0;
  }

  /** The graph of what has been lowered; the builder begins anew. */
  cut(): FlowGraph {
    const graph = this.finish();
    this.blocks = [];
    this.statements = new Map();
    this.loops = [];
    this.tests = [];
    this.returns = [];
    this.runningOn = [];
    this.tracked.clear();
    this.current = this.block();
    this.current.reached = true;
    return graph;
  }

  block(): Block {
    const block = new Block(this.blocks.length);
    this.blocks.push(block);
    return block;
  }

  /** Lets control pass between two blocks, if it comes to the first. */
  edge(from: Block, to: Block, test?: Node, holds?: boolean): void {
    if (!from.reached) return;
    to.reached = true;
    from.next.push(test === undefined ? { to } : { to, test, holds: holds! });
  }

  /** Goes on in a block whose ways in are all known, but for turns of a loop. */
  start(block: Block): void {
    this.current = block;
    const handler = this.handlers.at(-1);
    if (handler !== undefined) this.edge(block, handler);
  }

  /** Goes on in a new block that control comes to from here. */
  split(): Block {
    const block = this.block();
    this.edge(this.current, block);
    this.start(block);
    return block;
  }

  /** Nothing comes to what follows. */
  stop(): void {
    this.current = this.block();
  }

  /** Lowers what may or may not happen. */
  maybe(lower: () => void): void {
    const before = this.current;
    const mark = before.next.length;
    const inner = this.split();
    const { cutter } = this;
    this.cutter = undefined;
    lower();
    this.cutter = cutter;
    if (this.current === inner && inner.steps.every(({ does }) => does === "read")) {
      // Reading changes nothing: it can stand in line.
      for (let i = this.tests.length - 1; i >= 0 && this.tests[i]!.block === inner; i -= 1) {
        const test = this.tests[i]!;
        test.block = before;
        test.at += before.steps.length;
      }
      before.steps.push(...inner.steps);
      before.next.length = mark;
      this.blocks.pop();
      this.current = before;
      return;
    }
    const after = this.block();
    this.edge(before, after);
    this.edge(this.current, after);
    this.start(after);
  }

  step(step: Step): void {
    // What is thrown before a value is assigned finds the old one.
    if (step.does === "write" && this.handlers.length > 0) this.split();
    this.current.steps.push(step);
  }

  /** What a name stands for, if its values can be followed in this code. */
  followed({ fact }: Named): Binding | undefined {
    const binding = fact?.binding;
    if (binding === undefined) return undefined;
    let tracked = this.tracked.get(binding);
    if (tracked === undefined) this.tracked.set(binding, (tracked = this.isTracked(binding)));
    return tracked ? binding : undefined;
  }

  test(node: Node): void {
    this.tests.push({ node, block: this.current, at: this.current.steps.length });
  }

  /** What is done where a condition holds, and where it does not. `ask` asks it and leads control to one of two blocks. */
  branch(ask: Arm["ask"], whenTrue: () => void, whenFalse: (() => void) | null): void {
    this.chain([{ ask, lower: whenTrue }], whenFalse);
  }

  /** Conditions that are asked one after the other until one holds; there may be thousands. `otherwise` is done where none does. */
  chain(arms: readonly Arm[], otherwise: (() => void) | null): void {
    let after: Block | undefined;
    for (const [index, { ask, lower }] of arms.entries()) {
      const yes = this.block();
      after ??= this.block();
      const no = otherwise === null && index === arms.length - 1 ? after : this.block();
      ask(yes, no);
      this.start(yes);
      lower();
      this.edge(this.current, after);
      if (no !== after) this.start(no);
    }
    if (otherwise !== null) {
      otherwise();
      this.edge(this.current, after!);
    }
    this.start(after!);
  }

  /** A loop that asks before each turn whether there is another: `test`, or nothing where it goes on by itself. `step` is done between two turns. */
  turns(
    node: Node,
    test: Node | null,
    ask: (inside: Block, after: Block) => void,
    body: () => void,
    step: (() => void) | null = null,
  ): void {
    const head = this.split();
    const inside = this.block();
    const after = this.block();
    const again = step === null ? head : this.block();
    ask(inside, after);
    this.within({ leave: after, again, plain: true }, () => {
      this.start(inside);
      body();
    });
    this.edge(this.current, again);
    if (step !== null) {
      this.start(again);
      step();
      this.edge(this.current, head);
    }
    this.loops.push({ node, test, first: head.id, last: this.blocks.length - 1, head, body: inside, after });
    this.start(after);
  }

  /** A loop that asks behind each turn whether there is another. `truth` is that of a test that is written as one that holds always, or never: then nothing turns. */
  turnsBehind(
    node: Node,
    test: Node | null,
    truth: boolean | undefined,
    ask: (inside: Block, after: Block) => void,
    body: () => void,
  ): void {
    const inside = this.split();
    const again = this.block();
    const after = this.block();
    this.within({ leave: after, again, plain: true }, body);
    this.edge(this.current, again);
    this.start(again);
    ask(inside, after);
    if (truth !== false) {
      const last = this.blocks.length - 1;
      this.loops.push({
        node,
        test: truth === true ? null : test,
        first: inside.id,
        last,
        head: inside,
        body: inside,
        after,
      });
    }
    this.start(after);
  }

  /** Asks a condition, all of it at once, and leads control to one of two blocks; `lower` lowers what stands in it. */
  ask(test: Node, lower: () => void, yes: Block, no: Block): void {
    this.test(test);
    lower();
    this.edge(this.current, yes, test, true);
    this.edge(this.current, no, test, false);
  }

  within(target: Omit<Target, "labels">, lower: () => void): void {
    this.frames.push({ ...target, labels: this.labels });
    this.labels = [];
    lower();
    this.frames.pop();
  }

  /** What is thrown while `lower` runs comes to `handler`. */
  guarded(handler: Block, lower: () => void): void {
    this.handlers.push(handler);
    this.split();
    lower();
    this.handlers.pop();
  }

  /** Jumps out of what `lower` lowers pass `entry`; gives where they lead. */
  passing(entry: Block, lower: () => void): Set<Block> {
    const onward = new Set<Block>();
    this.frames.push({ entry, onward });
    lower();
    this.frames.pop();
    return onward;
  }

  /** A jump out of what is around, or on to its next turn. `levels` counts outward what a jump without a label can leave, choices among them. */
  jump(label: string | undefined, again: boolean, levels = 0): void {
    const isMeant = (frame: Target): boolean => {
      if (label !== undefined) return frame.labels.includes(label);
      return again && levels === 0 ? frame.again !== undefined : frame.plain;
    };
    const targets = this.frames.filter((frame): frame is Target => "leave" in frame && isMeant(frame));
    const target = targets.at(-Math.max(1, levels));
    if (target !== undefined) {
      this.go(again ? (target.again ?? target.leave) : target.leave, this.frames.indexOf(target));
    }
    this.stop();
  }

  exit(node: Node, hasValue: boolean): void {
    this.returns.push({ node, block: this.current, hasValue });
    this.go(this.leave, -1);
    this.stop();
  }

  throwOut(): void {
    const handler = this.handlers.at(-1);
    if (handler !== undefined) this.edge(this.current, handler);
    this.stop();
  }

  /** Leads control to `target`, whose frame has the index `frame`, by way of the innermost `finally` between. */
  go(target: Block, frame: number): void {
    const passage = this.frames.findLast((one, index): one is Passage => index > frame && "onward" in one);
    if (passage === undefined) this.edge(this.current, target);
    else {
      if (this.current.reached) passage.onward.add(target);
      this.edge(this.current, passage.entry);
    }
  }

  /** Leads control on from the end of a `finally`. */
  goOn(onward: ReadonlySet<Block>): void {
    for (const target of onward) {
      const frame = this.frames.findLastIndex(
        (one) => "leave" in one && (one.leave === target || one.again === target),
      );
      this.go(target, frame);
    }
  }

  finish(): FlowGraph {
    const { root, blocks, statements, loops, tests, returns, runningOn } = this;
    const tracked = [...this.tracked].filter(([, follows]) => follows).map(([binding]) => binding);
    return { root, blocks, end: this.current, statements, loops, tests, returns, runningOn, tracked };
  }
}
