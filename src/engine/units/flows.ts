/** Code that runs by itself – files, functions, what initialises a class –, for rules that look at its flow graph, or where long at the graphs of its segments. */
import type { FlowGraph } from "../../model/flow.js";
import { Segment } from "../../model/segments.js";
import type { TreeChange } from "../../syntax/change.js";
import type { Node } from "../../syntax/node.js";
import { Flows } from "../flows.js";
import { Frontier } from "../frontier.js";
import { RecordStore } from "../record-store.js";
import { isIn } from "./nodes.js";
import { lateOf, type UnitCalls } from "./unit-calls.js";
import { lookAtEach, lookAtSome, type NameNews, type Program, type UnitKind } from "./unit-kind.js";

/** Kinds of bindings whose values a flow graph follows. */
const trackedKinds = new Set(["variable", "changeable", "fixed", "parameter", "caught"]);

export class FlowUnits implements UnitKind {
  readonly store = new RecordStore();
  private root!: Node;
  private readonly flows: Flows;
  /** Nodes whose code is to be looked at: all of it, or what changed in it. */
  private readonly marked = new Set<Node>();
  private readonly markedSegments = new Set<Segment>();
  /** What rules that came late have not been given yet. */
  private readonly unseen = new Frontier();

  constructor(private readonly calls: UnitCalls) {
    this.flows = new Flows(calls.language);
  }

  startOver({ root }: Program): void {
    this.root = root;
    this.store.clear();
    this.flows.clear();
    this.marked.clear();
    this.markedSegments.clear();
    this.unseen.clear();
    this.marked.add(root);
  }

  /** Marks the code of a node that is visited for the first time. */
  readonly enter = (node: Node): void => {
    if (this.calls.language.isFlowRoot(node)) this.marked.add(node);
  };

  follow(change: TreeChange): void {
    this.marked.add(this.flows.follow(change));
  }

  leave(node: Node): void {
    this.calls.drop(this.store, node);
    for (const segment of this.flows.forget(node)) this.lose(segment);
    this.marked.delete(node);
    this.unseen.delete(node);
  }

  absorb({ bindings, references }: NameNews): void {
    if (this.calls.isFresh) return;
    const { language } = this.calls;
    for (const binding of bindings) {
      if (binding.isDeclared && !trackedKinds.has(binding.kind)) continue;
      const root = language.flowRootOf(binding.scope);
      this.flows.bindingChanged(binding, root);
      if (binding.isDeclared) this.marked.add(root);
    }
    for (const use of references) {
      if (use.at < 0) continue;
      const root = language.flowRootOf(use.scope);
      this.flows.renew(use.node, root);
      this.marked.add(root);
    }
  }

  again(unit: Node | Segment): void {
    if (unit instanceof Segment) {
      if (!unit.isGone) this.markedSegments.add(unit);
    } else if (isIn(unit, this.root)) this.marked.add(unit);
  }

  runWithin(first: number, last: number): void {
    const isWithin = (root: Node): boolean => root.start >= first && root.end <= last;
    lookAtSome(this.marked, isWithin, (root) => this.look(root));
  }

  *run(): Generator<void> {
    yield* lookAtEach(this.marked, (root) => this.look(root));
    yield* lookAtEach(this.markedSegments, (segment) => this.lookAtGraph(segment, segment.graph));
  }

  startLate({ root }: Program): void {
    this.unseen.clear();
    this.unseen.add(root);
  }

  *catchUp(late: ReadonlySet<string>): Generator<void> {
    const { calls, store } = this;
    const byFlow = lateOf(calls.sorted.byFlow, late);
    const byEnds = lateOf(calls.sorted.byEnds, late);
    if (byFlow.length + byEnds.length === 0) this.unseen.clear();
    for (let count = 1, node = this.unseen.take(); node !== undefined; count += 1, node = this.unseen.take()) {
      if (calls.language.isFlowRoot(node)) {
        const { graphs, ends } = this.flows.allOf(node);
        calls.callLate(late, byEnds, store, node, node, ends);
        for (const [unit, graph] of graphs) {
          if (unit === node) calls.call(byFlow, store, unit, node, graph);
          else calls.callLate(late, byFlow, store, unit, node, graph);
        }
      }
      this.unseen.addChildren(node);
      if (count % calls.stepsAtATime === 0) yield;
    }
  }

  private look(root: Node): void {
    this.calls.drop(this.store, root);
    const { byFlow, byEnds } = this.calls.sorted;
    if (byFlow.length === 0 && byEnds.length === 0) return;
    const { ends, graphs, gone } = this.calls.staged("flow", () => this.flows.partsOf(root));
    for (const segment of gone) this.lose(segment);
    for (const [unit, graph] of graphs) {
      if (unit instanceof Segment) this.markedSegments.add(unit);
      else this.lookAtGraph(unit, graph);
    }
    this.calls.call(byEnds, this.store, root, root, ends);
  }

  private lookAtGraph(unit: Node | Segment, graph: FlowGraph): void {
    if (unit instanceof Segment) {
      this.calls.drop(this.store, unit);
      if (!unit.isReached) return;
    }
    this.calls.call(this.calls.sorted.byFlow, this.store, unit, graph.root, graph);
  }

  private lose(segment: Segment): void {
    this.calls.drop(this.store, segment);
    this.markedSegments.delete(segment);
  }
}
