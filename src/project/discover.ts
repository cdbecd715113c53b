/** Which files of a project there are to analyse. */
import { existsSync, readdirSync, readFileSync, statSync } from "node:fs";
import path from "node:path";
import ignore, { type Ignore } from "ignore";
import { globTest } from "../text/globs.js";

export interface Discovery {
  /** Absolute paths, sorted. */
  readonly files: readonly string[];
  readonly leftOut: LeftOut;
  /** Named on purpose but not there or not readable, with the reason. */
  readonly problems: readonly { readonly path: string; readonly reason: string }[];
}

/** What was come upon and is not among the files. */
export interface LeftOut {
  /** Files that the settings skip. */
  readonly skipped: readonly string[];
  /** Files and folders that an ignore file names, and folders of packages. */
  readonly ignored: number;
  /** How many files of each ending there are that no language reads. */
  readonly endings: ReadonlyMap<string, number>;
}

/** Rules of one ignore file, with the folder they speak of. */
interface IgnoreLayer {
  readonly folder: string;
  readonly rules: Ignore;
}

const ignoreFile = ".gitignore";
/** Folders of what others wrote, or of what tools keep. */
const never = new Set(["node_modules", "site-packages", "__pycache__", ".git"]);

/** Whether a folder holds a Python of its own with its packages, by the file that says so. */
const isEnvironment = (folder: string): boolean => existsSync(path.join(folder, "pyvenv.cfg"));

/** Whether a folder holds what others wrote. */
export const isOfOthers = (folder: string): boolean => never.has(path.basename(folder)) || isEnvironment(folder);

/** Why a file is left alone, given the folder or ignore file that says so. */
export function whyIgnored(by: string, shown: (target: string) => string): string {
  return path.basename(by) === ignoreFile ? `${shown(by)} ignores it` : `it lies in ${path.basename(by)}`;
}

function layerOf(folder: string): IgnoreLayer[] {
  const file = path.join(folder, ignoreFile);
  return statSync(file, { throwIfNoEntry: false })?.isFile() === true
    ? [{ folder, rules: ignore().add(readFileSync(file, "utf8")) }]
    : [];
}

/** Whether files may be read in a folder. */
export type MayRead = (folder: string) => boolean;

/** The ignore files that apply in `folder`: its own and those above it, up to the root of the repository, as far as they may be read. */
function layersAbove(folder: string, mayRead: MayRead): IgnoreLayer[] {
  const own = mayRead(folder) ? layerOf(folder) : [];
  const parent = path.dirname(folder);
  if (parent === folder || existsSync(path.join(folder, ".git"))) return own;
  return [...layersAbove(parent, mayRead), ...own];
}

function isIgnored(target: string, directory: boolean, layers: readonly IgnoreLayer[]): boolean {
  let ignored = false;
  for (const { folder, rules } of layers) {
    const relative = path.relative(folder, target).split(path.sep).join("/");
    if (relative === "" || relative.startsWith("../")) continue;
    const { ignored: now, unignored } = rules.test(directory ? `${relative}/` : relative);
    if (now) ignored = true;
    else if (unignored) ignored = false;
  }
  return ignored;
}

/**
 * Files with one of `extensions` below the given paths, which may be globs. Ignore files are respected, `node_modules` stays out; a file named itself is taken
 * whatever they say. `skipped` tells which files the settings leave out, also of those, asked with the folder the search began in. Once there are `most` files, no further folder is looked into.
 */
