/** Analysing the files of a project one after the other. */
import { readFileSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { createWorkspace, type Workspace } from "../engine/workspace.js";
import type { Meter } from "../engine/meter.js";
import type { RuleFailure } from "../engine/alert.js";
import type { Language } from "../languages/language.js";
import type { FileReview, Review } from "../report/model.js";
import { discover } from "./discover.js";
import { SettingsReader } from "./settings-file.js";

export interface Problem {
  readonly path: string;
  readonly reason: string;
}

export interface ProjectFile {
  /** Absolute. */
  readonly file: string;
  /** As shown, relative to the working folder. */
  readonly shown: string;
  readonly uri: string;
  readonly workspace: Workspace;
}

export interface ProjectVisit {
  readonly languages: readonly Language[];
  readonly paths: readonly string[];
  readonly folder: string;
  readonly today: string;
  readonly onFailure?: (file: string, failure: RuleFailure) => void;
  /** Told what the time goes to. */
  readonly meter?: Meter;
}

/** Opens each file of a project in a workspace with its settings, hands it to `use` and closes it. Returns what could not be read. */
export function eachFile({ languages, paths, folder, today, onFailure, meter }: ProjectVisit, use: (file: ProjectFile) => void): Problem[] {
  const reader = new SettingsReader();
  const workspace = createWorkspace({ languages, today, ...(onFailure && { onFailure }), ...(meter && { meter }) });
  const { files, problems } = discover(paths, languages.flatMap(({ extensions }) => extensions), (file, start) => reader.skips(file, start));
  const unread: Problem[] = [...problems];
  for (const file of files) {
    const shown = path.relative(folder, file).split(path.sep).join("/");
    const { settings } = reader.forFolder(path.dirname(file)) ?? {};
    let text: string;
    try {
      text = readText(file);
    } catch (error) {
      unread.push({ path: shown, reason: (error as Error).message });
      continue;
    }
    const uri = pathToFileURL(file).href;
    const language = languages.find(({ extensions }) => extensions.includes(path.extname(file)))!;
    workspace.open({ uri, languageId: language.languageIds[0]!, version: 0, text, settings: settings ?? {} });
    use({ file, shown, uri, workspace });
    workspace.close(uri);
  }
  return unread;
}

/** Reads a file as UTF-8. Throws when its bytes are no text. */
export function readText(file: string): string {
  const bytes = readFileSync(file);
  if (bytes.includes(0)) throw new Error("this is no text: it holds a zero byte");
  try {
    return new TextDecoder("utf-8", { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch {
    throw new Error("this is no UTF-8 text");
  }
}

/** Reviews the files below `paths`. */
export function reviewProject(visit: ProjectVisit): { review: Review; problems: Problem[] } {
  const files: FileReview[] = [];
  const problems = eachFile(visit, ({ shown, uri, workspace }) => {
    const alerts = workspace.alerts(uri);
    const mended = new Set(workspace.remedies(uri).filter(({ certainty }) => certainty === "certain").map(({ alert }) => alert));
    files.push({ path: shown, text: workspace.text(uri), alerts, mendable: mended.size });
  });
  return { review: { files }, problems };
}
