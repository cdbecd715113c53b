/** The analysis of one document, kept up to date through its edits: what an edit leaves as it was is not looked at again. */
import {
  furthestComment,
  type CommentForms,
  type DocumentInfo,
  type Language,
  type NameKeeper,
  type Tree,
} from "../languages/language.js";
import { Binding, Declaration, Reference } from "../model/binding.js";
import type { FlowGraph } from "../model/flow.js";
import type { NameChanges, Names } from "../model/names.js";
import { Segment } from "../model/segments.js";
import { extentOf, type Extent } from "../rules/settings/over-size.js";
import { ruleFingerprint, surroundingsFingerprint } from "../settings/fingerprint.js";
import type { ActiveRule, ResolvedSettings } from "../settings/resolve.js";
import type { TreeChange } from "../syntax/change.js";
import type { Node } from "../syntax/node.js";
import type { SyntaxProblem } from "../syntax/problem.js";
import { Siblings, siblingsOf } from "../syntax/siblings.js";
import { nodesTouching, walk } from "../syntax/walk.js";
import type { Edit, Span } from "../text/edit.js";
import { saysGenerated, topOfFile } from "../text/generated.js";
import type { Text } from "../text/text.js";
import { AlertList } from "./alert-list.js";
import type { FoundAlert, RuleFailure } from "./alert.js";
import { besideProblem, BrokenCode, harmFrom } from "./broken-code.js";
import { BrokenWatch, type Subject } from "./broken-watch.js";
import { collect } from "./collect.js";
import { Flows } from "./flows.js";
import { Frontier } from "./frontier.js";
import { findKnown } from "./hush.js";
import type { Meter } from "./meter.js";
import { OuterWatch } from "./outer-watch.js";
import { Preparations } from "./preparations.js";
import { RecordStore } from "./record-store.js";
import { RuleCalls, type Call } from "./rule-calls.js";
import type { RuleLimits } from "./rule-limits.js";
import { RuleRun } from "./rule-run.js";
import { SpellingWatch } from "./spelling-watch.js";
import type { ViewSource } from "./view.js";

export interface AnalysisInput {
  readonly text: Text;
  readonly info: DocumentInfo;
  readonly language: Language;
  readonly settings: ResolvedSettings;
  /** As `YYYY-MM-DD`, for hush comments with an end. */
  readonly today: string;
  readonly meter?: Meter | undefined;
  readonly limits?: RuleLimits | undefined;
  /** After how many steps – visits of nodes, mostly – it is asked whether to stop for now. */
  readonly stepsAtATime?: number | undefined;
}

/** What rules are called for. */
type Unit = Node | Siblings | Binding | Reference | Segment;

/** With more edits than this behind, the text is read anew. */
const mostBehind = 200;

/** After this many steps the analysis asks whether it should stop for now. */
const usualSteps = 200;

/** Of texts longer than this, in UTF-16 code units, something is told before all is looked at: first their form, then what stands in a window of them. */
export const longText = 100_000;
const windowLength = 6000;

/** About how many characters a node has. */
const lengthOfStep = 20;

const trackedKinds = new Set(["variable", "changeable", "fixed", "parameter", "caught"]);

export class DocumentAnalysis {
  private language: Language;
  private settings: ResolvedSettings;
  private readonly info: DocumentInfo;
  private current: Text;
  private tree: Tree | undefined;
  private keeper: NameKeeper | undefined;
  /** Edits that the tree has not been through yet, each with the text after it. */
  private behind: { readonly edit: Edit; readonly text: Text }[] = [];
  private done = false;
  private result: readonly FoundAlert[] | undefined;
  /** How much is looked at: of a very long text, and of one that a program writes, its form, of a still longer one nothing. */
  private extent: Extent = "all";

  // What was found, by what the rules were called for.
  private readonly visits = new RecordStore();
  private readonly flows = new RecordStore();
  private readonly segments: Flows;
  private readonly bindings = new RecordStore();
  private readonly uses = new RecordStore();
  private readonly stores = [this.visits, this.flows, this.bindings, this.uses];
  private readonly list = new AlertList(this.stores);

