/** What was worked out of names, kept as long as the text is as it was: looking through all uses of one for each graph in which it occurs would cost their product. */
import type { Node } from "../syntax/node.js";
import type { SourceText } from "../text/text.js";
import type { Binding, Declaration, Reference } from "./binding.js";

export class BindingMemo<Value> {
  private readonly kept = new WeakMap<Binding, { readonly snapshot: object; readonly value: Value }>();

  /** What is known of a name, or else worked out of it. A text that has no snapshots keeps nothing. */
  of(binding: Binding, text: SourceText, work: (binding: Binding) => Value): Value {
    const { snapshot } = text;
    const before = this.kept.get(binding);
    if (snapshot !== undefined && before?.snapshot === snapshot) return before.value;
    const value = work(binding);
    if (snapshot !== undefined) this.kept.set(binding, { snapshot, value });
    return value;
  }
}

type Placed<One> = readonly { readonly at: number; readonly one: One }[];

const writes = new BindingMemo<Placed<Reference>>();
const declared = new BindingMemo<Placed<Declaration>>();

const inOrder = <One extends { readonly node: Node }>(all: readonly One[]): Placed<One> =>
  all.map((one) => ({ at: one.node.start, one })).sort((a, b) => a.at - b.at);

/** Those of some, which are in order, that stand in a node. */
function within<One>(all: Placed<One>, { start, end }: Node): One[] {
  let low = 0;
  for (let high = all.length; low < high; ) {
    const middle = (low + high) >> 1;
    if (all[middle]!.at < start) low = middle + 1;
    else high = middle;
  }
  const found: One[] = [];
  for (; low < all.length && all[low]!.at < end; low += 1) found.push(all[low]!.one);
  return found;
}

/** The uses in a node that give a name another value, in the order of the text. */
export const writesIn = (binding: Binding, node: Node, text: SourceText): Reference[] => (
  binding.writes === 0
    ? []
    : within(
      writes.of(binding, text, ({ references }) => inOrder(references.filter(({ access }) => access !== "read"))),
      node,
    )
);

/** The declarations of a name in a node, in the order of the text. */
export const declaredIn = (binding: Binding, node: Node, text: SourceText): Declaration[] =>
  within(declared.of(binding, text, ({ declarations }) => inOrder(declarations)), node);
