/**
 * Code that stands more than once, for rules that look at each such group. Of each statement the stretch is looked at that begins with it and is just long enough to be worth telling;
 * stretches with the same fingerprint that follow each other in two places make up one longer stretch.
 */
import {
  fingerprint,
  mix,
  StretchReader,
  type ComparedCode,
  type SameCode,
  type Stretch,
} from "../../model/same-code.js";
import { shapeIn } from "../../model/shapes.js";
import type { TreeChange } from "../../syntax/change.js";
import type { Node } from "../../syntax/node.js";
import { childrenOf, walk } from "../../syntax/walk.js";
import type { SourceText } from "../../text/text.js";
import { RecordStore } from "../record-store.js";
import { lateOf, type UnitCalls } from "./unit-calls.js";
import { lookAtEach, type Program, type UnitKind } from "./unit-kind.js";

/** A stretch has at least this many nodes. */
const leastNodes = 32;
/** A stretch has at most this many statements. */
const mostStatements = 16;
/** Statements longer than this, in UTF-16 code units, are not compared: what stands in them is. */
const longest = 10_000;
/** After so many statements the work may be left off. */
const statementsAtATime = 64;
/** With so many other places a stretch is compared exactly; with more, as when a table is written as statements, by what its parts say. */
const mostCompared = 32;

/** A statement in its list, and the stretch that begins with it. */
class Place {
  before: Place | undefined;
  behind: Place | undefined;
  /** How many statements the stretch has. */
  count = 0;
  /** The places whose stretches have the same fingerprint; `undefined` where too little follows. */
  bucket: Bucket | undefined;
  /** The places whose stretches say the same; `undefined` while no other has the fingerprint. */
  group: Group | undefined;

  constructor(readonly node: Node) {}

  /** This place and those behind it, so many in all. */
  *stretch(count: number): Generator<Place> {
    for (let place: Place | undefined = this, n = 0; place !== undefined && n < count; n += 1) {
      yield place;
      place = place.behind;
    }
  }

  /** This place and those before it whose stretches may reach it. */
  *reaching(): Generator<Place> {
    for (let place: Place | undefined = this, n = 0; place !== undefined && n < mostStatements; n += 1) {
      yield place;
      place = place.before;
    }
  }

  get last(): Node {
    let last = this.node;
    for (const { node } of this.stretch(this.count)) last = node;
    return last;
  }

  /** Whether the stretch stands elsewhere too. */
  get isRepeated(): boolean {
    return this.group !== undefined && this.group.places.size > 1;
  }
}

/** The places whose stretches say the same: a unit. */
class Group {
  readonly places = new Set<Place>();

  constructor(
    readonly bucket: Bucket,
    readonly said: string,
  ) {}
}

/** The places whose stretches have one fingerprint. */
class Bucket {
  readonly places = new Set<Place>();
  readonly groups = new Map<string, Group>();

  constructor(readonly hash: number) {}
}

export class SameCodeUnits implements UnitKind {
  readonly store = new RecordStore();
  private root!: Node;
  private readonly lists: ReadonlySet<string>;
  private readonly code: ComparedCode;
  private readonly places = new Map<Node, Place>();
  private readonly buckets = new Map<number, Bucket>();
  /** Lists of which nothing is known. Those further in were added later, and are taken first. */
  private unread: Node[] = [];
  /** Of the last of them, the statements whose fingerprints are not kept yet. */
  private ahead: { readonly list: Node; readonly left: Node[] } | undefined;
  /** Statements whose contents changed, and lists that have other statements. */
  private readonly changed = new Set<Node>();
  private readonly reordered = new Set<Node>();
  /** Places whose stretches changed: what is told of those beside them and in them may change too. */
  private readonly changedPlaces = new Set<Place>();
  /** Places whose stretches stand elsewhere now and did not, or the other way round. */
  private readonly turned = new Set<Place>();
  private readonly marked = new Set<Group>();
  /** Nobody has asked, so that nothing was worked out. */
  private isIdle = true;

  constructor(
    private readonly calls: UnitCalls,
    text: () => SourceText,
  ) {
    const { language } = calls;
    this.lists = new Set(language.listKinds);
    this.code = {
      get text() {
        return text();
      },
      shape: (name, node) => shapeIn(language.shapes, name, node),
      facts: language.facts,
    };
  }

  startOver({ root }: Program): void {
    this.root = root;
    this.store.clear();
    this.clear();
    this.isIdle = this.calls.sorted.bySameCode.length === 0;
    if (this.isIdle) return;
    if (this.lists.has(root.type)) this.unread.push(root);
  }

  /** Notes a node that is visited for the first time. */
  readonly enter = (node: Node): void => {
    if (!this.isIdle && this.lists.has(node.type)) this.unread.push(node);
  };

