/** Where the modules are that a file of JavaScript or TypeScript names, by the rules of Node, of TypeScript and of what bundles. */
import { baseOf, folderOf, joined, type ProjectFiles, type Resolution } from "../../../model/links.js";
import { compilerPathsFor, type CompilerPaths } from "./compiler-paths.js";
import { packageNameOf, packagesAbove, targetsOf, typesFor, type PackageFile } from "./packages.js";
import { isOfRuntime } from "./runtime-modules.js";

const unknown: Resolution = { state: "unknown" };
const missing: Resolution = { state: "missing" };

/** Endings that may be left out, in the order in which they are tried. */
const endings = [".ts", ".tsx", ".mts", ".cts", ".d.ts", ".js", ".jsx", ".mjs", ".cjs", ".json", ".d.mts", ".d.cts"];

/** What an ending may stand for where the file is still to be compiled. */
const compiledFrom: Readonly<Record<string, readonly string[]>> = {
  ".js": [".ts", ".tsx", ".d.ts", ".jsx"],
  ".jsx": [".tsx", ".d.ts"],
  ".mjs": [".mts", ".d.mts"],
  ".cjs": [".cts", ".d.cts"],
};

/** Resolves a module that a file names. For TypeScript a file of JavaScript also exports the types that its comments, or a file beside it, declare. */
export function resolveModule(module: string, from: string, files: ProjectFiles): Resolution {
  const found = resolved(module, from, files);
  const isMore = found.state === "file" && /\.[cm]?tsx?$/.test(from) && /\.[cm]?jsx?$/.test(found.path);
  return isMore ? { ...found, isMore } : found;
}

function resolved(module: string, from: string, files: ProjectFiles): Resolution {
  // What a bundler is to make of a file, or where from, is its own affair.
  if (module === "" || /[?!:\\]/.test(module) || module.startsWith("/")) return unknown;
  const folder = folderOf(from);
  if (/^\.\.?(?:\/|$)/.test(module)) {
    const paths = compilerPathsFor(folder, files);
    const found = fileFor(joined(folder, module), files);
    return found.state === "missing" && paths.hasRootDirs ? unknown : found;
  }
  const above = packagesAbove(folder, files);
  if (module.startsWith("#")) return inPackage(above[0], above[0]?.imports, module, files);
  const mapped = byCompiler(module, compilerPathsFor(folder, files), files);
  if (mapped !== undefined) return mapped;
  return ofPackage(module, above, files);
}

/** Where the compiler's settings lead a name to; `undefined` where they say nothing of it. */
function byCompiler(module: string, { paths, baseUrl }: CompilerPaths, files: ProjectFiles): Resolution | undefined {
  let best: { readonly length: number; readonly star: string; readonly targets: readonly string[] } | undefined;
  for (const [pattern, targets] of paths) {
    const at = pattern.indexOf("*");
    if (at < 0) {
      if (pattern === module) best = { length: Infinity, star: "", targets };
      continue;
    }
    const [before, behind] = [pattern.slice(0, at), pattern.slice(at + 1)];
    if (!module.startsWith(before) || !module.endsWith(behind) || module.length < pattern.length - 1) continue;
    if (best !== undefined && best.length >= before.length) continue;
    best = { length: before.length, star: module.slice(before.length, module.length - behind.length), targets };
  }
  if (best !== undefined) {
    const { targets, star } = best;
    const found = targets.map((target) => fileFor(target.replace("*", star), files));
    const file = found.find(({ state }) => state === "file");
    if (file !== undefined) return file;
    // A pattern for everything falls back to packages; what lies among installed ones is for who reads those.
    if (best.length > 0 && found.every(({ state }) => state === "missing")) {
      return targets.some((target) => target.includes("/node_modules/")) ? unknown : missing;
    }
    if (best.length > 0) return unknown;
  }
  if (baseUrl === undefined) return undefined;
  const found = fileFor(joined(baseUrl, module), files);
  return found.state === "file" ? found : undefined;
}

/** Where a module of a package is: in this project, where it is the own package or one beside it. */
function ofPackage(module: string, above: readonly PackageFile[], files: ProjectFiles): Resolution {
  const name = packageNameOf(module);
  if (name === undefined || isOfRuntime(module, ["node"]) || above.length === 0) return unknown;
  const own = above.find((one) => one.name === name);
  const inside = module === name ? "." : `.${module.slice(name.length)}`;
  if (own !== undefined) return inPackage(own, own.exports ?? own.types ?? own.main, inside, files);
  const isDeclared = (one: string): boolean => above.some(({ declared }) => declared.has(one));
  if (isDeclared(name) || isDeclared(typesFor(name))) return unknown;
  // Tools may look for modules in folders of the project, or give names of their own to them.
  const first = module.split("/")[0]!;
  const isFolder = above.some(({ folder }) => [folder, joined(folder, "src"), joined(folder, "app")].some(
    (place) => files.namesIn(place)?.some((one) => one === first || one.startsWith(`${first}.`)) === true,
  ));
  return isFolder ? unknown : { state: "undeclared", package: name };
}

/** Where a name leads to by a list of a package of this project. What is not built yet is not known. */
function inPackage(
  own: PackageFile | undefined,
  field: unknown,
  name: string,
  files: ProjectFiles,
): Resolution {
  for (const target of own === undefined ? [] : targetsOf(field, name)) {
    if (!/^(?!.*(?:^|\/)node_modules\/)\.?[\w./-]/.test(target)) continue;
    const found = fileFor(joined(own!.folder, target), files);
    if (found.state === "file" && !files.isIgnored(found.path)) return found;
  }
  return unknown;
}

/** The file that a path without its ending, or with that of what it is compiled to, stands for. */
export function fileFor(target: string, files: ProjectFiles): Resolution {
  const found = candidates(target).find((one) => files.isFile(one));
  if (found !== undefined) return { state: "file", path: found };
  if (files.namesIn(target) !== undefined) {
    const index = ["index", mainOf(target, files)].flatMap(
      (name) => (name === undefined ? [] : candidates(joined(target, name))),
    );
    const inside = index.find((one) => files.isFile(one));
    return inside === undefined ? unknown : { state: "file", path: inside };
  }
  // A file of another kind, which a bundler knows to read, or one that is still to be made.
  const name = baseOf(target).replace(/\.[cm]?[jt]sx?$/, "");
  const beside = files.namesIn(folderOf(target)) ?? [];
  return beside.some((one) => one.startsWith(`${name}.`)) || files.isIgnored(target) ? unknown : missing;
}

function mainOf(folder: string, files: ProjectFiles): string | undefined {
  const own = packagesAbove(folder, files)[0];
  return own?.folder === folder && typeof own.main === "string" ? own.main : undefined;
}

function candidates(target: string): string[] {
  const ending = /\.[cm]?jsx?$/.exec(target)?.[0];
  const sources = ending === undefined
    ? []
    : (compiledFrom[ending] ?? []).map((one) => target.slice(0, -ending.length) + one);
  return [target, ...sources, ...endings.map((one) => target + one)];
}
