/** Projects to look at: `examples/harbour` with all languages, a small one for each of them, and a tide table, in a language that the page brings along. */
import settings from "./settings.jsonc?raw";

const raw = import.meta.glob<string>(
  [
    "../../harbour/**/*.{js,mjs,cjs,jsx,ts,tsx,py,html,java,php,c}",
    "!../../harbour/tools/**",
    "../../samples/**/*.*",
    "../../tide-table/*.tide",
  ],
  { query: "?raw", import: "default", eager: true },
);

export interface GivenFile {
  readonly path: string;
  readonly uri: string;
  readonly languageId: string;
  readonly text: string;
}

const languageIds: Readonly<Record<string, string>> = {
  tide: "tide-table",
  py: "python",
  pyi: "python",
  html: "html",
  java: "java",
  php: "php",
  c: "c",
  js: "javascript",
  mjs: "javascript",
  cjs: "javascript",
  jsx: "javascriptreact",
  ts: "typescript",
  mts: "typescript",
  cts: "typescript",
  tsx: "typescriptreact",
};

function languageOf(path: string): string | undefined {
  const ending = /\.(\w+)$/.exec(path)?.[1] ?? "";
  return Object.hasOwn(languageIds, ending) ? languageIds[ending] : undefined;
}

export const settingsPath = "alert-quill.jsonc";
const folder = "file:///harbour/";
export const settingsUri = `${folder}${settingsPath}`;

export const uriOf = (path: string): string => folder + path.split("/").map(encodeURIComponent).join("/");

/** A file of the project in the page; `undefined` for one that nothing here looks at. */
export function given(path: string, text: string): GivenFile | undefined {
  const languageId = path === settingsPath ? "jsonc" : languageOf(path);
  if (languageId === undefined) return undefined;
  return { path, uri: uriOf(path), languageId, text };
}

const byPath = (a: GivenFile, b: GivenFile): number => a.path.localeCompare(b.path);

/** The files below a folder of the examples, as a project. */
function project(from: string, to = ""): GivenFile[] {
  return Object
    .entries(raw)
    .filter(([name]) => name.startsWith(from))
    .map(([name, text]) => given(to + name.slice(from.length), text)!)
    .sort(byPath);
}

const inAll = given(settingsPath, settings)!;
const tides = project("../../tide-table/", "tides/");
const plain = given(settingsPath, "{}\n")!;

/** The projects there are, by the names under which they are chosen; the first one is there at the start. */
export const samples: ReadonlyMap<string, readonly GivenFile[]> = new Map([
  ["Saltmarsh Ferries", [inAll, ...[...project("../../harbour/"), ...tides].sort(byPath)]],
  ["JavaScript: tickets", project("../../samples/javascript/")],
  ["TypeScript: crews", project("../../samples/typescript/")],
  ["Python: tides", project("../../samples/python/")],
  ["Pages: departures", project("../../samples/pages/")],
  ["A language of its own", [plain, ...tides]],
]);
