/** Open documents and their alerts: the library's way in. */
import type { Language, Tree } from "../languages/language.js";
import { hushEdit } from "../remedy/hush-edit.js";
import type { Certainty, Rule } from "../rules/rule.js";
import { rules as builtInRules } from "../rules/index.js";
import { resolveSettings, type ResolvedSettings } from "../settings/resolve.js";
import type { Settings } from "../settings/schema.js";
import type { Edit, Span } from "../text/edit.js";
import { Text } from "../text/text.js";
import { analyse, type Alert, type Analysis, type AnalysisInput, type RuleFailure } from "./analysis.js";
import { WorkspaceError } from "./errors.js";
import { mend, type MendOptions, type MendResult } from "./mend.js";

/** A document as an editor opens it. */
export interface OpenDocument {
  readonly uri: string;
  /** An identifier of the Language Server Protocol, e.g. `javascript`. */
  readonly languageId: string;
  readonly version: number;
  readonly text: string;
  /** Settings for this document alone, in place of the workspace's. */
  readonly settings?: Settings;
}

/** A way to settle an alert, with the alert it settles. */
export interface Remedy {
  readonly title: string;
  readonly rule: string;
  readonly certainty: Certainty;
  /** They speak of the text as it is and do not overlap. */
  readonly edits: readonly Edit[];
  readonly alert: Alert;
}

export interface WorkspaceOptions {
  readonly languages: readonly Language[];
  /** Of the shape of a settings file. */
  readonly settings?: Settings;
  /** Rules beside the built-in ones. */
  readonly rules?: readonly Rule[];
  /** The date as `YYYY-MM-DD`; hush comments whose end lies before it count no more. Without it none has ended. */
  readonly today?: string;
  /** Told once for each rule that fails on a version of a document. */
  readonly onFailure?: (uri: string, failure: RuleFailure) => void;
}

interface OpenState {
  readonly uri: string;
  readonly languageId: string;
  readonly language: Language;
  version: number;
  text: Text;
  settings: ResolvedSettings;
  analysis: Analysis | undefined;
  /** The tree of the text before the edits in `behind`. */
  tree: Tree | undefined;
  /** Edits that the tree has not been through yet, each with the text after it. */
  behind: { readonly edit: Edit; readonly text: Text }[];
}

/** With more edits than this behind, a tree is made anew. */
const mostBehind = 200;

/** Documents and what is found in them. All offsets are UTF-16 code units. */
export class Workspace {
  private readonly documents = new Map<string, OpenState>();
  private readonly rules: readonly Rule[];
  private settings: ResolvedSettings;

  /** Throws a `SettingsError` when the settings cannot be used. */
  constructor(private readonly options: WorkspaceOptions) {
    this.rules = [...builtInRules, ...(options.rules ?? [])];
    this.settings = resolveSettings(options.settings ?? {}, this.rules);
  }

  /** The URIs of the open documents. */
  get uris(): string[] {
    return [...this.documents.keys()];
  }

  /** Whether there is a language for a document of this kind. */
  supports(languageId: string): boolean {
    return this.languageFor(languageId) !== undefined;
  }

  /** Takes a document in. Throws a `WorkspaceError` when it is open already or no language is for it. */
  open({ uri, languageId, version, text, settings }: OpenDocument): void {
    if (this.documents.has(uri)) throw new WorkspaceError("already-open", `${uri} is open already`);
    const language = this.languageFor(languageId);
    if (language === undefined) throw new WorkspaceError("unknown-language", `There is no language \`${languageId}\` here for ${uri}`);
    const resolved = settings === undefined ? this.settings : resolveSettings(settings, this.rules);
    this.documents.set(uri, { uri, languageId, language, version, text: Text.of(text), settings: resolved, analysis: undefined, tree: undefined, behind: [] });
  }

