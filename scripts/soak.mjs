/** The long differential runs, of the syntax and of the whole analysis: `npm run soak [EDITS] [SEED]`. */
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { install, root, run } from "./prepare.mjs";

install();
run(process.execPath, [`${root}/node_modules/typescript/bin/tsc`, "-p", "tsconfig.bench.json"]);
const { shapes } = await import(`${root}/node_modules/.cache/bench/tests/support/shapes.js`);
const [edits = "20000", seed = "1"] = process.argv.slice(2);
const below = (folder, name) => readdirSync(path.join(root, folder), { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile() && name.test(entry.name))
  .map((entry) => path.join(entry.parentPath, entry.name));
const files = [
  ...below("examples/harbour", /\.(?:js|jsx|mjs|cjs)$/),
  ...below("src", /\.ts$/),
  ...below("examples/playground/src", /\.tsx$/),
];
// Files of some ten thousand lines, made of what is here: each copy with names of its own.
const folder = path.join(root, "node_modules/.cache/fuzz");
mkdirSync(folder, { recursive: true });
for (const [name, copies] of [["large.ts", 20], ["huge.ts", 130]]) {
  const text = readFileSync(path.join(root, "src/languages/javascript/parser/scanner.ts"), "utf8");
  const grown = Array.from({ length: copies }, (_, copy) => text.replaceAll(
    /^(export )?(function|const) (\w+)/gm,
    `$1$2 $3_${copy}`,
  )).join("\n");
  writeFileSync(path.join(folder, name), grown);
  files.push(path.join(folder, name));
}
// Programs of every shape.
for (const { name, ending, make } of shapes) {
  const file = path.join(folder, `${name}.${ending}`);
  writeFileSync(file, make(400));
  files.push(file);
}
// Well-kept sources of others, as far as they are installed.
const installed = [
  "rxjs/src",
  "effect/src",
  "zod/src",
  "commander",
  "fast-check",
  "vscode-jsonrpc",
  "jsonc-parser",
].flatMap((name) => below(`node_modules/${name}`, /(?<!\.d)\.(?:[cm]?js|tsx?)$/));
const sampled = installed.filter((_, index) => index % Math.ceil(installed.length / 200) === 0);
run(
  process.execPath,
  [
    `${root}/node_modules/vitest/vitest.mjs`,
    "run",
    ...below("tests", /\.test\.ts$/).filter((file) => readFileSync(file, "utf8").includes("often(")),
  ],
  { env: { ...process.env, QUILL_SOAK: "1" } },
);
run(process.execPath, [`${root}/scripts/bench.mjs`, "fuzz-incremental", edits, seed, ...files]);
run(process.execPath, [
  `${root}/scripts/bench.mjs`,
  "fuzz-analysis",
  edits,
  seed,
  ...files.filter((file) => !file.endsWith("huge.ts")),
  ...sampled,
]);
