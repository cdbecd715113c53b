/** The analysis of one document, kept up to date through its edits: what an edit leaves as it was is not looked at again. */
import type { CommentForms, DocumentInfo, Language, Traits, Tree } from "../languages/language.js";
import type { Companions, FileSummary } from "../model/links.js";
import type { Names } from "../model/names.js";
import { extentOf, type Extent } from "../rules/settings/over-size.js";
import { ruleFingerprint, surroundingsFingerprint } from "../settings/fingerprint.js";
import type { ActiveRule, ResolvedSettings } from "../settings/resolve.js";
import type { TreeChange } from "../syntax/change.js";
import type { Node } from "../syntax/node.js";
import type { SyntaxProblem } from "../syntax/problem.js";
import { walk } from "../syntax/walk.js";
import type { Edit } from "../text/edit.js";
import { saysGenerated, topOfFile } from "../text/generated.js";
import type { Text } from "../text/text.js";
import { AlertList } from "./alert-list.js";
import type { FoundAlert, RuleFailure } from "./alert.js";
import { BrokenQuestions, type ReadText } from "./broken-questions.js";
import { collect } from "./collect.js";
import { LinkQuestions, type AskedLink, type PlaceInGraph } from "./link-questions.js";
import { linkView } from "./link-view.js";
import { longText } from "./long-text.js";
import type { Meter } from "./meter.js";
import type { ReadFile } from "./module-graph.js";
import { NameWork } from "./name-work.js";
import { Reading } from "./reading.js";
import type { RecordStore } from "./record-store.js";
import { RuleCalls } from "./rule-calls.js";
import type { RuleLimits } from "./rule-limits.js";
import { RuleRun } from "./rule-run.js";
import { TypeQuestions, type AskedDocument } from "./type-questions.js";
import { BindingUnits } from "./units/bindings.js";
import { FlowUnits } from "./units/flows.js";
import { NodeUnits } from "./units/nodes.js";
import { SameCodeUnits } from "./units/same-code.js";
import { UnitCalls } from "./units/unit-calls.js";
import type { Program, UnitKind } from "./units/unit-kind.js";
import { UnresolvedUnits } from "./units/unresolved.js";
import type { ViewSource } from "./view.js";

export interface AnalysisInput {
  readonly text: Text;
  readonly info: DocumentInfo;
  readonly language: Language;
  readonly settings: ResolvedSettings;
  /** Where it is among the files of a project, if it is in one. */
  readonly place?: PlaceInGraph | undefined;
  /** As `YYYY-MM-DD`, for hush comments with an end. */
  readonly today: string;
  readonly meter?: Meter | undefined;
  readonly limits?: RuleLimits | undefined;
  /** After how many steps – visits of nodes, mostly – it is asked whether to stop for now. */
  readonly stepsAtATime?: number | undefined;
}

/** After this many steps the analysis asks whether it should stop for now. */
const usualSteps = 200;

/** Of a long text what stands in a window of this many UTF-16 code units is looked at before the rest. */
const windowLength = 6000;

/** What of a long text can be told before all of it has been looked at. */
export type Reached = "nothing" | "form" | "window";

export class DocumentAnalysis {
  private readonly language: Language;
  private settings: ResolvedSettings;
  private readonly reading: Reading;
  private readonly nameWork: NameWork;
  private readonly broken: BrokenQuestions;
  private readonly links: LinkQuestions;
  private readonly types: TypeQuestions;
  private readonly rules: RuleRun;

  // What rules are called for. A new kind is one file and a place in this list, which is the order in which they are looked at.
  private readonly calls: UnitCalls;
  private readonly nodes: NodeUnits;
  private readonly bindings: BindingUnits;
  private readonly unresolved: UnresolvedUnits;
  private readonly kinds: readonly UnitKind[];
  private readonly list: AlertList;

  private done = false;
  private affected = false;
  private result: readonly FoundAlert[] | undefined;
  /** How much is looked at: of a very long text, and of one that a program writes, its form, of a still longer one nothing. */
  private extent: Extent = "all";
  /** What of a long text is to be told before all is looked at. */
  private first: "form" | "window" | undefined;
  private lastEdit = 0;
  /** What other files see of this one; absent where that is to be worked out. */
  private seen: FileSummary | undefined;
  /** Rules that were switched on or tuned when all else had been looked at, and are to look at all. */
  private readonly late = new Set<string>();

  private readonly input: Omit<AnalysisInput, "text">;
  private traits!: Traits;

