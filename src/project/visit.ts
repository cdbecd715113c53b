/** Going through the files of a project, each with its settings. */
import path from "node:path";
import { pathToFileURL } from "node:url";
import type { RuleFailure } from "../engine/alert.js";
import type { Meter } from "../engine/meter.js";
import type { ModuleGraph } from "../engine/module-graph.js";
import { createWorkspace, type Workspace } from "../engine/workspace.js";
import type { Language } from "../languages/language.js";
import type { FileReview } from "../report/model.js";
import { isInShard, type Shard } from "../report/shards.js";
import type { Rule } from "../rules/rule.js";
import { withActive } from "../settings/resolve.js";
import type { Settings } from "../settings/schema.js";
import { globTest } from "../text/globs.js";
import { stagedFiles, stagedText } from "./changed-lines.js";
import { cutOff } from "./cut-off.js";
import { discover, type LeftOut } from "./discover.js";
import { modulesOnDisk } from "./disk-files.js";
import { loadLanguagesOf } from "./load-languages.js";
import { ProjectSettings, type FileSettings } from "./project-settings.js";
import { readText } from "./read-text.js";
import type { Results } from "./result-store.js";
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
  /** A settings file that counts for all files; absolute. */
  readonly settingsFile?: string;
  /** A text that stands for a file, which need not be there, instead of what lies below `paths`. */
  readonly input?: { readonly file: string; readonly text: string };
  /** Rules that run alone, for a trial. */
  readonly only?: readonly Rule[];
  /** Settings that count instead of those of files, for a trial. */
  readonly instead?: Settings;
  readonly onFailure?: (file: string, failure: RuleFailure) => void;
  /** Told what the time goes to. */
  readonly meter?: Meter;
  /** Rules and areas: alerts of others are not told, and those named are on, whatever the settings say. */
  readonly about?: readonly string[];
  /** A revision of git: only alerts in lines that have changed since are told. */
  readonly since?: string;
  /** Whether only what is staged for the next commit counts: files as they are staged, and in them alerts in lines that it changes. */
  readonly staged?: boolean;
  /** Whether what a baseline holds counts as well. */
  readonly ignoresBaseline?: boolean;
  /** What was found in earlier runs, which counts, and is kept for later ones. */
  readonly results?: Results;
  /** Whether remedies and strain are wanted too. */
  readonly detailed?: boolean;
  /** Only the files of this shard. */
  readonly shard?: Shard;
  /** Told, now and then, how many files have been looked at. */
  readonly onProgress?: (done: number, all: number) => void;
}

export interface VisitResult {
  /** What could not be read. */
  readonly problems: Problem[];
  /** Settings files in which something is wrong. */
  readonly broken: FileReview[];
  /** The settings files in force, with the rules there are. */
  readonly settings: ProjectSettings;
  readonly files: readonly string[];
  readonly leftOut: LeftOut;
  /** The one that paths are shown from. */
  readonly folder: string;
}

/** A file that is there to be analysed. */
export interface LocatedFile {
  readonly file: string;
  readonly shown: string;
  /** Read when it is asked for, where it is known by its mark. */
  readonly text: string;
  /** What stands for the text among results; absent where these do not tell. */
  readonly mark?: string;
  readonly settings: FileSettings;
}

/** Which settings count in a visit. */
export type SettingsChoice = Pick<ProjectVisit, "profile" | "instead" | "settingsFile" | "about">;

/** The settings with which a project is visited. */
export function settingsOf({ profile, instead, settingsFile, about }: SettingsChoice): ProjectSettings {
  return new ProjectSettings({
    mostLoadTime,
    ...(about && { named: about }),
    ...(profile !== undefined && { profile }),
    ...(settingsFile !== undefined && { file: settingsFile }),
    ...(instead && { editor: { settings: instead, settingsFile: "only" } }),
  });
}

const shownFrom = (folder: string, file: string): string => path.relative(folder, file).split(path.sep).join("/");

/** A file whose text is known by its mark. */
function known(file: string, shown: string, mark: string, settings: FileSettings): LocatedFile {
  let read: string | undefined;
  return {
    file,
    shown,
    mark,
    settings,
    get text() {
      return (read ??= readText(file));
    },
  };
}

