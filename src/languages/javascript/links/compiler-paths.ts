/** What the nearest settings of a compiler (`tsconfig.json`, `jsconfig.json`) say of where modules are. */
import { parse } from "jsonc-parser";
import { folderOf, foldersAbove, joined, type ProjectFiles } from "../../../model/links.js";

/** How many files may extend one another. */
const deepest = 10;

/** What the compiler's settings say, as far as it is asked for here. */
export interface CompilerPaths {
  /** Single values at the keys of `compilerOptions`, as text. */
  readonly values: Readonly<Record<string, string>>;
  /** Absolute; names are looked for in it. */
  readonly baseUrl?: string;
  /** Patterns with at most one `*`, each with the absolute places that it stands for. */
  readonly paths: readonly (readonly [pattern: string, targets: readonly string[]])[];
  /** Folders count as one, so that what is missing in one may be in another. */
  readonly hasRootDirs: boolean;
  /** How files that are run are found, as `nodenext`; in lower case. */
  readonly moduleKind: string;
}

const none: CompilerPaths = { values: {}, paths: [], hasRootDirs: false, moduleKind: "" };

interface Written {
  readonly extends?: unknown;
  readonly compilerOptions?: {
    readonly baseUrl?: unknown;
    readonly paths?: unknown;
    readonly rootDirs?: unknown;
    readonly module?: unknown;
    readonly moduleResolution?: unknown;
  };
}

/** What the compiler's settings that are nearest to a folder say. */
export function compilerPathsFor(folder: string, files: ProjectFiles): CompilerPaths {
  return files.remember(`compiler paths ${folder}`, () => pathsAbove(folder, files));
}

function pathsAbove(folder: string, files: ProjectFiles): CompilerPaths {
  for (const one of foldersAbove(folder)) {
    for (const name of ["tsconfig.json", "jsconfig.json"]) {
      const file = joined(one, name);
      if (files.isFile(file)) return pathsIn(file, files, 0);
    }
  }
  return none;
}

function pathsIn(file: string, files: ProjectFiles, depth: number): CompilerPaths {
  const written = parse(files.read(file) ?? "", [], { allowTrailingComma: true }) as Written | undefined;
  const folder = folderOf(file);
  let found: CompilerPaths = none;
  for (const base of [written?.extends].flat()) {
    const extended = typeof base === "string" && depth < deepest ? extendedBy(base, folder, files) : undefined;
    if (extended !== undefined) found = { ...found, ...pathsIn(extended, files, depth + 1) };
  }
  const options = written?.compilerOptions ?? {};
  const baseUrl = typeof options.baseUrl === "string" ? joined(folder, options.baseUrl) : found.baseUrl;
  const moduleKind = options.moduleResolution ?? options.module;
  const values = Object
    .entries(options)
    .filter(([, value]) => typeof value !== "object")
    .map(([key, value]) => [key, String(value)]);
  return {
    ...(baseUrl !== undefined && { baseUrl }),
    values: { ...found.values, ...Object.fromEntries(values) },
    paths: mapped(options.paths, baseUrl ?? folder) ?? found.paths,
    hasRootDirs: Array.isArray(options.rootDirs) || found.hasRootDirs,
    moduleKind: typeof moduleKind === "string" ? moduleKind.toLowerCase() : found.moduleKind,
  };
}

function mapped(paths: unknown, folder: string): CompilerPaths["paths"] | undefined {
  if (typeof paths !== "object" || paths === null) return undefined;
  return Object.entries(paths).map(([pattern, targets]) => [
    pattern,
    [targets].flat().filter((target) => typeof target === "string").map((target) => joined(folder, target)),
  ]);
}

function extendedBy(base: string, folder: string, files: ProjectFiles): string | undefined {
  const places = base.startsWith(".") || base.startsWith("/")
    ? [base.startsWith("/") ? base : joined(folder, base)]
    : [...foldersAbove(folder)].map((one) => joined(one, `node_modules/${base}`));
  const candidates = places.flatMap((place) => [place, `${place}.json`, `${place}/tsconfig.json`]);
  return candidates.find((one) => one.endsWith(".json") && files.isFile(one));
}