  // What is to be done.
  /** What has names that have not been taken in. */
  private readonly unnamed = new Frontier();
  private readonly unvisited = new Frontier();
  private readonly touched = new Set<Node>();
  private readonly preparations = new Preparations();
  /** Of nodes with very many children, the parts that have been looked at. */
  private readonly parts = new Map<Node, ReadonlySet<Siblings>>();
  /** Parts that are to be looked at again although nothing in them has changed. */
  private readonly dirtyParts = new Set<Siblings>();
  private readonly dirtyBindings = new Set<Binding>();
  private readonly dirtyUses = new Set<Reference>();
  private readonly dirtyFlows = new Set<Node>();
  private readonly dirtySegments = new Set<Segment>();
  /** All is to be looked at, so that it need not be noted what is. */
  private everything = true;
  /** Nothing has been visited since the start. */
  private fresh = true;
  /** What of a long text is to be told before all is looked at. */
  private first: "form" | "window" | undefined;
  private lastEdit = 0;
  /** What lies between the edits since it was last asked what is broken, in the text as it is. */
  private edited: Span | undefined;
  /** Rules that were switched on or tuned when all else had been looked at, and are to look at all. */
  private readonly late = new Set<string>();
  /** What they have not been given yet. */
  private readonly lateNodes = new Frontier();
  private readonly lateBindings = new Set<Binding>();
  private readonly lateUses = new Set<Reference>();

  // What rules asked that depends on names elsewhere.
  private readonly suggested = new SpellingWatch<Reference>();
  private readonly missed = new SpellingWatch<Binding>();
  private readonly outer = new OuterWatch();
  private told: ReadonlySet<string> = new Set();
  private keepsToItself = false;
  private readonly broken = new BrokenWatch();
  /** The tree that was asked for what is broken. */
  private brokenIn: Tree | undefined;

  private readonly rules: RuleRun;
  private readonly code: BrokenCode;

  private readonly stepsAtATime: number;

  private readonly input: Omit<AnalysisInput, "text">;

  constructor({ text, ...input }: AnalysisInput) {
    // The first text is not kept beyond its time.
    this.input = input;
    this.stepsAtATime = input.stepsAtATime ?? usualSteps;
    this.language = input.language;
    this.segments = new Flows(input.language);
    this.code = new BrokenCode(input.language);
    this.rules = new RuleRun(input.meter, input.limits);
    this.settings = input.settings;
    this.info = input.info;
    this.current = text;
  }

  get text(): Text {
    return this.current;
  }

  /** How comments are written in the text's language. */
  get commentForms(): CommentForms {
    return this.language.commentForms;
  }

  /** The rules that are on. */
  get activeRules(): readonly ActiveRule[] {
    return this.settings.active;
  }

  /** The tree of the text as it was when the analysis was last run. */
  get root(): Node {
    this.finish();
    return this.tree!.root;
  }

  get problems(): readonly SyntaxProblem[] {
    this.finish();
    return this.tree!.problems;
  }

  /** The names of the text; to be read only. */
  get names(): Names {
    this.finish();
    return this.keeper!.names;
  }

  /** Rules that failed in the last run. */
  get failures(): readonly RuleFailure[] {
    return [...this.rules.failed.values()];
  }

  /** Whether the alerts are those of the text as it is. */
  get isDone(): boolean {
    return this.done;
  }

  /** Whether all of the document is being looked at, as after it was opened, and not just what an edit changed. */
  get isWhole(): boolean {
    return this.everything;
  }

  /** Takes an edit in; `text` is the text after it. */
  edit(edit: Edit, text: Text): void {
    this.current = text;
    this.preparations.textChanged();
    this.behind.push({ edit, text });
    this.lastEdit = edit.from;
    const end = edit.from + edit.insert.length;
    const moved = (this.edited?.to ?? 0) + edit.insert.length - (edit.to - edit.from);
    this.edited = { from: Math.min(edit.from, this.edited?.from ?? Infinity), to: Math.max(end, moved) };
    this.done = false;
    this.result = undefined;
  }