  constructor({ text, ...input }: AnalysisInput) {
    // The first text is not kept beyond its time.
    this.input = input;
    const { language, meter } = input;
    this.language = language;
    this.settings = input.settings;
    this.reading = new Reading(language, input.info, text);
    this.nameWork = new NameWork(language);
    this.broken = new BrokenQuestions(language);
    this.links = new LinkQuestions(input.place);
    this.rules = new RuleRun(meter, input.limits);
    this.types = new TypeQuestions(language, this.typedDocument(), this.links);
    const watches = [this.broken.watch, this.links.watch, this.types.watch];
    this.calls = new UnitCalls(language, this.rules, watches, meter, input.stepsAtATime ?? usualSteps);
    const flows = new FlowUnits(this.calls);
    const sameCode = new SameCodeUnits(this.calls, () => this.text);
    this.nodes = new NodeUnits(this.calls, (node) => {
      flows.enter(node);
      sameCode.enter(node);
    });
    this.bindings = new BindingUnits(this.calls);
    this.unresolved = new UnresolvedUnits(this.calls);
    this.kinds = [this.nodes, this.bindings, this.unresolved, flows, sameCode];
    this.list = new AlertList(this.kinds.map(({ store }) => store));
  }

  get text(): Text {
    return this.reading.text;
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
    this.run();
    return this.tree.root;
  }

  get problems(): readonly SyntaxProblem[] {
    this.run();
    return this.tree.problems;
  }

  /** The names of the text; to be read only. */
  get names(): Names {
    this.run();
    return this.nameWork.names;
  }

  /** Rules that failed in the last run. */
  get failures(): readonly RuleFailure[] {
    return [...this.rules.failed.values()];
  }

  /** Whether the alerts are those of the text as it is, among the files as they are. */
  get isDone(): boolean {
    this.askLinks();
    return this.done;
  }

  /** Whether the alerts were ready, and are to be worked out again because of what happened to other files. */
  get isAffected(): boolean {
    this.askLinks();
    return this.affected && !this.done;
  }

  /** What rules asked about other files for the alerts as they are, with the answers. */
  get askedLinks(): readonly AskedLink[] {
    return this.links.asked;
  }

  /** The text as it is with its tree, whatever else has been done. */
  read(): ReadFile {
    this.measure();
    this.update();
    return { text: this.text, tree: this.tree };
  }

  /** What other files see of this one; `undefined` where its language has no such thing. */
  summary(): FileSummary | undefined {
    const { links } = this.language;
    if (links === undefined) return undefined;
    this.read();
    return (this.seen ??= links.summary(this.tree, this.reading.info, this.text));
  }

  /** Takes the files that run beside this one, whatever the settings say. */
  accompany(companions: Companions): void {
    this.links.accompany(companions);
  }

  /** Whether all of the document is being looked at, as after it was opened, and not just what an edit changed. */
  get isWhole(): boolean {
    return this.calls.isWhole;
  }

  /** Takes an edit in; `text` is the text after it. */
  edit(edit: Edit, text: Text): void {
    this.reading.edit(edit, text);
    this.nodes.edited(edit.from);
    this.broken.edit(edit);
    this.types.edit(edit);
    this.lastEdit = edit.from;
    this.affected = false;
    this.done = false;
    this.result = undefined;
  }

  /** Puts other settings in place. Only rules that are on or tuned otherwise than before are run again. */
  configure(settings: ResolvedSettings, info: DocumentInfo): void {
    const before = this.settings;
    const isReadAsBefore = this.language.variant(info) === this.language.variant(this.reading.info);
    const isAsBefore = this.done &&
      this.rules.failed.size === 0 &&
      isReadAsBefore &&
      surroundingsFingerprint(before) === surroundingsFingerprint(settings);
    if (!isReadAsBefore) this.reading.forget();
    Object.assign(this.reading.info, info);
    this.list.forget();
    this.settings = settings;
    this.done = false;
    this.result = undefined;
    if (this.reading.tree === undefined) return;
    this.arrange();
    if (isAsBefore) this.beginLate(before);
    else this.startOver();
  }

  /** Drops what rules found that are off now or tuned otherwise than in the settings before, and gives everything to those that are on. */
  private beginLate(before: ResolvedSettings): void {
    const { active } = this.settings;
    const same = (one: ActiveRule): boolean => before.active.some(
      (other) => other.rule === one.rule && ruleFingerprint(other) === ruleFingerprint(one),
    );
    const unchanged = new Set(active.filter(same).map(({ rule }) => rule.id));
    const gone = new Set(before.active.map(({ rule }) => rule.id).filter((id) => !unchanged.has(id)));
    for (const { store } of this.kinds) store.dropRules(gone);
    for (const { rule } of active) if (!unchanged.has(rule.id)) this.late.add(rule.id);
    if (this.late.size > 0) for (const kind of this.kinds) kind.startLate(this.program);
  }

