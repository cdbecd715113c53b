/** The sample project's files, as they are in `examples/harbour`. */
const raw = import.meta.glob<string>(
  ["../../harbour/**/*.{js,mjs,cjs,jsx,ts,tsx}", "!../../harbour/tools/**"],
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
    const path = name.replace("../../harbour/", "");
    return { path, uri: `file:///harbour/${path}`, languageId: languageOf(path), text };
  })
  .sort((a, b) => a.path.localeCompare(b.path));

function languageOf(path: string): string {
  const language = /\.tsx?$/.test(path) ? "typescript" : "javascript";
  return path.endsWith("x") ? `${language}react` : language;
}