  follow({ path, added }: TreeChange): void {
    if (this.isIdle) return;
    for (const [index, node] of path.entries()) {
      if (!this.lists.has(node.type)) continue;
      const inner = path[index + 1];
      if (inner === undefined) this.reordered.add(node);
      else this.changed.add(inner);
    }
    for (const node of added) if (this.lists.has(node.parent!.type)) this.reordered.add(node.parent!);
  }

  leave(node: Node): void {
    if (this.isIdle) return;
    const place = this.places.get(node);
    if (place !== undefined) this.remove(place);
    this.reordered.delete(node);
    this.changed.delete(node);
  }

  absorb(): void {
    // What names mean does not count.
  }

  again(unit: Group): void {
    if (unit.bucket.groups.get(unit.said) === unit) this.marked.add(unit);
  }

  runWithin(): void {
    // What stands elsewhere counts as well.
  }

  *run(): Generator<void> {
    if (this.isIdle) return;
    yield* this.readLists();
    this.readChanged();
    this.markConcerned();
    yield* lookAtEach(this.marked, (group) => this.look(group));
  }

  startLate({ root }: Program): void {
    if (this.isIdle && this.calls.sorted.bySameCode.length > 0) {
      this.isIdle = false;
      walk(root, (node) => this.enter(node));
    }
  }

  *catchUp(late: ReadonlySet<string>): Generator<void> {
    if (lateOf(this.calls.sorted.bySameCode, late).length === 0) return;
    for (const { groups } of this.buckets.values()) for (const group of groups.values()) this.marked.add(group);
    yield* this.run();
  }

  private clear(): void {
    this.places.clear();
    this.buckets.clear();
    this.unread = [];
    this.ahead = undefined;
    for (const set of [this.changed, this.reordered, this.changedPlaces, this.turned, this.marked]) set.clear();
  }

  // Finding the stretches.

  private *readLists(): Generator<void> {
    for (let list = this.unread.at(-1); list !== undefined; list = this.unread.at(-1)) {
      if (this.ahead?.list !== list) this.ahead = { list, left: this.isIn(list) ? childrenOf(list).reverse() : [] };
      const { left } = this.ahead;
      for (const node of left.splice(-statementsAtATime)) if (node.length <= longest) fingerprint(node, this.code);
      if (left.length === 0) {
        this.ahead = undefined;
        this.unread.pop();
        if (this.isIn(list)) this.arrange(list);
      }
      yield;
    }
  }

  private readChanged(): void {
    for (const list of this.reordered) if (this.isIn(list)) this.arrange(list);
    this.reordered.clear();
    for (const node of this.changed) {
      const place = this.places.get(node);
      for (const one of place?.reaching() ?? []) this.measure(one);
    }
    this.changed.clear();
  }

  /** Puts the statements of a list in their order, and renews what begins near those that were not there, or next to others. */
  private arrange(list: Node): void {
    let before: Place | undefined;
    const moved = new Set<Place>();
    for (const node of childrenOf(list)) {
      let place = this.places.get(node);
      if (place === undefined) {
        this.places.set(node, (place = new Place(node)));
        moved.add(place);
      }
      if (place.before !== before) moved.add(place);
      place.before = before;
      if (before !== undefined && before.behind !== place) {
        before.behind = place;
        moved.add(before);
      }
      before = place;
    }
    if (before?.behind !== undefined) {
      before.behind = undefined;
      moved.add(before);
    }
    let reach = 0;
    for (let place = before; place !== undefined; place = place.before) {
      reach = moved.has(place) ? mostStatements : reach - 1;
      if (reach > 0) this.measure(place);
    }
  }

  private measure(place: Place): void {
    let [hash, size, count] = [0, 0, 0];
    for (const { node } of place.stretch(mostStatements)) {
      if (node.length > longest) break;
      const found = fingerprint(node, this.code);
      hash = mix(hash, found.hash);
      size += found.size;
      count += 1;
      if (size >= leastNodes) break;
    }
    this.changedPlaces.add(place);
    this.takeOut(place);
    place.count = count;
    if (size >= leastNodes) this.putIn(place, hash);
  }

  private putIn(place: Place, hash: number): void {
    let bucket = this.buckets.get(hash);
    if (bucket === undefined) this.buckets.set(hash, (bucket = new Bucket(hash)));
    place.bucket = bucket;
    bucket.places.add(place);
    if (bucket.places.size === 1) return;
    for (const one of bucket.places.size === 2 ? bucket.places : [place]) {
      if (one.group === undefined) this.join(one, bucket);
    }
  }

  private join(place: Place, bucket: Bucket): void {
    const reader = new StretchReader(this.code);
    const said = [...place.stretch(place.count)].map(({ node }) => reader.read(node)).join("\n");
    let group = bucket.groups.get(said);
    if (group === undefined) bucket.groups.set(said, (group = new Group(bucket, said)));
    if (group.places.size === 1) for (const other of group.places) this.turned.add(other);
    group.places.add(place);
    place.group = group;
    this.turned.add(place);
    this.marked.add(group);
  }

