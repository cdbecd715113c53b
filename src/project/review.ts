/** Analysing the files of a project one after the other. */
import { readFileSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import type { RuleFailure } from "../engine/alert.js";
import type { Meter } from "../engine/meter.js";
import { createWorkspace, type Workspace } from "../engine/workspace.js";
import type { Language } from "../languages/language.js";
import type { FileReview, Review } from "../report/model.js";
import type { Rule } from "../rules/rule.js";
import { globTest } from "../settings/globs.js";
import type { Settings } from "../settings/schema.js";
import { Baseline } from "./baseline.js";
import { cutOff } from "./cut-off.js";
import { discover } from "./discover.js";
import { ProjectSettings, type FileSettings } from "./project-settings.js";
import { settingsAlerts } from "./settings-alerts.js";

/** Milliseconds in which a pack must have been loaded. */
const mostLoadTime = 10_000;

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
  readonly settings: FileSettings;
}

export interface ProjectVisit {
  readonly languages: readonly Language[];
  readonly paths: readonly string[];
  readonly folder: string;
  readonly today: string;
  readonly profile?: string;
  /** Rules that run alone, for a trial. */
  readonly only?: readonly Rule[];
  /** Settings that count instead of those of files, for a trial. */
  readonly instead?: Settings;
  readonly onFailure?: (file: string, failure: RuleFailure) => void;
  /** Told what the time goes to. */
  readonly meter?: Meter;
}

export interface VisitResult {
  /** What could not be read. */
  readonly problems: Problem[];
  /** Settings files in which something is wrong. */
  readonly broken: FileReview[];
  /** The settings files in force, with the rules there are. */
  readonly settings: ProjectSettings;
  readonly files: readonly string[];
}

/** Opens each file of a project in a workspace with its settings, hands it to `use` and closes it. */
export async function eachFile(visit: ProjectVisit, use: (file: ProjectFile) => void): Promise<VisitResult> {
  const { languages, paths, folder, today, profile, only, instead, onFailure, meter } = visit;
  const settings = new ProjectSettings({
    mostLoadTime,
    ...(profile !== undefined && { profile }),
    ...(instead && { editor: instead, settingsFile: "only" }),
  });
  const skipsInstead = globTest(instead?.skip ?? []);
  const workspace = createWorkspace({
    languages,
    today,
    cutOff,
    ...(onFailure && { onFailure }),
    ...(meter && { meter }),
  });
  const { files, problems } = discover(
    paths,
    languages.flatMap(({ extensions }) => extensions),
    (file, start) => (
      instead === undefined
        ? settings.skippedBy(file, start) !== undefined
        : skipsInstead(path.relative(start, file).split(path.sep).join("/"))
    ),
  );
  const unread: Problem[] = [...problems];
  const ready = new Set<string>();
  for (const file of files) {
    const shown = path.relative(folder, file).split(path.sep).join("/");
    const settingsFile = instead === undefined ? settings.fileFor(path.dirname(file)) : undefined;
    if (settingsFile !== undefined && !ready.has(settingsFile)) {
      ready.add(settingsFile);
      await settings.loadPacks(settingsFile);
    }
    let text: string;
    try {
      text = readText(file);
    } catch (error) {
      unread.push({ path: shown, reason: (error as Error).message });
      continue;
    }
    const uri = pathToFileURL(file).href;
    const language = languages.find(({ extensions }) => extensions.includes(path.extname(file)))!;
    const own = settings.forFile(file);
    const resolved = only === undefined
      ? own.resolved
      : { ...own.resolved, active: only.map((rule) => ({ rule, level: rule.level, options: undefined })) };
    workspace.open({ uri, languageId: language.languageIds[0]!, version: 0, text, settings: resolved });
    use({ file, shown, uri, workspace, settings: own });
    workspace.close(uri);
  }
  for (const named of instead === undefined ? paths : []) {
    const above = settings.fileFor(path.resolve(named));
    if (above !== undefined) ready.add(above);
  }
  const broken = [...ready].sort().flatMap((file) => {
    const source = settings.source(file);
    const hasZones = (source.checked.settings.zones ?? []).length > 0;
    const all = hasZones
      ? discover([path.dirname(file)], languages.flatMap(({ extensions }) => extensions), () => false).files
      : files;
    return only === undefined
      ? (settingsAlerts(source, path.relative(folder, file).split(path.sep).join("/"), all) ?? [])
      : [];
  });
  return { problems: unread, broken, settings, files };
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

/** Reviews the files below `paths`. Alerts of a baseline are left out and counted. */
export async function reviewProject(
  visit: ProjectVisit,
): Promise<{ review: Review; result: VisitResult; known: number }> {
  const files: FileReview[] = [];
  let known = 0;
  const baselines = new Map<string, Baseline>();
  const result = await eachFile(visit, ({ file, shown, uri, workspace, settings: { source } }) => {
    const all = workspace.alerts(uri);
    const text = workspace.text(uri);
    const baselineFile = Baseline.fileOf(source);
    let alerts = all;
    if (baselineFile !== undefined && visit.only === undefined) {
      const baseline = baselines.get(baselineFile) ?? Baseline.read(baselineFile);
      baselines.set(baselineFile, baseline);
      alerts = baseline.fresh(file, all, text);
      known += all.length - alerts.length;
    }
    const shownAlerts = new Set(alerts);
    const mended = new Set(
      workspace
        .remedies(uri)
        .filter(({ certainty, alert }) => certainty === "certain" && shownAlerts.has(alert))
        .map(({ alert }) => alert),
    );
    files.push({ path: shown, text, alerts, mendable: mended.size });
  });
  return { review: { files: [...result.broken, ...files] }, result, known };
}
