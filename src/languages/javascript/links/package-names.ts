/** The names that a package brings into being for all files, as its declaration files tell. */
import { folderOf, foldersAbove, joined, type ProjectFiles } from "../../../model/links.js";
import { parse } from "../parser/index.js";
import { linkKinds } from "./changes.js";
import { declarationsOf } from "./installed.js";
import { packageIn, packageNameOf, typesFor } from "./packages.js";
import { fileFor } from "./resolve.js";
import { sharedBy } from "./shared-names.js";

/** How many files of a package are read. */
const mostFiles = 200;

export interface PackageNames {
  readonly names: readonly string[];
  /** What was read for them. */
  readonly read: readonly string[];
}

/** The names of a package, or of a part of one as `vitest/globals`, that is installed for a folder; `undefined` where it is not there, or declares nothing. */
export function namesOfPackage(module: string, folder: string, files: ProjectFiles): PackageNames | undefined {
  const entry = entryOf(module, folder, files);
  if (entry === undefined) return undefined;
  const names = new Set<string>();
  const read = new Set<string>();
  const waiting = [entry];
  for (let path = waiting.pop(); path !== undefined && read.size < mostFiles; path = waiting.pop()) {
    if (read.has(path)) continue;
    read.add(path);
    const text = files.read(path);
    if (text === undefined) continue;
    const { root } = parse(text, { typescript: true, ambient: true, jsx: false, module: "detect" });
    const items =
      root.body as readonly { readonly type: string; readonly source?: { readonly value?: unknown } | null }[];
    for (const name of sharedBy(root, items.some(({ type }) => linkKinds.has(type)))) names.add(name);
    const named = [...text.matchAll(/^\/\/\/[ \t]*<reference[ \t]+(path|types)=["']([^"']+)["']/gm)].map(
      ([, kind, target]) => (
        kind === "path" ? joinedFile(path!, target!, files) : entryOf(target!, folderOf(path!), files)
      ),
    );
    const imported = items
      .map(({ source }) => source?.value)
      .filter((one) => typeof one === "string" && one.startsWith("."));
    const beside = imported.map((target) => joinedFile(path!, target as string, files));
    waiting.push(...[...named, ...beside].filter((one) => one !== undefined));
  }
  return { names: [...names].sort(), read: [...read] };
}

function joinedFile(from: string, target: string, files: ProjectFiles): string | undefined {
  const found = fileFor(joined(folderOf(from), target), files);
  return found.state === "file" ? found.path : undefined;
}

/** The file that declares what a module is: its own, or that of the package with types for it. */
function entryOf(module: string, folder: string, files: ProjectFiles): string | undefined {
  const name = packageNameOf(module);
  if (name === undefined) return undefined;
  const inside = module === name ? "." : `.${module.slice(name.length)}`;
  for (const above of foldersAbove(folder)) {
    for (const one of [name, typesFor(name)]) {
      const own = packageIn(joined(above, `node_modules/${one}`), files);
      const path = own && (declarationsOf(own, inside, files) ?? joinedFile(joined(own.folder, "x"), inside, files));
      if (path !== undefined && /\.d\.[cm]?ts$/.test(path)) return path;
    }
  }
  return undefined;
}