/** Hands the files of a project to `use`, each with its text and its settings. */
export async function locate(
  visit: ProjectVisit,
  use: (file: LocatedFile) => void | Promise<void>,
): Promise<VisitResult> {
  const { languages, paths, folder, only, instead, shard } = visit;
  const settings = settingsOf(visit);
  const skipsInstead = globTest(instead?.skip ?? []);
  const { input } = visit;
  const extensions = languages.flatMap((language) => language.extensions);
  const { files: discovered, problems, leftOut } = discover(
    input === undefined ? paths : [],
    extensions,
    (file, start) => (
      instead === undefined
        ? settings.skippedBy(file, start) !== undefined
        : skipsInstead(path.relative(start, file).split(path.sep).join("/"))
    ),
  );
  const staged = visit.staged === true ? stagedFiles(folder) : undefined;
  const files = discovered.filter((file) => staged?.has(file) !== false);
  const unread: Problem[] = [...problems];
  const ready = new Set<string>();
  if (input !== undefined) {
    if (extensions.includes(path.extname(input.file))) files.push(input.file);
    else unread.push({ path: shownFrom(folder, input.file), reason: "no language is known for such a file" });
  }
  for (const [index, file] of files.entries()) {
    const shown = shownFrom(folder, file);
    const settingsFile = instead === undefined ? settings.fileFor(path.dirname(file)) : undefined;
    if (settingsFile !== undefined && !ready.has(settingsFile)) {
      ready.add(settingsFile);
      await settings.loadPacks(settingsFile);
    }
    if (shard !== undefined && !isInShard(shard, index)) continue;
    const mark = input === undefined && staged === undefined ? visit.results?.markOf?.(file) : undefined;
    if (mark !== undefined) {
      await use(known(file, shown, mark, settings.forFile(file)));
      continue;
    }
    let text: string;
    try {
      text = input?.text ?? (staged === undefined ? readText(file) : stagedText(file));
    } catch (error) {
      unread.push({ path: shown, reason: (error as Error).message });
      continue;
    }
    await use({ file, shown, text, settings: settings.forFile(file) });
  }
  for (const named of instead === undefined ? paths : []) {
    const above = settings.fileFor(path.resolve(named));
    if (above !== undefined) ready.add(above);
  }
  const broken = [...ready].sort().flatMap((file) => {
    const source = settings.source(file);
    const hasZones = (source.checked.settings.zones ?? []).length > 0;
    const all = hasZones ? discover([path.dirname(file)], extensions, () => false).files : files;
    return only === undefined ? (settingsAlerts(source, shownFrom(folder, file), all) ?? []) : [];
  });
  return { problems: unread, broken, settings, files, leftOut, folder };
}

/** Opens files of a project, one at a time, in a workspace. */
export function opener(
  { languages, today, only, onFailure, meter }: Pick<
    ProjectVisit,
    "languages" | "today" | "only" | "onFailure" | "meter"
  >,
  graph: ModuleGraph = modulesOnDisk(),
): (file: LocatedFile, use: (file: ProjectFile) => void) => void {
  const workspace = createWorkspace({
    languages,
    today,
    cutOff,
    files: graph,
    ...(onFailure && { onFailure }),
    ...(meter && { meter }),
  });
  return ({ file, shown, text, settings }, use) => {
    const uri = pathToFileURL(file).href;
    const language = languages.find(({ extensions }) => extensions.includes(path.extname(file)))!;
    const resolved = only === undefined
      ? settings.resolved
      : withActive(settings.resolved, only.map((rule) => ({ rule, level: rule.level, options: undefined })));
    workspace.open({ uri, languageId: language.languageIds[0]!, version: 0, text, settings: resolved });
    use({ file, shown, uri, workspace, settings });
    workspace.close(uri);
  };
}

/** Opens each file of a project in a workspace with its settings, hands it to `use` and closes it. */
export function eachFile(visit: ProjectVisit, use: (file: ProjectFile) => void): Promise<VisitResult> {
  const open = opener(visit);
  return locate(visit, async (file) => {
    await loadLanguagesOf([file.file]);
    open(file, use);
  });
}
