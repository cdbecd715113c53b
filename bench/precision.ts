/**
 * What the kits say of well-kept public code: forty packages by a fixed list, which nothing else here uses, each unpacked anew where it is absent. Prints alerts by
 * rule and by 1,000 lines, and of those that a person has judged, how many are right.
 *
 * `--kit NAME` looks with another kit than `sound`, `--declarations` at `.d.ts` files, `--list RULE` shows the alerts of a rule (or `all`) with their lines,
 * `--sheet N` draws N alerts that nobody has judged, to be judged by a person, and writes them with their lines.
 */
import { execFileSync } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync } from "node:fs";
import path from "node:path";
import { createWorkspace } from "../src/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { randomFrom } from "../tests/support/edits.js";
import { root } from "./support.js";

interface Package {
  readonly name: string;
  readonly version: string;
  readonly folder: string;
  /** Names that its build or its host brings along, as its settings would say. */
  readonly known?: readonly string[];
  /** Folders with code of others, and with copies. */
  readonly skip?: readonly string[];
}

/** What a person said of an alert: it is `right`, it is `true` but what it marks is meant so, or it is `wrong`. */
interface Judgement {
  readonly at: string;
  readonly verdict: "right" | "true" | "wrong";
  readonly why: string;
}

interface Found {
  readonly key: string;
  readonly rule: string;
  readonly level: string;
  readonly lines: string;
}

const here = path.join(root, "bench/precision");
const home = path.join(root, "node_modules/.cache/precision");
const packages = JSON.parse(readFileSync(path.join(here, "packages.json"), "utf8")) as Package[];
const judged = JSON.parse(readFileSync(path.join(here, "judged.json"), "utf8")) as Judgement[];
const languageIds: Readonly<Record<string, string>> = {
  ts: "typescript",
  mts: "typescript",
  cts: "typescript",
  tsx: "typescriptreact",
  jsx: "javascriptreact",
};

/** Where a package lies; it is fetched with npm the first time. */
function folderOf({ name, version }: Package): string {
  const folder = path.join(home, `${name.replace(/^@/, "").replace("/", "-")}-${version}`);
  if (existsSync(folder)) return folder;
  const trial = `${folder}.new`;
  rmSync(trial, { recursive: true, force: true });
  mkdirSync(trial, { recursive: true });
  const packed = execFileSync("npm", ["pack", "--silent", `${name}@${version}`], {
    cwd: trial,
    encoding: "utf8",
  }).trim();
  execFileSync("tar", ["xzf", packed, "--strip-components=1"], { cwd: trial });
  rmSync(path.join(trial, packed));
  renameSync(trial, folder);
  return folder;
}

/** A value behind an option on the command line. */
function option(name: string): string | undefined {
  const at = process.argv.indexOf(name);
  return at < 0 ? undefined : process.argv[at + 1];
}

const kit = option("--kit") ?? "sound";
const declarations = process.argv.includes("--declarations");
const found: Found[] = [];
let files = 0;
let lines = 0;
for (const one of packages) {
  const folder = folderOf(one);
  const workspace = createWorkspace({
    languages: [javascript()],
    settings: { kits: [kit], languages: { javascript: { known: [...(one.known ?? [])] } } },
  });
  const sources = path.join(folder, declarations ? "." : one.folder);
  for (const entry of readdirSync(sources, { recursive: true, withFileTypes: true })) {
    const file = path.join(entry.parentPath, entry.name);
    const inside = path.relative(folder, file);
    if (
      !entry.isFile() ||
      !(declarations ? /\.d\.[mc]?ts$/ : /(?<!\.d)\.(?:[mc]?[jt]s|[jt]sx)$/).test(entry.name) ||
      /\.min\.|\.(?:test|spec)\.|(?:^|\/)(?:tests?|dist|build|__\w+__|node_modules)\//.test(inside) ||
      one.skip?.some((skipped) => inside.startsWith(skipped))
    ) continue;
    const text = readFileSync(file, "utf8");
    const uri = `file://${file}`;
    workspace.open({ uri, languageId: languageIds[entry.name.split(".").at(-1)!] ?? "javascript", version: 0, text });
    for (const alert of workspace.alerts(uri)) {
      const { number } = workspace.text(uri).lineAt(alert.from);
      const around = text.split("\n").slice(Math.max(0, number - 4), number + 4);
      found.push({
        key: `${one.name}@${one.version}/${inside}:${number + 1} ${alert.rule} ${text.slice(alert.from, alert.to).split("\n")[0]!.slice(0, 40)}`,
        rule: alert.rule,
        level: alert.level,
        lines: `${alert.message}\n${around.map((line, index) => `${index === Math.min(4, number) ? "> " : "  "}${line.slice(0, 130)}`).join("\n")}`,
      });
    }
    workspace.close(uri);
    files += 1;
    lines += text.split("\n").length;
  }
}

const verdicts = new Map(judged.map((judgement) => [judgement.at, judgement]));
const listed = option("--list");
const sheet = option("--sheet");
if (listed !== undefined) {
  for (const one of found) if (listed === "all" || one.rule === listed) console.log(`# ${one.key}\n${one.lines}\n`);
}
if (sheet !== undefined) {
  const random = randomFrom(Number(option("--seed") ?? 1));
  const open = found.filter(({ key }) => !verdicts.has(key));
  for (let count = Number(sheet); count > 0 && open.length > 0; count -= 1) {
    const [one] = open.splice(Math.floor(random() * open.length), 1);
    console.log(`# ${one!.key}\n${one!.lines}\n`);
  }
}
console.log(`kit ${kit}: ${files} files, ${lines} lines, ${found.length} alerts, ${(found.length / (lines / 1000)).toFixed(2)} in 1,000 lines`);
for (const rule of [...new Set(found.map((one) => one.rule))].sort()) {
  const own = found.filter((one) => one.rule === rule);
  console.log(`${String(own.length).padStart(6)}  ${rule}${rates(own)}`);
}
console.log(`judged${rates(found)}`);
console.log(`judged, of level error${rates(found.filter(({ level }) => level === "error"))}`);
console.log(`${judged.filter(({ at }) => !found.some(({ key }) => key === at)).length} judged before are found no more`);

/** How many of some alerts were judged, and how. */
function rates(alerts: readonly Found[]): string {
  const counts = { right: 0, true: 0, wrong: 0 };
  for (const { key } of alerts) {
    const judgement = verdicts.get(key);
    if (judgement !== undefined) counts[judgement.verdict] += 1;
  }
  const all = counts.right + counts.true + counts.wrong;
  if (all === 0) return "";
  const share = (part: number, whole: number): string => (
    whole === 0 ? "none" : `${((100 * part) / whole).toFixed(1)} %`
  );
  return `  ${counts.right} right, ${counts.true} true but meant, ${counts.wrong} wrong: right of right and wrong ${share(counts.right, counts.right + counts.wrong)}, of all ${share(counts.right, all)}`;
}