  /** Puts other settings in place. Only rules that are on or tuned otherwise than before are run again. */
  configure(settings: ResolvedSettings, info: DocumentInfo): void {
    const before = this.settings;
    const isReadAsBefore = this.language.variant(info) === this.language.variant(this.info);
    const isAsBefore = this.done &&
      this.rules.failed.size === 0 &&
      isReadAsBefore &&
      surroundingsFingerprint(before) === surroundingsFingerprint(settings);
    if (!isReadAsBefore) this.tree = undefined;
    Object.assign(this.info, info);
    this.list.forget();
    this.settings = settings;
    this.done = false;
    this.result = undefined;
    if (this.tree === undefined) return;
    this.arrange();
    if (!isAsBefore) {
      this.startOver();
      return;
    }
    const same = (one: ActiveRule): boolean => before.active.some(
      (other) => other.rule === one.rule && ruleFingerprint(other) === ruleFingerprint(one),
    );
    const unchanged = new Set(settings.active.filter(same).map(({ rule }) => rule.id));
    const gone = new Set(before.active.map(({ rule }) => rule.id).filter((id) => !unchanged.has(id)));
    for (const store of this.stores) store.dropRules(gone);
    for (const { rule } of settings.active) if (!unchanged.has(rule.id)) this.late.add(rule.id);
    if (this.late.size > 0) this.beginLate();
  }

  /** Notes that the rules that are late have been given nothing yet. */
  private beginLate(): void {
    const { names } = this.keeper!;
    this.lateNodes.clear();
    this.lateNodes.add(this.tree!.root);
    for (const binding of names.all()) this.lateBindings.add(binding);
    for (const use of names.unresolvedUses()) this.lateUses.add(use);
  }

  /**
   * Works until all is done, or until `stop`, which is asked every now and then, says to leave off for now. What was done is kept:
   * the next call goes on from there, also after further edits. Tells whether all is done.
   */
  run(stop: () => boolean = () => false): boolean {
    if (this.done) return true;
    const { limits } = this.input;
    if (
      this.rules.failed.size > 0 &&
      this.tree !== undefined &&
      [...this.rules.failed.keys()].some((rule) => limits?.stuck.has(rule) !== true)
    ) {
      // A rule that failed is given another chance on the new text, all of which it has not seen.
      this.startOver();
    }
    this.rules.failed = new Map(limits?.stuck);
    this.measure();
    this.read();
    let isPaused = false;
    const work = (): void => {
      for (const _ of this.work()) if ((isPaused = stop())) return;
    };
    if (limits?.areNeeded(this.settings.active) !== true) work();
    else {
      const outcome = limits.within(work);
      if (outcome !== "done") {
        this.cutOff(outcome === "stuck" ? limits : undefined);
        return this.run(stop);
      }
    }
    if (isPaused) return false;
    this.done = true;
    this.everything = false;
    return true;
  }

  /** Notes which rule was running when its time was up, given `limits`. What was done may be half done: all is begun anew. */
  private cutOff(limits: RuleLimits | undefined): void {
    const { running } = this.rules;
    if (running !== undefined) limits?.stop(running);
    this.rules.running = undefined;
    this.tree = undefined;
    this.behind = [];
  }

  /** Whether only the form is looked at because the text says that a program writes it. */
  get isGenerated(): boolean {
    return this.settings.generated === "form" &&
      saysGenerated(this.language.firstComments(this.current.slice(0, topOfFile)));
  }

  /** Tells how much of the text is looked at. */
  private measure(): void {
    const byLength = extentOf(this.current.length, this.settings.largest);
    const extent = byLength === "all" && this.isGenerated ? "form" : byLength;
    if (extent === this.extent) return;
    this.extent = extent;
    this.tree = undefined;
  }

  /** The alerts in document order. Runs what is left to be done. */
  found(): readonly FoundAlert[] {
    this.finish();
    return (this.result ??= this.collect());
  }

  /** What has been found so far of what is being looked at for the first time. */
  foundSoFar(): readonly FoundAlert[] {
    return this.tree === undefined ? [] : this.collect();
  }

  private finish(): void {
    this.run();
  }

  // Reading the text.

