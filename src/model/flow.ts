/** How control can pass through a stretch of code: blocks of steps, and the edges between them. The same for every language. */
import type { Node } from "../syntax/node.js";
import type { Binding } from "./binding.js";

/**
 * Something that happens. `declare` gives a name no value; `write` gives it one, that of `value` where one expression alone gives it;
 * `self` reads what `this` stands for and `base` sets it up; `pause` hands control to somebody else for a while.
 */
export type Step =
  | { readonly does: "read"; readonly node: Node; readonly binding: Binding }
  | {
    readonly does: "write";
    readonly node: Node;
    readonly binding: Binding;
    readonly value: Node | null;
    readonly first: boolean;
  }
  | { readonly does: "declare"; readonly node: Node; readonly binding: Binding }
  | { readonly does: "self" | "base" | "pause"; readonly node: Node };

export interface Edge {
  readonly to: Block;
  /** The condition under which control goes this way. */
  readonly test?: Node;
  readonly holds?: boolean;
}

/** Steps that follow each other. */
export class Block {
  readonly steps: Step[] = [];
  readonly next: Edge[] = [];
  /** Whether control can come here. */
  reached = false;

  constructor(
    /** Blocks are numbered in the order of the text. */
    readonly id: number,
  ) {}
}

export interface FlowLoop {
  readonly node: Node;
  /** Absent where the loop goes on by itself. */
  readonly test: Node | null;
  /** The blocks of its test, body and step are those with ids from `first` to `last`, but for `after`. */
  readonly first: number;
  readonly last: number;
  /** Where a turn begins. */
  readonly head: Block;
  /** Where the body begins. */
  readonly body: Block;
  /** Where control goes on behind it. */
  readonly after: Block;
}

export interface FlowExit {
  readonly node: Node;
  readonly block: Block;
  readonly hasValue: boolean;
}

/** What is known of the code around a segment, of a function that is looked at in segments. */
export interface Surroundings {
  /** The node whose code the segment is. */
  readonly node: Node;
  /**
   * The steps that may have given a name what it holds where the segment begins; `undefined` among them stands for none. Nothing is given
   * where that is too far to tell.
   */
  before(binding: Binding): ReadonlySet<Step | undefined> | undefined;
  /** Whether a name may be read behind the segment before it gets another value. */
  isLiveBehind(binding: Binding): boolean;
}

/**
 * The graph of one function, or of another stretch of code that runs by itself; of a long one, the graph of a segment: a part that control
 * enters at one place and leaves, but for exits, at one.
 */
export interface FlowGraph {
  /** The function, or other node, to whose code it belongs. */
  readonly root: Node;
  /** Absent where the graph holds all the code of `root`. */
  readonly around?: Surroundings | undefined;
  readonly blocks: readonly Block[];
  /** Control gets here when it runs off the end. */
  readonly end: Block;
  /** The block in which each statement begins. */
  readonly statements: ReadonlyMap<Node, Block>;
  readonly loops: readonly FlowLoop[];
  /** Each condition, with the block that begins to ask it and the number of steps there before it. */
  readonly tests: readonly { readonly node: Node; readonly block: Block; readonly at: number }[];
  readonly returns: readonly FlowExit[];
  /** Cases of a `switch` whose end control can come to, and which are not the last. */
  readonly runningOn: readonly { readonly node: Node; readonly block: Block }[];
  /** The names that occur and whose values can be followed: declared in `root`, and neither read nor written by code that runs at other times. */
  readonly tracked: readonly Binding[];
}

/** The ways in which the code of a function, or of another node that runs by itself, comes to its end. */
export interface FlowEnds {
  readonly root: Node;
  /** The exits that control can come to, in the order of the text. */
  readonly returns: readonly FlowExit[];
  /** Whether control can run off the end. */
  readonly runsOff: boolean;
  /** Where the code is looked at in segments: the node of the one that control never gets behind. */
  readonly stuckAt: Node | undefined;
}

/** The ends of code of which there is one graph. */
export function endsOf({ root, returns, end }: FlowGraph): FlowEnds {
  return { root, returns: returns.filter(({ block }) => block.reached), runsOff: end.reached, stuckAt: undefined };
}