  /**
   * Changes a document. The edits are applied in the order given, each to the result of the one before.
   * Throws a `WorkspaceError`, with nothing changed, when the document is not open, a range is outside the text or the version is not newer.
   */
  edit(uri: string, version: number, edits: readonly Edit[]): void {
    const document = this.document(uri);
    if (!(version > document.version)) {
      throw new WorkspaceError("version-not-newer", `Version ${version} of ${uri} is not newer than version ${document.version}`);
    }
    let { text } = document;
    const behind: OpenState["behind"] = [];
    for (const edit of edits) {
      try {
        text = text.apply(edit);
        behind.push({ edit, text });
      } catch (error) {
        if (error instanceof RangeError) throw new WorkspaceError("range-outside-text", `An edit of ${uri} cannot be made: ${error.message}`);
        throw error;
      }
    }
    document.text = text;
    document.version = version;
    document.analysis = undefined;
    document.behind.push(...behind);
  }

  /**
   * Puts other settings in place: for one document, or for all that have none of their own.
   * Throws a `SettingsError`, with nothing changed, when they cannot be used.
   */
  configure(settings: Settings, uri?: string): void {
    const resolved = resolveSettings(settings, this.rules);
    if (uri !== undefined) {
      const document = this.document(uri);
      this.reconfigure(document, resolved);
      return;
    }
    for (const document of this.documents.values()) {
      if (document.settings !== this.settings) continue;
      this.reconfigure(document, resolved);
    }
    this.settings = resolved;
  }

  /** Forgets a document. */
  close(uri: string): void {
    this.document(uri);
    this.documents.delete(uri);
  }

  /** The text of a document as it is now. */
  text(uri: string): Text {
    return this.document(uri).text;
  }

  version(uri: string): number {
    return this.document(uri).version;
  }

  /** The alerts of a document, in document order. */
  alerts(uri: string): Alert[] {
    return this.analysis(uri).found.map(({ alert }) => alert);
  }

  /** The ways to settle alerts that touch a range; without one, all of them. */
  remedies(uri: string, range?: Span): Remedy[] {
    const remedies: Remedy[] = [];
    for (const { alert, remedies: offered } of this.analysis(uri).found) {
      if (range !== undefined && (alert.from > range.to || alert.to < range.from)) continue;
      for (const offer of offered()) remedies.push({ ...offer, rule: alert.rule, alert });
    }
    return remedies;
  }

  /** Edits, in document order, that settle all that is certain. The document stays as it is until they come back through `edit`. */
  mend(uri: string, options?: MendOptions): Edit[] {
    return this.mendResult(uri, options).edits;
  }

  /** As `mend`, with what was applied and what was dropped. */
  mendResult(uri: string, options?: MendOptions): MendResult {
    return mend(this.analysis(uri), this.input(this.document(uri)), options);
  }

  /** An edit that puts a hush comment for an alert of the document. */
  hushEdit(uri: string, alert: Alert): Edit {
    const { text, tree } = this.analysis(uri);
    return hushEdit(text, tree.root, alert.rule, alert.from);
  }

  private analysis(uri: string): Analysis {
    const document = this.document(uri);
    if (document.analysis === undefined) {
      document.analysis = analyse(this.input(document), this.tree(document));
      for (const failure of document.analysis.failures) this.options.onFailure?.(uri, failure);
    }
    return document.analysis;
  }

  private reconfigure(document: OpenState, settings: ResolvedSettings): void {
    // What counts as a module decides how the text is read.
    if (settings.language.modules !== document.settings.language.modules) document.tree = undefined;
    document.settings = settings;
    document.analysis = undefined;
  }

  /** The tree of a document as it is now: the one there was, brought through the edits since, or a new one. */
  private tree(document: OpenState): Tree {
    const { language, behind, text } = document;
    const { info } = this.input(document);
    let { tree } = document;
    // Should the language fail half-way, what is left of the old tree is not used again.
    document.tree = undefined;
    document.behind = [];
    if (language.reparse === undefined || behind.length > mostBehind) tree = behind.length === 0 ? tree : undefined;
    if (tree === undefined) tree = language.parse(text.value, info);
    else for (const step of behind) tree = language.reparse!(tree, step.edit, step.text);
    document.tree = tree;
    return tree;
  }

  private input({ uri, languageId, language, text, settings }: OpenState): AnalysisInput {
    return { text, language, settings, info: { uri, languageId, modules: settings.language.modules }, today: this.options.today ?? "" };
  }

  private document(uri: string): OpenState {
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