  /**
   * Works until all is done, or until `stop`, which is asked every now and then, says to leave off for now. What was done is kept:
   * the next call goes on from there, also after further edits. Tells whether all is done.
   */
  run(stop: () => boolean = () => false): boolean {
    this.askLinks();
    if (this.done) return true;
    const { limits } = this.input;
    if (
      this.rules.failed.size > 0 &&
      this.reading.tree !== undefined &&
      [...this.rules.failed.keys()].some((rule) => limits?.stuck.has(rule) !== true)
    ) {
      // A rule that failed is given another chance on the new text, all of which it has not seen.
      this.startOver();
    }
    this.rules.failed = new Map(limits?.stuck);
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
    this.affected = false;
    this.calls.isWhole = false;
    return true;
  }

  /** Notes which rule was running when its time was up, given `limits`. What was done may be half done: all is begun anew. */
  private cutOff(limits: RuleLimits | undefined): void {
    const { running } = this.rules;
    if (running !== undefined) limits?.stop(running);
    this.rules.running = undefined;
    this.reading.forget();
  }

  /** Whether only the form is looked at because the text says that a program writes it. */
  get isGenerated(): boolean {
    return this.settings.generated === "form" &&
      saysGenerated(this.language.firstComments(this.text.slice(0, topOfFile)));
  }

  /** Tells how much of the text is looked at. */
  private measure(): void {
    const byLength = extentOf(this.text.length, this.settings.largest);
    const extent = byLength === "all" && this.isGenerated ? "form" : byLength;
    if (extent === this.extent) return;
    this.extent = extent;
    this.reading.forget();
  }

  /** The alerts in document order. Runs what is left to be done. */
  found(): readonly FoundAlert[] {
    this.run();
    return (this.result ??= this.collect());
  }

  /** What has been looked at of a long text that is being looked at for the first time, in the order in which it is. */
  get reached(): Reached {
    return this.reading.tree === undefined || this.first === "form"
      ? "nothing"
      : this.first === "window" ? "form" : "window";
  }

  /** What has been found so far of what is being looked at for the first time. */
  foundSoFar(): readonly FoundAlert[] {
    return this.reading.tree === undefined ? [] : this.collect();
  }

  // Reading the text.

  private get tree(): Tree {
    return this.reading.tree!;
  }

  private get program(): Program {
    return { root: this.tree.root, names: this.nameWork.names };
  }

  private update(): void {
    const before = this.reading.tree?.problems.length;
    const work = {
      edit: (edit: Edit) => this.list.edit(edit),
      change: (change: TreeChange) => this.follow(change),
      whole: (tree: Tree) => this.begin(tree),
    };
    if (this.extent === "nothing") this.reading.readNothing(work);
    else if (!this.reading.isCurrent) this.calls.staged("parse", () => this.reading.read(work));
    if ((before === 0) !== (this.tree.problems.length === 0)) this.seen = undefined;
  }

  /** Begins with a tree of which nothing is known. */
  private begin(tree: Tree): void {
    this.seen = undefined;
    this.nameWork.begin(tree);
    this.arrange();
    this.startOver();
  }

  /** Gives all to all rules again. */
  private startOver(): void {
    this.list.forget();
    this.broken.watch.clear();
    this.links.watch.clear();
    this.types.clear();
    this.late.clear();
    this.calls.isWhole = this.calls.isFresh = true;
    this.first = this.text.length > longText ? "form" : undefined;
    for (const kind of this.kinds) kind.startOver(this.program);
  }

  /** Marks what is to be looked at again after an edit. */
  private follow(change: TreeChange): void {
    for (const part of change.removed) this.forget(part);
    this.nameWork.follow(change);
    this.types.follow(change);
    // Where nobody has asked for it there is nothing to find out.
    if (this.seen !== undefined && this.language.links!.isSeen(change)) this.seen = undefined;
    for (const kind of this.kinds) kind.follow(change);
  }

  private forget(part: Node): void {
    walk(part, (node) => {
      for (const kind of this.kinds) kind.leave(node);
      this.nameWork.leave(node);
      this.broken.watch.withdraw(node);
      this.types.leave(node);
    });
    this.nameWork.remove(part);
    // So that it can be told that it is in the tree no more.
    part.parent = null;
  }

