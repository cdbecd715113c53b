/** Alerts of files as they were, kept on disk by what they depend on: the text, the settings and this program. */
import { createHash } from "node:crypto";
import { mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, utimesSync, writeFileSync } from "node:fs";
import { homedir } from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";
import type { Alert } from "../engine/alert.js";
import type { ShownRemedy } from "../engine/document-remedies.js";
import type { AskedLink } from "../engine/link-questions.js";
import { languageOf, rules as builtIn } from "../languages/index.js";
import type { FileSummary } from "../model/links.js";
import { areaOf } from "../rules/rule.js";
import { fingerprint } from "../settings/fingerprint.js";
import type { FileSettings } from "./project-settings.js";

/** Days after which an entry that nobody asked for is thrown away. */
const mostAge = 30;
export const day = 86_400_000;

const own = new Set<unknown>(builtIn);

/** The folder in which results are kept. */
export function storeFolder(): string {
  const base = process.env["XDG_CACHE_HOME"] ||
    (process.platform === "win32" && process.env["LOCALAPPDATA"]) ||
    path.join(homedir(), ".cache");
  return path.join(base, "alert-quill", "results");
}

let build: string | undefined;

/** What this program is, so that another build of it finds nothing of an older one. */
function buildOf(): string {
  if (build === undefined) {
    const hash = createHash("sha1");
    const folder = fileURLToPath(new URL("../", import.meta.url));
    for (
      const file of readdirSync(folder, { recursive: true, encoding: "utf8" }).filter((name) => name.endsWith(
        ".js",
      )).sort()
    ) {
      const { size, mtimeMs } = statSync(path.join(folder, file));
      hash.update(`${file} ${size} ${mtimeMs}\0`);
    }
    build = hash.digest("hex");
  }
  return build;
}

/** What settings come to in each way a language reads texts. */
const knownKeys = new WeakMap<object, Map<string, string | undefined>>();

/** What decides the alerts of a file beside its text. `undefined` where rules are on whose code is not known: those of packs. */
export function settingsKey(file: string, { resolved, source }: FileSettings): string | undefined {
  const language = languageOf(file);
  if (language === undefined) return undefined;
  const settings = resolved.in(language);
  const info = { uri: file, languageId: language.languageIds[0]!, values: settings.values };
  const variant = language.variant(info);
  let keys = knownKeys.get(resolved);
  if (keys === undefined) knownKeys.set(resolved, (keys = new Map()));
  const name = `${language.id} ${variant}`;
  if (!keys.has(name)) {
    const isKnown = resolved.active.every(({ rule }) => own.has(rule.like ?? rule) || areaOf(rule.id) === "pattern");
    // The definitions behind rules without code.
    const patterns = source && [source.checked.settings.patterns, source.checked.found.map(({ kit }) => kit.patterns)];
    const all = JSON.stringify([language.id, fingerprint(settings, variant), patterns]);
    keys.set(name, isKnown ? createHash("sha1").update(all).digest("hex") : undefined);
  }
  return keys.get(name);
}

/** What was found in a file. */
export interface FileResult {
  readonly alerts: readonly Alert[];
  /** The indexes of the alerts for which there is a certain remedy, where somebody asked for them. */
  readonly certain?: readonly number[] | undefined;
  /** Whether its text says that it is generated. */
  readonly isGenerated?: boolean;
  /** What was asked about other files: only as long as it is answered alike the alerts are these. */
  readonly asked: readonly AskedLink[];
  /** What other files see of it. */
  readonly summary?: FileSummary | undefined;
  /** What an overview shows beside; it is not kept. */
  readonly details?: FileDetails | undefined;
}

/** What an overview of a project shows of a file beside its alerts. */
export interface FileDetails {
  /** The first ways to settle each alert, by its index. */
  readonly remedies: readonly (readonly ShownRemedy[])[];
  /** The strain of all its functions together. */
  readonly strain: number;
}

/** What stands for a text in the names of results: one for each text, and whether it has comments that end some day. */
export function markOf(text: string): string {
  const isDated = text.includes("quill:") && text.includes("until");
  return `${isDated ? "1" : "0"}${createHash("sha1").update(text).digest("hex")}`;
}

const beside = new Map<string, string>();

/** The name of the results for a text, by its mark, with what `settingsKey` gives. `today` counts for texts with comments that end some day. */
export function keyOf(mark: string, settings: string, today: string): string {
  const what = [buildOf(), settings, mark.startsWith("1") ? today : ""].join("\0");
  let rest = beside.get(what);
  if (rest === undefined) beside.set(what, (rest = createHash("sha1").update(what).digest("hex")));
  return mark + rest;
}

/** What was found in files, by what `keyOf` gives. */
export interface Results {
  get(key: string): FileResult | undefined;
  put(key: string, result: FileResult): void;
  /** The mark of the text of a file that has not changed since it was noted. */
  markOf?(file: string): string | undefined;
  /** Notes the mark of the text of a file for which `markOf` gave none before it was read. */
  noteMark?(file: string, mark: string): void;
  /** Throws away what nobody asked for in a long time. */
  prune(): void;
}

/** Results on disk. */
export class ResultStore implements Results {
  constructor(private readonly folder = storeFolder()) {}

  get(key: string): FileResult | undefined {
    const file = this.fileOf(key);
    try {
      const result = JSON.parse(readFileSync(file, "utf8")) as FileResult;
      // Written by something else.
      if (!Array.isArray(result.asked)) return undefined;
      if (Date.now() - statSync(file).mtimeMs > day) utimesSync(file, new Date(), new Date());
      return result;
    } catch {
      // Not there, or half written by a program that was ended: it is worked out anew.
      return undefined;
    }
  }

  /** Keeps results. A disk that is full or may not be written keeps none. */
  put(key: string, result: FileResult): void {
    const file = this.fileOf(key);
    try {
      mkdirSync(path.dirname(file), { recursive: true });
      const written = `${file}.${process.pid}`;
      writeFileSync(written, JSON.stringify(result));
      renameSync(written, file);
    } catch {
      return;
    }
  }

  /** Throws away what nobody asked for in a long time; looks for it once a day. */
  prune(): void {
    const mark = path.join(this.folder, "pruned");
    if (Date.now() - (statSync(mark, { throwIfNoEntry: false })?.mtimeMs ?? 0) < day) return;
    const oldest = Date.now() - mostAge * day;
    for (const name of listed(this.folder)) {
      for (const entry of listed(path.join(this.folder, name))) {
        const file = path.join(this.folder, name, entry);
        if ((statSync(file, { throwIfNoEntry: false })?.mtimeMs ?? oldest) < oldest) rmSync(file, { force: true });
      }
    }
    try {
      writeFileSync(mark, "");
    } catch {
      // Nothing could be kept either.
      return;
    }
  }

  private fileOf(key: string): string {
    return path.join(this.folder, key.slice(1, 3), `${key}.json`);
  }
}

function listed(folder: string): string[] {
  try {
    return readdirSync(folder);
  } catch {
    return [];
  }
}