  private read(): void {
    const { behind, language } = this;
    if (this.extent === "nothing") {
      this.behind = [];
      if (this.tree === undefined) this.begin(language.parse("", this.info));
      return;
    }
    if (this.tree !== undefined && behind.length === 0) return;
    let { tree } = this;
    // Should the language fail half-way, what is left of the old tree is not used again.
    this.tree = undefined;
    this.behind = [];
    if (language.reparse === undefined || behind.length > mostBehind) tree = undefined;
    this.staged("parse", () => {
      if (tree === undefined) {
        this.begin(language.parse(this.current.value, this.info));
        return;
      }
      let before = tree;
      let whole = false;
      for (const { edit, text } of behind) {
        this.list.edit(edit);
        const next = language.reparse!(before, edit, text);
        if (next.change === undefined || next.root !== before.root) whole = true;
        else if (!whole) this.follow(next.change);
        before = next;
      }
      if (whole) this.begin(before);
      else this.tree = before;
    });
  }

  /** Begins with a tree of which nothing is known. */
  private begin(tree: Tree): void {
    this.tree = tree;
    this.keeper = this.language.names(tree);
    this.arrange();
    this.unnamed.clear();
    this.unnamed.addChildren(tree.root);
    this.startOver();
  }

  /** Gives all to all rules again. */
  private startOver(): void {
    this.list.forget();
    for (const store of this.stores) store.clear();
    for (const frontier of [this.unvisited, this.lateNodes]) frontier.clear();
    this.preparations.clear();
    for (const set of [
      this.touched,
      this.dirtyBindings,
      this.dirtyUses,
      this.dirtyFlows,
      this.dirtySegments,
      this.dirtyParts,
      this.lateBindings,
      this.lateUses,
    ]) {
      set.clear();
    }
    this.segments.clear();
    this.parts.clear();
    this.suggested.clear();
    this.missed.clear();
    this.outer.clear();
    this.broken.clear();
    this.late.clear();
    this.everything = this.fresh = true;
    this.first = this.current.length > longText ? "form" : undefined;
    const { root } = this.tree!;
    this.unvisited.addChildren(root);
    this.touched.add(root);
    this.dirtyFlows.add(root);
    const { names } = this.keeper!;
    for (const binding of names.all()) this.dirtyBindings.add(binding);
    for (const use of names.unresolvedUses()) this.dirtyUses.add(use);
  }

  /** Notes what is to be looked at again after an edit. */
  private follow(change: TreeChange): void {
    const { path, removed, added } = change;
    for (const part of removed) this.forget(part);
    const holder = path.at(-1)!;
    for (const frontier of [this.unnamed, this.unvisited]) {
      if (frontier.covers(holder)) continue;
      for (const part of [...added].reverse()) frontier.add(part);
    }
    for (const node of path) this.touch(node);
    this.dirtyFlows.add(this.segments.follow(change));
  }

  private touch(node: Node): void {
    this.touched.add(node);
    // What a rule says of a name may depend on all that its declaration holds.
    for (const part of this.language.declaring(node)) {
      walk(part, (inner) => {
        const { fact } = inner as { fact?: unknown };
        if (!(fact instanceof Declaration)) return;
        this.dirtyBindings.add(fact.binding);
        this.keeper!.names.lookAgain(fact.binding);
      });
    }
  }

  private forget(part: Node): void {
    walk(part, (node) => {
      this.drop(this.visits, node);
      this.lookAtParts(node, undefined);
      this.drop(this.flows, node);
      for (const segment of this.segments.forget(node)) this.loseSegment(segment);
      for (const frontier of [this.unnamed, this.unvisited, this.lateNodes]) frontier.delete(node);
      this.touched.delete(node);
      this.preparations.delete(node);
      this.dirtyFlows.delete(node);
      this.broken.withdraw(node);
    });
    this.keeper!.remove(part);
    // So that it can be told that it is in the tree no more.
    part.parent = null;
  }

  // Looking at what is to be looked at. Every `yield` is a place to leave off.

