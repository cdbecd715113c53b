/** Finding what somebody may mean: who exports a name, and which file a name of a module is near to. */
import { baseOf, folderOf, type ExportedName, type Importable } from "../model/links.js";
import { isNear } from "../model/spelling.js";
import type { PlaceInGraph } from "./link-questions.js";

/** How many characters of installed packages are read at most to find who gives a name. */
const mostRead = 8_000_000;

/** So many files may be meant by a name. */
const mostMeant = 3;

/** What files of the project export by a name, nearest to a file first. */
export function exportersOf(name: string, { graph, path: from, links }: PlaceInGraph): Importable[] {
  const found: Importable[] = [];
  for (const path of graph.around(from)) {
    if (path === from || graph.linksOf(path) !== links) continue;
    const isWhole = links.isNamedAfter(name, path);
    if (isWhole && links.wholeName === "*") found.push({ path, exported: { name: "*", isType: false } });
    else if (!isWhole && !graph.wordsOf(path).has(name)) continue;
    for (const exported of graph.summary(path)?.exports ?? []) {
      if (exported.name === name || (isWhole && exported.name === links.wholeName)) found.push({ path, exported });
    }
  }
  // What only hands a name on comes behind what declares it.
  const rank = ({ path, exported }: Importable): number =>
    (exported.from === undefined ? 0 : 1000) + stepsBetween(folderOf(from), path);
  return found.sort((one, other) => rank(one) - rank(other) || (one.path < other.path ? -1 : 1));
}

/** A module of a package with what it exports. */
export interface PackageExport {
  readonly module: string;
  readonly exported: ExportedName;
}

/** The modules of packages that export a name, of those that a file may import. */
export function packagesWith(name: string, { graph, path: from, links }: PlaceInGraph): PackageExport[] {
  let budget = mostRead;
  const given = (path: string, seen: Set<string>): ExportedName | undefined => {
    const text = seen.has(path) || graph.linksOf(path) !== links ? undefined : graph.files.read(path);
    seen.add(path);
    if (text === undefined || (budget -= text.length) < 0) return undefined;
    if (!text.includes(name) && !links.mayHandOn(text)) return undefined;
    const { exports, handedOn } = graph.summary(path)!;
    const own = exports.find((one) => one.name === name);
    if (own !== undefined) return own;
    for (const module of handedOn) {
      const resolution = graph.resolve(module, path, links);
      const found = resolution.state === "file" ? given(resolution.path, seen) : undefined;
      if (found !== undefined) return found;
    }
    return undefined;
  };
  return links.packagesFor(from, graph.access).flatMap(({ module, path }) => {
    const exported = given(path, new Set());
    return exported === undefined ? [] : [{ module, exported }];
  });
}

/** Files that somebody may mean who names a module that would lie at `target` and does not: of a name that is near, or of the same name elsewhere. */
export function meantBy(target: string, { graph, path: from, links }: PlaceInGraph): string[] {
  const wanted = stem(target);
  const fits = graph.around(from).filter((path) => path !== from && graph.linksOf(path) === links);
  const near = fits.filter(
    (path) => folderOf(path) === folderOf(target) && stem(path) !== wanted && isNear(wanted, stem(path)),
  );
  const rank = (path: string): number => stepsBetween(folderOf(target), path);
  const same = fits.filter((path) => stem(path) === wanted).sort((one, other) => rank(one) - rank(other));
  return [...near, ...same].slice(0, mostMeant);
}

/** The name of a file without its endings. */
function stem(path: string): string {
  return baseOf(path).replace(/(?!^)\..*$/, "");
}

/** How many folders lie on the way from one to a file. */
function stepsBetween(folder: string, path: string): number {
  const from = folder.split("/");
  const to = folderOf(path).split("/");
  let common = 0;
  while (common < from.length && common < to.length && from[common] === to[common]) common += 1;
  return from.length + to.length - 2 * common;
}
