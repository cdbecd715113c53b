/** Cuts code into segments while it is lowered. */
import type { Node } from "../syntax/node.js";
import { FlowBuilder, type Cutter } from "./flow-builder.js";
import type { Segment, SegmentedFlow } from "./segments.js";

/** Gives each node that a language lowers through it a segment of its own, or, where it is divided, several. */
export class SegmentCuts implements Cutter {
  /** The segments of what the innermost divided node does itself. */
  private own: Segment[] = [];

  constructor(private readonly flow: SegmentedFlow) {}

  take<One extends Node>(b: FlowBuilder, node: One, lower: (b: FlowBuilder, node: One) => void): void {
    const { flow } = this;
    if (!b.isInert) this.own.push(flow.add(b.cut(), node, "before"));
    if (flow.has(node)) return;
    if (!flow.isDivided(node)) {
      const inner = new FlowBuilder(flow.root, (binding) => flow.isTracked(binding));
      lower(inner, node);
      flow.keep(node, inner.isInert ? null : flow.add(inner.finish(), node, "at"));
      return;
    }
    const outer = this.own;
    this.own = [];
    b.taken = node;
    lower(b, node);
    if (!b.isInert) this.own.push(flow.add(b.cut(), node, "behind"));
    flow.keep(node, this.own);
    this.own = outer;
  }
}