export function discover(
  paths: readonly string[],
  extensions: readonly string[],
  skipped: (file: string, start: string) => boolean,
  mayRead: MayRead = () => true,
  most = Infinity,
): Discovery {
  const files = new Set<string>();
  const problems: { path: string; reason: string }[] = [];
  const left = new Set<string>();
  const endings = new Map<string, number>();
  let ignored = 0;
  const take = (file: string, start: string): void => {
    if (skipped(file, start)) left.add(file);
    else files.add(file);
  };
  const visit = (folder: string, start: string, layers: readonly IgnoreLayer[]): void => {
    let entries;
    try {
      entries = readdirSync(folder, { withFileTypes: true });
    } catch (error) {
      problems.push({ path: folder, reason: (error as Error).message });
      return;
    }
    for (const entry of entries) {
      const target = path.join(folder, entry.name);
      if (entry.isDirectory()) {
        if (isOfOthers(target) || isIgnored(target, true, layers)) ignored += 1;
        else if (files.size < most) visit(target, start, [...layers, ...layerOf(target)]);
      } else if (entry.isFile()) {
        const ending = path.extname(entry.name);
        if (isIgnored(target, false, layers)) ignored += 1;
        else if (extensions.includes(ending)) take(target, start);
        else if (ending !== "") endings.set(ending, (endings.get(ending) ?? 0) + 1);
      }
    }
  };
  for (const named of paths) {
    const target = path.resolve(named);
    let stats;
    try {
      stats = statSync(target, { throwIfNoEntry: false });
    } catch (error) {
      problems.push({ path: named, reason: (error as Error).message });
      continue;
    }
    if (stats?.isDirectory()) visit(target, target, layersAbove(target, mayRead));
    else if (stats === undefined && /[*?{[]/.test(named)) {
      const { folder, fits } = parted(named);
      const inside = statSync(folder, { throwIfNoEntry: false })?.isDirectory() === true
        ? discover([folder], extensions, skipped, mayRead)
        : undefined;
      const found = inside?.files.filter(fits) ?? [];
      const outside = inside?.leftOut.skipped.filter(fits) ?? [];
      found.forEach((file) => files.add(file));
      outside.forEach((file) => left.add(file));
      if (found.length + outside.length === 0) {
        problems.push({ path: named, reason: "no file that a language is known for matches" });
      }
    } else if (stats === undefined) problems.push({ path: named, reason: "there is no such file or folder" });
    else if (!stats.isFile()) problems.push({ path: named, reason: "this is neither a file nor a folder" });
    else if (extensions.includes(path.extname(target))) take(target, path.dirname(target));
    else {
      problems.push({
        path: named,
        reason: `no language is known for ${path.extname(target) || "a file without an ending"}`,
      });
    }
  }
  return { files: [...files].sort(), problems, leftOut: { skipped: [...left].sort(), ignored, endings } };
}

/** The folder that a glob names before its first wildcard, and a test for the files in it. */
export function parted(glob: string): { folder: string; fits: (file: string) => boolean } {
  const parts = glob.split("/");
  const fixed = parts.slice(0, parts.findIndex((part) => /[*?{[]/.test(part)));
  const folder = path.resolve(fixed.length === 1 && fixed[0] === "" ? "/" : fixed.join("/"));
  const fits = globTest([`/${parts.slice(fixed.length).join("/")}`]);
  return { folder, fits: (file) => fits(path.relative(folder, file).split(path.sep).join("/")) };
}

/** What keeps a file out of a project, other than its settings: the ignore file that names it, or the folder of packages it lies in. */
export function ignoredBy(file: string, mayRead: MayRead = () => true): string | undefined {
  const folders: string[] = [];
  for (let folder = path.dirname(file); ; folder = path.dirname(folder)) {
    if (never.has(path.basename(folder)) || (mayRead(folder) && isEnvironment(folder))) return folder;
    folders.unshift(folder);
    if (path.dirname(folder) === folder) break;
  }
  const targets = [
    ...folders.map((folder) => ({ target: folder, directory: true })),
    { target: file, directory: false },
  ];
  for (const { target, directory } of targets) {
    const layers = layersAbove(path.dirname(target), mayRead);
    if (!isIgnored(target, directory, layers)) continue;
    return path.join(layers.findLast((layer) => isIgnored(target, directory, [layer]))!.folder, ignoreFile);
  }
  return undefined;
}
