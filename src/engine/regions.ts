/** The regions of a document: stretches in other languages, each with an analysis of its own. */
import type { Language, Region, Regions as FoundRegions, Tree } from "../languages/language.js";
import type { Companions, FileSummary } from "../model/links.js";
import { areaOf } from "../rules/rule.js";
import type { ResolvedSettings } from "../settings/resolve.js";
import { Inset } from "../text/inset.js";
import type { Text } from "../text/text.js";
import { DocumentState, type AnalysisFrame } from "./document-state.js";
import type { PlaceInGraph } from "./link-questions.js";
import type { ModuleGraph } from "./module-graph.js";
import { regionPath, unknownPath } from "./region-path.js";

/** What a document knows that has regions. */
export interface RegionFrame {
  readonly uri: string;
  readonly frame: AnalysisFrame;
  /** Of the document as a whole, for every language. */
  readonly settings: ResolvedSettings;
  readonly languageFor: (languageId: string) => Language | undefined;
  readonly graph: ModuleGraph;
  /** Where the document lies in the graph, or would lie. */
  readonly path: string;
  /** Whether nothing is known of the files around it. */
  readonly isLoose: boolean;
}

export interface RegionState {
  readonly region: Region;
  readonly inset: Inset;
  readonly document: DocumentState;
  /** Its name in the graph. */
  readonly path: string;
}

/** Whether a rule speaks of something that a region is not: of whole files, or for one that is part of a line of lines. */
export function isBeside(rule: string, { isPart }: Region): boolean {
  return rule === "layout.final-newline" || (isPart && areaOf(rule) === "layout");
}

export class DocumentRegions {
  private states: readonly RegionState[] = [];
  private readFrom: { readonly tree: Tree; readonly text: Text } | undefined;
  private made = 0;
  /** What was last told to each region of what runs beside it. */
  private readonly told = new WeakMap<DocumentState, Companions>();
  /** What runs, in order, and what each region was told for that. */
  private lastRun: { readonly order: string; readonly companions: Map<string, Companions> } | undefined;
  private hasUnknown = false;
  private readonly settingsFor = new Map<string, ResolvedSettings>();

  constructor(
    private frame: RegionFrame,
    private readonly regionsOf: (tree: Tree, text: Text) => FoundRegions,
  ) {}

  /** Reads which regions a document has now; what is as it was in one keeps its analysis. */
  read(tree: Tree, text: Text): readonly RegionState[] {
    if (this.readFrom?.text === text && this.readFrom.tree === tree) return this.states;
    const { regions: found, files } = this.regionsOf(tree, text);
    this.readFrom = { tree, text };
    const regions = found.filter(({ languageId }) => this.frame.languageFor(languageId) !== undefined);
    const before = this.states;
    const { kept, isSame } = keptOf(before, regions, text);
    const used = new Set(kept);
    this.states = regions.map((region, index) => {
      const like = kept[index];
      return like !== undefined && isSame(index)
        ? { ...like, region, inset: like.inset.moved(region, text) }
        : this.stateOf(region, like, text);
    });
    for (const state of before) if (!used.has(state)) this.drop(state);
    this.accompany(files);
    return this.states;
  }

  /** Takes other settings. */
  configure(settings: ResolvedSettings): void {
    this.frame = { ...this.frame, settings };
    this.settingsFor.clear();
    for (const { document, region } of this.states) document.configure(this.settingsOf(region, document.language));
  }

  /** Forgets all regions. */
  close(): void {
    for (const state of this.states) this.drop(state);
    const { graph, path } = this.frame;
    if (this.hasUnknown) graph.closed(unknownPath(path));
    this.hasUnknown = false;
    this.states = [];
    this.readFrom = undefined;
  }

  private stateOf(region: Region, like: RegionState | undefined, text: Text): RegionState {
    const inset = Inset.of(text, region, like?.inset);
    if (like === undefined) return this.make(region, inset);
    if (inset.text !== like.inset.text) {
      like.document.edit(inset.change!, inset.text);
      this.frame.graph.changed(like.path);
    }
    return { ...like, region, inset };
  }

  private make(region: Region, inset: Inset): RegionState {
    const { uri, frame, graph, path: document, isLoose, languageFor } = this.frame;
    const language = languageFor(region.languageId)!;
    const path = regionPath(document, (this.made += 1), region.ending);
    const place: PlaceInGraph | undefined = language.links && {
      graph,
      path,
      links: language.links,
      isLoose,
    };
    const state = new DocumentState(
      {
        uri: regionPath(uri, this.made, region.ending),
        languageId: region.languageId,
        language,
        version: 0,
        text: inset.text,
        settings: this.settingsOf(region, language),
        place,
      },
      frame,
    );
    if (place !== undefined) {
      graph.opened(path, { summary: summariesOf(state), read: () => state.analysis.read() });
    }
    return { region, inset, document: state, path };
  }

  private drop({ path, document }: RegionState): void {
    if (document.place !== undefined) this.frame.graph.closed(path);
  }

