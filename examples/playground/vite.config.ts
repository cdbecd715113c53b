import { fileURLToPath } from "node:url";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

const dist = (file: string): string => fileURLToPath(new URL(`../../dist/${file}`, import.meta.url));

/** The page uses the built package by its public entry points, as a stranger's page would. */
export default defineConfig({
  root: fileURLToPath(new URL(".", import.meta.url)),
  base: "./",
  plugins: [react()],
  worker: { format: "es" },
  resolve: {
    alias: [
      { find: /^alert-quill\/worker$/, replacement: dist("server/worker.js") },
      { find: /^alert-quill\/rules$/, replacement: dist("entries/rules.js") },
      { find: /^alert-quill\/language$/, replacement: dist("entries/language.js") },
      { find: /^alert-quill\/grammars\//, replacement: dist("grammars/") },
      { find: /^alert-quill$/, replacement: dist("index.js") },
    ],
  },
  build: { chunkSizeWarningLimit: 2000 },
});
