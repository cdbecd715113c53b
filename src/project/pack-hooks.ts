/** How packs are loaded, run by Node.js beside the program: this package is found from everywhere, and TypeScript is read without its types. */
import { readFile } from "node:fs/promises";
import { fileURLToPath } from "node:url";
import { withoutTypes } from "./without-types.js";

interface Resolved {
  readonly url: string;
  readonly format?: string | null;
  readonly shortCircuit?: boolean;
}

interface Loaded {
  readonly format: string;
  readonly source: string;
  readonly shortCircuit: boolean;
}

let self = "";
const entries: Readonly<Record<string, string>> = {
  "alert-quill": "index.js",
  "alert-quill/javascript": "languages/javascript/index.js",
  "alert-quill/testing": "testing/index.js",
};

export function initialize(data: { readonly self: string }): void {
  self = data.self;
}

export async function resolve(
  name: string,
  context: { readonly parentURL?: string },
  next: (name: string, context: unknown) => Promise<Resolved>,
): Promise<Resolved> {
  const stamp = /\?quill=[\d.]+$/.exec(context.parentURL ?? "")?.[0];
  if (entries[name] !== undefined) return { url: `${self}${entries[name]}`, shortCircuit: true };
  const found = await next(name, context);
  // What a pack is made of is loaded anew along with it.
  return stamp !== undefined && name.startsWith(".") && !found.url.includes("?")
    ? { ...found, url: `${found.url}${stamp}` }
    : found;
}

export async function load(
  url: string,
  context: unknown,
  next: (url: string, context: unknown) => Promise<Loaded>,
): Promise<Loaded> {
  if (!/\.[mc]?ts(?:\?|$)/.test(url)) return next(url, context);
  const file = fileURLToPath(url.replace(/\?.*$/, ""));
  return { format: "module", source: withoutTypes(await readFile(file, "utf8"), file), shortCircuit: true };
}
