/** What the server needs, from Node.js. */
import { existsSync, readFileSync, statSync } from "node:fs";
import path from "node:path";
import { extensions, languages } from "../languages/index.js";
import type { Language } from "../languages/language.js";
import { Baseline } from "../project/baseline.js";
import { discover, ignoredBy, whyIgnored } from "../project/discover.js";
import { DiskFiles } from "../project/disk-files.js";
import { traceOf } from "../project/file-trace.js";
import { FileWatch } from "../project/file-watch.js";
import { readAsset } from "../project/load-languages.js";
import {
  ProjectSettings,
  settingsFileName,
  userSettingsFile,
  whySkipped,
  type EditorChoice,
  type SettingsSource,
} from "../project/project-settings.js";
import { issuesIn } from "../project/settings-alerts.js";
import { writeText } from "../project/write.js";
import { traceText } from "../report/trace.js";
import { baselineOf, SettledMemory } from "./baseline-of.js";
import { fileOf, uriOf } from "./file-uri.js";
import type { DocumentSettings, ServerHost } from "./host.js";
import { NodeProject } from "./node-project.js";
import { AfterPause } from "./pause.js";
import { isBelow, Reach } from "./reach.js";
import { rulePage } from "./rule-pages.js";
import { TrustedFolders } from "./trusted-folders.js";

/** Milliseconds in which several changes of files are taken for one. */
const settling = 60;

/** Milliseconds of quiet after which what is typed in a settings file counts. */
const typing = 250;

/** Milliseconds after which nobody is still looking at a file as it was. */
const recent = 60_000;

/** Milliseconds in which a pack must have been loaded, and between two looks at the process of the client. */
const mostLoadTime = 5000;
const looking = 2000;

