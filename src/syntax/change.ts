import type { Node } from "./node.js";

/** What reading a text again left as it was, and what it did not. */
export interface TreeChange {
  /** The nodes that have other contents now, from the root inward; their kinds, and all of them but one list, are as before. */
  readonly path: readonly Node[];
  /** What is no more in the tree. */
  readonly removed: readonly Node[];
  /** What stands there now in its place. */
  readonly added: readonly Node[];
}
