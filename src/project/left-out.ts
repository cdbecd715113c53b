/** What a visit of a project has left out, in words. */
import path from "node:path";
import { counted } from "../report/model.js";
import type { SkippedBy } from "./project-settings.js";
import type { VisitResult } from "./visit.js";

/** Endings of what people call source code: of other files nobody expects to be looked at. */
const sources = /^\.(?:astro|bash|c|cc|clj|cpp|cs|css|cxx|dart|ejs|erl|ex|exs|go|groovy|h|hbs|hpp|hs|html?|java|jl|kts?|less|lua|mdx|mm|php|pl|pm|ps1|py|pyi|r|rb|rs|sass|scala|scss|sh|sql|svelte|swift|vue|xhtml|zig)$/i;

/** How many files are named one by one. */
const mostNamed = 3;

/** The first of some files by their names, and how many more there are. */
function listed(files: readonly string[], folder: string): string {
  const names = files.slice(0, mostNamed).map((file) => path.relative(folder, file).split(path.sep).join("/"));
  return `${names.join(", ")}${files.length > names.length ? ` and ${files.length - names.length} more` : ""}`;
}

/** Each kind of what was left out, with its reason. Where nothing was looked at, all that was come upon counts. */
export function leftOutIn({ leftOut, settings, folder }: VisitResult, hasFiles: boolean): string[] {
  const { ignored, endings } = leftOut;
  const said: string[] = [];
  const by = (file: string): SkippedBy | undefined => (
    settings.skippedBy(file, path.dirname(file)) ?? settings.skippedBy(file, folder)
  );
  const skipped = leftOut.skipped.filter((file) => by(file)?.foreign === undefined);
  const foreign = leftOut.skipped.filter((file) => by(file)?.foreign !== undefined);
  if (skipped.length > 0) {
    const globs = new Set(skipped.flatMap((file) => by(file)?.glob ?? []));
    const named = globs.size === 0 ? "" : ` by ${[...globs].map((glob) => `\`${glob}\``).join(", ")}`;
    said.push(`${counted(skipped.length, "file")} that the settings skip${named} (${listed(skipped, folder)})`);
  }
  if (foreign.length > 0) {
    said.push(`${counted(foreign.length, "foreign script")}, of which the names count (${listed(foreign, folder)})`);
  }
  const unread = [...endings]
    .filter(([ending]) => !hasFiles || sources.test(ending))
    .sort(([a, one], [b, other]) => other - one || (a < b ? -1 : 1));
  if (unread.length > 0) {
    const kinds = unread.slice(0, 6).map(([ending, count]) => `${count} × ${ending}`);
    const others = unread.slice(6).reduce((sum, [, count]) => sum + count, 0);
    said.push(`files in languages that are not read here (${kinds.join(", ")}${others > 0 ? `, ${others} others` : ""})`);
  }
  if (ignored > 0 && !hasFiles) {
    said.push(`${ignored === 1 ? "a file or folder that an ignore file names, or that holds packages" : `${ignored} files and folders that ignore files name, or that hold packages`}`);
  }
  return said;
}
