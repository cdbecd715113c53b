/** What the server needs, from Node.js. */
import { existsSync, readFileSync, unwatchFile, watchFile } from "node:fs";
import path from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { javascript } from "../languages/javascript/index.js";
import { Baseline } from "../project/baseline.js";
import { discover, ignoredBy } from "../project/discover.js";
import { ProjectSettings, settingsFileName, userSettingsFile, type SettingsSource } from "../project/project-settings.js";
import { issuesIn } from "../project/settings-alerts.js";
import type { DocumentSettings, ServerHost } from "./host.js";

const pages = path.join(path.dirname(fileURLToPath(import.meta.url)), "../../docs/rules");

/** Milliseconds in which several changes of files are taken for one, and between two looks at a file. */
const settling = 60;
const watching = { interval: 350, persistent: false };

export function nodeHost(exit: (code: number) => void): ServerHost {
  const settings = new ProjectSettings();
  let changed: () => void = () => undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const watched = new Set<string>();

  const noteChange = (): void => {
    clearTimeout(timer);
    timer = setTimeout(() => {
      settings.forget();
      changed();
    }, settling);
  };
  const follow = (files: readonly string[]): void => {
    // Files that are not there yet are looked for too, on any file system: that is why they are not watched by events.
    for (const file of files) {
      if (watched.has(file)) continue;
      watched.add(file);
      watchFile(file, watching, noteChange);
    }
  };
  const loadPacks = (file: string): void => {
    settings.loadPacks(file).then((any) => {
      if (any) changed();
    }, () => changed());
  };

  return {
    settingsFor(uri): DocumentSettings {
      if (!uri.startsWith("file:")) return { settings: {} };
      const file = fileURLToPath(uri);
      const folder = path.dirname(file);
      const { resolved, source } = settings.forFile(file);
      follow([...places(folder), ...(source?.parts ?? [])]);
      if (source !== undefined) loadPacks(source.file);
      const skipped = settings.skippedBy(file, folder) ?? settings.skippedBy(file, source === undefined ? folder : path.dirname(source.file));
      const ignored = ignoredBy(file);
      const off = skipped !== undefined ? `${path.basename(skipped.file)} skips \`${skipped.glob}\`` : ignored !== undefined ? (ignored.endsWith("node_modules") ? "it lies in node_modules" : `${path.basename(ignored)} ignores it`) : undefined;
      const baseline = Baseline.fileOf(source);
      if (baseline !== undefined) follow([baseline]);
      let known: Baseline | undefined;
      let fault: string | undefined;
      try {
        known = baseline === undefined ? undefined : Baseline.read(baseline);
      } catch (error) {
        fault = (error as Error).message;
      }
      const [issue] = source?.issues ?? [];
      return {
        settings: resolved,
        ...(source !== undefined && { file: pathToFileURL(source.file).href }),
        ...(off !== undefined && { off }),
        ...(issue !== undefined && { broken: `${path.basename(source!.file)}: ${issue.message}. ${source!.isStale ? "The last good settings stay in force." : "What is valid of it counts."}` }),
        ...(issue === undefined && fault !== undefined && { broken: fault }),
        ...(known !== undefined && { fresh: (alerts, text) => known.fresh(file, alerts, text) }),
      };
    },
    configureEditor(editor, settingsFile) {
      settings.configure({ ...(editor !== undefined && { editor }), settingsFile });
      return settings.editorIssues;
    },
    forgetSettings: () => settings.forget(),
    watch: (listener) => void (changed = listener),
    isSettingsFile: (uri) => uri.startsWith("file:") && (path.basename(fileURLToPath(uri)) === settingsFileName || fileURLToPath(uri) === userSettingsFile()),
    readSettings(uri, text) {
      const file = fileURLToPath(uri);
      const source = settings.checkText(file, text);
      follow(source.parts);
      return { document: source.document, issues: issuesIn(source, projectFiles(source)), rules: source.checked.rules };
    },
    settingsText(uri) {
      const file = fileURLToPath(uri);
      return existsSync(file) ? readFileSync(file, "utf8") : undefined;
    },
    rulePage(rule) {
      const page = path.join(pages, `${rule}.md`);
      return existsSync(page) ? pathToFileURL(page).href : undefined;
    },
    today: () => new Date().toISOString().slice(0, 10),
    exit(code) {
      for (const file of watched) unwatchFile(file);
      exit(code);
    },
  };
}

/** Files that could come to count for what lies in a folder. */
function places(folder: string): string[] {
  const found: string[] = [];
  for (let place = folder; ; place = path.dirname(place)) {
    found.push(path.join(place, settingsFileName), path.join(place, ".gitignore"));
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
  if (listed?.folder !== folder || performance.now() - listed.at > listKept) listed = { folder, at: performance.now(), files: discover([folder], javascript().extensions, () => false).files };
  return listed.files;
}