  private *work(): Generator<void> {
    const keeper = this.keeper!;
    // Of a long text its form can be told at once.
    if (this.first === "form") {
      this.rules.callForFile(this.tree!.root);
      this.first = "window";
      yield;
    }
    if (this.extent !== "all") this.unnamed.clear();
    while (!this.unnamed.isEmpty) {
      this.staged("names", () => this.takeNames(keeper));
      yield;
    }
    this.staged("names", () => this.settleNames(keeper.names));
    if (this.brokenIn !== this.tree) this.checkBroken();
    this.brokenIn = this.tree;
    if (this.first === "window") {
      this.first = undefined;
      this.lookAtWindow();
      yield;
    }
    yield* this.visitAll();
    yield* this.preparations.run({
      callsFor: ({ type }) => this.rules.calls.ahead.get(type) ?? [],
      call: (call, node) => this.rules.call(call, node),
      visit: (node) => this.visit(node),
    });
    yield* this.each(this.dirtyBindings, (binding) => this.lookAtBinding(binding));
    yield* this.each(this.dirtyUses, (use) => this.lookAtUse(use));
    yield* this.each(this.dirtyFlows, (root) => this.lookAtFlow(root));
    yield* this.each(this.dirtySegments, (segment) => this.lookAtGraph(segment, segment.graph));
    if (this.late.size > 0) yield* this.catchUp();
    this.rules.callForFile(this.tree!.root);
  }

  /** Looks at what a person is likely to see before all else: what stands around the last edit, or at the top. */
  private lookAtWindow(): void {
    const first = Math.max(0, this.lastEdit - windowLength / 2);
    const last = first + windowLength;
    const isIn = ({ start }: Node): boolean => start >= first && start <= last;
    const elsewhere: Node[] = [];
    for (let node = this.unvisited.take(); node !== undefined; node = this.unvisited.take()) {
      const { start } = node;
      if (start > last || start + node.length < first) elsewhere.push(node);
      else this.visitAndNote(node);
    }
    for (const node of elsewhere.reverse()) this.unvisited.add(node);
    lookAtSome(this.dirtyUses, ({ node }) => isIn(node), (use) => this.lookAtUse(use));
    lookAtSome(
      this.dirtyBindings,
      ({ declarations: [one] }) => one !== undefined && isIn(one.owner),
      (binding) => this.lookAtBinding(binding),
    );
    lookAtSome(this.dirtyFlows, (root) => isIn(root) && root.end <= last, (root) => this.lookAtFlow(root));
  }

  /** Looks at what is in a set and takes it out; what is looked at is not looked at again. */
  private *each<One>(set: Set<One>, look: (one: One) => void): Generator<void> {
    for (const one of set) {
      look(one);
      set.delete(one);
      yield;
    }
  }

  /** Takes in the names of some nodes: of small ones with all below them, of others one by one. */
  private takeNames(keeper: NameKeeper): void {
    const most = this.stepsAtATime * lengthOfStep;
    for (let length = 0; length < most; ) {
      const node = this.unnamed.take();
      if (node === undefined) return;
      if (node.length < most) {
        keeper.add(node);
        length += node.length;
      } else {
        keeper.enter(node);
        this.unnamed.addChildren(node);
      }
      length += lengthOfStep;
    }
  }

  /** Gives all that they have not seen to the rules that are late. */
  private *catchUp(): Generator<void> {
    const isLate = ({ rule }: Call): boolean => this.late.has(rule.id);
    const look = (calls: readonly Call[], store: RecordStore, unit: Unit, base: Node, given: unknown = unit): void => {
      store.dropRules(this.late, unit);
      this.callFor(calls, store, unit, base, given);
    };
    const lateOf = (byKind: ReadonlyMap<string, readonly Call[]>): ReadonlyMap<string, readonly Call[]> => new Map(
      [...byKind].map(([type, calls]) => [type, calls.filter(isLate)] as const).filter(([, calls]) => calls.length > 0),
    );
    const byNode = lateOf(this.rules.calls.byNode);
    const bySiblings = lateOf(this.rules.calls.bySiblings);
    const byFlow = this.rules.calls.byFlow.filter(isLate);
    const byEnds = this.rules.calls.byEnds.filter(isLate);
    for (let count = 1, node = this.lateNodes.take(); node !== undefined; count += 1, node = this.lateNodes.take()) {
      const calls = byNode.get(node.type);
      if (calls !== undefined) look(calls, this.visits, node, node);
      const amongChildren = bySiblings.get(node.type);
      if (amongChildren !== undefined) {
        const parts = siblingsOf(node);
        for (const part of parts) {
          look(amongChildren, this.visits, parts.length === 1 ? node : part, part.base, part);
        }
        if (parts.length > 1) this.parts.set(node, new Set(parts));
      }
      if (byFlow.length + byEnds.length > 0 && this.language.isFlowRoot(node)) {
        const { graphs, ends } = this.segments.allOf(node);
        look(byEnds, this.flows, node, node, ends);
        for (const [unit, graph] of graphs) look(byFlow, this.flows, unit, node, graph);
      }
      this.lateNodes.addChildren(node);
      if (count % this.stepsAtATime === 0) yield;
    }
    const byBinding = this.rules.calls.byBinding.filter(isLate);
    if (byBinding.length === 0) this.lateBindings.clear();
    yield* this.each(this.lateBindings, (binding) => {
      if (binding.isDeclared) look(byBinding, this.bindings, binding, binding.declarations[0]!.owner);
    });
    const byUse = this.rules.calls.byUse.filter(isLate);
    if (byUse.length === 0) this.lateUses.clear();
    yield* this.each(this.lateUses, (use) => {
      if (use.binding === undefined && use.at >= 0) look(byUse, this.uses, use, use.node);
    });
    this.late.clear();
  }

