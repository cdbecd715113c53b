/** The ways on which text from outside comes to where it becomes more than a text, within one function (taint analysis, forward from reaching definitions). */
import type { Binding } from "../../model/binding.js";
import { FlowIndex } from "../../model/flow-facts.js";
import type { Block, FlowGraph, Step } from "../../model/flow.js";
import { queryBegin, type Sink } from "../../model/outside.js";
import type { Node } from "../../syntax/node.js";
import { isInside } from "../../syntax/walk.js";
import type { FileView } from "../rule.js";

/** How text from outside comes to a place. */
export interface Way {
  readonly source: Node;
  /** What the source is called. */
  readonly words: string;
  /** Where names took it over, in the order in which it passed them. */
  readonly steps: readonly Node[];
  /** The part of the last value that holds it. */
  readonly part: Node;
}

/** The beginning of an address that stays on a site whatever follows. */
const fixedAddress = /^(?:\/[^/\\]|[?#]|https?:\/\/[^/]+\/)/;

/** Longer ways are not followed. */
const longest = 12;
/** How far from a name up it is looked for what takes its value. */
const highest = 12;

type Read = { readonly block: Block; readonly at: number; readonly binding: Binding };

/** Where the reads of a graph stand. */
const readsOf = (flow: FlowGraph): ReadonlyMap<Node, Read> => new Map(
  flow.blocks.flatMap((block) => (block.reached ? block.steps : []).flatMap(
    (step, at) => (step.does === "read" ? [[step.node, { block, at, binding: step.binding }] as const] : []),
  )),
);

export class Ways {
  private readonly reads: ReadonlyMap<Node, Read>;
  private known: Set<Binding> | undefined;

  /** Without a graph only sources in a value itself are found, and no names are followed. */
  constructor(
    private readonly file: FileView,
    private readonly flow?: FlowGraph,
  ) {
    this.reads = flow === undefined ? new Map() : readsOf(flow);
  }

  /** The sinks whose values hold names that can be followed. */
  sinks(): Sink[] {
    const { outside } = this.file.facts;
    const found = new Map<Node, Sink>();
    for (const node of this.reads.keys()) {
      let up: Node | null = node.parent;
      for (let height = 0; up !== null && height < highest; height += 1, up = up.parent) {
        if (found.has(up)) continue;
        const sink = outside.sinkOf(up, this.file.text);
        if (sink !== undefined && isInside(node, sink.part)) found.set(up, sink);
      }
    }
    return [...found.values()];
  }

  /** The way of text from outside into a value. */
  into(value: Node): Way | undefined {
    return this.follow(value, [], new Set());
  }

  private follow(node: Node, steps: readonly Node[], seen: Set<Node>): Way | undefined {
    const { facts: { outside }, text } = this.file;
    if (seen.has(node) || steps.length > longest) return undefined;
    seen.add(node);
    const words = outside.sourceOf(node, text);
    if (words !== undefined) return { source: node, words, steps: [...steps].reverse(), part: node };
    const read = this.reads.get(node);
    if (read !== undefined) {
      const way = this.checked.has(read.binding) ? undefined : this.behind(read, steps, seen);
      return way && { ...way, part: node };
    }
    for (const part of outside.passedOn(node)) {
      const way = this.follow(part, steps, seen);
      if (way !== undefined) return way;
    }
    return undefined;
  }

  /** The way into what a name holds where it is read. */
  private behind({ block, at, binding }: Read, steps: readonly Node[], seen: Set<Node>): Way | undefined {
    for (const step of FlowIndex.of(this.flow!).reaching(binding, block, at) ?? []) {
      for (const value of step === undefined ? [] : this.valuesOf(step)) {
        const way = this.follow(value, [...steps, step!.node], seen);
        if (way !== undefined) return way;
      }
    }
    return undefined;
  }

  /** What a step makes a name hold: where it adds to that, also what the name held before. */
  private valuesOf(step: Step): Node[] {
    if (step.does !== "write") return [];
    if (step.value !== null) return [step.value];
    const given = this.file.facts.outside.givenTo(step.node);
    return [...(this.reads.has(step.node) ? [step.node] : []), ...(given === undefined ? [] : [given])];
  }

  /** The names about which a condition asks a call, which may be how they are checked. */
  private get checked(): ReadonlySet<Binding> {
    if (this.known !== undefined) return this.known;
    const tests = new Set(this.flow!.tests.map(({ node }) => node));
    this.known = new Set();
    for (const [read, { binding }] of this.reads) {
      let isAsked = false;
      for (let up: Node | null = read, height = 0; up !== null && height < highest; height += 1, up = up.parent) {
        isAsked ||= this.file.shape("call", up) !== undefined;
        if (!tests.has(up)) continue;
        if (isAsked) this.known.add(binding);
        break;
      }
    }
    return this.known;
  }

  /** Whether a value may be any address, and not only one that begins with a fixed one. */
  isOpenAddress(value: Node): boolean {
    return !fixedAddress.test(this.file.facts.outside.beginOf(value) ?? "");
  }

  /** Whether a value is the text of a query, as far as its beginning is known. */
  isQuery(value: Node, seen = new Set<Node>()): boolean {
    if (seen.has(value)) return false;
    seen.add(value);
    const begin = this.file.facts.outside.beginOf(value);
    if (begin !== undefined) return queryBegin.test(begin);
    const read = this.reads.get(value);
    if (read === undefined) return false;
    const before = FlowIndex.of(this.flow!).reaching(read.binding, read.block, read.at) ?? [];
    return [...before].some((step) => {
      const [first] = step === undefined ? [] : this.valuesOf(step);
      return first !== undefined && this.isQuery(first, seen);
    });
  }
}
