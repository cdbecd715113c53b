/** The nodes of the tree, and of each the parts of its list of children, for rules that visit them. */
import type { TreeChange } from "../../syntax/change.js";
import type { Node } from "../../syntax/node.js";
import { Siblings, siblingsOf } from "../../syntax/siblings.js";
import { Frontier } from "../frontier.js";
import { longText } from "../long-text.js";
import { Preparations } from "../preparations.js";
import { RecordStore } from "../record-store.js";
import type { Call } from "../rule-calls.js";
import { lateOf, type UnitCalls } from "./unit-calls.js";
import { lookAtEach, type NameNews, type Program, type UnitKind } from "./unit-kind.js";

export class NodeUnits implements UnitKind {
  readonly store = new RecordStore();
  private root!: Node;
  /** What has not been visited. */
  private readonly unvisited = new Frontier();
  /** What has been visited and is to be visited again, because something in it changed. */
  private readonly touched = new Set<Node>();
  private readonly preparations = new Preparations();
  /** Of nodes with very many children, the parts that have been looked at. */
  private readonly parts = new Map<Node, ReadonlySet<Siblings>>();
  /** Parts that are to be looked at again although nothing in them has changed. */
  private readonly touchedParts = new Set<Siblings>();
  /** What rules that came late have not been given yet. */
  private readonly unseen = new Frontier();
  /** Where the text was edited last: what is near is visited first. */
  private lastEdit = 0;

  constructor(
    private readonly calls: UnitCalls,
    /** Is told of each node that is visited for the first time. */
    private readonly entered: (node: Node) => void,
  ) {}

  startOver({ root }: Program): void {
    this.root = root;
    this.store.clear();
    this.unvisited.clear();
    this.unseen.clear();
    this.preparations.clear();
    this.parts.clear();
    this.touched.clear();
    this.touchedParts.clear();
    this.unvisited.addChildren(root);
    this.touched.add(root);
  }

  /** The text is another. */
  edited(at: number): void {
    this.lastEdit = at;
    this.preparations.textChanged();
  }

  follow({ path, added }: TreeChange): void {
    if (!this.unvisited.covers(path.at(-1)!)) {
      for (const part of [...added].reverse()) this.unvisited.add(part);
    }
    for (const node of path) this.touched.add(node);
  }

  leave(node: Node): void {
    this.calls.drop(this.store, node);
    this.lookAtParts(node, undefined);
    for (const frontier of [this.unvisited, this.unseen]) frontier.delete(node);
    this.touched.delete(node);
    this.preparations.delete(node);
  }

  absorb({ references }: NameNews): void {
    if (this.calls.isFresh) return;
    for (const use of references) {
      if (use.at < 0 || this.unvisited.covers(use.node)) continue;
      for (let node: Node | null = use.node; node !== null && !this.touched.has(node); node = node.parent) {
        this.touched.add(node);
      }
    }
  }

  again(unit: Node | Siblings): void {
    if (unit instanceof Siblings) {
      if (this.parts.get(unit.node)?.has(unit) !== true) return;
      this.touchedParts.add(unit);
      this.touched.add(unit.node);
    } else if (isIn(unit, this.root)) this.touched.add(unit);
  }

  runWithin(first: number, last: number): void {
    const elsewhere: Node[] = [];
    for (let node = this.unvisited.take(); node !== undefined; node = this.unvisited.take()) {
      const { start } = node;
      if (start > last || start + node.length < first) elsewhere.push(node);
      else this.visitFirst(node);
    }
    for (const node of elsewhere.reverse()) this.unvisited.add(node);
  }

