/** The language server, in a worker of the page. */
import c from "alert-quill/grammars/tree-sitter-c.wasm?url";
import java from "alert-quill/grammars/tree-sitter-java.wasm?url";
import php from "alert-quill/grammars/tree-sitter-php.wasm?url";
import { serveWorker } from "alert-quill/worker";
import runtime from "web-tree-sitter/web-tree-sitter.wasm?url";
import { tideTable } from "../../tide-table/language.js";

/** What languages need that are read through a grammar: the page has it beside its own files. */
const assets: Readonly<Record<string, string>> = {
  "web-tree-sitter/web-tree-sitter.wasm": runtime,
  "tree-sitter-java/tree-sitter-java.wasm": java,
  "tree-sitter-php/tree-sitter-php.wasm": php,
  "tree-sitter-c/tree-sitter-c.wasm": c,
};

async function readAsset(asset: string): Promise<Uint8Array> {
  const response = await fetch(new URL(assets[asset]!, self.location.href));
  if (!response.ok) throw new Error(`${asset} could not be fetched (${response.status})`);
  return new Uint8Array(await response.arrayBuffer());
}

serveWorker(self as unknown as Parameters<typeof serveWorker>[0], {
  languages: [tideTable],
  readAsset,
  // Where the page shows it.
  rulePage: (rule) => `#panel=rules&rule=${rule}`,
});