  private settleNames(names: Names): void {
    if (names.unsettled) {
      names.unsettled = false;
      this.startOver();
    }
    this.absorb(names.settle());
    const told = findKnown(this.current, this.tree!, this.language);
    for (const name of [...told, ...this.told]) {
      if (told.has(name) && this.told.has(name)) continue;
      for (const use of names.unresolvedUses(name)) this.dirtyUses.add(use);
      for (const asker of this.suggested.concerned([name])) this.dirtyUses.add(asker);
      for (const asker of this.missed.concerned([name])) this.dirtyBindings.add(asker);
    }
    this.told = told;
    const keepsToItself = this.language.keepsToItself(names);
    if (keepsToItself !== this.keepsToItself) {
      for (const binding of names.root.bindings.values()) this.dirtyBindings.add(binding);
    }
    this.keepsToItself = keepsToItself;
  }

  /** Sends for the rules that asked whether a node is broken and would be told otherwise now. */
  private checkBroken(): void {
    // What was broken is asked again; what was not can only be broken where there is a problem.
    const { edited } = this;
    this.edited = undefined;
    const doubtful = new Set(this.broken.broken);
    // Of a function's parameters only the comment before it tells.
    if (edited !== undefined && this.broken.hasComments) {
      for (const node of nodesTouching(this.tree!.root, edited.from, edited.to + furthestComment)) {
        for (const mention of this.broken.mentionedBefore(node)) doubtful.add(mention);
      }
    }
    for (const problem of this.tree!.problems) {
      for (const node of nodesTouching(this.tree!.root, harmFrom(problem, this.current), problem.to + besideProblem)) {
        doubtful.add(node);
      }
    }
    for (const word of this.code.wordsOf(this.current, this.tree!)) doubtful.add(word);
    for (const mention of this.broken.mentioned) doubtful.add(mention);
    for (const subject of doubtful) {
      const answer = this.broken.answer(subject);
      if (answer === undefined || this.isBroken(subject) === answer) continue;
      for (const [store, unit] of this.broken.withdraw(subject)) this.sendFor(unit as Unit, store);
    }
  }

  /** Notes that the rules are to be called again for something. */
  private sendFor(unit: Unit, store: RecordStore): void {
    if (unit instanceof Binding) this.dirtyBindings.add(unit);
    else if (unit instanceof Reference) this.dirtyUses.add(unit);
    else if (unit instanceof Siblings) {
      if (this.parts.get(unit.node)?.has(unit) !== true) return;
      this.dirtyParts.add(unit);
      this.touched.add(unit.node);
    } else if (unit instanceof Segment) {
      if (!unit.isGone) this.dirtySegments.add(unit);
    } else if (this.isAttached(unit)) (store === this.visits ? this.touched : this.dirtyFlows).add(unit);
  }

  private isBroken(subject: Subject): boolean {
    return this.code.isBroken(subject, this.current, this.tree!, this.settings.values);
  }

  /** `isBroken` for a rule, which is run again when the answer is another one. */
  private askBroken(subject: Subject): boolean {
    const answer = this.broken.answer(subject) ?? this.isBroken(subject);
    const { called } = this.rules;
    if (called !== undefined) this.broken.note(subject, answer, called.store, called.unit);
    return answer;
  }

