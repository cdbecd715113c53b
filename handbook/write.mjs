/** Writes all files of the handbook: its pages, the script and style that they share, the index of the search, and pictures. */
import { cpSync, mkdirSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { build } from "vite";
import { renderAll } from "./pages.mjs";
import { toldOf } from "./told.mjs";

const root = path.join(path.dirname(fileURLToPath(import.meta.url)), "..");
const dist = (file) => path.join(root, "dist", file);

/** Gives back the folder. */
export async function writeHandbook() {
  const target = path.join(root, "handbook/dist");
  rmSync(target, { recursive: true, force: true });
  mkdirSync(target, { recursive: true });
  const { pages, index } = renderAll(root, await toldOf(root));
  for (const { url, html } of pages) writeFileSync(path.join(target, url), html);
  writeFileSync(path.join(target, "search-index.js"), `globalThis.handbookIndex=${JSON.stringify(index)};\n`);
  cpSync(path.join(root, "docs/screenshots"), path.join(target, "screenshots"), { recursive: true });
  await build({
    root: path.join(root, "handbook"),
    configFile: false,
    logLevel: "error",
    resolve: {
      alias: [
        { find: /^alert-quill\/(javascript|python|html)$/, replacement: dist("languages/$1/index.js") },
        { find: /^alert-quill$/, replacement: dist("index.js") },
      ],
    },
    build: {
      outDir: target,
      emptyOutDir: false,
      chunkSizeWarningLimit: 3000,
      // One script that is no module: pages on a disk may load no others.
      lib: {
        entry: path.join(root, "handbook/entry.ts"),
        formats: ["iife"],
        name: "handbook",
        fileName: () => "handbook.js",
        cssFileName: "handbook",
      },
    },
  });
  return target;
}
