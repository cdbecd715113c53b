/** What there is to be found in files: what was found before in the same, and the rest by looking, with all processors where that pays. */
import { availableParallelism } from "node:os";
import type { Remedy, ShownRemedy } from "../engine/document-remedies.js";
import { isAnsweredAlike, placeAt } from "../engine/link-questions.js";
import type { ModuleGraph } from "../engine/module-graph.js";
import { languageOf } from "../languages/index.js";
import type { ReviewResult, ReviewTask } from "../project/review-worker.js";
import { modulesThatStay, plain } from "./disk-files.js";
import { loadLanguagesOf } from "./load-languages.js";
import { keyOf, markOf, settingsKey, type FileResult } from "./result-store.js";
import { opener, type LocatedFile, type ProjectFile, type ProjectVisit, type SettingsChoice } from "./visit.js";

/** Fewer files than these are looked at sooner than what was found in them is looked up. */
const fewFiles = 4;
/** Below this many characters starting threads takes longer than they save. */
const littleText = 600_000;
/** How many ways to settle an alert an overview shows. */
const mostRemedies = 3;
/** Characters that go to a thread at a time, at least. */
const batch = 100_000;

/** What was found in each file, by its path. */
export async function findAll(
  files: readonly LocatedFile[],
  visit: ProjectVisit,
): Promise<ReadonlyMap<string, FileResult>> {
  const found = new Map<string, FileResult>();
  const store = files.length >= fewFiles && visit.detailed !== true ? visit.results : undefined;
  const keys = new Map<string, string>();
  const graph = modulesThatStay();
  const before = new Map<string, FileResult>();
  for (const one of store === undefined ? [] : files) {
    const { file, settings } = one;
    const own = settingsKey(file, settings);
    if (own === undefined) continue;
    const mark = one.mark ?? markOf(one.text);
    if (one.mark === undefined) store!.noteMark?.(file, mark);
    const key = keyOf(mark, own, visit.today);
    keys.set(file, key);
    const result = store!.get(key);
    if (result === undefined) continue;
    before.set(file, result);
    learn(graph, file, result);
  }
  for (const { file, settings } of files) {
    const result = before.get(file);
    if (result === undefined) continue;
    const { values } = settings.resolved.in(languageOf(file)!);
    const place = placeAt(graph, plain(file), values);
    if (result.certain !== undefined && isAnsweredAlike(result.asked, place)) found.set(file, result);
  }
  const left = files.filter(({ file }) => !found.has(file));
  const take = (file: string, result: FileResult, isWhole: boolean): void => {
    found.set(file, result);
    visit.onProgress?.(found.size, files.length);
    const key = keys.get(file);
    if (key !== undefined && isWhole) store!.put(key, result);
  };
  const length = left.reduce((sum, { text }) => sum + text.length, 0);
  const isPlain = visit.only === undefined && visit.meter === undefined;
  if (isPlain && length > littleText && availableParallelism() > 1) await findInThreads(left, visit, take);
  else {
    await loadLanguagesOf(left.map(({ file }) => file));
    findHere(left, visit, take, graph);
  }
  if (store !== undefined && keys.size > 0) store.prune();
  return found;
}

/** Takes over what other files see of one, so that it need not be read for that. */
export function learn(graph: ModuleGraph, file: string, { summary }: FileResult): void {
  if (summary !== undefined) graph.learn(plain(file), summary);
}

type Take = (file: string, result: FileResult, isWhole: boolean) => void;

function findHere(files: readonly LocatedFile[], visit: ProjectVisit, take: Take, graph: ModuleGraph): void {
  let failed = false;
  const open = opener(
    {
      ...visit,
      onFailure: (file, failure) => {
        failed = true;
        visit.onFailure?.(file, failure);
      },
    },
    graph,
  );
  for (const one of files) {
    failed = false;
    open(one, (file) => {
      const result = resultOf(file, visit.detailed);
      learn(graph, one.file, result);
      take(one.file, result, !failed);
    });
  }
}

/** The alerts of a file that is open, and which of them can be settled for certain. */
export function resultOf({ uri, workspace }: ProjectFile, isDetailed = false): FileResult {
  const alerts = workspace.alerts(uri);
  const remedies = workspace.remedies(uri);
  const certain = new Set(remedies.filter(({ certainty }) => certainty === "certain").map(({ alert }) => alert));
  return {
    alerts,
    certain: alerts.flatMap((alert, index) => (certain.has(alert) ? [index] : [])),
    asked: workspace.askedLinks(uri),
    summary: workspace.summary(uri),
    ...(workspace.isGenerated(uri) && { isGenerated: true }),
    ...(
      isDetailed && {
        details: {
          remedies: alerts.map((
            alert,
          ) => (remedies.filter((remedy) => remedy.alert === alert).slice(0, mostRemedies).map(shownRemedy))),
          strain: workspace.strains(uri).reduce((sum, { strain }) => sum + strain.figure, 0),
        },
      }
    ),
  };
}

const shownRemedy = ({ title, certainty, edits }: Remedy): ShownRemedy => ({ title, certainty, edits });

async function findInThreads(files: readonly LocatedFile[], visit: ProjectVisit, take: Take): Promise<void> {
  const { profile, instead, settingsFile, about, today, folder, detailed = false } = visit;
  const choice: SettingsChoice = {
    ...(profile !== undefined && { profile }),
    ...(instead && { instead }),
    ...(settingsFile !== undefined && { settingsFile }),
    ...(about && { about }),
  };
  // Loaded only where it is used: it asks the machine how many processors there are, in a shell.
  const { Tinypool } = await import("tinypool");
  const pool = new Tinypool({
    filename: new URL("../project/review-worker.js", import.meta.url).href,
    maxThreads: availableParallelism(),
  });
  const tasks: ReviewTask[] = [];
  let some: ReviewTask["files"][number][] = [];
  let length = 0;
  for (const { file, text } of files) {
    some.push({ file, text });
    length += text.length;
    if (length < batch) continue;
    tasks.push({ files: some, choice, today, folder, detailed });
    some = [];
    length = 0;
  }
  if (some.length > 0) tasks.push({ files: some, choice, today, folder, detailed });
  try {
    await Promise.all(
      tasks.map(async (task) => {
        const results = (await pool.run(task)) as readonly ReviewResult[];
        for (const { file, result, failures } of results) {
          for (const { uri, failure } of failures) visit.onFailure?.(uri, failure);
          take(file, result, failures.length === 0);
        }
      }),
    );
  } finally {
    await pool.destroy();
  }
}
