/** Packs: rules of one's own, in files or packages. */
import { existsSync, readFileSync, statSync } from "node:fs";
import { createRequire, register } from "node:module";
import path from "node:path";
import { pathToFileURL } from "node:url";
import type { Rule } from "../rules/rule.js";

/** What is known of a pack. */
export type PackState = { readonly file: string; readonly rules: readonly Rule[] } | { readonly file?: string; readonly failed: string };

/** The file of a pack named in the settings in `folder`; or why there is none. */
export function findPack(name: string, folder: string): { readonly file: string } | { readonly failed: string } {
  if (/^[./]/.test(name) || path.isAbsolute(name)) {
    const file = path.resolve(folder, name);
    return existsSync(file) ? { file } : { failed: `there is no file ${file}` };
  }
  try {
    return { file: createRequire(path.join(folder, "index.js")).resolve(name) };
  } catch {
    return { failed: `the package is not installed: \`npm install --save-dev ${name}\`` };
  }
}

let registered = false;

/** Loads the rules of packs, and again when their files have changed. */
export class PackLoader {
  private readonly loaded = new Map<string, { readonly stamp: number; readonly state: PackState }>();

  /** What is known of a pack now. */
  known(file: string): PackState | undefined {
    return this.loaded.get(file)?.state;
  }

  /** Loads a pack if it is not known as it is now. Never throws: a pack that fails is told by its state. */
  async load(file: string): Promise<PackState> {
    const stamp = statSync(file, { throwIfNoEntry: false })?.mtimeMs ?? 0;
    const before = this.loaded.get(file);
    if (before?.stamp === stamp) return before.state;
    const state = await loadPack(file, stamp);
    this.loaded.set(file, { stamp, state });
    return state;
  }
}

async function loadPack(file: string, stamp: number): Promise<PackState> {
  if (!registered) {
    registered = true;
    // Packs import this very package, wherever they lie, and may be written in TypeScript.
    register("./pack-hooks.js", import.meta.url, { data: { self: new URL("../", import.meta.url).href } });
  }
  try {
    const given = ((await import(`${pathToFileURL(file).href}?quill=${stamp}`)) as { default?: unknown }).default;
    const rules = Array.isArray(given) ? (given as unknown[]) : undefined;
    if (rules === undefined) return { file, failed: "its default export is no list of rules: write `export default [rule, …]`" };
    const faults = rules.flatMap((rule, index) => faultOf(rule, index));
    return faults.length > 0 ? { file, failed: faults.join("; ") } : { file, rules: rules as Rule[] };
  } catch (error) {
    return { file, failed: `it fails while it is loaded: ${error instanceof Error ? error.message : String(error)}${placeIn(file, error)}` };
  }
}

/** Where in the pack an error was thrown. */
function placeIn(file: string, error: unknown): string {
  const line = error instanceof Error ? new RegExp(`${path.basename(file).replaceAll(/[^\w]/g, "\\$&")}[^\\s:)]*:(\\d+)`).exec(error.stack ?? "")?.[1] : undefined;
  return line === undefined ? "" : ` (${path.basename(file)}, line ${line})`;
}

function faultOf(rule: unknown, index: number): string[] {
  const { id, title, why, level, kits, examples } = (rule ?? {}) as Partial<Rule>;
  const name = typeof id === "string" ? `\`${id}\`` : `rule ${index + 1}`;
  if (typeof id !== "string" || !/^[a-z][a-z0-9-]*\.[a-z][a-z0-9-]*$/.test(id)) return [`${name} needs an \`id\` of the form \`area.plain-words\``];
  const lacking = Object.entries({ title, why, level, kits, examples }).filter(([, value]) => value === undefined).map(([key]) => `\`${key}\``);
  return lacking.length > 0 ? [`${name} lacks ${lacking.join(", ")}: make it with \`defineRule\``] : [];
}

/** The name of the file in a package that is its kit. */
export function kitFileOf(packageFolder: string): string {
  const manifest = path.join(packageFolder, "package.json");
  const named = existsSync(manifest) ? (JSON.parse(readFileSync(manifest, "utf8")) as { alertQuill?: { kit?: string } }).alertQuill?.kit : undefined;
  return path.join(packageFolder, named ?? "kit.jsonc");
}
