/** Nodes that hold very much: they are visited once what rules need for that has been worked out, bit by bit. */
import type { Node } from "../syntax/node.js";
import type { Call } from "./rule-calls.js";

/** How the analysis does its part. */
export interface PreparationWork {
  readonly callsFor: (node: Node) => readonly Call[];
  /** Calls a rule as always: a failure is noted and ends the call. */
  readonly call: (call: Call, node: Node) => void;
  readonly visit: (node: Node) => void;
}

export class Preparations {
  private readonly waiting = new Set<Node>();
  /** The one that is being visited. */
  private ready: Node | undefined;
  /** What is being worked out of the first. */
  private bits: { readonly call: Call; readonly bits: Iterator<void> }[] | undefined;

  /** Whether a node may be visited now; if not, it waits for its turn. */
  mayVisit(node: Node): boolean {
    if (this.ready === node) return true;
    this.waiting.add(node);
    return false;
  }

  /** A node is gone. */
  delete(node: Node): void {
    if (this.waiting.delete(node)) this.bits = undefined;
  }

  /** The text is another: what was being worked out is of the one before. */
  textChanged(): void {
    this.bits = undefined;
  }

  clear(): void {
    this.waiting.clear();
    this.bits = undefined;
  }

  /** Works out what is wanted for each node that waits, and visits it. Every `yield` is a place to leave off; the next call goes on from there. */
  *run({ callsFor, call: invoke, visit }: PreparationWork): Generator<void> {
    for (const node of this.waiting) {
      this.bits ??= callsFor(node).map((call) => {
        let given: Iterable<void> = [];
        invoke({ ...call, run: (unit, file) => void (given = call.run(unit, file) as Iterable<void>) }, node);
        return { call, bits: given[Symbol.iterator]() };
      });
      for (const { call, bits } of this.bits) {
        for (let isDone = false; !isDone; ) {
          // A rule that fails has no more to give.
          isDone = true;
          invoke({ ...call, run: () => void (isDone = bits.next().done === true) }, node);
          if (!isDone) yield;
        }
      }
      this.bits = undefined;
      this.waiting.delete(node);
      this.ready = node;
      visit(node);
      this.ready = undefined;
      yield;
    }
  }
}
