/** Open documents and their alerts: the library's way in. */
import type { Language } from "../languages/language.js";
import type { RefitKind, RefitOffer, RefitRefusal } from "../languages/refit.js";
import type { FlowGraph } from "../model/flow.js";
import { baseOf, type FileAccess, type FileSummary } from "../model/links.js";
import type { Strain } from "../model/strain.js";
import { fileHushEdit, hushEdit, type HushEdit } from "../remedy/hush-edit.js";
import { topComment } from "../remedy/top-comment.js";
import { noReason } from "../rules/hush/no-reason.js";
import { sharedRules } from "../rules/index.js";
import { joinRules } from "../rules/joined.js";
import { areaOf, type Rule } from "../rules/rule.js";
import { heavyFunction } from "../rules/strain/heavy-function.js";
import { resolveSettings, type ResolvedSettings } from "../settings/resolve.js";
import type { Settings } from "../settings/schema.js";
import { nodeAt, nodesTouching } from "../syntax/walk.js";
import type { Edit, Span } from "../text/edit.js";
import { Text } from "../text/text.js";
import type { Alert, RuleFailure } from "./alert.js";
import type { Reached } from "./analysis.js";
import type { MendOptions } from "./choice.js";
import { endingAt, laidOut, orderedImports, type LayoutOptions } from "./document-layout.js";
import { provenRemedies, remediesFor, type Remedy } from "./document-remedies.js";
import { DocumentState, type AnalysisFrame } from "./document-state.js";
import { WorkspaceError } from "./errors.js";
import { regionsAsked, type AskedLink, type PlaceInGraph } from "./link-questions.js";
import { MemoryFiles } from "./memory-files.js";
import { mend, type MendResult } from "./mend.js";
import type { Meter } from "./meter.js";
import { ModuleGraph } from "./module-graph.js";
import { mendIn, outerRefit, remediesIn, togetherIn } from "./part-work.js";
import {
  innerEdit,
  innerLayout,
  innerSpan,
  outerEdit,
  outerSpan,
  partAt,
  touches,
  type Part,
} from "./parts.js";
import { DocumentRegions, isBeside, type RegionFrame } from "./regions.js";
import { editsForRenames } from "./renaming.js";
import { RuleLimits, RuleTookTooLong, type CutOff } from "./rule-limits.js";
import { linesOfStrain, strainsOf, type FunctionStrain, type LineStrain } from "./strains.js";
import { doesHarm } from "./trial.js";

/** A document as an editor opens it. */
export interface OpenDocument {
  readonly uri: string;
  /** An identifier of the Language Server Protocol: one of a language's `languageIds`. */
  readonly languageId: string;
  readonly version: number;
  readonly text: string;
  /** Settings for this document alone, in place of the workspace's. */
  readonly settings?: Settings | ResolvedSettings;
}

/** An edit that depends on the text it is made in; nothing where that is as it is to be. */
export type EditOf = (text: Text) => Edit | undefined;

/** A way to settle an alert, with the alert it settles. */
/** A refit that is offered, or the reason why it is not. */
export type RefitChoice = { readonly id: string; readonly kind: RefitKind } & (RefitOffer | RefitRefusal);

export interface WorkspaceOptions {
  readonly languages: readonly Language[];
  /** Of the shape of a settings file. */
  readonly settings?: Settings;
  /** Rules beside the built-in ones. */
  readonly rules?: readonly Rule[];
  /** The files around the documents, or a graph of them that is there already; without them nothing is told of other files. */
  readonly files?: FileAccess | ModuleGraph;
  /** The date as `YYYY-MM-DD`; hush comments whose end lies before it count no more. Without it none has ended. */
  readonly today?: string;
  /** Told once for each rule that fails on a version of a document. */
  readonly onFailure?: (uri: string, failure: RuleFailure) => void;
  /** Told what the time goes to. */
  readonly meter?: Meter;
  /** Cuts off rules that are not the package's own when they take longer than `mostRuleTime`. Without it they may take what they want. */
  readonly cutOff?: CutOff;
  /** After how many steps of an analysis, visits of nodes mostly, `work` asks whether to stop; 200 without it. */
  readonly stepsAtATime?: number;
  /** Milliseconds that rules may take at a stretch; 3000 without it. */
  readonly mostRuleTime?: number;
}