export function nodeHost(exit: (code: number) => void, more: readonly Language[] = []): ServerHost {
  const all = [...languages, ...more];
  const reach = new Reach();
  const trusted = new TrustedFolders();
  /** Settings files that are open, with their texts. */
  const open = new Map<string, string>();
  const settings = new ProjectSettings({
    mayRead: reach.mayRead,
    mayRun: (file) => trusted.has(path.dirname(file)),
    mostLoadTime,
    open,
    languages: more,
  });
  let changed: () => void = () => undefined;
  let failed: (uri: string, fault: string) => void = () => undefined;
  const waiting = new AfterPause();
  // What files are analysed with that are not open.
  let revision = 0;
  let editor: EditorChoice = { settingsFile: "merge" };
  let editorIn: ReadonlyMap<string, EditorChoice> = new Map();
  const today = (): string => new Date().toISOString().slice(0, 10);
  const project = new NodeProject(
    () => ({
      revision,
      folders: reach.all,
      trusted: trusted.all,
      editor,
      editorIn,
      open: new Map(open),
      today: today(),
    }),
    (uri, fault) => failed(uri, fault),
  );

  const memory = new SettledMemory();

  const forget = (): void => {
    memory.forget();
    revision += 1;
    settings.forget();
  };
  const noteChange = (after = settling): void => {
    waiting.later(after, () => {
      forget();
      changed();
    });
  };
  const watch = new FileWatch(() => noteChange());
  let fileChanged: (uri: string) => void = () => undefined;
  const told = new FileWatch((file) => fileChanged(uriOf(file)));
  const loadPacks = (file: string): void => {
    settings.loadPacks(file).then((any) => {
      if (!any) return;
      memory.forget();
      changed();
    }, () => changed());
  };
  /** A document that has no file yet counts as one at the top of the first folder. */
  const placeOf = (uri: string): string | undefined => fileOf(uri) ??
    (/^untitled:/.test(uri) && reach.all[0] !== undefined ? path.join(reach.all[0], "untitled.js") : undefined);

  return {
    readAsset,
    project,
    files: new DiskFiles(reach.mayRead, () => reach.all),
    setFolders(uris) {
      reach.set(uris?.flatMap((uri) => fileOf(uri) ?? []));
      forget();
    },
    trustPacks(trust) {
      trusted.set(trust);
      forget();
    },
    trustFolder(folder, forGood) {
      trusted.add(folder, forGood);
      forget();
    },
    settingsFor(uri): DocumentSettings {
      const file = placeOf(uri);
      if (file === undefined) return { settings: {} };
      reach.opened(file);
      const folder = path.dirname(file);
      const { resolved, source, beside, layers } = settings.forFile(file);
      if (source !== undefined) loadPacks(source.file);
      const skipped = settings.skippedBy(file, folder) ??
        settings.skippedBy(file, source === undefined ? folder : path.dirname(source.file));
      const ignored = ignoredBy(file, reach.mayRead);
      const off = skipped !== undefined
        ? whySkipped(skipped, path.basename)
        : ignored !== undefined ? whyIgnored(ignored, path.basename) : undefined;
      const { known, fault } = baselineOf(source, reach);
      const language = all.find((one) => one.extensions.includes(path.extname(file)));
      const inForce = language === undefined ? resolved : resolved.in(language);
      const isOn = (id: string): boolean => inForce.active.some(({ rule }) => rule.id === id);
      const named = Baseline.fileOf(source);
      watch.follow(uri, [
        ...places(folder, reach),
        ...(source?.parts ?? []),
        ...beside,
        ...(named !== undefined && fault === undefined ? [named] : []),
      ]);
      const [issue] = source?.issues ?? [];
      return {
        settings: resolved,
        ...(source !== undefined && { file: uriOf(source.file) }),
        madeOf: layers.flatMap(({ name }) => (name.startsWith("kit ") ? [name] : [])).join(", ") || "no kit",
        ...(off !== undefined && { off }),
        ...(
          issue !== undefined && {
            broken: `${path.basename(source!.file)}: ${issue.message}${issue.message.endsWith("?") ? "" : "."} ${source!.isStale ? "The last good settings stay in force." : "What is valid of it counts."}`,
          }
        ),
        ...(issue === undefined && fault !== undefined && { broken: fault }),
        ...(
          source !== undefined && source.waiting.length > 0 && {
            waiting: { folder: path.dirname(source.file), packs: source.waiting },
          }
        ),
        ...(
          known !== undefined && {
            fresh: (alerts, text, isSaved) => memory.fresh(known, file, alerts, text, isOn, isSaved),
          }
        ),
      };
    },
    configureEditor(given, folders) {
      editor = given;
      editorIn = new Map(
        [...folders].flatMap(([uri, choice]) => {
          const folder = fileOf(uri);
          return folder === undefined ? [] : [[folder, choice] as const];
        }),
      );
      memory.forget();
      revision += 1;
      settings.configure({ editor, editorIn });
      return settings.editorIssues;
    },
    forgetSettings: forget,
    settle: () => waiting.now(),
    closed: (uri) => watch.release(uri),
    settingsTyped(uri, text) {
      const file = fileOf(uri)!;
      if (open.get(file) === text) return;
      if (text === undefined) open.delete(file);
      else open.set(file, text);
      noteChange(typing);
    },
    writeSettings(uri, text) {
      writeText(fileOf(uri)!, text);
      forget();
    },
    newSettingsFile(uri) {
      const file = fileOf(uri);
      if (file === undefined) return undefined;
      const folder = reach.all.find((one) => isBelow(path.dirname(file), one));
      return folder === undefined ? undefined : uriOf(path.join(folder, settingsFileName));
    },
    watch: (listener) => void (changed = listener),
    watchFiles(uris) {
      const files = [...uris].flatMap((uri) => fileOf(uri) ?? []);
      const before = new Set(told.files);
      told.follow("told", files);
      // One that changed while it was being looked at did so before anybody watched it.
      for (const file of files) {
        if (before.has(file)) continue;
        const changedAt = statSync(file, { throwIfNoEntry: false })?.mtimeMs ?? Infinity;
        if (changedAt > Date.now() - recent) fileChanged(uriOf(file));
      }
    },
    onFileChange: (listener) => void (fileChanged = listener),
    isThere(uri) {
      const file = fileOf(uri);
      return file === undefined || existsSync(file);
    },
    onFailure: (listener) => void (failed = listener),
    isSettingsFile(uri) {
      const file = fileOf(uri);
      return file !== undefined && (path.basename(file) === settingsFileName || file === userSettingsFile());
    },
    readSettings(uri, text) {
      const source = settings.checkText(fileOf(uri)!, text);
      watch.follow(uri, source.parts);
      return {
        document: source.document,
        issues: issuesIn(source, projectFiles(source)),
        rules: source.checked.rules,
        languages: all,
      };
    },
    settingsText(uri) {
      const file = fileOf(uri)!;
      return existsSync(file) ? readFileSync(file, "utf8") : undefined;
    },
    trace(uri) {
      const file = fileOf(uri);
      return file === undefined
        ? undefined
        : traceText(traceOf(file, settings, { mayRead: reach.mayRead, folder: reach.all[0] ?? path.dirname(file) }), {
          colour: false,
        });
    },
    rulePage,
    today,
    watchProcess(id, ended) {
      const timer = setInterval(() => {
        if (isRunning(id)) return;
        clearInterval(timer);
        ended();
      }, looking);
      timer.unref();
    },
    exit(code) {
      void Promise.all([watch.close(), told.close(), project.stop()]).finally(() => exit(code));
    },
  };
}

function isRunning(id: number): boolean {
  try {
    process.kill(id, 0);
    return true;
  } catch (error) {
    // One that belongs to somebody else is there.
    return (error as NodeJS.ErrnoException).code === "EPERM";
  }
}

/** Files that could come to count for what lies in a folder. */
function places(folder: string, reach: Reach): string[] {
  const found: string[] = [];
  for (let place = folder; ; place = path.dirname(place)) {
    if (reach.mayRead(place)) found.push(path.join(place, settingsFileName), path.join(place, ".gitignore"));
    if (existsSync(path.join(place, ".git")) || path.dirname(place) === place) return found;
  }
}

/** Milliseconds for which the list of a project's files is kept while a settings file is typed in. */
const listKept = 3000;

let listed: { readonly folder: string; readonly at: number; readonly files: readonly string[] } | undefined;

/** The files that zones can speak of. */
function projectFiles({ file, checked }: SettingsSource): readonly string[] | undefined {
  if ((checked.settings.zones ?? []).length === 0) return undefined;
  const folder = path.dirname(file);
  if (listed?.folder !== folder || performance.now() - listed.at > listKept) {
    listed = { folder, at: performance.now(), files: discover([folder], extensions, () => false).files };
  }
  return listed.files;
}
