/** Packs: rules of one's own, in files or packages. */
import { existsSync, readFileSync, statSync } from "node:fs";
import { createRequire, register } from "node:module";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { Worker } from "node:worker_threads";
import type { Rule } from "../rules/rule.js";
import { guardProcess } from "./pack-guard.js";

/** What is known of a pack. */
export type PackState =
  | { readonly file: string; readonly rules: readonly Rule[] }
  | { readonly file?: string; readonly failed: string };

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

/** How many times as long by the clock as in processor time a pack may take, for one that waits for something that never comes. */
const asLongAsked = 12;

let registered = false;

/** Loads the rules of packs, and again when their files have changed. */
export class PackLoader {
  private readonly loaded = new Map<string, { readonly stamp: number; readonly state: PackState }>();

  /** `mostTime`: milliseconds of processor time in which a pack must have been loaded. */
  constructor(private readonly mostTime?: number) {}

  /** What is known of a pack now. */
  known(file: string): PackState | undefined {
    return this.loaded.get(file)?.state;
  }

  /** Loads a pack if it is not known as it is now. Never throws: a pack that fails is told by its state. */
  async load(file: string): Promise<PackState> {
    const stamp = statSync(file, { throwIfNoEntry: false })?.mtimeMs ?? 0;
    const before = this.loaded.get(file);
    if (before?.stamp === stamp) return before.state;
    const stuck = this.mostTime === undefined ? undefined : await triedOut(file, stamp, this.mostTime);
    const state = stuck ?? (await loadPack(file, stamp));
    this.loaded.set(file, { stamp, state });
    return state;
  }
}

/** Loads a pack in a thread of its own, to see whether it comes to an end; says so if it does not. */
async function triedOut(file: string, stamp: number, mostTime: number): Promise<PackState | undefined> {
  const thread = new Worker(
    new URL("../project/pack-trial.js", import.meta.url),
    { workerData: { url: packUrl(file, stamp), self: self.href }, stdout: true, stderr: true },
  );
  // That can be done while the thread works.
  registerHooks();
  let timer: ReturnType<typeof setInterval> | undefined;
  const began = performance.now();
  const used = process.cpuUsage();
  const ended = new Promise<"loaded" | "ended" | "late">((resolve) => {
    thread.once("message", () => resolve("loaded"));
    // What fails is told when it is loaded in earnest.
    thread.once("error", () => resolve("loaded"));
    thread.once("exit", () => resolve("ended"));
    // On a busy machine a sound pack may take long by the clock, but not in processor time.
    timer = setInterval(() => {
      const { user, system } = process.cpuUsage(used);
      if ((user + system) / 1000 > mostTime || performance.now() - began > mostTime * asLongAsked) resolve("late");
    }, 50);
  });
  const outcome = await ended;
  clearInterval(timer);
  await thread.terminate();
  if (outcome === "loaded") return undefined;
  return {
    file,
    failed: outcome === "late"
      ? `it was not loaded within ${mostTime / 1000} s`
      : "it ends the program while it is loaded, or waits for something that never comes",
  };
}

const self = new URL("../", import.meta.url);

const packUrl = (file: string, stamp: number): string => `${pathToFileURL(file).href}?quill=${stamp}`;

/** Packs import this very package, wherever they lie, and may be written in TypeScript. */
function registerHooks(): void {
  if (registered) return;
  registered = true;
  register("../project/pack-hooks.js", import.meta.url, { data: { self: self.href } });
}

async function loadPack(file: string, stamp: number): Promise<PackState> {
  registerHooks();
  guardProcess();
  try {
    const given = ((await import(packUrl(file, stamp))) as { default?: unknown }).default;
    const rules = Array.isArray(given) ? (given as unknown[]) : undefined;
    if (rules === undefined) {
      return { file, failed: "its default export is no list of rules: write `export default [rule, …]`" };
    }
    const faults = rules.flatMap((rule, index) => faultOf(rule, index));
    return faults.length > 0 ? { file, failed: faults.join("; ") } : { file, rules: rules as Rule[] };
  } catch (error) {
    return {
      file,
      failed:
        `it fails while it is loaded: ${error instanceof Error ? error.message : String(error)}${placeIn(file, error)}`,
    };
  }
}

/** Where in the pack an error was thrown. */
function placeIn(file: string, error: unknown): string {
  const line = error instanceof Error
    ? new RegExp(`${path.basename(file).replaceAll(/[^\w]/g, "\\$&")}[^\\s:)]*:(\\d+)`).exec(error.stack ?? "")?.[1]
    : undefined;
  return line === undefined ? "" : ` (${path.basename(file)}, line ${line})`;
}

function faultOf(rule: unknown, index: number): string[] {
  const { id, title, why, level, kits, examples } = (rule ?? {}) as Partial<Rule>;
  const name = typeof id === "string" ? `\`${id}\`` : `rule ${index + 1}`;
  if (typeof id !== "string" || !/^[a-z][a-z0-9-]*\.[a-z][a-z0-9-]*$/.test(id)) {
    return [`${name} needs an \`id\` of the form \`area.plain-words\``];
  }
  const lacking = Object
    .entries({ title, why, level, kits, examples })
    .filter(([, value]) => value === undefined)
    .map(([key]) => `\`${key}\``);
  return lacking.length > 0 ? [`${name} lacks ${lacking.join(", ")}: make it with \`defineRule\``] : [];
}

/** The name of the file in a package that is its kit. */
export function kitFileOf(packageFolder: string): string {
  const manifest = path.join(packageFolder, "package.json");
  const named = existsSync(manifest)
    ? (JSON.parse(readFileSync(manifest, "utf8")) as { alertQuill?: { kit?: string } }).alertQuill?.kit
    : undefined;
  return path.join(packageFolder, named ?? "kit.jsonc");
}
