/** The code that runs by itself, as the rules are given it: whole, or of long functions in segments that are kept from one edit to the next. */
import type { Language } from "../languages/language.js";
import type { Binding } from "../model/binding.js";
import { endsOf, type FlowEnds, type FlowGraph } from "../model/flow.js";
import { SegmentedFlow, type Segment } from "../model/segments.js";
import type { TreeChange } from "../syntax/change.js";
import type { Node } from "../syntax/node.js";

/** What there is to look at of the code of one node: graphs by the unit that alerts in them are kept for. */
export interface FlowParts {
  readonly ends: FlowEnds;
  /** Those for which something may hold now that did not, or all. */
  readonly graphs: readonly (readonly [unit: Node | Segment, graph: FlowGraph])[];
  /** Units that are no more. */
  readonly gone: readonly Segment[];
}

export class Flows {
  private readonly segmented = new Map<Node, SegmentedFlow>();

  constructor(private readonly language: Language) {}

  clear(): void {
    this.segmented.clear();
  }

  /** Notes a change of the tree, and gives the node whose code it is in. */
  follow(change: TreeChange): Node {
    const root = this.rootAround(change.path.at(-1)!);
    this.segmented.get(root)?.follow(change);
    return root;
  }

  /** Notes that a name means something else at a node, whose code is that of `root`. */
  renew(name: Node, root: Node): void {
    this.segmented.get(root)?.renew(name);
  }

  bindingChanged(binding: Binding, root: Node): void {
    this.segmented.get(root)?.bindingChanged(binding);
  }

  /** Forgets a node that is no more, and gives the units there were for it. */
  forget(root: Node): readonly Segment[] {
    const flow = this.segmented.get(root);
    if (flow === undefined) return [];
    this.segmented.delete(root);
    return flow.end();
  }

  /** What is to be looked at of the code of a node, since the last time or, for the first time, all of it. */
  partsOf(root: Node): FlowParts {
    if (!this.language.isSegmented(root)) {
      const gone = this.forget(root);
      const graph = this.language.flow(root);
      return { ends: endsOf(graph), graphs: [[root, graph]], gone };
    }
    let flow = this.segmented.get(root);
    if (flow === undefined) this.segmented.set(root, (flow = new SegmentedFlow(root, this.language.segmentation)));
    const { gone, dirty } = flow.refresh();
    return { ends: flow.ends, graphs: [...dirty].map((segment) => [segment, segment.graph]), gone };
  }

  /** All of the code of a node that has been looked at. */
  allOf(root: Node): FlowParts {
    const parts = this.partsOf(root);
    const flow = this.segmented.get(root);
    return flow === undefined
      ? parts
      : {
        ...parts,
        graphs: flow.segments.filter((segment) => segment.isReached).map((segment) => [segment, segment.graph]),
      };
  }

  private rootAround(node: Node): Node {
    let root = node;
    while (!this.language.isFlowRoot(root)) root = root.parent!;
    return root;
  }
}