/** A flow graph with the text that its nodes are of. */
export interface PlacedFlow {
  readonly flow: FlowGraph;
  /** Of a region its own, without the indentation that its lines share. */
  readonly text: Text;
  /** The line of the document on which that begins, from 1. */
  readonly firstLine: number;
  /** Where in that text the range begins that was asked for. */
  readonly at: number;
}

/** What is to be edited in a file so that it names others by their new places. */
export interface RenameEdits {
  readonly uri: string;
  /** The text that the edits are for. */
  readonly text: Text;
  readonly edits: readonly Edit[];
}

/** Documents and what is found in them. All offsets are UTF-16 code units. */
export class Workspace {
  private readonly documents = new Map<string, DocumentState>();
  private readonly rules: readonly Rule[];
  private settings: ResolvedSettings;
  private readonly frame: AnalysisFrame;
  private readonly toldStuck = new WeakSet<RuleFailure>();
  private readonly graph: ModuleGraph | undefined;
  /** The graph's revision when it was last asked whose alerts are affected. */
  private askedAt: number | undefined;

  /** Throws a `SettingsError` when the settings cannot be used. */
  constructor(private readonly options: WorkspaceOptions) {
    const builtIn = joinRules([...sharedRules, ...options.languages.flatMap(({ rules }) => rules)]);
    this.rules = [...builtIn, ...(options.rules ?? [])];
    this.settings = this.resolve(options.settings ?? {});
    const { cutOff, files, mostRuleTime = 3000, today = "", meter, stepsAtATime } = options;
    if (files !== undefined) {
      this.graph = files instanceof ModuleGraph ? files : new ModuleGraph(options.languages, files);
    }
    const limits = cutOff && new RuleLimits(new Set(builtIn), cutOff, mostRuleTime);
    this.frame = { today, meter, limits, stepsAtATime };
  }

  /** The URIs of the open documents. */
  get uris(): string[] {
    return [...this.documents.keys()];
  }

  /** Whether a document is open. */
  has(uri: string): boolean {
    return this.documents.has(uri);
  }

  /** Whether there is a language for a document of this kind, which has been loaded where it must be. */
  supports(languageId: string): boolean {
    const language = this.languageFor(languageId);
    return language !== undefined && language.loading?.isLoaded !== false;
  }

  /** Takes a document in. Throws a `WorkspaceError` when it is open already, or no language is for it or that is not loaded. */
  open({ uri, languageId, version, text, settings }: OpenDocument): void {
    if (this.documents.has(uri)) throw new WorkspaceError("already-open", `${uri} is open already`);
    const language = this.languageFor(languageId);
    if (language === undefined) {
      throw new WorkspaceError("unknown-language", `There is no language \`${languageId}\` here for ${uri}`);
    }
    if (language.loading?.isLoaded === false) {
      throw new WorkspaceError(
        "language-not-loaded",
        `The language \`${languageId}\` is not loaded: await its \`loading.load\` before ${uri} is opened`,
      );
    }
    const document = new DocumentState(
      {
        uri,
        languageId,
        language,
        version,
        text: Text.of(text),
        settings: (settings === undefined ? this.settings : this.resolve(settings)).in(language),
        place: this.placeOf(uri, language),
      },
      this.frame,
    );
    const { regions } = language;
    if (regions !== undefined) {
      document.regions = new DocumentRegions(this.regionFrame(document), (tree, read) => regions(tree, read));
    }
    this.documents.set(uri, document);
    this.compareWithFile(document);
  }

