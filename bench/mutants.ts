/** How many mistakes made on purpose in real files are found by the rule that should. Misses are listed. */
import { existsSync, readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { createWorkspace, type Edit, type Workspace } from "../src/index.js";
import { javascript, walk, type JavaScriptNode } from "../src/languages/javascript/index.js";
import { randomFrom } from "../tests/support/edits.js";
import { mutators as slips } from "./mutators.js";
import { root } from "./support.js";
import { valueMutators } from "./value-mutators.js";

const mutators = [...slips, ...valueMutators];

interface MutantChoice {
  /** Mutants of a kind. */
  readonly each?: number;
  /** Characters of a file. */
  readonly largest?: number;
}
const folders = [
  "node_modules/rxjs/src",
  "node_modules/effect/src",
  "node_modules/zod/src",
  "node_modules/commander/lib",
  "node_modules/vscode-jsonrpc/lib",
];

interface Mutant {
  readonly kind: number;
  readonly file: string;
  readonly edits: readonly Edit[];
}

export interface MutantOutcome {
  readonly made: number;
  readonly found: number;
  readonly misses: readonly string[];
}

function filesBelow(folder: string): string[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && /\.[jt]s$/.test(entry.name) && !/\.d\.ts$/.test(entry.name))
    .map((entry) => path.join(entry.parentPath, entry.name))
    .sort();
}

const languageOf = (file: string): string => (file.endsWith(".ts") ? "typescript" : "javascript");

function open(workspace: Workspace, file: string): { uri: string; text: string } {
  const uri = `file://${file}`;
  const text = readFileSync(file, "utf8");
  workspace.open({ uri, languageId: languageOf(file), version: 0, text });
  return { uri, text };
}

/** So many mutants of each kind, from files in a fixed random order. */
function make(files: readonly string[], seed: number, { each = 12, largest = 150_000 }: MutantChoice): Mutant[] {
  const random = randomFrom(seed);
  const order = files.map((file) => ({ file, key: random() })).sort((a, b) => a.key - b.key);
  const counts = mutators.map(() => 0);
  const mutants: Mutant[] = [];
  const language = javascript();
  for (const { file } of order) {
    if (counts.every((count) => count >= each)) break;
    const text = readFileSync(file, "utf8");
    if (text.length > largest) continue;
    const info = { uri: `file://${file}`, languageId: languageOf(file) };
    const tree = language.parse(text, info);
    const keeper = language.names(tree);
    keeper.add(tree.root);
    keeper.names.settle();
    const found: Mutant[][] = mutators.map(() => []);
    walk(tree.root, (node) => {
      mutators.forEach(({ make: mutate }, kind) => {
        if (counts[kind]! >= each) return;
        const edits = mutate({ node: node as JavaScriptNode, text });
        if (edits !== undefined) {
          found[kind]!.push({ kind, file, edits: Array.isArray(edits) ? edits : [edits as Edit] });
        }
      });
    });
    // At most two of a kind from one file, so that many files are seen.
    found.forEach((list, kind) => {
      for (let i = 0; i < 2 && list.length > 0 && counts[kind]! < each; i += 1) {
        mutants.push(list.splice(Math.floor(random() * list.length), 1)[0]!);
        counts[kind]! += 1;
      }
    });
  }
  return mutants;
}

/** Makes mutants and looks for them. */
export function huntMutants(seed = 3, choice: MutantChoice = {}): MutantOutcome {
  const mutants = make(folders.flatMap((folder) => filesBelow(path.join(root, folder))), seed, choice);
  const levels = Object.fromEntries(mutators.flatMap(({ rules }) => rules.map((rule) => [rule, "hint" as const])));
  const workspace = createWorkspace({ languages: [javascript()], settings: { levels } });
  const misses: string[] = [];
  for (const { kind, file, edits } of mutants) {
    const { uri, text } = open(workspace, file);
    const { name, rules } = mutators[kind]!;
    const before = workspace.alerts(uri).filter(({ rule }) => rules.includes(rule)).length;
    workspace.edit(uri, 1, edits);
    const after = workspace.alerts(uri).filter(({ rule }) => rules.includes(rule)).length;
    if (after <= before) {
      const [edit] = edits;
      const line = text.slice(0, edit!.from).split("\n").length;
      misses.push(`${name}: ${path.relative(root, file)}:${line}  ${text.split("\n")[line - 1]!.trim().slice(0, 90)}`);
    }
    workspace.close(uri);
  }
  return { made: mutants.length, found: mutants.length - misses.length, misses };
}

if (process.argv[1] === import.meta.filename || process.argv[1]?.endsWith("mutants.js")) {
  const { made, found, misses } = huntMutants(Number(process.argv[2] ?? 3));
  console.log(`${found} of ${made} mutants of ${mutators.length} kinds found: ${((100 * found) / made).toFixed(1)} %`);
  for (const miss of misses) console.log(`missed: ${miss}`);
}
