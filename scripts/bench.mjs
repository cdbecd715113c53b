/** Compiles the benchmarks and runs one of them: `npm run bench NAME`, or all. */
import { copyFileSync, readdirSync } from "node:fs";
import { install, root, run } from "./prepare.mjs";

install();
run(process.execPath, [`${root}/node_modules/typescript/bin/tsc`, "-p", "tsconfig.bench.json"]);
copyFileSync(`${root}/package.json`, `${root}/node_modules/.cache/bench/package.json`);
const [name, ...args] = process.argv.slice(2);
const all = readdirSync(`${root}/bench`)
  .map((file) => file.replace(
    /\.ts$/,
    "",
  ))
  .filter(
    (file) =>
      !["support", "mutators", "value-mutators", "settings", "made-project"].includes(file) && !file.startsWith("fuzz"),
  );
for (const one of name ? [name] : all) {
  console.log(`— ${one}`);
  run(
    process.execPath,
    ["--expose-gc", `${root}/node_modules/.cache/bench/bench/${one}.js`, ...args],
    { env: { ...process.env, QUILL_ROOT: root } },
  );
}
