/** What `package.json` files say of modules. */
import { foldersAbove, joined, type ProjectFiles } from "../../../model/links.js";

export interface PackageFile {
  readonly folder: string;
  readonly name?: unknown;
  readonly type?: unknown;
  readonly main?: unknown;
  readonly types?: unknown;
  readonly typings?: unknown;
  readonly exports?: unknown;
  readonly imports?: unknown;
  readonly workspaces?: unknown;
  /** All packages it names, in whatever list. */
  readonly declared: ReadonlySet<string>;
}

/** The lists in which packages are named that may be imported. */
const lists = ["dependencies", "devDependencies", "peerDependencies", "optionalDependencies"] as const;

/** The `package.json` in a folder; `undefined` where there is none that can be read. */
export function packageIn(folder: string, files: ProjectFiles): PackageFile | undefined {
  return files.remember(`package ${folder}`, () => readPackage(folder, files));
}

function readPackage(folder: string, files: ProjectFiles): PackageFile | undefined {
  const file = joined(folder, "package.json");
  if (!files.isFile(file)) return undefined;
  let written: unknown;
  try {
    written = JSON.parse(files.read(file) ?? "");
  } catch {
    // A broken one says nothing; who runs it is told.
    return undefined;
  }
  if (typeof written !== "object" || written === null) return undefined;
  const declared = new Set<string>();
  for (const list of lists) {
    const named = (written as Record<string, unknown>)[list];
    if (typeof named === "object" && named !== null) for (const name of Object.keys(named)) declared.add(name);
  }
  return { ...written, folder, declared };
}

/** The `package.json` files above a folder, the nearest first. */
export function packagesAbove(folder: string, files: ProjectFiles): PackageFile[] {
  return [...foldersAbove(folder)].flatMap((one) => packageIn(one, files) ?? []);
}

/** The package that holds types for another one. */
export const typesFor = (name: string): string => `@types/${name.replace(/^@/, "").replace("/", "__")}`;

/** The name of the package that a module belongs to; `undefined` for what names no package. */
export function packageNameOf(module: string): string | undefined {
  return /^(?:@[a-z0-9~][\w.~-]*\/)?[a-z0-9~][\w.~-]*(?=\/|$)/i.exec(module)?.[0];
}

/**
 * The places that `exports` or `imports` of a package lead a name to, whatever the conditions, as the packages documentation of Node tells it; the most telling first. Relative to the package.
 */
export function targetsOf(field: unknown, name: string): string[] {
  if (typeof field === "string") return name === "." ? [field] : [];
  if (Array.isArray(field)) return name === "." ? field.flatMap((one) => leaves(one, "")) : [];
  if (typeof field !== "object" || field === null) return [];
  const entries = Object.entries(field);
  if (entries.every(([key]) => !key.startsWith(".") && !key.startsWith("#"))) {
    return name === "." ? leaves(field, "") : [];
  }
  const exact = entries.find(([key]) => key === name);
  if (exact !== undefined) return leaves(exact[1], "");
  for (const [key, target] of entries.sort(([one], [other]) => other.length - one.length)) {
    const star = key.indexOf("*");
    if (star < 0) continue;
    const [before, behind] = [key.slice(0, star), key.slice(star + 1)];
    if (!name.startsWith(before) || !name.endsWith(behind) || name.length < key.length - 1) continue;
    return leaves(target, name.slice(before.length, name.length - behind.length));
  }
  return [];
}

/** The conditions whose places are the most telling. */
const conditions = ["types", "source", "import", "module", "node", "browser", "default", "require"];

function leaves(target: unknown, star: string): string[] {
  if (typeof target === "string") return [target.replaceAll("*", star)];
  if (Array.isArray(target)) return target.flatMap((one) => leaves(one, star));
  if (typeof target !== "object" || target === null) return [];
  const rank = (key: string): number => (conditions.includes(key) ? conditions.indexOf(key) : conditions.length);
  return Object
    .entries(target)
    .sort(([one], [other]) => rank(one) - rank(other))
    .flatMap(([, one]) => leaves(one, star));
}