  /** Notes what is to be looked at again because of what names mean now. */
  private absorb({ bindings, references, gone, declared, unknown }: NameChanges): void {
    for (const use of gone) this.loseUse(use);
    for (const binding of bindings) {
      this.dirtyBindings.add(binding);
      if (!this.fresh && binding.isDeclared) {
        for (const other of this.language.together(binding)) this.dirtyBindings.add(other);
      }
      if (!this.fresh && (!binding.isDeclared || trackedKinds.has(binding.kind))) {
        const root = this.language.flowRootOf(binding.scope);
        this.segments.bindingChanged(binding, root);
        if (binding.isDeclared) this.dirtyFlows.add(root);
      }
    }
    for (const use of references) {
      if (use.at < 0) continue;
      if (use.binding === undefined || this.uses.has(use)) this.dirtyUses.add(use);
      if (this.fresh) continue;
      if (!this.unvisited.covers(use.node)) {
        for (let node: Node | null = use.node; node !== null && !this.touched.has(node); node = node.parent) {
          this.touched.add(node);
        }
      }
      const root = this.language.flowRootOf(use.scope);
      this.segments.renew(use.node, root);
      this.dirtyFlows.add(root);
    }
    for (const use of this.suggested.concerned([...declared.keys()])) this.dirtyUses.add(use);
    for (const [name, scopes] of declared) {
      for (const scope of scopes) {
        for (const asker of this.outer.concerned(name, scope)) this.dirtyBindings.add(asker);
      }
    }
    for (const binding of this.missed.concerned([...unknown])) this.dirtyBindings.add(binding);
  }

  private loseUse(use: Reference): void {
    this.drop(this.uses, use);
    this.dirtyUses.delete(use);
    this.suggested.forget(use.name, use);
  }

  /** Visits what is new, nearest to the last edit first, and what has other contents. */
  private *visitAll(): Generator<void> {
    this.fresh = false;
    yield* this.each(this.touched, (node) => this.visit(node));
    // Where nobody wants to see a node, none is looked at.
    const { byNode, bySiblings, byFlow, byEnds } = this.rules.calls;
    if (byNode.size + bySiblings.size === 0 && byFlow.length === 0 && byEnds.length === 0) this.unvisited.clear();
    if (!this.everything || this.lastEdit > 0) this.unvisited.sort(this.lastEdit);
    for (let count = 1, node = this.unvisited.take(); node !== undefined; count += 1, node = this.unvisited.take()) {
      this.visitAndNote(node);
      if (count % this.stepsAtATime === 0) yield;
    }
  }

  /** Visits a node for the first time; its children come next. */
  private visitAndNote(node: Node): void {
    this.visit(node);
    if (this.language.isFlowRoot(node)) this.dirtyFlows.add(node);
    this.unvisited.addChildren(node);
  }

  private visit(node: Node): void {
    const isHuge = this.everything && node.length > longText && this.rules.calls.ahead.has(node.type);
    if (isHuge && !this.preparations.mayVisit(node)) return;
    this.drop(this.visits, node);
    const calls = this.rules.calls.byNode.get(node.type);
    if (calls !== undefined) this.callFor(calls, this.visits, node, node);
    const amongChildren = this.rules.calls.bySiblings.get(node.type);
    if (amongChildren !== undefined) this.lookAtParts(node, amongChildren);
  }

  /** Calls rules for the children of a node: of very many for those parts that have changed. Without rules it forgets them. */
  private lookAtParts(node: Node, calls: readonly Call[] | undefined): void {
    const before = this.parts.get(node);
    const now = calls === undefined ? [] : siblingsOf(node);
    if (now.length === 1) this.callFor(calls!, this.visits, node, node, now[0]);
    else if (calls !== undefined) {
      for (const part of now) {
        if (before?.has(part) === true && !this.dirtyParts.has(part)) continue;
        this.drop(this.visits, part);
        this.callFor(calls, this.visits, part, part.base, part);
      }
    }
    if (before === undefined && now.length <= 1) return;
    const kept = new Set(now.length > 1 ? now : []);
    for (const part of before ?? []) {
      if (!kept.has(part)) this.drop(this.visits, part);
      this.dirtyParts.delete(part);
    }
    if (kept.size > 0) this.parts.set(node, kept);
    else this.parts.delete(node);
  }

