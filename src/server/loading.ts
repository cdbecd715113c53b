/** Languages that are loaded when the first of their documents is opened. */
import type { Language } from "../languages/language.js";
import type { Session } from "./session.js";

interface Opening {
  readonly textDocument?: { readonly uri?: unknown; readonly languageId?: unknown };
  readonly cellTextDocuments?: readonly { readonly languageId?: unknown }[];
  readonly change?: {
    readonly cells?: { readonly structure?: { readonly didOpen?: readonly { readonly languageId?: unknown }[] } };
  };
}

/** Holds messages back, in their order, while a language is loaded that one of them needs. */
export class Loading {
  private waiting: Promise<void> | undefined;
  /** Languages that could not be loaded: their documents are told to be looked at by nobody. */
  private readonly failed = new Set<Language>();

  constructor(private readonly session: Session) {}

  /** What is to be waited for before a message is handled; `undefined` where nothing is. */
  before(method: string, params: unknown): Promise<void> | undefined {
    if (this.waiting !== undefined) return this.waiting;
    if (!/^(?:textDocument\/didOpen|notebookDocument\/did(?:Open|Change))$/.test(method)) return undefined;
    const needed = this.neededBy((params ?? {}) as Opening);
    if (needed.length === 0) return undefined;
    this.waiting = Promise.all(needed.map((language) => this.load(language))).then(() => {
      this.waiting = undefined;
    });
    return this.waiting;
  }

  private neededBy({ textDocument, cellTextDocuments, change }: Opening): Language[] {
    const opened = [textDocument, ...(cellTextDocuments ?? []), ...(change?.cells?.structure?.didOpen ?? [])];
    const ids = new Set(opened.map((one) => one?.languageId));
    const uri = String(textDocument?.uri ?? "");
    return this.session.languages.filter((language) => {
      const { loading, languageIds, extensions } = language;
      if (loading?.isLoaded !== false || this.failed.has(language)) return false;
      return languageIds.some((id) => ids.has(id)) || extensions.some((extension) => uri.endsWith(extension));
    });
  }

  private async load(language: Language): Promise<void> {
    const { readAsset } = this.session.host;
    try {
      if (readAsset === undefined) throw new Error("nothing here reads what it needs");
      await language.loading!.load(readAsset);
    } catch (error) {
      this.failed.add(language);
      this.session.say(
        1,
        `Nothing is told of ${language.nameFor(language.extensions[0]!)}: ${error instanceof Error ? error.message : String(error)}.`,
      );
    }
  }
}
