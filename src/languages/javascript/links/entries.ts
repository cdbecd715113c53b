/** Which files are there for who is no file of the project: users of a package, programs that start them, and files that are not read here. */
import { folderOf, joined, type ProjectFiles } from "../../../model/links.js";
import { packagesAbove, type PackageFile } from "./packages.js";

/** Endings of files that import modules and are read by others. */
const unread = /\.(?:vue|svelte|astro|mdx|marko|riot|coffee|ejs)$/i;

/** Folders in which the sources of what is built may lie. */
const sources = ["", "src/", "source/", "lib/"];

/** Whether who is no file of the project may take what a file exports. */
export function isEntry(path: string, files: ProjectFiles): boolean {
  const [own] = packagesAbove(folderOf(path), files);
  // What is no package is there for anybody.
  if (own === undefined) return true;
  const inside = stemOf(path.slice(own.folder === "/" ? 1 : own.folder.length + 1));
  return namedBy(own, files).some((form) => form.test(inside)) || isBesideUnread(path, own, files);
}

const stemOf = (path: string): string => path.replace(/(?:\.d)?\.[cm]?[jt]sx?$/, "");

/** The files that a package gives to others, by what their paths in it look like without an ending. What is built counts for what it may be built from. */
function namedBy(own: PackageFile, files: ProjectFiles): readonly RegExp[] {
  return files.remember(`entries ${own.folder}`, () => {
    const { main, types, typings, exports, ...rest } = own;
    const { module, browser, bin } = rest as Readonly<Record<string, unknown>>;
    const targets = [main, module, browser, types, typings, exports, bin].flatMap(textsIn);
    // Where nothing else is said.
    if ([main, module, exports].every((one) => one === undefined)) targets.push("index");
    const stems = targets.flatMap((target) => {
      const parts = stemOf(joined("/", target).slice(1)).split("/");
      // What is left of a pattern must say more than that anything fits.
      return parts.flatMap(
        (part, at) => (at > 0 && part === "*" ? [] : sources.map((folder) => folder + parts.slice(at).join("/"))),
      );
    });
    return [...new Set(stems)].map(
      (stem) => new RegExp(`^${stem.replaceAll(/[.+?^${}()|[\]\\]/g, "\\$&").replaceAll("*", ".*")}(?:/index)?$`),
    );
  });
}

/** All texts in a value of a `package.json`. */
function textsIn(value: unknown): string[] {
  if (typeof value === "string") return [value];
  return typeof value === "object" && value !== null ? Object.values(value).flatMap(textsIn) : [];
}

/** Whether files lie in the package that may import modules, and are not read. */
function isBesideUnread(path: string, own: PackageFile, files: ProjectFiles): boolean {
  return files.remember(`unread ${own.folder}`, () => {
    const folders = new Set<string>();
    for (const file of files.filesAround(path)) {
      for (
        let folder = folderOf(file);
        folder.startsWith(own.folder) && !folders.has(folder);
        folder = folderOf(folder)
      ) {
        folders.add(folder);
        if (folder === "/") break;
      }
    }
    for (const folder of [...folders]) {
      for (const name of files.namesIn(folder) ?? []) {
        if (!/\.|node_modules/.test(name)) folders.add(joined(folder, name));
      }
    }
    return [...folders].some((folder) => (files.namesIn(folder) ?? []).some((name) => unread.test(name)));
  });
}