  /**
   * Changes a document. The edits are applied in the order given, each to the result of the one before; one may be given as what it is for that text, or nothing.
   * Throws a `WorkspaceError`, with nothing changed, when the document is not open, a range is outside the text or the version is not newer.
   */
  edit(uri: string, version: number, edits: readonly (Edit | EditOf)[]): void {
    const document = this.document(uri);
    if (!(version > document.version)) {
      throw new WorkspaceError(
        "version-not-newer",
        `Version ${version} of ${uri} is not newer than version ${document.version}`,
      );
    }
    let { text } = document.analysis;
    const steps: { edit: Edit; text: Text }[] = [];
    for (const given of edits) {
      const edit = typeof given === "function" ? given(text) : given;
      if (edit === undefined) continue;
      try {
        text = text.apply(edit);
        steps.push({ edit, text });
      } catch (error) {
        if (error instanceof RangeError) {
          throw new WorkspaceError("range-outside-text", `An edit of ${uri} cannot be made: ${error.message}`);
        }
        throw error;
      }
    }
    if (steps.length > 0) {
      this.countsForFile(document);
      if (document.place !== undefined) this.graph!.changed(document.place.path);
    }
    for (const step of steps) {
      document.edit(step.edit, step.text);
    }
    document.version = version;
  }

  /**
   * Puts other settings in place: for one document, or for all that have none of their own.
   * Throws a `SettingsError`, with nothing changed, when they cannot be used.
   */
  configure(settings: Settings | ResolvedSettings, uri?: string): void {
    const resolved = this.resolve(settings);
    if (uri !== undefined) {
      const document = this.document(uri);
      this.reconfigure(document, resolved);
      return;
    }
    for (const document of this.documents.values()) {
      if (document.settings !== this.settings.in(document.language)) continue;
      this.reconfigure(document, resolved);
    }
    this.settings = resolved;
  }

  /** Forgets a document. */
  close(uri: string): void {
    const { counts, place, regions } = this.document(uri);
    this.documents.delete(uri);
    regions?.close();
    if (counts) place!.graph.closed(place!.path);
  }

  /** Files on disk came, went or hold something else, by their URIs; without a list any of them. What is told of documents may be another now. */
  filesChanged(uris?: Iterable<string>): void {
    const { graph } = this;
    if (graph === undefined) return;
    const paths = uris && new Set([...uris].flatMap((uri) => graph.files.pathOf(uri) ?? []));
    graph.filesChanged(paths);
    for (const document of this.documents.values()) {
      if (document.place !== undefined && paths?.has(document.place.path) !== false) this.compareWithFile(document);
    }
  }

  /** The documents whose alerts were ready when this was last asked, and are to be worked out again because of what happened to other files. */
  affected(): string[] {
    const revision = this.graph?.revision;
    if (revision === this.askedAt) return [];
    this.askedAt = revision;
    return [...this.documents.values()].filter((document) => document.isAffected).map(({ uri }) => uri);
  }

  /**
   * The edits of files that make them name the same files once some of those, or folders, have other places: given and found by URIs. Edits of documents that are open
   * are for their text as it is.
   */
  editsForRenames(renamed: ReadonlyMap<string, string>): RenameEdits[] {
    const { graph } = this;
    const paths = new Map<string, string>();
    for (const [before, after] of renamed) {
      const [one, other] = [graph?.files.pathOf(before), graph?.files.pathOf(after)];
      if (one === undefined || other === undefined) continue;
      if (graph!.files.isFile(one)) paths.set(one, other);
      for (const path of graph!.around(one)) {
        if (path.startsWith(`${one}/`)) paths.set(path, other + path.slice(one.length));
      }
    }
    if (graph === undefined || paths.size === 0) return [];
    const open = new Map(
      [...this.documents.values()].flatMap((document) => document.parts().map((part) => {
        const { uri, text } = document;
        return [part.document.place?.path, { uri, text, part }] as const;
      })),
    );
    const made = new Map<string, RenameEdits>();
    for (const [path, edits] of editsForRenames(graph, paths)) {
      const at = open.get(path);
      const uri = at?.uri ?? graph.files.uriOf(path);
      const outer = at === undefined ? edits : edits.map((edit) => outerEdit(at.part, edit));
      const before = made.get(uri)?.edits ?? [];
      // A document may name in its own way what a region of it names.
      const more = outer.filter(({ from }) => !before.some((one) => one.from === from));
      made.set(uri, { uri, text: at?.text ?? graph.treeOf(path)!.text, edits: [...before, ...more] });
    }
    return [...made.values()];
  }

