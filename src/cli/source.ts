/** Where a command takes its files and settings from: paths, or the standard input that stands for a file; settings that are found, or a file that is named. */
import { readFileSync, statSync } from "node:fs";
import path from "node:path";
import type { ProjectVisit } from "../project/visit.js";

export interface SourceOptions {
  /** The file that the standard input stands for. */
  readonly as?: string;
  readonly settings?: string;
}

/** How a command means to be called wrongly says what to write instead. */
export class SourceError extends Error {
  override readonly name = "SourceError";
}

/** The settings file that is named. Throws a `SourceError` where there is none. */
export function namedSettings(named: string | undefined): { settingsFile?: string } {
  if (named === undefined) return {};
  const file = path.resolve(named);
  if (statSync(file, { throwIfNoEntry: false })?.isFile() !== true) {
    throw new SourceError(`--settings: there is no file ${named}`);
  }
  return { settingsFile: file };
}

/** What a visit is given for paths, of which `-` is the standard input. Throws a `SourceError` where they do not go together. */
export function sourceOf(
  paths: readonly string[],
  { as, settings }: SourceOptions,
): Pick<ProjectVisit, "settingsFile" | "input"> {
  const isInput = paths.includes("-");
  if (isInput && paths.length > 1) throw new SourceError("`-`, the standard input, stands alone");
  if (isInput && as === undefined) {
    throw new SourceError(
      "say with --as which file the standard input stands for, as in `alert-quill review - --as src/fares.js`",
    );
  }
  if (!isInput && as !== undefined) {
    throw new SourceError("--as says which file the standard input stands for: give `-` as the path");
  }
  return {
    ...namedSettings(settings),
    ...(isInput && { input: { file: path.resolve(as!), text: readFileSync(0, "utf8").replace(/^\uFEFF/, "") } }),
  };
}
