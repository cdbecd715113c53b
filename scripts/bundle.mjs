/** The program as it is shipped: few files instead of hundreds, since loading each file takes longer than running what is in it. Types come from the compiler. */
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { rolldown } from "rolldown";
import { root } from "./prepare.mjs";

/** What others load by name: the package's entry points, threads and hooks of our own, and what scripts use. */
const entries = [
  "index",
  "languages/javascript/index",
  "languages/python/index",
  "languages/c/index",
  "languages/html/index",
  "languages/java/index",
  "languages/php/index",
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
  "entries/node",
  "entries/rules",
  "cli/catalogue",
  "report/rule-page",
  "report/refits-page",
  "report/messages-page",
  "report/schema",
  "server/editor-settings",
];

/** Packages that are brought along in the parts that are used of them: as files of their own they take longer to find and load than everything of ours. One that has another form for browsers is not among them. */
const broughtAlong = /^(?:diff|fast-string-(?:truncated-)?width|globals|ignore|jsonc-parser|picomatch|zod)(?:\/|$)/;
/** These hand on a package as a whole, to people who write rules: it is loaded from where it is installed, and only by them. */
const handsOn = /[\\/]src[\\/](?:index|entries[\\/]rules)\.ts$/;

const dist = path.join(root, "dist");
/** The page of the board: one script that needs nothing else. */
const board = await rolldown({
  input: path.join(root, "src/board/main.tsx"),
  platform: "browser",
  tsconfig: path.join(root, "src/board/tsconfig.json"),
  resolve: { alias: { react: "preact/compat", "react-dom": "preact/compat" } },
  transform: { define: { "process.env.NODE_ENV": '"production"' } },
});
const bundle = await rolldown({
  input: Object.fromEntries(entries.map((name) => [name, path.join(root, `src/${name}.ts`)])),
  // The same parts run in a browser's worker.
  platform: "neutral",
  resolve: { mainFields: ["module", "main"] },
  external: (name, from) => /^[a-z@]/.test(name) && (!broughtAlong.test(name) || handsOn.test(from ?? "")),
});
const before = readdirSync(dist, { recursive: true, encoding: "utf8" }).filter((name) => name.endsWith(".js"));
const { output } = await bundle.generate({
  format: "esm",
  entryFileNames: "[name].js",
  // As deep as the folders of the source, so that what lies beside a file is found from there too.
  chunkFileNames: "parts/[name].js",
  // What has to be read at the start is shorter; names and statements stay as they are.
  minify: { compress: false, mangle: false },
});
const page = await board.generate({ format: "esm", entryFileNames: "board/board.js", minify: true });
const { dependencies } = JSON.parse(readFileSync(path.join(root, "package.json"), "utf8"));
for (const { imports, dynamicImports, fileName } of output) {
  for (const name of [...imports, ...dynamicImports]) {
    if (!name.startsWith("node:") && !name.endsWith(".js") && !(packageOf(name) in dependencies)) {
      throw new Error(`${fileName} loads ${name}, which is neither brought along nor a dependency.`);
    }
  }
}
const files = [
  ...output,
  ...page.output,
  {
    fileName: "board/board.css",
    code: ["palette", "note", "board"].map((name) => readFileSync(
      path.join(root, `src/board/${name}.css`),
      "utf8",
    )).join(""),
  },
];
const now = new Set(files.map(({ fileName }) => path.normalize(fileName)));
for (const { fileName, code } of files) {
  const file = path.join(dist, fileName);
  // What is as it was stays as it is: somebody may be running it.
  if (existsSync(file) && readFileSync(file, "utf8") === code) continue;
  mkdirSync(path.dirname(file), { recursive: true });
  writeFileSync(file, code);
}
/** Grammars, compiled to WebAssembly: packages of their own would want to compile them once more where they are installed. */
const grammars = ["java", "php", "c"].map((name) => path.join(
  root,
  `node_modules/tree-sitter-${name}/tree-sitter-${name}.wasm`,
));
mkdirSync(path.join(dist, "grammars"), { recursive: true });
for (const file of grammars) copyFileSync(file, path.join(dist, "grammars", path.basename(file)));
writeFileSync(
  path.join(dist, "LICENSES.txt"),
  licences([...grammars, ...files.flatMap(({ moduleIds = [] }) => moduleIds)]),
);
for (const name of before) if (!now.has(name)) rmSync(path.join(dist, name));

/** The package that a name for loading belongs to: the first word, or two with a scope. */
function packageOf(name) {
  return name.split("/", name.startsWith("@") ? 2 : 1).join("/");
}

/** The licence of each package of which there is something in these files: they ask to stand beside it. */
function licences(modules) {
  const folders = new Set(
    modules.flatMap((file) => /^.*[\\/]node_modules[\\/](?:@[^\\/]+[\\/])?[^\\/]+(?=[\\/])/.exec(file) ?? []),
  );
  return [...folders]
    .sort()
    .map((folder) => {
      const { name, version } = JSON.parse(readFileSync(path.join(folder, "package.json"), "utf8"));
      const file = readdirSync(folder).find((entry) => /^licen[cs]e/i.test(entry));
      if (file === undefined) throw new Error(`${name} has no licence file to bring along.`);
      return `${name} ${version}\n\n${readFileSync(path.join(folder, file), "utf8").trim()}\n`;
    })
    .join(`\n${"-".repeat(80)}\n\n`);
}