  /** What other files see of a document; `undefined` where its language has no such thing. */
  summary(uri: string): FileSummary | undefined {
    return this.document(uri).analysis.summary();
  }

  /** What decided the alerts of a document beside its text and settings: what was asked about other files, with the answers. */
  askedLinks(uri: string): readonly AskedLink[] {
    const [own, ...regions] = this.document(uri).parts().map(({ document }) => document.analysis.askedLinks);
    return regions.every((asked) => asked.length === 0) ? own! : [...own!, [JSON.stringify(regionsAsked), "asked"]];
  }

  /** The text of a document as it is now. */
  text(uri: string): Text {
    return this.document(uri).analysis.text;
  }

  version(uri: string): number {
    return this.document(uri).version;
  }

  /** The alerts of a document, in document order. */
  alerts(uri: string): Alert[] {
    const document = this.document(uri);
    const found = document.found();
    this.tell(document);
    return found.map(({ alert }) => alert);
  }

  /**
   * Works on the alerts of a document until they are ready, or until `stop`, which is asked every few hundred steps, says to leave off for
   * now; what was done is kept. Tells whether the alerts are ready.
   */
  work(uri: string, stop: () => boolean): boolean {
    const document = this.document(uri);
    const ready = document.run(stop);
    if (ready) this.tell(document);
    return ready;
  }

  /** Whether the alerts of a document are ready. */
  isReady(uri: string): boolean {
    return this.document(uri).isDone;
  }

  /** What has been found so far in a document that is being looked at as a whole; `undefined` when only an edit is. */
  alertsSoFar(uri: string): Alert[] | undefined {
    return this.document(uri).foundSoFar()?.map(({ alert }) => alert);
  }

  /** How far a document has been looked at whose alerts are not ready. */
  reached(uri: string): Reached {
    return this.document(uri).analysis.reached;
  }

  /** The ways to settle alerts that touch a range; without one, all of them. */
  remedies(uri: string, range?: Span): Remedy[] {
    const document = this.document(uri);
    const isAsked = ({ from, to }: Alert): boolean => range === undefined || (from <= range.to && to >= range.from);
    const asked = document.found().flatMap(({ alert }) => (isAsked(alert) ? [alert] : []));
    const { offered } = remediesIn(document, asked, remediesFor);
    this.tell(document);
    return offered;
  }

  /**
   * The ways to settle some of the document's alerts, and those that are withheld because the broken text would be worse after them. Of few, those that say
   * they are certain are tried out one by one; one that changes what is around it is only proposed.
   */
  remediesOf(uri: string, alerts: ReadonlySet<Alert>): { offered: Remedy[]; withheld: Remedy[] } {
    const document = this.document(uri);
    const result = remediesIn(document, alerts, provenRemedies);
    this.tell(document);
    return result;
  }

  /** Those of some remedies that can be taken together: none overlaps another, and of those that say they are certain, none changes what is around it. */
  together(uri: string, remedies: readonly Remedy[]): Remedy[] {
    return togetherIn(this.document(uri), remedies);
  }

  /** Whether only the form of a document is looked at, as its text says that a program writes it. */
  isGenerated(uri: string): boolean {
    return this.document(uri).analysis.isGenerated;
  }

  /** Whether the form of a document is broken somewhere. */
  isBroken(uri: string): boolean {
    return this.document(uri).parts().some(({ document: { analysis } }) => analysis.problems.length > 0);
  }

