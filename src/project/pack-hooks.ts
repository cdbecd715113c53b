/** How packs are loaded, run by Node.js beside the program: this package is found from everywhere, and TypeScript is read without its types. */
import { readFile } from "node:fs/promises";
import { fileURLToPath } from "node:url";
import { withoutTypes } from "../languages/javascript/without-types.js";

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
/** Where zod lies, on trial. */
let zod: string | undefined;
const entries: Readonly<Record<string, string>> = {
  "alert-quill": "index.js",
  "alert-quill/rules": "entries/rules.js",
  "alert-quill/javascript": "languages/javascript/index.js",
  "alert-quill/testing": "testing/index.js",
};

/** On trial a pack gets of this package what rules are declared with, and what has the names of the rest: loading all of it would take longer than most packs. */
const standIn = "stand-in:";
/** Where these modules declare rules. */
const declaring: Readonly<Record<string, string>> = {
  "alert-quill": "rules/rule.js",
  "alert-quill/rules": "rules/rule.js",
  "alert-quill/javascript": "languages/javascript/rule.js",
};

export function initialize(data: { readonly self: string; readonly zod?: string }): void {
  ({ self, zod } = data);
}

export async function resolve(
  name: string,
  context: { readonly parentURL?: string },
  next: (name: string, context: unknown) => Promise<Resolved>,
): Promise<Resolved> {
  const stamp = /\?quill=[\d.]+$/.exec(context.parentURL ?? "")?.[0];
  if (zod !== undefined && declaring[name] !== undefined) return { url: `${standIn}${name}`, shortCircuit: true };
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
  if (url.startsWith(standIn)) {
    return { format: "module", source: await standInFor(url.slice(standIn.length)), shortCircuit: true };
  }
  if (!/\.[mc]?ts(?:\?|$)/.test(url)) return next(url, context);
  const file = fileURLToPath(url.replace(/\?.*$/, ""));
  return { format: "module", source: withoutTypes(await readFile(file, "utf8"), file), shortCircuit: true };
}

/** A module with the exports of one of this package's, of which only those that declare rules are what they seem. */
async function standInFor(name: string): Promise<string> {
  const source = await readFile(fileURLToPath(`${self}${entries[name]!}`), "utf8");
  const names = [...source.matchAll(/^export \{([^}]*)\}/gm)].flatMap(
    ([, list]) => list!.split(",").map((one) => one.trim().split(/\s+as\s+/).at(-1)!),
  );
  const others = names.filter((name) => name !== "" && name !== "defineRule" && name !== "z");
  return [
    `export { defineRule } from "${self}${declaring[name]!}";`,
    ...(names.includes("z") ? [`export { z } from "${zod}";`] : []),
    "const other = () => undefined;",
    `export { ${others.map((name) => `other as ${name}`).join(", ")} };`,
  ].join("\n");
}
