/** Where the modules are that a file of Python names: Python Language Reference 5.2 to 5.4, as far as it can be told without running anything. */
import {
  baseOf,
  folderOf,
  foldersAbove,
  joined,
  relativeTo,
  type ProjectFiles,
  type Resolution,
} from "../../../model/links.js";
import { isStandard } from "../standard-library.js";
import { isUndeclared } from "./distributions.js";

const unknown: Resolution = { state: "unknown" };
const missing: Resolution = { state: "missing" };

/** Names that every module has. */
const ofAll = new Set([
  "__builtins__",
  "__dict__",
  "__doc__",
  "__file__",
  "__loader__",
  "__name__",
  "__package__",
  "__path__",
  "__spec__",
]);

const isPackage = (folder: string, files: ProjectFiles): boolean =>
  files.isFile(joined(folder, "__init__.py")) || files.isFile(joined(folder, "__init__.pyi"));

/** Resolves a module that a file names. */
export function resolveModule(module: string, from: string, files: ProjectFiles): Resolution {
  const dots = /^\.*/.exec(module)![0].length;
  const parts = module.slice(dots).split(".").filter((part) => part !== "");
  if (dots > 0) return found(startOf(dots, from), parts, files);
  if (parts.length === 0 || isStandard(module)) return unknown;
  for (const root of rootsFor(from, files)) {
    const top = joined(root, parts[0]!);
    const here = found(root, parts, files);
    if (here.state === "file") return here;
    // Another distribution may bring parts of what is no regular package here.
    if (here.state === "missing" && isPackage(top, files)) return isExtended(top, files) ? unknown : missing;
    if (files.namesIn(top) !== undefined) return unknown;
  }
  return isUndeclared(module, from, files) ? { state: "undeclared", package: parts[0]! } : unknown;
}

/** The folder that so many dots mean. */
function startOf(dots: number, from: string): string {
  let folder = folderOf(from);
  for (let up = 1; up < dots; up += 1) folder = folderOf(folder);
  return folder;
}

/** The folders from which a program that runs a file may find modules: the one its package lies in, the top of the project, and `src` in it. */
function rootsFor(from: string, files: ProjectFiles): string[] {
  return files.remember(`roots ${folderOf(from)}`, () => {
    let own = folderOf(from);
    while (own !== "/" && isPackage(own, files)) own = folderOf(own);
    const tops = [...foldersAbove(own)].filter((folder) => {
      const names = files.namesIn(folder) ?? [];
      return ["pyproject.toml", "setup.py", "setup.cfg", ".git"].some((name) => names.includes(name));
    });
    return [...new Set([own, ...tops.flatMap((top) => [joined(top, "src"), top])])];
  });
}

/** Whether a package, or a module in place of one, says in its code where else its modules lie, or makes them. */
function isExtended(folder: string, files: ProjectFiles): boolean {
  return files.remember(`extended ${folder}`, () => [joined(folder, "__init__.py"), `${folder}.py`].some(
    (file) => files.isFile(file) && /__path__|importlib|sys\.modules|meta_path|path_hooks/.test(files.read(file) ?? ""),
  ));
}

/** The module that some names, one in another, lead to from a folder. */
function found(folder: string, parts: readonly string[], files: ProjectFiles): Resolution {
  const place = joined(folder, parts.join("/"));
  const candidates = [
    ...(parts.length === 0 ? [] : [`${place}.py`, `${place}.pyi`]),
    joined(place, "__init__.py"),
    joined(place, "__init__.pyi"),
  ];
  const path = candidates.find((one) => files.isFile(one));
  if (path !== undefined) return { state: "file", path, ...(isAlsoDeclared(path, files) && { isMore: true }) };
  // A folder of modules, one that is built from something else, or that a package further up makes.
  const beside = files.namesIn(folderOf(place)) ?? [];
  const isThere = files.namesIn(place) !== undefined || beside.some((one) => one.startsWith(`${baseOf(place)}.`));
  for (let up = folderOf(place); up !== folder && up !== "/"; up = folderOf(up)) {
    if (isExtended(up, files)) return unknown;
  }
  return isThere || files.isIgnored(place) || files.isIgnored(`${place}.py`) || isExtended(folder, files)
    ? unknown
    : missing;
}

function isAlsoDeclared(path: string, files: ProjectFiles): boolean {
  return path.endsWith(".py") && files.isFile(`${path}i`);
}

/** Whether a module has a name that stands nowhere in it: one that all have, or a module in a package. */
export function holds(path: string, name: string, files: ProjectFiles): boolean {
  if (ofAll.has(name)) return true;
  if (!/\/__init__\.pyi?$/.test(path)) return false;
  return (files.namesIn(folderOf(path)) ?? []).some((one) => one === name || one.startsWith(`${name}.`));
}

/** The path where a module would lie. */
export function placeOf(module: string, from: string, files: ProjectFiles): string | undefined {
  const dots = /^\.*/.exec(module)![0].length;
  const inside = module.slice(dots).replaceAll(".", "/");
  const root = dots > 0 ? startOf(dots, from) : rootsFor(from, files)[0];
  return root === undefined || inside === "" ? undefined : joined(root, `${inside}.py`);
}

/** The last part of the name of the module in a file: that of its folder for one that stands for a package. */
export function moduleStem(path: string): string {
  return baseOf(path.replace(/(?:\/__init__)?\.pyi?$/, ""));
}

/** How a file names another one: with dots where it does so for others, or else from the folder in which its packages lie. */
export function moduleName(
  path: string,
  from: string,
  like: readonly string[],
  files: ProjectFiles,
): string | undefined {
  const place = path.replace(/(?:\/__init__)?\.pyi?$/, "");
  const isInPackage = isPackage(folderOf(from), files);
  const dotted = like.filter((one) => one.startsWith(".")).length;
  if (isInPackage && dotted > 0 && 2 * dotted >= like.filter((one) => !isStandard(one)).length) {
    const way = relativeTo(folderOf(from), place);
    const up = way.split("/").filter((part) => part === "..").length;
    return ".".repeat(up + 1) + way.replace(/^(?:\.\.?\/)+/, "").replaceAll("/", ".");
  }
  for (const root of rootsFor(from, files)) {
    if (place.startsWith(root === "/" ? root : `${root}/`)) {
      const name = place.slice(root === "/" ? 1 : root.length + 1).replaceAll("/", ".");
      if (/^[\p{ID_Start}_][\p{ID_Continue}.]*$/u.test(name)) return name;
    }
  }
  return undefined;
}