  /** What can be rewritten where something is selected, and why what comes to mind there cannot. Where the form is broken nothing is. */
  refits(uri: string, selection: Span): RefitChoice[] {
    const part = this.document(uri).partAt(selection);
    const { analysis, language, info } = part.document;
    const isBroken = (span: Span): boolean =>
      analysis.problems.some(({ from, to }) => from <= span.to && to >= span.from);
    const selected = innerSpan(part, selection);
    if (isBroken(selected)) return [];
    const { root, text } = analysis;
    const { typed } = language.traits(info);
    const context = { root, text, typed };
    return language.refits.flatMap(({ id, kind, offer }) => {
      const offered = offer(selected, context);
      if (offered === undefined || ("edits" in offered && offered.edits.some(isBroken))) return [];
      return [{ id, kind, ...(part.inset === undefined ? offered : outerRefit(part, offered)) }];
    });
  }

  /** Whether a document would parse worse after some edits of it, or have a new error. */
  doesHarm(uri: string, edits: readonly Edit[]): boolean {
    const parts = this.document(uri).parts();
    return parts.some((part) => {
      const own = edits.filter((edit) => partAt(parts, edit) === part).map((edit) => innerEdit(part, edit));
      return own.length > 0 && doesHarm(part.document.analysis, own);
    });
  }

  /** Edits, in document order, that settle all that is certain. The document stays as it is until they come back through `edit`. */
  mend(uri: string, options?: MendOptions): Edit[] {
    return this.mendResult(uri, options).edits;
  }

  /** As `mend`, with what was applied and what was dropped. */
  mendResult(uri: string, options?: MendOptions): MendResult {
    const document = this.document(uri);
    const result = mendIn(document, options, mend);
    this.tell(document);
    return result;
  }

  /** Whether only a save by hand changes a document, or any. */
  savesWhen(uri: string): "explicit" | "always" {
    return this.document(uri).settings.onSave.when;
  }

  /**
   * Edits, in document order, that are made when the document is saved, as its settings say. `typed` are the stretches that somebody has typed since the document was
   * opened; code is taken out of them only if the settings want it.
   */
  onSave(uri: string, typed: readonly Span[]): Edit[] {
    const { settings, analysis } = this.document(uri);
    const { remedies, also, imports, layout, keep, removals } = settings.onSave;
    const isIn = (names: readonly string[], rule: string): boolean => names.some(
      (name) => name === rule || name === `${areaOf(rule)}.*`,
    );
    const except = (rule: string): boolean => {
      const area = areaOf(rule);
      if (isIn(keep, rule)) return true;
      return area === "layout" ? !layout : area === "imports" ? !imports : remedies === "none" && !isIn(also, rule);
    };
    const unfinished = removals === "none" ? [{ from: 0, to: analysis.text.length }] : typed;
    return this.mend(uri, {
      except,
      also: (rule) => isIn(also, rule),
      ...(remedies === "proposed" && { certainty: "proposed" as const }),
      ...(removals !== "all" && { unfinished }),
    });
  }

  /**
   * Edits, in document order, that lay the document out: by the rules of the area `layout` that are on, and by those of the kit `tidy` that the settings do not switch
   * off. With a range only what lies in it changes. What was laid out before is not looked at again.
   */
  layout(uri: string, range?: Span, options: LayoutOptions = {}): Edit[] {
    return this.document(uri)
      .parts()
      .flatMap((part) => {
        if (part.region?.isPart === true || (range !== undefined && !touches(part, range))) return [];
        const edits = laidOut(
          part.document,
          this.rulesFor(part),
          range && innerSpan(part, range),
          innerLayout(part, options),
        );
        return edits.map((edit) => outerEdit(part, edit));
      })
      .sort((one, other) => one.from - other.from);
  }

