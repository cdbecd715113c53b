/** What a project's own files tell about the settings it needs. */
import { existsSync, readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { parse } from "jsonc-parser";
import { editions, languageOf, languages as known, pythonEditions, type runtimes } from "../languages/index.js";
import { ignoredBy } from "./discover.js";
import { modulesOnDisk } from "./disk-files.js";

export interface SetupFacts {
  readonly name: string;
  /** How many files there are of each language, by its name for people. */
  readonly languages: ReadonlyMap<string, number>;
  readonly runtime: readonly (typeof runtimes)[number][];
  readonly edition: (typeof editions)[number];
  /** Why that edition, in a few words. */
  readonly editionFrom: string;
  /** The edition of Python, where there are files of it, and what tells it. */
  readonly python: { readonly edition: PythonEdition; readonly from: string } | undefined;
  /** The folders at the top that hold such files, with how many. */
  readonly sources: ReadonlyMap<string, number>;
  /** Folders that are made by tools or come from elsewhere, and no ignore file names. */
  readonly skip: readonly string[];
  /** The packages that bring names which are there without an import, as test runners do, with these names. */
  readonly bringing: ReadonlyMap<string, readonly string[]>;
  /** The command that runs a script of the project, by its lock file. */
  readonly runScript: string;
  readonly hasManifest: boolean;
  /** There is a package.json, and it cannot be read. */
  readonly isManifestBroken: boolean;
  /** Whether this package is among those that the project asks for. */
  readonly asksForPackage: boolean;
  readonly hasReviewScript: boolean;
  /** Where git looks for what it runs before a commit, if nothing is there yet and it looks in the usual place. */
  readonly hook: string | undefined;
}

interface Manifest {
  readonly name?: string;
  readonly bin?: unknown;
  readonly main?: string;
  readonly browser?: unknown;
  readonly engines?: { readonly node?: string };
  readonly scripts?: Readonly<Record<string, string>>;
  readonly dependencies?: Readonly<Record<string, string>>;
  readonly devDependencies?: Readonly<Record<string, string>>;
}

export type PythonEdition = (typeof pythonEditions)[number];

/** The edition of Python that a project is for: the one that is set for its folder, or the earliest that its manifest allows. */
function pythonEditionOf(folder: string): { edition: PythonEdition; from: string } {
  const read = (name: string): string => (
    existsSync(path.join(folder, name)) ? readFileSync(path.join(folder, name), "utf8") : ""
  );
  const known = (version: string | undefined): PythonEdition | undefined =>
    pythonEditions.find((one) => one === version);
  const required = known(/requires-python\s*=\s*["'][^"'\d]*(3\.\d+)/.exec(read("pyproject.toml"))?.[1]);
  if (required !== undefined) return { edition: required, from: "the earliest in pyproject.toml" };
  const set = known(/3\.\d+/.exec(read(".python-version"))?.[0]);
  if (set !== undefined) return { edition: set, from: ".python-version" };
  return { edition: pythonEditions.at(-1)!, from: "the newest" };
}

const made = ["dist", "build", "out", "vendor", "third-party", "coverage", "generated", "public/vendor"];
/** Packages of types that say what a runtime brings: that has a question of its own. */
const ofRuntimes = /^@types\/(?:node|bun|deno)$/;
const inBrowsers = /^(?:react|react-dom|vue|svelte|preact|lit|solid-js|vite|@codemirror\/.*)$/;

function json<Data>(file: string): Data | undefined {
  return existsSync(file)
    ? (parse(readFileSync(file, "utf8"), [], { allowTrailingComma: true }) as Data | undefined)
    : undefined;
}

function readManifest(file: string): { manifest?: Manifest; isBroken: boolean } {
  if (!existsSync(file)) return { isBroken: false };
  try {
    const manifest = JSON.parse(readFileSync(file, "utf8")) as Manifest;
    const isBroken = typeof manifest !== "object" || manifest === null;
    return isBroken ? { isBroken } : { manifest, isBroken };
  } catch {
    return { isBroken: true };
  }
}

export function setupFacts(folder: string): SetupFacts {
  const { manifest, isBroken } = readManifest(path.join(folder, "package.json"));
  const compiler = json<{ compilerOptions?: { target?: string; lib?: string[] } }>(
    path.join(folder, "tsconfig.json"),
  )?.compilerOptions;
  const languages = new Map<string, number>();
  const sources = new Map<string, number>();
  let pages = false;
  const look = (place: string, depth: number, top?: string): void => {
    for (const entry of readdirSync(place, { withFileTypes: true })) {
      if (entry.name === "node_modules" || entry.name.startsWith(".") || made.includes(entry.name)) continue;
      if (entry.isDirectory()) {
        if (depth < 8) look(path.join(place, entry.name), depth + 1, top ?? entry.name);
        continue;
      }
      if (entry.name.endsWith(".html")) pages = true;
      const [name] = languageOf(entry.name)?.nameFor(path.extname(entry.name)).split(" ") ?? [];
      if (name === undefined) continue;
      languages.set(name, (languages.get(name) ?? 0) + 1);
      if (top !== undefined) sources.set(top, (sources.get(top) ?? 0) + 1);
    }
  };
  look(folder, 0);
  const packages = Object.keys({ ...manifest?.dependencies, ...manifest?.devDependencies });
  const browser = pages ||
    manifest?.browser !== undefined ||
    packages.some((name) => inBrowsers.test(name)) ||
    (compiler?.lib ?? []).some((lib) => /^dom$/i.test(lib));
  const node = manifest?.bin !== undefined ||
    manifest?.main !== undefined ||
    manifest?.engines?.node !== undefined ||
    packages.includes("@types/node");
  const { edition, editionFrom } = editionOf(compiler?.target, manifest?.engines?.node);
  return {
    name: manifest?.name ?? path.basename(folder),
    languages,
    sources,
    runtime: browser && !node ? ["browser"] : node && !browser ? ["node"] : ["browser", "node"],
    edition,
    editionFrom,
    python: languages.has("Python") ? pythonEditionOf(folder) : undefined,
    skip: made
      .filter((name) => existsSync(path.join(folder, name)) && ignoredBy(path.join(folder, name, "file")) === undefined)
      .map((name) => `${name}/**`),
    bringing: bringingOf(folder, packages),
    runScript: existsSync(path.join(folder, "pnpm-lock.yaml"))
      ? "pnpm run"
      : existsSync(path.join(folder, "yarn.lock"))
        ? "yarn"
        : existsSync(path.join(folder, "bun.lock")) || existsSync(path.join(folder, "bun.lockb"))
          ? "bun run"
          : "npm run",
    hasManifest: manifest !== undefined,
    isManifestBroken: isBroken,
    asksForPackage: packages.includes("alert-quill"),
    hasReviewScript: manifest?.scripts?.["review"] !== undefined,
    hook: hookOf(folder),
  };
}

/** Of the packages that a project asks for, those whose types declare names for all files. */
function bringingOf(folder: string, packages: readonly string[]): Map<string, readonly string[]> {
  const located = known.flatMap(({ settings }) => settings.located ?? [])[0];
  const found = new Map<string, readonly string[]>();
  for (const one of packages) {
    if (!one.startsWith("@types/") || ofRuntimes.test(one)) continue;
    const name = one.slice("@types/".length);
    const { part, faults } = located?.({ known: [`package:${name}`] }, folder, modulesOnDisk().access) ?? {};
    if (faults?.length === 0) found.set(name, part?.["known"] as string[]);
  }
  return found;
}

function hookOf(folder: string): string | undefined {
  const config = path.join(folder, ".git/config");
  const hook = path.join(folder, ".git/hooks/pre-commit");
  if (!existsSync(config) || /^\s*hooksPath\s*=/im.test(readFileSync(config, "utf8"))) return undefined;
  return existsSync(hook) ? undefined : hook;
}

/** The editions that versions of Node.js know whole, from the newest. */
const nodeEditions: readonly (readonly [number, (typeof editions)[number]])[] = [
  [24, 2025],
  [22, 2024],
  [20, 2023],
  [18, 2022],
  [16, 2021],
  [14, 2020],
  [12, 2019],
  [10, 2018],
];

function editionOf(
  target: string | undefined,
  engine: string | undefined,
): { edition: (typeof editions)[number]; editionFrom: string } {
  const year = Number(/^es(20\d\d)$/i.exec(target ?? "")?.[1]) || (/^es6$/i.test(target ?? "") ? 2015 : 0);
  const known = editions.find((edition) => edition === year);
  if (known !== undefined) return { edition: known, editionFrom: "the target in tsconfig.json" };
  const version = Number(/\d+/.exec(engine ?? "")?.[0] ?? 0);
  const knows = nodeEditions.find(([since]) => version >= since)?.[1];
  if (knows !== undefined) return { edition: knows, editionFrom: "the Node.js in package.json" };
  return { edition: 2025, editionFrom: "the newest" };
}
