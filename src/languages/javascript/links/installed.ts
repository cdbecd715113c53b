/** The packages that a file may import, as they are installed. */
import { folderOf, foldersAbove, joined, type ProjectFiles } from "../../../model/links.js";
import { packageIn, packagesAbove, targetsOf, typesFor, type PackageFile } from "./packages.js";
import { fileFor } from "./resolve.js";

/** So many parts of a package are looked at. */
const mostParts = 40;

interface InstalledPackage {
  readonly module: string;
  /** The file that declares what it exports. */
  readonly path: string;
}

/** The packages that the `package.json` files above a file name, as far as they are installed and say what they export; then parts of them that are imported by themselves. */
export function packagesFor(from: string, files: ProjectFiles): readonly InstalledPackage[] {
  const folder = folderOf(from);
  return files.remember(`packages ${folder}`, () => {
    const names = new Set(packagesAbove(folder, files).flatMap(({ declared }) => [...declared]));
    const wholes: InstalledPackage[] = [];
    const parts: InstalledPackage[] = [];
    for (const name of names) {
      if (name.startsWith("@types/")) continue;
      const own = installed(name, folder, files);
      const types = installed(typesFor(name), folder, files);
      for (const inside of new Set([".", ...partsOf(own), ...partsOf(types)])) {
        const path = declarationsOf(own, inside, files) ?? declarationsOf(types, inside, files);
        if (path !== undefined) (inside === "." ? wholes : parts).push({ module: name + inside.slice(1), path });
      }
    }
    return [...wholes, ...parts];
  });
}

function installed(name: string, folder: string, files: ProjectFiles): PackageFile | undefined {
  for (const above of foldersAbove(folder)) {
    const own = packageIn(joined(above, `node_modules/${name}`), files);
    if (own !== undefined) return own;
  }
  return undefined;
}

/** The parts of a package that may be imported by themselves, as `./client`. */
function partsOf(own: PackageFile | undefined): string[] {
  const exports = own?.exports;
  if (typeof exports !== "object" || exports === null) return [];
  const names = Object.keys(exports).filter((key) => /^\.\/[^*]*$/.test(key) && !/\.\w+$/.test(key));
  return names.slice(0, mostParts);
}

/** The file that declares what a part of a package exports. */
export function declarationsOf(own: PackageFile | undefined, inside: string, files: ProjectFiles): string | undefined {
  return own &&
    targets(own, inside).map((target) => fileFor(
      joined(own.folder, target),
      files,
    )).flatMap((found) => (found.state === "file" && /\.d\.[cm]?ts$/.test(found.path) ? [found.path] : []))[0];
}

/** Where a package may say what a part of it exports, the most telling first; beside a file of JavaScript its declarations have the same name. */
function targets({ types, typings, exports, main }: PackageFile, inside: string): string[] {
  const listed = targetsOf(exports, inside);
  if (inside !== ".") return listed.map(declared);
  const said = [types, typings, ...listed, main].filter((one) => typeof one === "string");
  return [...said, "index"].map(declared);
}

const declared = (target: string): string =>
  target.replace(/(?<!\.d)\.[cm]?[jt]s$/, (ending) => `.d${ending.replace("j", "t")}`);
