/** A document that is open, with its analysis and what was last told of it. */
import type { DocumentInfo, Language } from "../languages/language.js";
import type { ResolvedSettings } from "../settings/resolve.js";
import type { Text } from "../text/text.js";
import type { FoundAlert, RuleFailure } from "./alert.js";
import { DocumentAnalysis, type AnalysisInput } from "./analysis.js";
import type { PlaceInGraph } from "./link-questions.js";
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
  /** The failures of rules that have been told. */
  told: readonly RuleFailure[] = [];
  /** Whether others see what the document holds, and not the file on disk. */
  counts = false;
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

  /** Takes other settings. */
  configure(settings: ResolvedSettings): void {
    this.settings = settings;
    this.layout = undefined;
    this.analysis.configure(settings, this.info);
  }

  /** The alerts as they are shown. */
  found(): readonly FoundAlert[] {
    return this.shown(this.analysis.found());
  }

  /** What is shown of alerts; of those as they are that were shown last, the same. */
  shown(found: readonly FoundAlert[]): readonly FoundAlert[] {
    if (this.lastShown?.of === found) return this.lastShown.as;
    const once = new Map(
      this.settings.active.flatMap(({ rule }) => (rule.once === undefined ? [] : [[rule.id, rule.once] as const])),
    );
    const itemAt = (offset: number): number => {
      let start = -1;
      this.analysis.root.near(offset, offset, (item) => {
        if (start < 0 || item.startInParent <= offset) start = item.startInParent;
      });
      return start;
    };
    const as = toldOnce(found, (rule) => once.get(rule), itemAt);
    this.lastShown = { of: found, as };
    return as;
  }
}
