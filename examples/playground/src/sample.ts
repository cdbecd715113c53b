/** The sample project's files, as they are in `examples/harbour`. */
const raw = import.meta.glob<string>("../../harbour/**/*.{js,mjs,cjs,jsx}", { query: "?raw", import: "default", eager: true });

export interface SampleFile {
  readonly path: string;
  readonly uri: string;
  readonly languageId: string;
  readonly text: string;
}

export const sample: readonly SampleFile[] = Object.entries(raw)
  .map(([name, text]) => {
    const path = name.replace("../../harbour/", "");
    return { path, uri: `file:///harbour/${path}`, languageId: path.endsWith("x") ? "javascriptreact" : "javascript", text };
  })
  .sort((a, b) => a.path.localeCompare(b.path));
