/**
 * The code of a long function, looked at in segments: parts that control enters at one place and leaves, but for exits, at one (single-entry
 * single-exit regions; Johnson, Pearson, Pingali: "The program structure tree", 1994). Each has a graph of its own, which is made anew only
 * when something in it changes; what holds of a name at its borders follows from the other segments in which the name occurs.
 */
import type { TreeChange } from "../syntax/change.js";
import type { Node } from "../syntax/node.js";
import type { Binding } from "./binding.js";
import { FlowIndex } from "./flow-facts.js";
import type { FlowEnds, FlowGraph, Step, Surroundings } from "./flow.js";
import { compare, OrderedSegments, type Side } from "./ordered-segments.js";

/** After this many segments on the way nothing is said of a name. */
const farthest = 200;

/** What a language tells of its code so that it can be looked at in segments. */
export interface Segmentation {
  /** Whether what happens in a node is looked at in several segments, one behind the other: control always passes through all of them. */
  isDivided(node: Node): boolean;
  /** Whether a node does nothing of its own between its children of one list, so that some of them can be replaced. */
  isList(node: Node): boolean;
  isFlowRoot(node: Node): boolean;
  isTracked(binding: Binding): boolean;
  /** How a name is used, told from the node around it, as a text: all segments with a name are looked at again when it is used in a new way anywhere, as rules ask whether it is tested, called or the like. */
  mannerOf(use: Node): string;
  /** Makes the segments of the nodes that are waiting. */
  lower(flow: SegmentedFlow): void;
}

export class Segment implements Surroundings {
  readonly graph: FlowGraph;
  /** The names that occur, each with whether it is given a value or loses it. */
  readonly names = new Map<Binding, boolean>();
  isGone = false;

  constructor(
    private readonly flow: SegmentedFlow,
    graph: FlowGraph,
    /** The node whose code it is; of what happens in a divided node itself, that node, or the child before which it happens. */
    readonly node: Node,
    readonly side: Side,
  ) {
    this.graph = { ...graph, around: this };
    for (const { steps } of graph.blocks) {
      for (const step of steps) {
        if (step.does === "read") {
          if (!this.names.has(step.binding)) this.names.set(step.binding, false);
        } else if (step.does === "write" || step.does === "declare") this.names.set(step.binding, true);
      }
    }
  }

  /** Whether control can come to it. */
  get isReached(): boolean {
    return this.flow.isReached(this);
  }

  summary(binding: Binding) {
    return FlowIndex.of(this.graph).summary(binding);
  }

  before(binding: Binding): ReadonlySet<Step | undefined> | undefined {
    return this.flow.before(binding, this);
  }

  isLiveBehind(binding: Binding): boolean {
    return this.flow.isLiveBehind(binding, this);
  }
}

/** Where a name occurs. */
interface Occurrences {
  readonly all: OrderedSegments<Segment>;
  readonly changing: OrderedSegments<Segment>;
  /** How often it is given a value, and in which manners it is used. */
  uses: string;
  declarations: readonly unknown[];
}

/** What is kept of a node: its segment, `null` where nothing happens, or, of one that is divided, the segments of what it does itself. */
type Entry = Segment | null | Segment[];

export class SegmentedFlow {
  /** Nodes whose segments are to be made. */
  readonly waiting = new Set<Node>();
  private readonly entries = new Map<Node, Entry>();
  private readonly occurrences = new Map<Binding, Occurrences>();
  private readonly tracked = new Map<Binding, boolean>();
  private readonly all = new OrderedSegments<Segment>();
  private readonly exits = new OrderedSegments<Segment>();
  /** Segments that control never leaves at their end. */
  private readonly stuck = new OrderedSegments<Segment>();
  private firstStuck: Segment | undefined;
  /** Whether there are segments behind that, which control never comes to. */
  private hasUnreached = false;
  private dirty = new Set<Segment>();
  private gone: Segment[] = [];
  /** Nothing has been looked at yet. */
  private isNew = true;
  /** Names all of whose segments are to be looked at again. */
  private readonly changed = new Set<Binding>();

  constructor(
    readonly root: Node,
    private readonly language: Segmentation,
  ) {
    this.waiting.add(root);
  }

  // For the language, which makes the segments.

  /** Whether the segments of a node are those of its code as it is. */
  has(node: Node): boolean {
    return this.entries.has(node);
  }

  isDivided(node: Node): boolean {
    return node === this.root || this.language.isDivided(node);
  }