  /** Edits, in document order, that put the imports in order and take out those nobody reads: by the rules that are on, and by those of the kit `tidy` that the settings do not switch off. */
  orderImports(uri: string): Edit[] {
    return this.document(uri)
      .parts()
      .flatMap((part) => orderedImports(part.document, this.rulesFor(part)).map((edit) => outerEdit(part, edit)));
  }

  /** The statement, or the block with its head, that ends at an offset; for laying out what has just been closed. */
  endingAt(uri: string, offset: number): Span | undefined {
    const part = this.document(uri).partAt({ from: offset, to: offset });
    const found = endingAt(part.document, innerSpan(part, { from: offset, to: offset }).from);
    return found && outerSpan(part, found);
  }

  /** An edit that puts a hush comment for an alert of the document, with room for a reason where one is asked for; nothing where no comment can stand. */
  hushEdit(uri: string, alert: Alert): HushEdit | undefined {
    const part = this.document(uri).partAt(alert);
    const { analysis, language } = part.document;
    const found = hushEdit(
      language.commentForms,
      analysis.text,
      analysis.root,
      alert.rule,
      innerSpan(part, alert).from,
      this.asksForReasons(uri),
    );
    return found && { ...found, edit: outerEdit(part, found.edit) };
  }

  /** An edit that silences a rule in the whole document: in a region, in all of that, where the alert that is given stands in one. */
  fileHushEdit(uri: string, rule: string, at: Span = { from: 0, to: 0 }): Edit {
    const part = this.document(uri).partAt(at);
    const { language, text } = part.document;
    return outerEdit(part, fileHushEdit(language.commentForms, text, rule, this.asksForReasons(uri)));
  }

  /** The strain of the functions of a document, in the order of the text; with `wants` of those for which it says so. */
  strains(uri: string, wants?: (strain: Strain) => boolean): FunctionStrain[] {
    return this.document(uri)
      .parts()
      .flatMap((part) => {
        const { document: { analysis, language } } = part;
        return strainsOf(analysis.root, language, analysis.text, wants).map((one) => ({
          ...one,
          at: outerSpan(part, one.at),
        }));
      });
  }

  /** The sum of the strain of a document's functions. */
  fileStrain(uri: string): number {
    let sum = 0;
    this.strains(uri, ({ figure }) => {
      sum += figure;
      return false;
    });
    return sum;
  }

  /** What the lines of the function that says at a place what it is add to its strain, in the order of the text. */
  strainLines(uri: string, label: Span): LineStrain[] {
    const part = this.document(uri).partAt(label);
    const { document: { analysis, language } } = part;
    return linesOfStrain(innerSpan(part, label), analysis.root, language, analysis.text).map((line) => ({
      ...line,
      at: outerSpan(part, { from: line.at, to: line.at }).from,
    }));
  }

  /** How much strain a function may have by the settings of a document; `undefined` where nobody is to tell. */
  strainLimit(uri: string): number | undefined {
    const active = this.document(uri).settings.active.find(({ rule }) => rule.id === heavyFunction.id);
    return (active?.options as { most: number } | undefined)?.most;
  }

  /** The id of the language of a document, or of the region in which a span lies. */
  languageOf(uri: string, at: Span = { from: 0, to: 0 }): string {
    return this.document(uri).partAt(at).document.language.id;
  }

  /** What opens a comment in a document, or in one of its regions. */
  commentMarks(uri: string): readonly string[] {
    return [...new Set(this.document(uri).parts().flatMap(({ document }) => document.language.commentForms.openings))];
  }

  /** An edit that says at the top of the document, or of the region in which it is used, that a name exists. */
  knownEdit(uri: string, name: string, at: Span = { from: 0, to: 0 }): Edit {
    const part = this.document(uri).partAt(at);
    const { language, text } = part.document;
    return outerEdit(part, topComment(language.commentForms, text, "known", name));
  }

  /** The rules that can speak of a part. */
  private rulesFor({ region }: Part): readonly Rule[] {
    return region === undefined ? this.rules : this.rules.filter(({ id }) => !isBeside(id, region));
  }

