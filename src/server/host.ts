import type { CancellationToken } from "vscode-jsonrpc";
import type { Diagnostic, TextEdit } from "vscode-languageserver-protocol";
import type { Alert } from "../engine/alert.js";
import type { Language } from "../languages/language.js";
import type { FileAccess } from "../model/links.js";
import type { EditorChoice } from "../project/project-settings.js";
import type { Rule } from "../rules/rule.js";
import type { SettingsDocument } from "../settings/document.js";
import type { SettingsIssue } from "../settings/issue.js";
import type { ResolvedSettings } from "../settings/resolve.js";
import type { Settings } from "../settings/schema.js";
import type { PositionEncoding } from "../text/position.js";
import type { Text } from "../text/text.js";
import type { DiagnosticContext } from "./diagnostics.js";
import type { EditorSettings } from "./editor-settings.js";

/** What applies to a document, and why. */
export interface DocumentSettings {
  readonly settings: ResolvedSettings | Settings;
  /** The settings file in force, as a URI. */
  readonly file?: string;
  /** Why nothing is told of the document, if it is left out. */
  readonly off?: string;
  /** What the settings are made of, in one line. */
  readonly madeOf?: string;
  /** What is wrong with the settings file, in one line. */
  readonly broken?: string;
  /** Packs that the settings name and that may not run yet, with the folder of the settings. */
  readonly waiting?: { readonly folder: string; readonly packs: readonly string[] };
  /** Those of the document's alerts that are not in the baseline. */
  readonly fresh?: (alerts: readonly Alert[], text: Text, isSaved: boolean) => readonly Alert[];
}

/** A settings file as it is being typed. */
export interface SettingsText {
  readonly document: SettingsDocument;
  readonly issues: readonly SettingsIssue[];
  /** All rules its settings can speak of. */
  readonly rules: readonly Rule[];
  /** All languages they can speak of. */
  readonly languages: readonly Language[];
}

/** How much of an alert the client takes, and how it counts. */
export type ClientTraits = DiagnosticContext["client"] & { readonly encoding: PositionEncoding };

/** Files that are not open, which a platform with a file system can analyse beside the server. */
export interface ProjectHost {
  /** The files of the workspace's folders, or those below one place, as URIs. */
  files(below?: string): Promise<readonly string[]>;
  /** Analyses files; each is handed to `found` when it is done, until `token` says to leave off. */
  review(
    uris: readonly string[],
    client: ClientTraits,
    found: (uri: string, diagnostics: readonly Diagnostic[]) => void,
    token: CancellationToken
  ): Promise<void>;
  /** Mends files, without writing them; those that change are handed to `found`. */
  mend(
    uris: readonly string[],
    client: ClientTraits,
    found: (uri: string, edits: readonly TextEdit[]) => void,
    token: CancellationToken
  ): Promise<void>;
}

/** What the server needs of the platform it runs on. */
export interface ServerHost {
  /** Gives a file of a package that a language needs, named as one would import it; without it languages that need some are not looked at. */
  readonly readAsset?: (asset: string) => Promise<Uint8Array>;
  settingsFor(uri: string): DocumentSettings;
  /** The folders that the client works in, as URIs. Nothing outside of them is read but a person's own settings, and kits. */
  setFolders(folders: readonly string[] | undefined): void;
  /** Whether packs may run: of folders that are trusted, of all, or not at all. */
  trustPacks(trust: EditorSettings["trust"]): void;
  /** Trusts the packs of a folder, named as in `DocumentSettings.waiting`, for now or for good. */
  trustFolder(folder: string, forGood: boolean): void;
  /** Files that are not open; absent where there is no file system. */
  readonly project?: ProjectHost;
  /** The files around documents, for what these import; without them nothing is told of that. */
  readonly files?: FileAccess;
  /** Which settings reach a document, and from where, for people. */
  trace?(uri: string): string | undefined;
  /** Tells when a process has ended. */
  watchProcess?(id: number, ended: () => void): void;
  /** Takes over settings of the editor, and those of folders that have their own, by URI; gives back what is wrong with them. */
  configureEditor(editor: EditorChoice, folders: ReadonlyMap<string, EditorChoice>): readonly SettingsIssue[];
  /** Reads all settings anew when they are asked for next. */
  forgetSettings(): void;
  /** Lets count at once what was typed in a settings file, or saved, and waits for a pause. */
  settle(): void;
  /** A document is closed, so that nothing needs to be watched for it. */
  closed(uri: string): void;
  /** A settings file is open with a text, or no longer open: its text counts as if it were saved. */
  settingsTyped?(uri: string, text: string | undefined): void;
  /** Gives a settings file that is not open a text. Throws where it cannot be written. */
  writeSettings?(uri: string, text: string): void;
  /** Where the first settings file for a document would be made. */
  newSettingsFile?(uri: string): string | undefined;
  /** Begins to tell when a file that settings are made of has changed. */
  watch(changed: () => void): void;
  /** Files that are there now, and those that are gone, as the client says. */
  filesMoved?(there: readonly string[], gone: readonly string[]): void;
  /** Files that are not open and of which something was told: when they change, are moved or go, `onFileChange` is called with them. */
  watchFiles?(uris: Iterable<string>): void;
  onFileChange?(changed: (uri: string) => void): void;
  /** Whether there is a file. */
  isThere?(uri: string): boolean;
  /** Begins to tell of files that are not open and could not be looked at. */
  onFailure(failed: (uri: string, fault: string) => void): void;
  /** Whether a document is a settings file. */
  isSettingsFile(uri: string): boolean;
  /** What is in a settings file with a text that may not be saved yet. */
  readSettings(uri: string, text: string): SettingsText;
  /** The text of a settings file that may not be open. */
  settingsText(uri: string): string | undefined;
  /** Where a rule is described, as a URI an editor can open. */
  rulePage(rule: string): string | undefined;
  /** The date as `YYYY-MM-DD`. */
  today(): string;
  /** Ends the program. */
  exit(code: number): void;
}
