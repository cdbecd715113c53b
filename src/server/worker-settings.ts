/** The settings of documents where there is no file system: those that were given at the start, or those of a settings file that is open, as it is typed. */
import type { Language } from "../languages/language.js";
import type { Rule } from "../rules/rule.js";
import { checkSettings, type CheckedSettings } from "../settings/check.js";
import { SettingsDocument } from "../settings/document.js";
import type { SettingsIssue } from "../settings/issue.js";
import { combine, planLayers, type ResolvedSettings } from "../settings/resolve.js";
import type { Settings } from "../settings/schema.js";
import { globTest } from "../text/globs.js";
import type { DocumentSettings, SettingsText } from "./host.js";
import { AfterPause } from "./pause.js";

/** Milliseconds without a key after which a settings file counts as it is. */
const settling = 150;

interface Typed {
  readonly uri: string;
  readonly checked: CheckedSettings;
  /** What the files to which the same layers apply share. */
  readonly resolved: Map<string, ResolvedSettings>;
}

export class WorkerSettings {
  private typed: Typed | undefined;
  /** What was typed last and does not count yet. */
  readonly waiting = new AfterPause();
  /** Told when other settings count. */
  onChange: () => void = () => undefined;

  constructor(
    private readonly given: Settings,
    private readonly rules: readonly Rule[],
    private readonly languages: readonly Language[],
  ) {}

  isSettingsFile(uri: string): boolean {
    return /(?:^|\/)alert-quill\.jsonc$/.test(uri);
  }

  read(text: string): SettingsText & { readonly checked: CheckedSettings } {
    const document = new SettingsDocument(text);
    const checked = checkSettings(document.value, { rules: this.rules, languages: this.languages });
    const form = document.faults.map(({ message }): SettingsIssue => ({ code: "broken-file", path: [], message }));
    return {
      document,
      checked,
      issues: [...form, ...checked.issues],
      rules: checked.rules,
      languages: this.languages,
    };
  }

  /** A settings file is open with a text, or no longer open. One whose form is broken leaves the last good settings in force. */
  take(uri: string, text: string | undefined): void {
    this.waiting.forget();
    const change = (): void => {
      const read = text === undefined ? undefined : this.read(text);
      if (read !== undefined && read.document.faults.length > 0) return;
      this.typed = read && { uri, checked: read.checked, resolved: new Map() };
      this.onChange();
    };
    // The first one counts before any document is looked at.
    if (this.typed === undefined) change();
    else this.waiting.later(settling, change);
  }

  for(uri: string): DocumentSettings {
    if (this.typed === undefined) return { settings: this.given };
    const { uri: file, checked, resolved } = this.typed;
    const folder = file.slice(0, file.lastIndexOf("/") + 1);
    const path = uri.startsWith(folder) ? uri.slice(folder.length) : undefined;
    const layers = planLayers(checked, { ...(path !== undefined && { path }), name: "alert-quill.jsonc" });
    const key = layers.map(({ name }) => name).join("\n");
    const settings = resolved.get(key) ?? combine(layers, checked.rules, checked.settings.ownLevels);
    resolved.set(key, settings);
    const skip = path === undefined ? undefined : checked.settings.skip?.find((glob) => globTest([glob])(path));
    return { settings, file, ...(skip !== undefined && { off: `alert-quill.jsonc skips \`${skip}\`` }) };
  }
}