  isTracked(binding: Binding): boolean {
    let tracked = this.tracked.get(binding);
    if (tracked === undefined) this.tracked.set(binding, (tracked = this.language.isTracked(binding)));
    return tracked;
  }

  /** Puts in the graph of a node, or of what a divided one does itself. */
  add(graph: FlowGraph, node: Node, side: Side): Segment {
    const segment = new Segment(this, graph, node, side);
    this.dirty.add(segment);
    this.all.add(segment);
    if (graph.returns.length > 0) this.exits.add(segment);
    if (!graph.end.reached) this.stuck.add(segment);
    for (const [binding, changes] of segment.names) {
      let found = this.occurrences.get(binding);
      if (found === undefined) {
        const { declarations } = binding;
        found = {
          all: new OrderedSegments(),
          changing: new OrderedSegments(),
          uses: this.usesOf(binding),
          declarations,
        };
        this.occurrences.set(binding, found);
      }
      const index = found.all.add(segment);
      if (changes) {
        found.changing.add(segment);
        this.lookAhead(found, index + 1, binding);
      }
      this.lookBack(found, index, binding);
    }
    return segment;
  }

  keep(node: Node, entry: Entry): void {
    this.entries.set(node, entry);
  }

  // For the engine, which tells what changed.

  /** Notes a change of the tree in the code of the root. */
  follow({ path, removed, added }: TreeChange): void {
    for (const part of removed) this.drop(part);
    let inner = this.root;
    for (const node of path.slice(path.indexOf(this.root))) {
      const entry = this.entries.get(node);
      if (entry === undefined) continue;
      if (!Array.isArray(entry) || !this.isDivided(node)) {
        this.drop(node);
        this.waiting.add(node);
        return;
      }
      inner = node;
      for (const segment of entry) this.dirty.add(segment);
    }
    // What a node does before one of its children stands at that child.
    const own = this.entries.get(inner);
    const isLoose = Array.isArray(own) && own.some(({ node }) => removed.includes(node));
    if (!isLoose && inner === path.at(-1) && this.language.isList(inner)) {
      for (const part of added) this.waiting.add(part);
    } else this.redo(inner);
  }

  /** Notes that a name in the code means something else. */
  renew(name: Node): void {
    for (let node: Node | null = name; node !== null; node = node.parent) {
      if (this.waiting.has(node)) return;
      const entry = this.entries.get(node);
      if (entry === undefined && node !== this.root) continue;
      if (Array.isArray(entry)) this.redo(node);
      else {
        this.drop(node);
        this.waiting.add(node);
      }
      return;
    }
  }

  /** Notes that a binding may have other declarations or uses. */
  bindingChanged(binding: Binding): void {
    const before = this.tracked.get(binding);
    if (before === undefined) return;
    this.tracked.delete(binding);
    if (binding.isDeclared && this.isTracked(binding) === before) {
      const found = this.occurrences.get(binding);
      if (found === undefined) return;
      const { declarations } = binding;
      const same = found.declarations.length === declarations.length &&
        declarations.every((one, index) => one === found.declarations[index]);
      const uses = this.usesOf(binding);
      if (same && found.uses === uses) return;
      found.declarations = [...declarations];
      found.uses = uses;
      this.changed.add(binding);
      return;
    }
    for (const { node } of binding.declarations) this.renew(node);
    for (const { node } of binding.references) this.renew(node);
  }

  private usesOf({ references, writes }: Binding): string {
    const manners = new Set(references.map(({ access, node }) => `${access} ${this.language.mannerOf(node)}`));
    return `${writes} ${[...manners].sort().join(", ")}`;
  }

  /** Brings all up to date. Gives the segments that are no more, and those for which something may hold that did not. */
  refresh(): { readonly gone: readonly Segment[]; readonly dirty: ReadonlySet<Segment> } {
    if (this.waiting.size > 0) this.language.lower(this);
    this.waiting.clear();
    for (const binding of this.changed) {
      for (const segment of this.occurrences.get(binding)?.all.list ?? []) this.dirty.add(segment);
    }
    this.changed.clear();
    this.findUnreached();
    const { gone, dirty } = this;
    this.isNew = false;
    this.gone = [];
    this.dirty = new Set();
    return { gone, dirty };
  }

  /** Gives up all segments; gives those with what was gone already since the last `refresh`. */
  end(): readonly Segment[] {
    const gone = [...this.all.list, ...this.gone];
    for (const segment of gone) segment.isGone = true;
    return gone;
  }

  get segments(): readonly Segment[] {
    return this.all.list;
  }

