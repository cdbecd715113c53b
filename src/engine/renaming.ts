/** What is to be edited where files name others that get another place. */
import { baseOf, folderOf } from "../model/links.js";
import type { Edit } from "../text/edit.js";
import type { ModuleGraph } from "./module-graph.js";

/** The edits of each file, by its path as it is, that make it name the same files as before. `renamed` gives the new paths of files by the old ones. */
export function editsForRenames(graph: ModuleGraph, renamed: ReadonlyMap<string, string>): Map<string, Edit[]> {
  const edits = new Map<string, Edit[]>();
  const [first] = renamed.keys();
  if (first === undefined) return edits;
  const words = new Set([...renamed.keys()].flatMap(wordsFor));
  for (const path of new Set([...graph.around(first), ...renamed.keys()])) {
    if (!renamed.has(path) && !graph.mentions(path, words)) continue;
    const made = editsIn(path, graph, renamed);
    if (made.length > 0) edits.set(path, made);
  }
  return edits;
}

/** Words of which one stands in each file that names a file: its own name, or for what stands for its folder that of the folder. */
function wordsFor(path: string): string[] {
  return [baseOf(path).replace(/(?!^)\..*$/, ""), baseOf(folderOf(path))].filter((word) => word !== "");
}

function editsIn(path: string, graph: ModuleGraph, renamed: ReadonlyMap<string, string>): Edit[] {
  const links = graph.linksOf(path);
  const read = links === undefined ? undefined : graph.treeOf(path);
  if (links === undefined || read === undefined) return [];
  const place = renamed.get(path) ?? path;
  const edits: Edit[] = [];
  for (const { module, from, to, written, uses = [] } of links.modulesIn(read.tree.root, read.text)) {
    const resolution = graph.resolve(module, path, links);
    // A name that does not begin where the file is means the same from elsewhere.
    const isByPlace = module.startsWith(".");
    const before = resolution.state === "file"
      ? resolution.path
      : isByPlace ? links.placeOf(module, path, graph.access) : undefined;
    if (before === undefined) continue;
    const after = renamed.get(before) ?? before;
    if (after === before && (!isByPlace || folderOf(place) === folderOf(path))) continue;
    const named = (isByPlace ? undefined : sameFolder(module, before, after)) ??
      links.moduleName(after, place, [module], graph.access);
    const insert = named === undefined || written === undefined ? named : written(named);
    if (insert === undefined || named === module) continue;
    edits.push({ from, to, insert }, ...uses.map((use) => ({ ...use, insert: named! })));
  }
  return edits;
}

/** A name that ends with that of a file, for one that only has another name in the same folder. */
function sameFolder(module: string, before: string, after: string): string | undefined {
  const name = baseOf(before).replace(/(?!^)\..*$/, "");
  const at = module.lastIndexOf(name);
  if (folderOf(before) !== folderOf(after) || at <= 0) return undefined;
  return module.slice(0, at) + baseOf(after).replace(/(?!^)\..*$/, "") + module.slice(at + name.length);
}
