import type { Settings } from "../settings/schema.js";

/** What the server needs of the platform it runs on. */
export interface ServerHost {
  /** Settings for a document, with where they come from; throws a `SettingsError` when they cannot be used. */
  settingsFor(uri: string): Settings | undefined;
  /** Forgets settings that were read before. */
  forgetSettings(): void;
  /** Where a rule is described, as a URI an editor can open. */
  rulePage(rule: string): string | undefined;
  /** The date as `YYYY-MM-DD`. */
  today(): string;
  /** Ends the program. */
  exit(code: number): void;
}