  private takeOut(place: Place): void {
    const { bucket, group } = place;
    place.bucket = place.group = undefined;
    if (bucket === undefined) return;
    bucket.places.delete(place);
    if (bucket.places.size === 0) this.buckets.delete(bucket.hash);
    if (group === undefined) return;
    this.turned.add(place);
    group.places.delete(place);
    this.marked.add(group);
    if (group.places.size === 1) for (const other of group.places) this.turned.add(other);
    if (group.places.size > 0) return;
    bucket.groups.delete(group.said);
    this.calls.drop(this.store, group);
    this.marked.delete(group);
  }

  private remove(place: Place): void {
    if (place.before?.behind === place) place.before.behind = undefined;
    if (place.behind?.before === place) place.behind.before = undefined;
    this.takeOut(place);
    this.places.delete(place.node);
    this.changedPlaces.delete(place);
  }

  // Which groups are told otherwise when a stretch came, went or says something else.

  private markConcerned(): void {
    const passed = new Set<Place>();
    for (const place of this.changedPlaces) {
      if (place.behind !== undefined) this.mark(place.behind);
      // A longer stretch that comes to here begins further up.
      for (let up = place.before; up?.group !== undefined && !passed.has(up); up = up.before) {
        passed.add(up);
        this.mark(up);
      }
    }
    const within = new Set<Node>();
    // Where statements came in between, it reached further than it does.
    for (const place of this.turned) for (const { node } of place.stretch(mostStatements)) within.add(node);
    for (const node of within) {
      walk(node, (inner) => {
        const place = inner === node ? undefined : this.places.get(inner);
        if (place !== undefined) this.mark(place);
      });
    }
    this.changedPlaces.clear();
    this.turned.clear();
  }

  private mark({ group }: Place): void {
    if (group !== undefined) this.marked.add(group);
  }

  // Telling.

  private look(group: Group): void {
    this.calls.drop(this.store, group);
    const found = group.places.size < 2 ? undefined : this.longest(group);
    if (found === undefined) return;
    this.calls.call(this.calls.sorted.bySameCode, this.store, group, found.places[0]!.first, found);
  }

  /** The longest stretch that the first place of a group has in common with others, for those that have it; nothing where it is part of a longer one. */
  private longest({ places }: Group): SameCode | undefined {
    const [first, ...others] = apart(places);
    if (others.length === 0 || this.isPartOfLonger(first!, others)) return undefined;
    const next = others[0]!;
    const common = others.map(
      (other, index) => ({ other, count: this.commonCount(first!, other, next, index < mostCompared) }),
    );
    const most = Math.max(...common.slice(0, mostCompared).map(({ count }) => count));
    const stretchOf = (place: Place): Stretch => ({ first: place.node, last: [...place.stretch(most)].at(-1)!.node });
    return {
      places: [first!, ...common.filter(({ count }) => count >= most).map(({ other }) => other)].map(stretchOf),
    };
  }

  /** Whether what stands before the places is repeated as well, or what they stand in. */
  private isPartOfLonger({ node, before }: Place, others: readonly Place[]): boolean {
    if (before?.isRepeated === true && others.some((other) => other.before?.group === before.group)) return true;
    for (let up = node.parent; up !== null; up = up.parent) {
      let distance = 0;
      for (const place of this.places.get(up)?.reaching() ?? []) {
        if (distance < place.count && place.isRepeated) return true;
        distance += 1;
      }
    }
    return false;
  }

  /** How many statements say the same from two places on, as far as the next of all places: by the stretches that begin there, and if wanted exactly. */
  private commonCount(first: Place, other: Place, next: Place, exactly: boolean): number {
    let reach = 0;
    for (
      let [one, two, n]: [Place | undefined, Place | undefined, number] = [first, other, 0];
      one?.group !== undefined && one.group === two?.group && one !== next;
      one = one.behind, two = two.behind, n += 1
    ) reach = Math.max(reach, n + one.count);
    const [own, others] = [new StretchReader(this.code), new StretchReader(this.code)];
    let count = 0;
    for (
      let [one, two]: [Place | undefined, Place | undefined] = [first, other];
      one !== undefined && two !== undefined && count < reach && one !== next;
      one = one.behind, two = two.behind
    ) {
      if (exactly && own.read(one.node) !== others.read(two.node)) break;
      count += 1;
    }
    return count;
  }

  private isIn(node: Node): boolean {
    let top = node;
    while (top.parent !== null) top = top.parent;
    return top === this.root;
  }
}

/** Some places in the order of the text, as far as their stretches do not overlap. */
function apart(places: Iterable<Place>): Place[] {
  const inOrder = [...places].map((place) => ({ place, at: place.node.start })).sort((a, b) => a.at - b.at);
  let end = -1;
  return inOrder.flatMap(({ place, at }) => {
    if (at < end) return [];
    end = place.last.end;
    return [place];
  });
}
