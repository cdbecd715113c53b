/** A document that is open, with its analysis and what was last told of it. */
import type { DocumentInfo, Language } from "../languages/language.js";
import type { ResolvedSettings } from "../settings/resolve.js";
import type { Edit, Span } from "../text/edit.js";
import type { Text } from "../text/text.js";
import type { Alert, FoundAlert, RuleFailure } from "./alert.js";
import { DocumentAnalysis, type AnalysisInput } from "./analysis.js";
import type { PlaceInGraph } from "./link-questions.js";
import { partAt, ToldParts, type Part } from "./parts.js";
import type { DocumentRegions } from "./regions.js";
import { toldOnce } from "./told-once.js";

/** What all analyses of a workspace are given. */
export type AnalysisFrame = Pick<AnalysisInput, "today" | "meter" | "limits" | "stepsAtATime">;

/** What a document is opened with. */
export interface OpenedWith {
  readonly uri: string;
  readonly languageId: string;
  readonly language: Language;
  readonly version: number;
  readonly text: Text;
  readonly settings: ResolvedSettings;
  readonly place: PlaceInGraph | undefined;
}

/** An analysis for layout, with the step of the client it was made for. */
export interface LayoutWork {
  readonly unit: number | "tab" | undefined;
  readonly analysis: DocumentAnalysis;
}

export class DocumentState {
  readonly uri: string;
  readonly languageId: string;
  readonly language: Language;
  readonly place: PlaceInGraph | undefined;
  readonly analysis: DocumentAnalysis;
  version: number;
  settings: ResolvedSettings;
  /** For layout where the settings say nothing of it; there is none as long as nobody asks. */
  layout: LayoutWork | undefined;
  /** Stretches in other languages; absent where there can be none. */
  regions: DocumentRegions | undefined;
  /** The failures of rules that have been told. */
  toldFailures: readonly RuleFailure[] = [];
  /** Whether others see what the document holds, and not the file on disk. */
  counts = false;
  private readonly own: Part = { document: this };
  private readonly told = new ToldParts();
  /** What was shown last, and of which alerts. */
  private lastShown: { readonly of: readonly FoundAlert[]; readonly as: readonly FoundAlert[] } | undefined;

  constructor(
    { uri, languageId, language, version, text, settings, place }: OpenedWith,
    private readonly frame: AnalysisFrame,
  ) {
    this.uri = uri;
    this.languageId = languageId;
    this.language = language;
    this.version = version;
    this.settings = settings;
    this.place = place;
    this.analysis = this.analysisOf(text, settings);
  }

  get text(): Text {
    return this.analysis.text;
  }

  /** How the language reads the document. */
  get info(): DocumentInfo {
    return this.infoWith(this.settings);
  }

  private infoWith({ values }: ResolvedSettings): DocumentInfo {
    return { uri: this.uri, languageId: this.languageId, values };
  }

  /** Another analysis of the document, with other settings. */
  analysisWith(settings: ResolvedSettings): DocumentAnalysis {
    return this.analysisOf(this.text, settings);
  }

  private analysisOf(text: Text, settings: ResolvedSettings): DocumentAnalysis {
    const { language, place, frame } = this;
    return new DocumentAnalysis({ ...frame, text, language, settings, info: this.infoWith(settings), place });
  }

  /** Takes an edit in; `text` is the text after it. */
  edit(edit: Edit, text: Text): void {
    this.analysis.edit(edit, text);
    this.layout?.analysis.edit(edit, text);
  }

  /** Takes other settings. */
  configure(settings: ResolvedSettings): void {
    this.settings = settings;
    this.layout = undefined;
    this.analysis.configure(settings, this.info);
    this.regions?.configure(settings);
  }

  /** The document without what stands in it in other languages, and its regions, each by itself. */
  parts(): readonly Part[] {
    const { regions } = this;
    if (regions === undefined) return [this.own];
    const { tree, text } = this.analysis.read();
    return [this.own, ...regions.read(tree, text)];
  }

  /** The part in which a span lies. */
  partAt(span: Span): Part {
    return partAt(this.parts(), span);
  }

  /** Works until all parts are ready or `stop` says to leave off; whether they are. */
  run(stop: () => boolean): boolean {
    return this.parts().every(({ document }) => document.analysis.run(stop));
  }

  get isDone(): boolean {
    return this.parts().every(({ document }) => document.analysis.isDone);
  }

  /** Whether the alerts were ready, and are to be worked out again because of what happened to other files. */
  get isAffected(): boolean {
    return this.parts().some(({ document }) => document.analysis.isAffected);
  }

  /** Rules that failed on some part. */
  get failures(): readonly RuleFailure[] {
    return this.regions === undefined
      ? this.analysis.failures
      : this.parts().flatMap(({ document }) => document.analysis.failures);
  }

  /** The alerts as they are shown. */
  found(): readonly FoundAlert[] {
    if (this.regions === undefined) return this.shown(this.analysis.found());
    return this.told.join(this.parts().map((part) => [part, part.document.shown(part.document.analysis.found())]));
  }

  /** What is known so far of a document that is being looked at as a whole; `undefined` where only an edit is. */
  foundSoFar(): readonly FoundAlert[] | undefined {
    const parts = this.parts();
    if (!parts.some(({ document }) => document.analysis.isWhole)) return undefined;
    return this.told.join(parts.map((part) => [part, part.document.shown(part.document.analysis.foundSoFar())]));
  }

  /** What an alert of the document is in the part in which it was found. */
  originOf(alert: Alert): Alert {
    return this.told.originOf(alert);
  }

  /** What is shown of alerts of its own; of those as they are that were shown last, the same. */
  private shown(found: readonly FoundAlert[]): readonly FoundAlert[] {
    if (this.lastShown?.of === found) return this.lastShown.as;
    const once = new Map(
      this.settings.active.flatMap(({ rule }) => (rule.once === undefined ? [] : [[rule.id, rule.once] as const])),
    );
    const { root } = this.analysis.read().tree;
    const itemAt = (offset: number): number => {
      let start = -1;
      root.near(offset, offset, (item) => {
        if (start < 0 || item.startInParent <= offset) start = item.startInParent;
      });
      return start;
    };
    const as = toldOnce(found, (rule) => once.get(rule), itemAt);
    this.lastShown = { of: found, as };
    return as;
  }
}
