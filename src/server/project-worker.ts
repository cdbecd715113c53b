/** Analysing and mending files that are not open, in a thread beside the server. */
import path from "node:path";
import type { Diagnostic, TextEdit } from "vscode-languageserver-protocol";
import type { Alert } from "../engine/alert.js";
import { isAnsweredAlike, placeIn } from "../engine/link-questions.js";
import type { ModuleGraph } from "../engine/module-graph.js";
import { createWorkspace } from "../engine/workspace.js";
import { extensions, languageOf, languages } from "../languages/index.js";
import { Baseline } from "../project/baseline.js";
import { cutOff } from "../project/cut-off.js";
import { discover } from "../project/discover.js";
import { modulesOnDisk } from "../project/disk-files.js";
import { loadLanguagesOf } from "../project/load-languages.js";
import { ProjectSettings, type EditorChoice, type FileSettings } from "../project/project-settings.js";
import { readText } from "../project/read-text.js";
import { keyOf, markOf, ResultStore, settingsKey } from "../project/result-store.js";
import { Text } from "../text/text.js";
import { baselineOf } from "./baseline-of.js";
import { toDiagnostics } from "./diagnostics.js";
import { fileOf, uriOf } from "./file-uri.js";
import type { ClientTraits } from "./host.js";
import { Place } from "./place.js";
import { Reach } from "./reach.js";
import { rulePage } from "./rule-pages.js";

/** What the server is set to; with another revision all that was read before is forgotten. */
export interface ProjectSetup {
  readonly revision: number;
  readonly folders: readonly string[];
  readonly trusted: true | readonly string[];
  readonly editor: EditorChoice;
  readonly editorIn: ReadonlyMap<string, EditorChoice>;
  /** Settings files as they are being typed. */
  readonly open: ReadonlyMap<string, string>;
  readonly today: string;
}

interface FileTask {
  readonly setup: ProjectSetup;
  readonly does: "review" | "mend";
  readonly uris: readonly string[];
  readonly client: ClientTraits;
}

export type ProjectTask =
  | FileTask
  | { readonly setup: ProjectSetup; readonly does: "list"; readonly below: readonly string[] };

/** What was found in a file, or what changes in it. */
export interface FileResult {
  readonly uri: string;
  readonly diagnostics: readonly Diagnostic[];
  readonly edits: readonly TextEdit[];
  /** What went wrong with it. */
  readonly fault?: string;
}

const store = new ResultStore();
const mostLoadTime = 5000;

let current: {
  readonly setup: ProjectSetup;
  readonly settings: ProjectSettings;
  readonly reach: Reach;
  readonly baselines: Map<string, Baseline | undefined>;
} | undefined;

function settingsFor(setup: ProjectSetup): NonNullable<typeof current> {
  if (current?.setup.revision === setup.revision) return current;
  const reach = new Reach();
  reach.set(setup.folders);
  const { trusted, editor, editorIn, open: typed } = setup;
  const settings = new ProjectSettings({
    mayRead: reach.mayRead,
    mayRun: (file) => trusted === true || trusted.includes(path.dirname(file)),
    mostLoadTime,
    open: typed,
    editor,
    editorIn,
  });
  return (current = { setup, settings, reach, baselines: new Map() });
}

/** Runs one task. Called by the pool. */
export default async function run(task: ProjectTask): Promise<string[] | FileResult[]> {
  const { settings, reach, baselines } = settingsFor(task.setup);
  if (task.does === "list") {
    store.prune();
    return discover(
      task.below.filter(reach.mayRead),
      extensions,
      (file, start) => settings.skippedBy(file, start) !== undefined,
      reach.mayRead,
    ).files.map(uriOf);
  }
  const results: FileResult[] = [];
  // Files may have changed since the last task.
  const graph = modulesOnDisk(reach.mayRead);
  for (const uri of task.uris) {
    try {
      const file = fileOf(uri)!;
      const settingsFile = settings.fileFor(path.dirname(file));
      if (settingsFile !== undefined) await settings.loadPacks(settingsFile);
      await loadLanguagesOf([file]);
      results.push(resultOf(uri, file, settings.forFile(file), task, graph, baselines, reach));
    } catch (error) {
      // What fails on one file is told of it, and the others are looked at.
      results.push({
        uri,
        diagnostics: [],
        edits: [],
        fault: error instanceof Error ? (error.stack ?? error.message) : String(error),
      });
    }
  }
  return results;
}

function resultOf(
  uri: string,
  file: string,
  own: FileSettings,
  { does, client, setup }: FileTask,
  graph: ModuleGraph,
  baselines: Map<string, Baseline | undefined>,
  reach: Reach,
): FileResult {
  const content = readable(file);
  if (content === undefined) return { uri, diagnostics: [], edits: [] };
  const text = Text.of(content);
  const place = new Place(uri, uri, 0, text, 0, client.encoding);
  if (does === "mend") {
    return { uri, diagnostics: [], edits: place.edits(open(uri, content, own, setup, graph).mend(uri)) };
  }
  const alerts = fresh(baselines, reach, file, own, text, alertsOf(uri, file, content, own, setup, graph));
  return { uri, diagnostics: toDiagnostics(alerts, place, { client, rulePage }), edits: [] };
}

/** The text of a file; `undefined` for what is gone, or no text. */
function readable(file: string): string | undefined {
  try {
    return readText(file);
  } catch {
    return undefined;
  }
}

function open(uri: string, text: string, { resolved }: FileSettings, { today }: ProjectSetup, graph: ModuleGraph) {
  const workspace = createWorkspace({ languages, today, cutOff, files: graph });
  workspace.open({
    uri,
    languageId: languages.find((language) => language.extensions.includes(path.extname(uri)))!.languageIds[0]!,
    version: 0,
    text,
    settings: resolved,
  });
  return workspace;
}

/** The alerts of a file: those that were found when it was as it is, or new ones. */
function alertsOf(
  uri: string,
  file: string,
  text: string,
  own: FileSettings,
  setup: ProjectSetup,
  graph: ModuleGraph,
): readonly Alert[] {
  const settings = settingsKey(file, own);
  if (settings === undefined) return open(uri, text, own, setup, graph).alerts(uri);
  const key = keyOf(markOf(text), settings, setup.today);
  const before = store.get(key);
  const { values } = own.resolved.in(languageOf(file)!);
  if (before !== undefined && isAnsweredAlike(before.asked, placeIn(graph, uri, values))) return before.alerts;
  const workspace = open(uri, text, own, setup, graph);
  const alerts = workspace.alerts(uri);
  store.put(key, { alerts, asked: workspace.askedLinks(uri) });
  return alerts;
}

/** Those of a file's alerts that are not in the baseline; all where it cannot be read, which the documents that are open tell. */
function fresh(
  baselines: Map<string, Baseline | undefined>,
  reach: Reach,
  file: string,
  { source }: FileSettings,
  text: Text,
  alerts: readonly Alert[],
): readonly Alert[] {
  const named = Baseline.fileOf(source);
  if (named === undefined) return alerts;
  if (!baselines.has(named)) baselines.set(named, baselineOf(source, reach).known);
  return baselines.get(named)?.fresh(file, alerts, text) ?? alerts;
}
