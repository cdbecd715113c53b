/**
 * Random edits of real files with every rule on: after each, the alerts and remedies must be those of a fresh workspace, field for field.
 * Stops at the first difference and shows it.
 */
import { readFileSync } from "node:fs";
import { createWorkspace, rules, type Edit, type Language, type Settings, type Workspace } from "../src/index.js";
import { isSegmented, segmentation } from "../src/languages/javascript/flow/segmentation.js";
import { javascript } from "../src/languages/javascript/index.js";
import { programEdit, randomEdit, randomFrom } from "../tests/support/edits.js";

/** Every rule that looks at a language, with the options that let it say most. */
export const everythingIn = (id: string): Settings => ({
  kits: ["sound", "tidy", "thorough"],
  levels: Object.fromEntries(
    rules.filter(({ languages }) => languages?.includes(id) ?? true).map((rule) => [rule.id, "warning" as const]),
  ),
  tune: { "dead.unread-name": { parameters: "all", methods: true, caught: true, mayStay: "^$" } },
});

/** Every rule that looks at JavaScript. */
export const everything: Settings = everythingIn("javascript");

export interface AnalysisFault {
  readonly before: string;
  readonly edits: readonly Edit[];
  readonly what: string;
}

const languageIds: Readonly<Record<string, string>> = {
  ts: "typescript",
  mts: "typescript",
  cts: "typescript",
  tsx: "typescriptreact",
  jsx: "javascriptreact",
  py: "python",
};

/** The language with all code looked at in the smallest segments there can be, and with none. */
export const finelyCut: Language = {
  ...javascript(),
  isSegmented: (root) => isSegmented(root, 0),
  segmentation: segmentation(0),
};
export const uncut: Language = { ...javascript(), isSegmented: () => false };

/** What the settings are changed to now and then. */
const fewerIn = (id: string): Settings => (
  id === "javascript" ? fewer : { kits: ["sound"], languages: { [id]: { known: ["tide"] } } }
);

const fewer: Settings = {
  kits: ["sound"],
  languages: { javascript: { known: ["tide"] } },
  tune: { "layout.indent": { unit: "tab" }, "layout.line-width": { most: 60 } },
};

function open(
  file: string,
  text: string,
  language: Language,
  settings: Settings = everythingIn(language.id),
): { workspace: Workspace; uri: string } {
  const workspace = createWorkspace({
    languages: [language],
    settings,
    onFailure: (_, { rule, error }) => {
      throw new Error(`${rule}: ${error instanceof Error ? error.stack : String(error)}`);
    },
  });
  const uri = `file:///${file}`;
  workspace.open({ uri, languageId: languageIds[file.split(".").at(-1)!] ?? "javascript", version: 0, text });
  return { workspace, uri };
}

/** All that is found in a document, one line each; now and then with what mending would do. */
function said(workspace: Workspace, uri: string, withMending: boolean): string[] {
  const lines = workspace.alerts(uri).map((alert) => JSON.stringify(alert));
  for (const { title, rule, certainty, edits, alert } of workspace.remedies(uri)) {
    lines.push(JSON.stringify({ title, rule, certainty, edits, at: alert.from }));
  }
  if (withMending) {
    for (const certainty of ["certain", "proposed"] as const) {
      const { edits, applied, dropped, fights } = workspace.mendResult(uri, { certainty });
      lines.push(JSON.stringify({ certainty, edits, applied: [...applied], dropped, fights }));
    }
  }
  return lines;
}

/** Makes `count` edits of a text, undoing some of them, and compares after each; the fresh workspace may be of another make of the language. */
export function fuzzAnalysis(
  file: string,
  text: string,
  count: number,
  seed: number,
  language: Language = javascript(),
  other: Language = language,
): { edits: number; fault?: AnalysisFault } {
  const random = randomFrom(seed);
  const { workspace, uri } = open(file, text, language);
  const history: string[] = [];
  let source = text;
  const all = everythingIn(language.id);
  const few = fewerIn(language.id);
  let settings = all;
  for (let i = 0; i < count; i += 1) {
    const undo = history.length > 0 && (random() < 0.35 || history.length > 5);
    const target = undo ? history.pop()! : undefined;
    const edits = target !== undefined
      ? [undoing(source, target)]
      : random() < 0.3 ? programEdit(source, random) : [randomEdit(source, random)];
    if (target === undefined) history.push(source);
    const before = source;
    // Some analyses are abandoned half-way, some edits come without one in between.
    if (random() < 0.3) {
      let steps = Math.floor(random() * 40);
      workspace.work(uri, () => (steps -= 1) < 0);
    }
    workspace.edit(uri, i + 1, edits);
    if (random() < 0.02) workspace.configure((settings = settings === all ? few : all));
    source = workspace.text(uri).value;
    if (random() < 0.15) continue;
    const withMending = random() < 0.06;
    const mine = said(workspace, uri, withMending);
    const fresh = open(file, source, other, settings);
    const theirs = said(fresh.workspace, fresh.uri, withMending);
    const differs = mine.length !== theirs.length || mine.some((line, index) => line !== theirs[index]);
    if (differs) {
      const extra = mine.filter((line) => !theirs.includes(line)).slice(0, 3);
      const lacking = theirs.filter((line) => !mine.includes(line)).slice(0, 3);
      return {
        edits: i + 1,
        fault: { before, edits, what: `too many: ${extra.join("\n")}\nlacking: ${lacking.join("\n")}` },
      };
    }
  }
  return { edits: count };
}

function undoing(from: string, to: string): Edit {
  let head = 0;
  while (head < from.length && head < to.length && from[head] === to[head]) head += 1;
  let tail = 0;
  while (
    tail < from.length - head && tail < to.length - head && from[from.length - 1 - tail] === to[to.length - 1 - tail]
  ) tail += 1;
  return { from: head, to: from.length - tail, insert: to.slice(head, to.length - tail) };
}

if (process.argv[1] === import.meta.filename || process.argv[1]?.endsWith("fuzz-analysis.js")) {
  const [, , count = "20000", seed = "1", ...files] = process.argv;
  let left = Number(count);
  let done = 0;
  for (let round = 0; left > 0; round += 1) {
    for (const file of files) {
      const text = readFileSync(file, "utf8");
      // Large files are dear to analyse afresh each time.
      const share = text.length > 200_000 ? 6 : text.length > 40_000 ? 20 : 60;
      const outcome = fuzzAnalysis(
        file.split("/").at(-1)!,
        text,
        Math.min(left, share),
        Number(seed) + round * 1000 + done,
      );
      done += outcome.edits;
      left -= outcome.edits;
      if (outcome.fault) {
        console.log(file, JSON.stringify(outcome.fault, null, 1));
        process.exit(1);
      }
      if (left <= 0) break;
    }
  }
  console.log(`${done} edits of ${files.length} files: the same alerts and remedies as in a fresh workspace each time`);
}
