/** How pages name files. */
import { baseOf, folderOf, joined, relativeTo, type ProjectFiles, type Resolution } from "../../../model/links.js";
import { nearest } from "../../../model/spelling.js";
import type { Links } from "../../language.js";
import { namedFiles } from "./named-files.js";

const unknown: Resolution = { state: "unknown" };

/** Whether a name leads from the page on, to a file as it is named. */
const isByPlace = (name: string): boolean => !/^(?:[a-z][\w+.-]*:|\/|#|\?|$)|[{}<>]/i.test(name);

/** The path of what a page names, without what is for its reader. */
const pathFor = (name: string, from: string): string => joined(folderOf(from), decoded(name.replace(/[?#].*$/, "")));

function decoded(name: string): string {
  try {
    return decodeURI(name);
  } catch {
    // It is no address, and may still be a name.
    return name;
  }
}

/** Where a file is that a page names. What is built, or lies in a folder that is not there yet, may come to be. */
function resolve(name: string, from: string, files: ProjectFiles): Resolution {
  if (!isByPlace(name)) return unknown;
  const path = pathFor(name, from);
  if (files.isFile(path)) return { state: "file", path };
  const beside = files.namesIn(folderOf(path));
  if (beside === undefined || beside.includes(baseOf(path)) || files.isIgnored(path)) return unknown;
  // What it is compiled from, as `tides.ts` for `tides.js`.
  const stem = baseOf(path).replace(/\.\w+$/, "");
  return beside.some((one) => one.startsWith(`${stem}.`)) ? unknown : { state: "missing" };
}

/** How a page names a file, with or without a dot before it as it does so for others. */
function moduleName(path: string, from: string, like: readonly string[]): string {
  const name = relativeTo(folderOf(from), path);
  return like.some((one) => one.startsWith(".")) ? name : name.replace(/^\.\//, "");
}

export const links: Links = {
  configFiles: [],
  summary: ({ root }, _, text) => ({
    exports: [],
    handedOn: [],
    imports: namedFiles(root, text).map(({ module, names }) => ({ module, names, isLate: false })),
    isOpen: false,
  }),
  // Any script may import something.
  isSeen: () => true,
  resolve,
  placeOf: (name, from) => (isByPlace(name) ? pathFor(name, from) : undefined),
  meant(name, from, files) {
    const path = pathFor(name, from);
    const last = name.lastIndexOf("/") + 1;
    return nearest(baseOf(path), files.namesIn(folderOf(path)) ?? []).map((one) => name.slice(0, last) + one);
  },
  holds: () => false,
  moduleName,
  packagesFor: () => [],
  isNamedAfter: () => false,
  mayExport: () => new Set(),
  mayHandOn: () => false,
  modulesIn: namedFiles,
  importing: () => undefined,
};
