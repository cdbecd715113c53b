/**
 * Programs still do what their own tests ask after mending: packages that ship with tests are mended with every kit, and what each assertion says before and after is
 * compared. `npm run bench own-tests [certain|proposed|refits|narrow]`; without a word all four, one after the other. The packages are fetched with npm the first time.
 */
import { execFileSync, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { applyAll, createWorkspace, type Edit, type Settings, type Span, type Workspace } from "../src/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { root } from "./support.js";

const home = path.join(root, "node_modules/.cache/own-tests");
const library = path.join(home, "node_modules");

/** Packages whose files hold their tests; with them come more that do too. */
const dependencies = {
  "array.prototype.flat": "1.3.3",
  "available-typed-arrays": "1.0.7",
  "call-bind": "1.0.8",
  "deep-equal": "2.2.3",
  "for-each": "0.3.5",
  "has-property-descriptors": "1.0.2",
  "is-core-module": "2.16.1",
  "is-date-object": "1.1.0",
  "is-regex": "1.2.1",
  minimist: "1.2.8",
  "object-inspect": "1.13.4",
  "object.assign": "4.1.7",
  qs: "6.14.0",
  "shell-quote": "1.8.3",
  "side-channel": "1.1.0",
  "string.prototype.trim": "1.2.10",
  tape: "5.9.0",
  traverse: "0.6.11",
  "which-typed-array": "1.1.19",
};

const kits = ["sound", "thorough", "tidy"];
/** Rules whose proposed remedies change what a program does by their nature: what they take out has effects, or what they settle is for a person to say. */
const judged =
  /^(?:dead\.(?:unread|idle|after-exit|empty)|flow\.(?:mixed|assignment|settled|runs)|names\.|scope\.|calls\.)/;

const ways: Readonly<Record<string, (workspace: Workspace, uri: string, text: string) => string>> = {
  certain: (workspace, uri) => workspace.mendResult(uri).text,
  proposed: (workspace, uri) =>
    workspace.mendResult(uri, { certainty: "proposed", except: (rule) => judged.test(rule) }).text,
  narrow: (workspace, uri) => workspace.mendResult(uri).text,
  refits: (workspace, uri, text) => applyAll(text, certainRefits(workspace, uri, text)),
};

const settingsOf = (way: string): Settings => (
  way === "narrow" ? { kits, tune: { "layout.line-width": { most: 60 }, "layout.indent": { unit: "tab" } } } : { kits }
);

/** One certain refit for each place where one is offered, as far as they do not overlap. */
function certainRefits(workspace: Workspace, uri: string, text: string): Edit[] {
  const taken: Span[] = [];
  const edits: Edit[] = [];
  for (const { index } of text.matchAll(/\b(?:if|const|let|var|function|return)\b|=>|\?|\+/g)) {
    for (const refit of workspace.refits(uri, { from: index, to: index })) {
      if (!("edits" in refit) || refit.certainty !== "certain") continue;
      const span = {
        from: Math.min(...refit.edits.map(({ from }) => from)),
        to: Math.max(...refit.edits.map(({ to }) => to)),
      };
      if (taken.some(({ from, to }) => from <= span.to && span.from <= to)) continue;
      taken.push(span);
      edits.push(...refit.edits);
      break;
    }
  }
  return edits;
}

function install(): void {
  if (existsSync(library)) return;
  mkdirSync(home, { recursive: true });
  writeFileSync(path.join(home, "package.json"), JSON.stringify({ private: true, dependencies }));
  execFileSync("npm", ["install", "--silent", "--ignore-scripts", "--no-audit", "--no-fund"], { cwd: home });
}

const isFolder = (place: string): boolean => statSync(place, { throwIfNoEntry: false })?.isDirectory() === true;

/** What each test file of a package says: its end, and each assertion. */
function results(folder: string): string[] {
  return readdirSync(path.join(folder, "test"))
    .filter((name) => /\.c?js$/.test(name) && !/^(?:shimmed|implementation)\.js$/.test(name))
    .map((name) => {
      const { status, stdout } = spawnSync(process.execPath, [path.join("test", name)], {
        cwd: folder,
        encoding: "utf8",
        timeout: 60_000,
      });
      // Some say how long they took.
      const said = stdout.match(/^(?:not )?ok .*/gm)?.map((line) => line.replace(/\b[\d.]+ ?ms\b/, "")) ?? [];
      return [name, status, ...said].join("\n");
    });
}

/** The files of a package that are not its tests. */
function sourcesOf(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const place = path.join(folder, entry.name);
    if (entry.isDirectory()) {
      return /^(?:test|node_modules|dist|example|coverage)$/.test(entry.name) ? [] : sourcesOf(place);
    }
    return /\.c?js$/.test(entry.name) ? [place] : [];
  });
}

function rewritten(file: string, text: string, way: string): string {
  const workspace = createWorkspace({ languages: [javascript()], settings: settingsOf(way) });
  const uri = `file://${file}`;
  workspace.open({ uri, languageId: "javascript", version: 1, text });
  return ways[way]!(workspace, uri, text);
}

install();
let failed = 0;
for (const way of process.argv[2] === undefined ? Object.keys(ways) : [process.argv[2]]) {
  const counts = { packages: 0, files: 0, changed: 0, assertions: 0, different: 0 };
  for (const entry of readdirSync(library, { withFileTypes: true })) {
    const { name } = entry;
    const folder = path.join(library, name);
    if (!entry.isDirectory() || !isFolder(path.join(folder, "test"))) continue;
    const before = results(folder);
    const passed = before.join("\n").match(/^ok /gm)?.length ?? 0;
    // What cannot be run from here, or tests next to nothing, shows nothing.
    if (passed < 5) continue;
    const texts = sourcesOf(folder).map((file) => ({ file, text: readFileSync(file, "utf8") }));
    for (const { file, text } of texts) {
      const after = rewritten(file, text, way);
      if (after !== text) counts.changed += 1;
      writeFileSync(file, after);
    }
    const now = results(folder);
    for (const { file, text } of texts) writeFileSync(file, text);
    counts.packages += 1;
    counts.files += texts.length;
    counts.assertions += passed;
    const lost = before.filter((one, index) => one !== now[index]);
    if (lost.length === 0) continue;
    counts.different += 1;
    console.log(`${name}: ${lost.map((one) => one.split("\n")[0]).join(", ")} says something else`);
  }
  const { packages, files, changed, assertions, different } = counts;
  failed += different;
  console.log(
    `${way}: ${packages} packages, ${changed} of ${files} files changed, ${assertions} assertions; ${different} packages answer otherwise`,
  );
}
if (failed > 0) process.exitCode = 1;