  private lookAtBinding(binding: Binding): void {
    this.drop(this.bindings, binding);
    this.missed.forget(binding.name, binding);
    this.outer.forget(binding);
    if (!binding.isDeclared) return;
    this.callFor(this.rules.calls.byBinding, this.bindings, binding, binding.declarations[0]!.owner);
  }

  private lookAtUse(use: Reference): void {
    this.drop(this.uses, use);
    this.suggested.forget(use.name, use);
    if (use.binding !== undefined || use.at < 0) return;
    this.callFor(this.rules.calls.byUse, this.uses, use, use.node);
  }

  private lookAtFlow(root: Node): void {
    this.drop(this.flows, root);
    const { byFlow, byEnds } = this.rules.calls;
    if (byFlow.length === 0 && byEnds.length === 0) return;
    const { ends, graphs, gone } = this.staged("flow", () => this.segments.partsOf(root));
    for (const segment of gone) this.loseSegment(segment);
    for (const [unit, graph] of graphs) {
      if (unit instanceof Segment) this.dirtySegments.add(unit);
      else this.lookAtGraph(unit, graph);
    }
    this.callFor(byEnds, this.flows, root, root, ends);
  }

  private lookAtGraph(unit: Node | Segment, graph: FlowGraph): void {
    if (unit instanceof Segment) {
      this.drop(this.flows, unit);
      if (!unit.isReached) return;
    }
    this.callFor(this.rules.calls.byFlow, this.flows, unit, graph.root, graph);
  }

  private loseSegment(segment: Segment): void {
    this.drop(this.flows, segment);
    this.dirtySegments.delete(segment);
  }

  /** Drops what was found and asked for a unit. */
  private drop(store: RecordStore, unit: Unit): void {
    store.drop(unit);
    this.broken.forget(store, unit);
  }

  private isAttached(node: Node): boolean {
    let top = node;
    while (top.parent !== null) top = top.parent;
    return top === this.tree!.root;
  }

  /** Calls rules for a unit. */
  private callFor(calls: readonly Call[], store: RecordStore, unit: Unit, base: Node, given: unknown = unit): void {
    this.rules.callFor(calls, { unit, store }, base, given);
  }

  private staged<Result>(stage: string, run: () => Result): Result {
    const { meter } = this.input;
    return meter === undefined ? run() : meter.stage(stage, run);
  }

  /** Sorts the active rules by what they are called for. */
  private arrange(): void {
    const { active } = this.settings;
    const some = this.extent === "all" ? active : active.filter(({ rule }) => rule.always);
    this.rules.arrange(active, RuleCalls.of(some, this.language), this.viewSource());
  }

  private viewSource(): ViewSource {
    const analysis = this;
    const { settings, info } = this;
    return {
      get text() {
        return analysis.current;
      },
      get names() {
        return analysis.keeper!.names;
      },
      get problems() {
        return analysis.tree!.problems;
      },
      get told() {
        return analysis.told;
      },
      ...this.language.traits(info),
      get keepsToItself() {
        return analysis.keepsToItself;
      },
      edition: settings.values.edition,
      runtimes: settings.values.runtime,
      largest: settings.largest,
      builtIn: this.language.readyMade(settings.values),
      known: new Set(settings.values.known),
      isBroken: (subject) => this.askBroken(subject),
      isMentioned: (name, of) => this.askBroken(this.broken.mention(name, of)),
      noteSuggestion: (use) => this.suggested.note(use.name, use),
      noteOuter: (binding) => this.outer.note(binding),
      noteMissed: (binding) => this.missed.note(binding.name, binding),
      put: (active, at, finding) => this.rules.put(active, at, finding),
    };
  }

  private collect(): readonly FoundAlert[] {
    return collect({
      text: this.current,
      tree: this.tree!,
      language: this.language,
      settings: this.settings,
      today: this.input.today,
      stores: this.stores,
      list: this.list,
      run: this.rules,
      isDone: this.done,
    });
  }
}

/** Looks at those of a set that are wanted, and takes them out. */
function lookAtSome<One>(set: Set<One>, isWanted: (one: One) => boolean, look: (one: One) => void): void {
  const wanted = [...set].filter(isWanted);
  for (const one of wanted) {
    set.delete(one);
    look(one);
  }
}