  /** Visits what has other contents, then what is new, nearest to the last edit first. */
  *run(): Generator<void> {
    this.calls.isFresh = false;
    yield* lookAtEach(this.touched, (node) => this.visit(node));
    // Where nobody wants to see a node, none is looked at.
    const { byNode, bySiblings, byFlow, byEnds, ahead } = this.calls.sorted;
    if (byNode.size + bySiblings.size === 0 && byFlow.length === 0 && byEnds.length === 0) this.unvisited.clear();
    if (!this.calls.isWhole || this.lastEdit > 0) this.unvisited.sort(this.lastEdit);
    for (let count = 1, node = this.unvisited.take(); node !== undefined; count += 1, node = this.unvisited.take()) {
      this.visitFirst(node);
      if (count % this.calls.stepsAtATime === 0) yield;
    }
    yield* this.preparations.run({
      callsFor: ({ type }) => ahead.get(type) ?? [],
      call: this.calls.invoke,
      visit: (node) => this.visit(node),
    });
  }

  startLate({ root }: Program): void {
    this.unseen.clear();
    this.unseen.add(root);
  }

  *catchUp(late: ReadonlySet<string>): Generator<void> {
    const { sorted, stepsAtATime } = this.calls;
    const byNode = lateByKind(sorted.byNode, late);
    const bySiblings = lateByKind(sorted.bySiblings, late);
    if (byNode.size + bySiblings.size === 0) this.unseen.clear();
    for (let count = 1, node = this.unseen.take(); node !== undefined; count += 1, node = this.unseen.take()) {
      const calls = byNode.get(node.type);
      if (calls !== undefined) this.calls.callLate(late, calls, this.store, node, node);
      const amongChildren = bySiblings.get(node.type);
      if (amongChildren !== undefined) {
        const parts = siblingsOf(node);
        for (const part of parts) {
          const unit = parts.length === 1 ? node : part;
          this.calls.callLate(late, amongChildren, this.store, unit, part.base, part);
        }
        if (parts.length > 1) this.parts.set(node, new Set(parts));
      }
      this.unseen.addChildren(node);
      if (count % stepsAtATime === 0) yield;
    }
  }

  /** Visits a node for the first time; its children come next. */
  private visitFirst(node: Node): void {
    this.visit(node);
    this.entered(node);
    this.unvisited.addChildren(node);
  }

  private visit(node: Node): void {
    const { byNode, bySiblings, ahead } = this.calls.sorted;
    const isHuge = this.calls.isWhole && node.length > longText && ahead.has(node.type);
    if (isHuge && !this.preparations.mayVisit(node)) return;
    this.calls.drop(this.store, node);
    const calls = byNode.get(node.type);
    if (calls !== undefined) this.calls.call(calls, this.store, node, node);
    const amongChildren = bySiblings.get(node.type);
    if (amongChildren !== undefined) this.lookAtParts(node, amongChildren);
  }

  /** Calls rules for the children of a node: of very many for those parts that have changed. Without rules it forgets them. */
  private lookAtParts(node: Node, calls: readonly Call[] | undefined): void {
    const before = this.parts.get(node);
    const now = calls === undefined ? [] : siblingsOf(node);
    if (now.length === 1) this.calls.call(calls!, this.store, node, node, now[0]);
    else if (calls !== undefined) {
      for (const part of now) {
        if (before?.has(part) === true && !this.touchedParts.has(part)) continue;
        this.calls.drop(this.store, part);
        this.calls.call(calls, this.store, part, part.base, part);
      }
    }
    if (before === undefined && now.length <= 1) return;
    const kept = new Set(now.length > 1 ? now : []);
    for (const part of before ?? []) {
      if (!kept.has(part)) this.calls.drop(this.store, part);
      this.touchedParts.delete(part);
    }
    if (kept.size > 0) this.parts.set(node, kept);
    else this.parts.delete(node);
  }
}

/** Whether a node is in the tree of `root`. */
export function isIn(node: Node, root: Node): boolean {
  let top = node;
  while (top.parent !== null) top = top.parent;
  return top === root;
}

function lateByKind(
  byKind: ReadonlyMap<string, readonly Call[]>,
  late: ReadonlySet<string>,
): ReadonlyMap<string, readonly Call[]> {
  const found = new Map<string, readonly Call[]>();
  for (const [kind, calls] of byKind) {
    const some = lateOf(calls, late);
    if (some.length > 0) found.set(kind, some);
  }
  return found;
}
