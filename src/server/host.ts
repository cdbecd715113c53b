import type { Alert } from "../engine/alert.js";
import type { Rule } from "../rules/rule.js";
import type { SettingsDocument } from "../settings/document.js";
import type { SettingsIssue } from "../settings/issue.js";
import type { ResolvedSettings } from "../settings/resolve.js";
import type { Settings } from "../settings/schema.js";
import type { Text } from "../text/text.js";

/** What applies to a document, and why. */
export interface DocumentSettings {
  readonly settings: ResolvedSettings | Settings;
  /** The settings file in force, as a URI. */
  readonly file?: string;
  /** Why nothing is told of the document, if it is left out. */
  readonly off?: string;
  /** What is wrong with the settings file, in one line. */
  readonly broken?: string;
  /** Those of the document's alerts that are not in the baseline. */
  readonly fresh?: (alerts: readonly Alert[], text: Text) => readonly Alert[];
}

/** A settings file as it is being typed. */
export interface SettingsText {
  readonly document: SettingsDocument;
  readonly issues: readonly SettingsIssue[];
  /** All rules its settings can speak of. */
  readonly rules: readonly Rule[];
}

/** What the server needs of the platform it runs on. */
export interface ServerHost {
  settingsFor(uri: string): DocumentSettings;
  /** Takes over settings of the editor; gives back what is wrong with them. */
  configureEditor(settings: Settings | undefined, settingsFile: "merge" | "only"): readonly SettingsIssue[];
  /** Reads all settings anew when they are asked for next. */
  forgetSettings(): void;
  /** Begins to tell when a file that settings are made of has changed. */
  watch(changed: () => void): void;
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
