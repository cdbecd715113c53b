/** The sample project's files, as they are in `examples/harbour`, and a tide table, in a language that the page brings along. */
import settings from "./settings.jsonc?raw";

const raw = import.meta.glob<string>(
  ["../../harbour/**/*.{js,mjs,cjs,jsx,ts,tsx,py,html}", "!../../harbour/tools/**", "../../tide-table/*.tide"],
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

/** A file of the project in the page; `undefined` for one that nothing here looks at. */
export function given(path: string, text: string): GivenFile | undefined {
  const languageId = path === settingsPath ? "jsonc" : languageOf(path);
  if (languageId === undefined) return undefined;
  return { path, uri: folder + path.split("/").map(encodeURIComponent).join("/"), languageId, text };
}

export const sample: readonly GivenFile[] = [
  given(settingsPath, settings)!,
  ...Object
    .entries(raw)
    .map(([name, text]) => given(name.replace("../../harbour/", "").replace("../../tide-table/", "tides/"), text)!)
    .sort((a, b) => a.path.localeCompare(b.path)),
];