  /** Tells each region which others, and which files, run beside it. */
  private accompany(files: FoundRegions["files"]): void {
    const { graph, path } = this.frame;
    const first: { readonly at: number; readonly path: string }[] = [
      ...this.states.filter(({ region }) => region.runs === "first").map((one) => ({
        at: one.region.from,
        path: one.path,
      })),
      ...files.map(({ at, name }) => ({ at, path: this.fileAt(name) })),
    ].sort((one, other) => one.at - other.at);
    const unknown = unknownPath(path);
    if (!this.hasUnknown && first.some((one) => one.path === unknown)) {
      this.hasUnknown = true;
      graph.opened(unknown, anything);
    }
    const paths = first.map((one) => one.path);
    const order = paths.join("\n");
    if (this.lastRun?.order !== order) this.lastRun = { order, companions: new Map() };
    for (const { region, path: own, document } of this.states) {
      const companions = this.companionsOf(region.runs === "first" ? own : undefined, paths);
      if (companions === this.told.get(document)) continue;
      this.told.set(document, companions);
      document.analysis.accompany(companions);
    }
  }

  /** What runs beside a script that gives names, or beside what runs with all of them. */
  private companionsOf(own: string | undefined, paths: readonly string[]): Companions {
    const { companions } = this.lastRun!;
    let found = companions.get(own ?? "");
    if (found === undefined) {
      const at = own === undefined ? paths.length : paths.indexOf(own);
      companions.set(own ?? "", (found = { earlier: paths.slice(0, at), later: paths.slice(at + 1) }));
    }
    return found;
  }

  /** The file that a document names; what is none of the project may have any names. */
  private fileAt(name: string): string {
    const { graph, path, isLoose } = this.frame;
    const links = isLoose ? undefined : graph.linksOf(path);
    const resolution = links && graph.resolve(name, path, links);
    const isKnown = resolution?.state === "file" && graph.linksOf(resolution.path) !== undefined;
    return isKnown ? resolution.path : unknownPath(path);
  }

  /** The settings for a region: without rules that speak of what it is not. */
  private settingsOf(region: Region, language: Language): ResolvedSettings {
    const key = JSON.stringify([language.id, region.isPart, region.known]);
    let settings = this.settingsFor.get(key);
    if (settings === undefined) {
      const all = this.frame.settings.in(language);
      settings = {
        ...all,
        values: { ...all.values, known: [...all.values.known, ...region.known] },
        active: all.active.filter(({ rule }) => !isBeside(rule.id, region)),
      };
      this.settingsFor.set(key, settings);
    }
    return settings;
  }
}

/** What others see of a region: also the names that come to be while its functions run, as handlers do it. It is kept as long as the text is the same. */
function summariesOf({ analysis, language: { links } }: DocumentState): () => FileSummary | undefined {
  let kept: { readonly of: Text; readonly summary: FileSummary | undefined } | undefined;
  return () => {
    if (kept?.of !== analysis.text) {
      const summary = analysis.summary();
      const more = links?.broughtUp?.(analysis.read().tree.root) ?? [];
      const shared = more.length === 0 ? undefined : [...new Set([...(summary?.shared ?? []), ...more])];
      kept = { of: analysis.text, summary: summary && shared ? { ...summary, shared } : summary };
    }
    return kept.summary;
  };
}

const anything = {
  summary: () => ({ exports: [], handedOn: [], imports: [], isOpen: true, shared: ["*"] }),
  read: (): never => {
    throw new Error("There is no such file to be read");
  },
};

/** Whether two regions are read, and run, in the same way. */
function isAlike(one: Region, other: Region): boolean {
  return one.languageId === other.languageId &&
    one.ending === other.ending &&
    one.runs === other.runs &&
    one.isPart === other.isPart &&
    one.known.length === other.known.length &&
    one.known.every((name, index) => name === other.known[index]);
}

/** For each region the one it was before: those that hold the same, from both ends, and between them those of the same kind, in order. */
function keptOf(
  before: readonly RegionState[],
  regions: readonly Region[],
  text: Text,
): { readonly kept: readonly (RegionState | undefined)[]; readonly isSame: (index: number) => boolean } {
  const kept: (RegionState | undefined)[] = regions.map(() => undefined);
  const isSame = (state: RegionState, region: Region): boolean =>
    isAlike(state.region, region) && state.inset.holdsSame(region, text);
  const least = Math.min(before.length, regions.length);
  let head = 0;
  while (head < least && isSame(before[head]!, regions[head]!)) {
    kept[head] = before[head];
    head += 1;
  }
  let tail = 0;
  while (tail < least - head && isSame(before.at(-1 - tail)!, regions.at(-1 - tail)!)) {
    kept[regions.length - 1 - tail] = before.at(-1 - tail);
    tail += 1;
  }
  for (let at = head; at < Math.min(before.length, regions.length) - tail; at += 1) {
    if (isAlike(before[at]!.region, regions[at]!)) kept[at] = before[at];
  }
  return { kept, isSame: (index) => index < head || index >= regions.length - tail };
}
