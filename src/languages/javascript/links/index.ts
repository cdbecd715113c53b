/** How files of JavaScript and TypeScript name one another. */
import { folderOf, joined } from "../../../model/links.js";
import type { Links } from "../../language.js";
import { javascriptValues } from "../settings.js";
import { companionsOf } from "../together.js";
import { parseOptionsFor } from "../variant.js";
import { changesLinks } from "./changes.js";
import { compilerPathsFor } from "./compiler-paths.js";
import { isEntry } from "./entries.js";
import { importing } from "./importing.js";
import { packagesFor } from "./installed.js";
import { isNamedAfter, moduleName } from "./module-name.js";
import { modulesIn } from "./named-modules.js";
import { resolveModule } from "./resolve.js";
import { broughtUp } from "./shared-names.js";
import { mayExport, summaryOf } from "./summary.js";
import { fileTypes } from "./types.js";

export const links: Links = {
  wholeName: "default",
  configFiles: ["package.json", "tsconfig.json", "jsconfig.json"],
  summary: ({ root, problems }, info) => summaryOf(root, problems.length > 0, parseOptionsFor(info).ambient === true),
  types: ({ root, problems }, info, text) => (
    problems.length > 0 ? undefined : fileTypes(root, parseOptionsFor(info).typescript === true, text)
  ),
  isSeen: changesLinks,
  broughtUp,
  companions: (values, path) => companionsOf(javascriptValues(values).together, path),
  isEntry,
  compilerSays: (key, from, files) => compilerPathsFor(folderOf(from), files).values[key],
  resolve: resolveModule,
  placeOf: (module, from) => (module.startsWith(".") ? joined(folderOf(from), module) : undefined),
  holds: () => false,
  moduleName,
  packagesFor,
  isNamedAfter,
  mayExport,
  mayHandOn: (text) => /\bexport\s*\*/.test(text),
  modulesIn,
  importing,
};
