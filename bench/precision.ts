/**
 * What the kit `sound` says of well-kept public code: a table of alerts by rule over the sources of installed packages, and of the folders
 * given. With `--list RULE` the alerts of a rule are shown with their lines, to be judged by a person.
 */
import { readdirSync, readFileSync, existsSync } from "node:fs";
import path from "node:path";
import { createWorkspace } from "../src/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { root } from "./support.js";

/** Packages that ship the sources they are built from. */
const packages = [
  "rxjs/src",
  "effect/src",
  "zod/src",
  "commander/lib",
  "fast-check/lib",
  "vscode-jsonrpc/lib",
  "tinybench/src",
  "jsonc-parser/lib/esm",
  "globals",
];

const args = process.argv.slice(2);
const listed = args.includes("--list") ? args.splice(args.indexOf("--list"), 2)[1]! : undefined;
const folders = args.length > 0
  ? args
  : packages.map((name) => path.join(root, "node_modules", name)).filter((folder) => existsSync(folder));
const workspace = createWorkspace({ languages: [javascript()] });
const counts = new Map<string, number>();
let files = 0;
let size = 0;
let lines = 0;
const languageIds: Readonly<Record<string, string>> = {
  ts: "typescript",
  mts: "typescript",
  cts: "typescript",
  tsx: "typescriptreact",
  jsx: "javascriptreact",
};

for (const folder of folders) {
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    const file = path.join(entry.parentPath, entry.name);
    if (
      !entry.isFile() ||
      !/\.(?:[mc]?[jt]s|[jt]sx)$/.test(entry.name) ||
      /\.d\.[mc]?ts$|\.min\.|\.umd\.|__tests__|\/dist\/.*\.mjs$/.test(file)
    ) continue;
    const text = readFileSync(file, "utf8");
    const uri = `file://${file}`;
    workspace.open({ uri, languageId: languageIds[entry.name.split(".").at(-1)!] ?? "javascript", version: 0, text });
    for (const alert of workspace.alerts(uri)) {
      counts.set(alert.rule, (counts.get(alert.rule) ?? 0) + 1);
      if (listed !== undefined && (alert.rule === listed || listed === "all")) {
        const line = workspace.text(uri).lineAt(alert.from);
        console.log(`${path.relative(root, file)}:${line.number + 1}  ${listed === "all" ? `${alert.rule} ` : ""}${alert.message}\n    ${line.text.trim().slice(0, 140)}`);
      }
    }
    workspace.close(uri);
    files += 1;
    size += text.length;
    lines += text.split("\n").length;
  }
}
console.log(`${files} files, ${(size / 1e6).toFixed(1)} MB, ${lines} lines`);
for (const [rule, count] of [...counts].sort((a, b) => b[1] - a[1])) {
  console.log(`${String(count).padStart(6)}  ${rule}`);
}
