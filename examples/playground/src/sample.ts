/** The sample project's files, as they are in `examples/harbour`, and a tide table, in a language that the page brings along. */
const raw = import.meta.glob<string>(
  ["../../harbour/**/*.{js,mjs,cjs,jsx,ts,tsx,py,html}", "!../../harbour/tools/**", "../../tide-table/*.tide"],
  { query: "?raw", import: "default", eager: true },
);

export interface SampleFile {
  readonly path: string;
  readonly uri: string;
  readonly languageId: string;
  readonly text: string;
}

export const sample: readonly SampleFile[] = Object
  .entries(raw)
  .map(([name, text]) => {
    const path = name.replace("../../harbour/", "").replace("../../tide-table/", "tides/");
    return { path, uri: `file:///harbour/${path}`, languageId: languageOf(path), text };
  })
  .sort((a, b) => a.path.localeCompare(b.path));

function languageOf(path: string): string {
  if (path.endsWith(".tide")) return "tide-table";
  if (path.endsWith(".py")) return "python";
  if (path.endsWith(".html")) return "html";
  const language = /\.tsx?$/.test(path) ? "typescript" : "javascript";
  return path.endsWith("x") ? `${language}react` : language;
}