  private asksForReasons(uri: string): boolean {
    return this.document(uri).settings.active.some(({ rule }) => rule.id === noReason.id);
  }

  /**
   * The flow graph of the first function, or other code that runs by itself, that begins in a range of a document, or in the first region in that; where none does, of the
   * innermost one around the range.
   */
  flowAt(uri: string, span: Span): PlacedFlow {
    const document = this.document(uri);
    const part = document.parts().find((one) => one.inset !== undefined && touches(one, span)) ?? document.partAt(span);
    const { analysis, language } = part.document;
    const { from, to } = innerSpan(part, span);
    const { root, text } = analysis;
    let node = nodesTouching(root, from, to).find(
      (one) => one !== root && one.start >= from && one.start < to && language.isFlowRoot(one),
    ) ??
      nodeAt(root, from);
    while (!language.isFlowRoot(node)) node = node.parent!;
    const firstLine = document.text.lines.lineAt(outerSpan(part, { from: 0, to: 0 }).from) + 1;
    return { flow: language.flow(node), text, firstLine, at: from };
  }
  /** Tells of rules that failed, once a version. */
  private tell(document: DocumentState): void {
    const { failures } = document;
    for (const failure of failures) {
      if (document.toldFailures.some(({ error }) => error === failure.error)) continue;
      // What is off for all documents is told of the one in which it happened.
      const isStuck = failure.error instanceof RuleTookTooLong;
      if (isStuck && this.toldStuck.has(failure)) continue;
      if (isStuck) this.toldStuck.add(failure);
      this.options.onFailure?.(document.uri, failure);
    }
    document.toldFailures = failures;
  }

  private resolve(settings: Settings | ResolvedSettings): ResolvedSettings {
    const { rules, options: { languages } } = this;
    return "active" in settings ? settings : resolveSettings(settings, { rules, languages });
  }

  private reconfigure(document: DocumentState, resolved: ResolvedSettings): void {
    document.configure(resolved.in(document.language));
    if (document.place !== undefined) this.graph!.changed(document.place.path);
  }

  /** As long as a document is as its file, it need not be asked for what others see of it. */
  private compareWithFile(document: DocumentState): void {
    const { place, analysis, counts } = document;
    if (counts || place === undefined || place.graph.files.read(place.path) === analysis.text.value) return;
    this.countsForFile(document);
  }

  /** Has other documents see what this one holds. */
  private countsForFile(document: DocumentState): void {
    const { counts, place, analysis } = document;
    if (counts || place === undefined) return;
    document.counts = true;
    place.graph.opened(place.path, { summary: () => analysis.summary(), read: () => analysis.read() });
  }

  private regionFrame({ uri, settings }: DocumentState): RegionFrame {
    const { frame, graph } = this;
    const path = graph?.files.pathOf(uri);
    return {
      uri,
      frame,
      settings,
      languageFor: (languageId) => this.languageFor(languageId),
      // Without files around, regions of a document still know one another.
      graph: graph ?? new ModuleGraph(this.options.languages, new MemoryFiles()),
      path: path ?? `/${baseOf(uri)}`,
      isLoose: path === undefined,
    };
  }

  private placeOf(uri: string, { links }: Language): PlaceInGraph | undefined {
    const { graph } = this;
    const path = graph?.files.pathOf(uri);
    return path === undefined || links === undefined ? undefined : { graph: graph!, path, links };
  }

  private document(uri: string): DocumentState {
    const document = this.documents.get(uri);
    if (document === undefined) throw new WorkspaceError("unknown-document", `${uri} is not open`);
    return document;
  }

  private languageFor(languageId: string): Language | undefined {
    return this.options.languages.find(({ languageIds }) => languageIds.includes(languageId));
  }
}

/** Makes a workspace. Throws a `SettingsError` when the settings cannot be used. */
export function createWorkspace(options: WorkspaceOptions): Workspace {
  return new Workspace(options);
}
