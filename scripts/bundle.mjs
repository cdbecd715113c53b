/** The program as it is shipped: few files instead of hundreds, since loading each file takes longer than running what is in it. Types come from the compiler. */
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { rolldown } from "rolldown";
import { root } from "./prepare.mjs";

/** What others load by name: the package's entry points, threads and hooks of our own, and what scripts use. */
const entries = [
  "index",
  "languages/javascript/index",
  "languages/python/index",
  "server/node",
  "server/worker",
  "testing/index",
  "cli/main",
  "server/project-worker",
  "project/review-worker",
  "project/pack-trial",
  "project/pack-hooks",
  "project/project-settings",
  "rules/rule",
  "languages/javascript/rule",
  "entries/language",
  "entries/rules",
  "cli/catalogue",
  "report/rule-page",
  "report/refits-page",
  "report/schema",
  "server/editor-settings",
];

const dist = path.join(root, "dist");
const bundle = await rolldown({
  input: Object.fromEntries(entries.map((name) => [name, path.join(root, `src/${name}.ts`)])),
  platform: "node",
  // What is installed beside the package is loaded from there.
  external: /^[a-z@]/,
});
const before = readdirSync(dist, { recursive: true, encoding: "utf8" }).filter((name) => name.endsWith(".js"));
const { output } = await bundle.generate({
  format: "esm",
  entryFileNames: "[name].js",
  // As deep as the folders of the source, so that what lies beside a file is found from there too.
  chunkFileNames: "parts/[name].js",
});
const now = new Set(output.map(({ fileName }) => path.normalize(fileName)));
for (const { fileName, code } of output) {
  const file = path.join(dist, fileName);
  // What is as it was stays as it is: somebody may be running it.
  if (existsSync(file) && readFileSync(file, "utf8") === code) continue;
  mkdirSync(path.dirname(file), { recursive: true });
  writeFileSync(file, code);
}
for (const name of before) if (!now.has(name)) rmSync(path.join(dist, name));
