/**
 * Code that its compiler accepts stays accepted: folders are copied, all remedies that are certain are applied with every kit, and what the compiler says before and after is compared.
 * `npm run bench accepted [FOLDER=ts|js …]`; without folders the sources that installed packages bring along, and this project's. Prints new complaints, and what was left as it is.
 */
import { spawnSync } from "node:child_process";
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { createWorkspace } from "../src/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { root } from "./support.js";

/** Longer files are looked at for their form alone. */
const longest = 400_000;

const usual = ["src=ts", "node_modules/rxjs/src=ts", "node_modules/zod/src=ts", "node_modules/effect/src=ts"];

interface Sources {
  readonly folder: string;
  readonly files: readonly string[];
}

/** The sources of a folder, copied to where the packages they use are found. */
function copied(from: string, kind: string): Sources {
  const folder = path.join(root, "node_modules/.cache/accepted");
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  cpSync(from, folder, {
    recursive: true,
    filter: (file) => file === from || !/(?:node_modules|\/tests?|\/dist)$/.test(file),
  });
  const ending = kind === "ts" ? /(?<!\.d)\.[cm]?tsx?$/ : /\.[cm]?jsx?$/;
  const files = readdirSync(folder, { recursive: true, encoding: "utf8" }).map((file) => path.join(
    folder,
    file,
  )).filter((file) => ending.test(file) && statSync(file).isFile() && statSync(file).size < longest);
  const compilerOptions = {
    noEmit: true,
    strict: kind === "ts",
    skipLibCheck: true,
    allowJs: kind === "js",
    checkJs: kind === "js",
    target: "esnext",
    module: "esnext",
    moduleResolution: "bundler",
    jsx: "preserve",
    allowImportingTsExtensions: true,
    types: ["node"],
    typeRoots: [path.join(root, "node_modules/@types")],
  };
  writeFileSync(path.join(folder, "tsconfig.json"), JSON.stringify({ compilerOptions, files }));
  return { folder, files };
}

/** What the compiler says, by file and message, with how often. */
function complaints({ folder }: Sources): Map<string, number> {
  const compiler = path.join(root, "node_modules/typescript/bin/tsc");
  const { stdout } = spawnSync(process.execPath, [compiler, "-p", folder, "--pretty", "false"], {
    encoding: "utf8",
    cwd: folder,
    maxBuffer: 1 << 30,
  });
  const counts = new Map<string, number>();
  for (const [, file, message] of stdout.matchAll(/^(\S.*?)\(\d+,\d+\): error (.*)$/gm)) {
    const key = `${file}: ${message}`;
    counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  return counts;
}

const sum = (counts: ReadonlyMap<string, number>): number => [...counts.values()].reduce((all, one) => all + one, 0);

let lines = 0;
let fresh = 0;
for (const given of process.argv.length > 2 ? process.argv.slice(2) : usual) {
  const [folder, kind = "ts"] = given.split("=") as [string, string?];
  const from = path.resolve(root, folder);
  if (!existsSync(from)) continue;
  const sources = copied(from, kind);
  const before = complaints(sources);
  let settled = 0;
  const left: string[] = [];
  for (const file of sources.files) {
    const uri = `file://${file}`;
    const text = readFileSync(file, "utf8");
    lines += text.split("\n").length;
    const workspace = createWorkspace({
      languages: [javascript()],
      settings: { kits: ["sound", "thorough", "tidy"] },
    });
    const languageId = file.endsWith("x") ? "typescriptreact" : kind === "ts" ? "typescript" : "javascript";
    workspace.open({ uri, languageId, version: 1, text });
    const { text: mended, applied, dropped, fights } = workspace.mendResult(uri);
    for (const count of applied.values()) settled += count;
    if (dropped.length > 0 || fights.length > 0) {
      left.push(`${path.relative(sources.folder, file)}: ${JSON.stringify([dropped, fights])}`);
    }
    writeFileSync(file, mended);
  }
  const after = complaints(sources);
  const added = [...after].filter(([key, count]) => count > (before.get(key) ?? 0));
  fresh += added.length;
  console.log(
    `${folder}: ${sources.files.length} files, ${settled} alerts settled, ${sum(before)} complaints before and ${sum(after)} after, ${added.length} new, ${left.length} files not settled as a whole`,
  );
  for (const [key] of added) console.log(`  new: ${key}`);
  for (const one of left) console.log(`  left: ${one}`);
}
rmSync(path.join(root, "node_modules/.cache/accepted"), { recursive: true, force: true });
console.log(`${lines} lines: ${fresh} new complaints`);
process.exit(fresh > 0 ? 1 : 0);
