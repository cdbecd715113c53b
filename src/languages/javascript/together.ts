/** Scripts that run together, as settings list them or a page does: which they are, and what settings say of files on disk. */
import { z } from "zod";
import { baseOf, folderOf, joined, type Companions, type ProjectFiles } from "../../model/links.js";
import { nearest } from "../../model/spelling.js";
import { globTest } from "../../text/globs.js";
import type { Located, LocatedFault } from "../settings.js";
import { namesOfPackage } from "./links/package-names.js";

const group = z.strictObject({
  scripts: z.array(z.string())
    .optional()
    .describe("The scripts in the order in which they run, as paths or globs from the settings file's folder."),
  page: z.string().optional().describe("A page that loads the scripts, as a path from the settings file's folder."),
  foreign: z.array(z.string())
    .optional()
    .describe("Globs of scripts that others wrote: they give names, and nothing is told of them."),
});

export const togetherKey = z.array(group)
  .optional()
  .describe(
    "Scripts that run together without importing one another: each knows the names at the top of those before it.",
  );

/** A group of scripts with its paths in place. */
export interface ScriptGroup {
  /** Absolute, in the order in which they run. */
  readonly scripts: readonly string[];
  readonly foreign: readonly string[];
}

/** The files that run beside one. */
export function companionsOf(groups: readonly ScriptGroup[], path: string): Companions {
  const earlier = new Set<string>();
  const later = new Set<string>();
  for (const { scripts } of groups) {
    const at = scripts.indexOf(path);
    if (at < 0) continue;
    for (const one of scripts.slice(0, at)) earlier.add(one);
    for (const one of scripts.slice(at + 1)) later.add(one);
  }
  earlier.delete(path);
  for (const one of earlier) later.delete(one);
  return { earlier: [...earlier], later: [...later] };
}

/** What names a package's names in `known`. */
const ofPackage = "package:";

/** What settings say of JavaScript, with paths from a folder in place and the names of packages instead of theirs. */
export function located(part: Readonly<Record<string, unknown>>, folder: string, files: ProjectFiles): Located {
  const read = new Set<string>();
  const left = new Set<string>();
  const faults: LocatedFault[] = [];
  const { known, together } = part as {
    readonly known?: readonly string[];
    readonly together?: readonly z.output<typeof group>[];
  };
  const groups = together?.map((one, index): ScriptGroup => {
    const scripts = new Set<string>();
    for (const [at, name] of (one.scripts ?? []).entries()) {
      const found = scriptsAt(name, folder, files);
      if (found.length === 0) faults.push(missing(["together", index, "scripts", at], name, folder, files));
      for (const script of found) scripts.add(script);
    }
    if (one.page !== undefined) {
      const page = joined(folder, one.page);
      read.add(page);
      const text = files.isFile(page) ? files.read(page) : undefined;
      if (text === undefined) faults.push(missing(["together", index, "page"], one.page, folder, files));
      for (const script of scriptsOfPage(text ?? "", page, folder, files)) scripts.add(script);
    }
    const isForeign = globTest(one.foreign ?? []);
    const foreign = [...scripts].filter((script) => isForeign(script.slice(folder.length + 1)));
    for (const script of foreign) left.add(script);
    return { scripts: [...scripts], foreign };
  });
  const names = known?.flatMap((name, index): readonly string[] => {
    if (!name.startsWith(ofPackage)) return [name];
    const module = name.slice(ofPackage.length);
    const found = namesOfPackage(module, folder, files);
    for (const file of found?.read ?? [joined(folder, `node_modules/${module}/package.json`)]) read.add(file);
    if (found === undefined) {
      faults.push({
        path: ["known", index],
        message:
          `no declaration file of a package \`${module}\` is installed here: install it, or the package with its types`,
      });
    } else if (found.names.length === 0) {
      faults.push({
        path: ["known", index],
        message: `the package \`${module}\` brings no name that is there without an import`,
      });
    }
    return found?.names ?? [];
  });
  return {
    part: {
      ...part,
      ...(groups && { together: groups.filter(({ scripts }) => scripts.length > 0) }),
      ...(names && { known: names }),
    },
    read: [...read],
    left: [...left],
    faults,
  };
}

function scriptsAt(name: string, folder: string, files: ProjectFiles): readonly string[] {
  const path = joined(folder, name);
  if (files.isFile(path)) return [path];
  if (!/[*?{[]/.test(name)) return [];
  const fits = globTest([name.replace(/^\.\//, "")]);
  return files
    .filesAround(joined(folder, "settings"))
    .filter(
      (one) => one.startsWith(`${folder}/`) && fits(one.slice(folder.length + 1)),
    );
}

function missing(path: LocatedFault["path"], name: string, folder: string, files: ProjectFiles): LocatedFault {
  const place = joined(folder, name);
  const [near] = nearest(baseOf(place), files.namesIn(folderOf(place)) ?? []);
  if (near === undefined) return { path, message: `there is no file \`${name}\` from the folder of the settings` };
  const instead = name.slice(0, name.length - baseOf(name).length) + near;
  return { path, message: `there is no file \`${name}\`: did you mean \`${instead}\`?`, instead };
}

/** The scripts that a page loads, in the order of its text, as far as they lie here. HTML Living Standard §4.12.1. */
function scriptsOfPage(page: string, path: string, folder: string, files: ProjectFiles): string[] {
  const found: string[] = [];
  for (
    const [, attributes] of page.replaceAll(/<!--[^]*?-->/g, "").matchAll(/<script\b((?:"[^"]*"|'[^']*'|[^>"'])*)>/gi)
  ) {
    const src = /(?:^|\s)src\s*=\s*(?:"([^"]*)"|'([^']*)'|([^\s"'>]+))/i.exec(attributes!);
    const name = (src?.[1] ?? src?.[2] ?? src?.[3])?.trim().replace(/[?#].*$/, "");
    if (name === undefined || name === "" || /^(?:[a-z][\w+.-]*:|\/\/)/i.test(name)) continue;
    // What begins at the top of the site lies in the folder of the page, of the settings, or between.
    const places = name.startsWith("/")
      ? [folder, ...new Set([folderOf(path)])].map((one) => joined(one, name.slice(1)))
      : [joined(folderOf(path), name)];
    const place = places.find((one) => files.isFile(one));
    if (place !== undefined) found.push(place);
  }
  return found;
}
