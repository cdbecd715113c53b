/** What rules are called for, kind by kind: nodes, bindings, uses, code that runs. The analysis drives the kinds and knows none of them better than this. */
import type { NameChanges, Names } from "../../model/names.js";
import type { TreeChange } from "../../syntax/change.js";
import type { Node } from "../../syntax/node.js";
import type { RecordStore } from "../record-store.js";

/** What there is to look at, as it is at the moment. */
export interface Program {
  readonly root: Node;
  readonly names: Names;
}

/** How names changed, by the text itself and by what its comments say. */
export interface NameNews extends NameChanges {
  /** Names that comments declare now and did not, or no longer do. */
  readonly told: readonly string[];
  /** Whether the file became one whose names at the top are its own, or ceased to be. */
  readonly keepingChanged: boolean;
}

/**
 * A kind of units: what of it is marked to be looked at, and where the alerts of each unit are kept. What a rule reads beyond its unit must be among the things that mark it.
 *
 * Generators may be left off behind each `yield` and begun anew: what was looked at is marked no more.
 */
export interface UnitKind {
  /** The alerts by the unit for which they were found. */
  readonly store: RecordStore;
  /** Forgets all, and marks all there is. */
  startOver(program: Program): void;
  /** Marks what a change of the tree reaches. What it removed has been through `leave`. */
  follow(change: TreeChange): void;
  /** Forgets what there is of a node that has left the tree. */
  leave(node: Node): void;
  /** Marks what may be told otherwise because of what names mean now. */
  absorb(news: NameNews): void;
  /** Marks a unit again, unless it is no more. */
  again(unit: object): void;
  /** Looks at what is marked and begins between two offsets. */
  runWithin(first: number, last: number): void;
  /** Looks at all that is marked. */
  run(): Generator<void>;
  /** Notes that rules came late, when all else had been looked at: they are to be given everything. */
  startLate(program: Program): void;
  /** Gives what they have not seen to the rules that came late. */
  catchUp(late: ReadonlySet<string>): Generator<void>;
}

/** Looks at what is in a set and takes it out; what is looked at is not looked at again. */
export function* lookAtEach<Unit>(set: Set<Unit>, look: (unit: Unit) => void): Generator<void> {
  for (const unit of set) {
    look(unit);
    set.delete(unit);
    yield;
  }
}

/** Looks at those of a set that are wanted, and takes them out. */
export function lookAtSome<Unit>(set: Set<Unit>, isWanted: (unit: Unit) => boolean, look: (unit: Unit) => void): void {
  const wanted = [...set].filter(isWanted);
  for (const unit of wanted) {
    set.delete(unit);
    look(unit);
  }
}