  /** How the code ends, when all is up to date. */
  get ends(): FlowEnds {
    const returns = this.exits.list
      .filter((segment) => segment.isReached)
      .flatMap(
        ({ graph }) => graph.returns.filter(({ block }) => block.reached),
      );
    const stuckAt = this.firstStuck?.node;
    return { root: this.root, returns, runsOff: stuckAt === undefined, stuckAt };
  }

  // For the segments, which ask what holds at their borders.

  before(binding: Binding, segment: Segment): ReadonlySet<Step | undefined> | undefined {
    const found = new Set<Step | undefined>();
    const { changing } = this.occurrences.get(binding)!;
    let count = 0;
    for (let index = changing.indexOf(segment) - 1; index >= 0; index -= 1) {
      const { passes, last } = changing.list[index]!.summary(binding);
      if (last === undefined || (count += 1) > farthest) return undefined;
      for (const step of last) found.add(step);
      if (!passes) return found;
    }
    return found.add(undefined);
  }

  isReached(segment: Segment): boolean {
    return !this.hasUnreached || compare(segment, this.firstStuck!) <= 0;
  }

  isLiveBehind(binding: Binding, segment: Segment): boolean {
    const { all } = this.occurrences.get(binding)!;
    const { list } = all;
    let count = 0;
    for (let index = all.indexOf(segment) + 1; index < list.length; index += 1) {
      const next = list[index]!;
      if (!next.isReached) return false;
      const { exposed, passes } = next.summary(binding);
      if (exposed || (count += 1) > farthest) return true;
      if (!passes) return false;
    }
    return false;
  }

  /** Marks the segments from an index on that a value assigned right before it reaches: up to the first one that always assigns another, or as far as values are followed. */
  private lookAhead({ all: { list } }: Occurrences, index: number, binding: Binding): void {
    if (this.isNew) return;
    let count = 0;
    for (let at = index; at < list.length && count < farthest + 2; at += 1) {
      const segment = list[at]!;
      this.dirty.add(segment);
      if (segment.names.get(binding) !== true) continue;
      if (!segment.summary(binding).passes) return;
      count += 1;
    }
  }

  /** Has the segments before an index looked at again for which it may matter whether a name is read there. */
  private lookBack({ all: { list } }: Occurrences, index: number, binding: Binding): void {
    if (this.isNew) return;
    let count = 0;
    for (let at = index - 1; at >= 0; at -= 1) {
      const segment = list[at]!;
      if (segment.names.get(binding) === true) this.dirty.add(segment);
      const { exposed, passes } = segment.summary(binding);
      if (exposed || !passes || (count += 1) > farthest) return;
    }
  }

  private findUnreached(): void {
    const [first] = this.stuck.list;
    const hadUnreached = this.hasUnreached;
    // Most often it is an exit at the very end.
    this.hasUnreached = first !== undefined && first !== this.all.list.at(-1);
    if (first === this.firstStuck) return;
    this.firstStuck = first;
    if (hadUnreached || this.hasUnreached) for (const segment of this.all.list) this.dirty.add(segment);
  }

  /** Has what a divided node does itself made anew. */
  private redo(node: Node): void {
    const entry = this.entries.get(node);
    if (Array.isArray(entry)) for (const segment of entry) this.remove(segment);
    this.entries.delete(node);
    this.waiting.add(node);
  }

  /** Drops the segments of a node with all below it. */
  private drop(part: Node): void {
    const list = [part];
    for (let node = list.pop(); node !== undefined; node = list.pop()) {
      this.waiting.delete(node);
      const entry = this.entries.get(node);
      if (entry !== undefined) {
        this.entries.delete(node);
        if (!Array.isArray(entry)) {
          if (entry !== null) this.remove(entry);
          continue;
        }
        for (const segment of entry) this.remove(segment);
      } else if (node !== part && this.language.isFlowRoot(node)) continue;
      node.each((child) => void list.push(child));
    }
  }

  private remove(segment: Segment): void {
    segment.isGone = true;
    this.gone.push(segment);
    this.dirty.delete(segment);
    this.all.delete(segment);
    this.exits.delete(segment);
    this.stuck.delete(segment);
    for (const [binding, changes] of segment.names) {
      const found = this.occurrences.get(binding)!;
      const index = found.all.delete(segment);
      if (changes) {
        found.changing.delete(segment);
        this.lookAhead(found, index, binding);
      }
      this.lookBack(found, index, binding);
      if (found.all.list.length === 0) this.occurrences.delete(binding);
    }
  }
}
