/** Finding and reading settings files. */
import { existsSync, readFileSync } from "node:fs";
import path from "node:path";
import { parse, printParseErrorCode, type ParseError } from "jsonc-parser";
import { rules } from "../rules/index.js";
import { resolveSettings } from "../settings/resolve.js";
import { SettingsError, type Settings } from "../settings/schema.js";
import { globTest } from "./discover.js";
import { positionAt } from "../text/position.js";
import { Text } from "../text/text.js";

export const settingsFileName = "alert-quill.jsonc";

/** Settings as they were read, with the file they stand in. */
export interface SettingsSource {
  readonly file: string;
  readonly settings: Settings;
}

/** Finds the settings file nearest to a folder, from there upward, and keeps what it read until told to forget. */
export class SettingsReader {
  private readonly files = new Map<string, SettingsSource | undefined>();

  /** The settings for files in `folder`. Throws a `SettingsError` when the nearest file cannot be used. */
  forFolder(folder: string): SettingsSource | undefined {
    if (this.files.has(folder)) return this.files.get(folder);
    const file = path.join(folder, settingsFileName);
    const parent = path.dirname(folder);
    const source = existsSync(file) ? { file, settings: readSettings(file) } : parent === folder ? undefined : this.forFolder(parent);
    this.files.set(folder, source);
    return source;
  }

  /**
   * Whether the settings leave `file` out. The settings file nearest to `start`, where somebody began to look for files, has its say, and
   * so has every one between there and the file.
   */
  skips(file: string, start: string): boolean {
    const top = this.forFolder(start);
    let source = this.forFolder(path.dirname(file));
    while (source !== undefined) {
      const folder = path.dirname(source.file);
      if (globTest(folder, source.settings.skip ?? [])(file)) return true;
      if (source.file === top?.file || path.dirname(folder) === folder) return false;
      source = this.forFolder(path.dirname(folder));
    }
    return false;
  }

  forget(): void {
    this.files.clear();
  }
}

/** Reads a settings file and checks it. Throws a `SettingsError` that names the file and each mistake. */
export function readSettings(file: string): Settings {
  const text = readFileSync(file, "utf8").replace(/^\uFEFF/, "");
  const errors: ParseError[] = [];
  const settings = parse(text, errors, { allowTrailingComma: true }) as Settings | undefined;
  if (errors.length > 0) {
    const snapshot = Text.of(text);
    const issues = errors.map(({ error, offset }) => {
      const { line, character } = positionAt(snapshot, offset);
      return { code: "wrong-value" as const, path: [], message: `line ${line + 1}, column ${character + 1}: ${printParseErrorCode(error)}` };
    });
    throw new SettingsError(issues, file);
  }
  try {
    resolveSettings(settings ?? {}, rules);
  } catch (error) {
    if (error instanceof SettingsError) throw new SettingsError(error.issues, file);
    throw error;
  }
  return settings ?? {};
}