  // Looking at what is to be looked at. Every `yield` is a place to leave off.

  private *work(): Generator<void> {
    // Of a long text its form can be told at once.
    if (this.first === "form") {
      this.rules.callForFile(this.tree.root);
      this.first = "window";
      yield;
    }
    if (this.extent !== "all") this.nameWork.skip();
    while (this.calls.staged("names", () => this.nameWork.takeSome(this.calls.stepsAtATime))) yield;
    this.calls.staged("names", () => this.settleNames());
    this.lookAgainAt(this.broken.changed(this.readText));
    this.lookAgainAt(this.calls.staged("types", () => this.types.changed(this.tree.root)));
    if (this.first === "window") {
      this.first = undefined;
      this.lookAtWindow();
      yield;
    }
    for (const kind of this.kinds) yield* kind.run();
    if (this.late.size > 0) for (const kind of this.kinds) yield* kind.catchUp(this.late);
    this.late.clear();
    this.rules.callForFile(this.tree.root);
  }

  /** Looks at what a person is likely to see before all else: what stands around the last edit, or at the top. */
  private lookAtWindow(): void {
    const first = Math.max(0, this.lastEdit - windowLength / 2);
    for (const kind of this.kinds) kind.runWithin(first, first + windowLength);
  }

  /** Marks what rules would be told otherwise about other files than they were. */
  private askLinks(): void {
    const changed = this.links.changed();
    if (changed.length === 0) return;
    this.lookAgainAt(changed);
    this.affected ||= this.done;
    this.done = false;
    this.result = undefined;
  }

  private lookAgainAt(units: readonly (readonly [RecordStore, object])[]): void {
    for (const [store, unit] of units) {
      if (!this.types.takeAgain(store)) this.kinds.find((kind) => kind.store === store)!.again(unit);
    }
  }

  private settleNames(): void {
    if (this.nameWork.takeUnsettled()) this.startOver();
    const news = this.nameWork.settle(this.text, this.tree);
    this.types.absorb(news);
    for (const kind of this.kinds) kind.absorb(news);
  }

  private get readText(): ReadText {
    return { text: this.text, tree: this.tree, values: this.settings.values };
  }

  /** Sorts the active rules by what they are called for. */
  private arrange(): void {
    const { active } = this.settings;
    this.traits = this.language.traits(this.reading.info);
    this.links.configure(this.settings.values);
    const some = this.extent === "all" ? active : active.filter(({ rule }) => rule.always);
    this.rules.arrange(active, RuleCalls.of(some, this.language), this.viewSource());
  }

  private typedDocument(): AskedDocument {
    const analysis = this;
    return {
      get text() {
        return analysis.text;
      },
      get names() {
        return analysis.nameWork.names;
      },
      get typed() {
        return analysis.traits.typed;
      },
      get runtimes() {
        return analysis.settings.values.runtime;
      },
      get called() {
        return analysis.rules.called;
      },
    };
  }

  private viewSource(): ViewSource {
    const analysis = this;
    const { settings, nameWork, broken, bindings, unresolved, rules } = this;
    return {
      get text() {
        return analysis.text;
      },
      get names() {
        return nameWork.names;
      },
      get problems() {
        return analysis.tree.problems;
      },
      get told() {
        return nameWork.told;
      },
      ...this.traits,
      types: this.types.reader,
      get keepsToItself() {
        return nameWork.keepsToItself;
      },
      edition: settings.values.edition,
      runtimes: settings.values.runtime,
      largest: settings.largest,
      builtIn: this.language.readyMade(settings.values),
      known: new Set(settings.values.known),
      links: linkView(this.links, {
        get tree() {
          return analysis.tree;
        },
        get text() {
          return analysis.text;
        },
        get called() {
          return rules.called;
        },
      }),
      isBroken: (subject) => broken.ask(subject, this.readText, rules.called),
      isMentioned: (name, of) => broken.ask(broken.mention(name, of), this.readText, rules.called),
      noteSuggestion: (use) => unresolved.suggested.note(use.name, use),
      noteOuter: (binding) => bindings.outer.note(binding),
      noteMissed: (binding) => bindings.missed.note(binding.name, binding),
      put: (active, at, finding) => rules.put(active, at, finding),
    };
  }

  private collect(): readonly FoundAlert[] {
    return collect({
      text: this.text,
      tree: this.tree,
      language: this.language,
      settings: this.settings,
      today: this.input.today,
      stores: this.kinds.map(({ store }) => store),
      list: this.list,
      run: this.rules,
      isDone: this.done,
    });
  }
}
