/** How a file names another one. */
import { baseOf, folderOf, relativeTo, type ProjectFiles } from "../../../model/links.js";
import { compilerPathsFor } from "./compiler-paths.js";
import { packagesAbove } from "./packages.js";
import { resolveModule } from "./resolve.js";

/** The ending that a file has once it is compiled. */
const compiled: Readonly<Record<string, string>> = {
  ".ts": ".js",
  ".tsx": ".js",
  ".mts": ".mjs",
  ".cts": ".cjs",
  ".d.ts": ".js",
  ".d.mts": ".mjs",
  ".d.cts": ".cjs",
};

/** The name of a module for `path` as `from` would write it, given names that it writes already; `undefined` for what lies in a package from which it takes nothing. */
export function moduleName(
  path: string,
  from: string,
  like: readonly string[],
  files: ProjectFiles,
): string | undefined {
  const [own] = packagesAbove(folderOf(from), files);
  const [other] = packagesAbove(folderOf(path), files);
  if (own?.folder !== other?.folder) {
    const name = typeof other?.name === "string" ? other.name : undefined;
    if (name === undefined) return undefined;
    const found = resolveModule(name, from, files);
    return found.state === "file" && found.path === path ? name : undefined;
  }
  const name = relativeTo(folderOf(from), path);
  const ending = /(?:\.d)?\.[cm]?[jt]sx?$/.exec(name)?.[0];
  if (ending === undefined) return name;
  const relative = like.filter((one) => one.startsWith("."));
  if (!writesEndings(from, relative, own?.type === "module", files)) {
    // Of these Node leaves nothing out.
    if (/^\.[cm]/.test(ending)) return name.slice(0, -ending.length) + (compiled[ending] ?? ending);
    const bare = name.slice(0, -ending.length);
    return bare.replace(/\/index$/, "") || bare;
  }
  if (relative.some((one) => /\.[cm]?tsx?$/.test(one))) return name;
  return name.slice(0, -ending.length) + (compiled[ending] ?? ending);
}

/** Whether a file writes the endings of the files that it names. */
function writesEndings(
  from: string,
  relative: readonly string[],
  isModulePackage: boolean,
  files: ProjectFiles,
): boolean {
  if (relative.length > 0) return relative.some((one) => /\.[cm]?[jt]sx?$/.test(one));
  if (/\.[cm]?tsx?$/.test(from)) {
    const { moduleKind } = compilerPathsFor(folderOf(from), files);
    return /^node(?:16|18|20|next)$/.test(moduleKind) || (moduleKind === "" && isModulePackage);
  }
  return from.endsWith(".mjs") || (from.endsWith(".js") && isModulePackage);
}

/** Whether code would take what a file gives as a whole under a name: `fareTable` or `FareTable` from `fare-table.js`. */
export function isNamedAfter(name: string, path: string): boolean {
  const stem = baseOf(path).replace(/(?!^)\..*$/, "");
  const plain = (text: string): string => text.replace(/[^\p{L}\p{N}]/gu, "").toLowerCase();
  return plain(stem === "index" ? baseOf(folderOf(path)) : stem) === name.toLowerCase();
}
