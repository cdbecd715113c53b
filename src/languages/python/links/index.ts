/** How files of Python name one another. */
import type { Links } from "../../language.js";
import { importing } from "./importing.js";
import { modulesIn } from "./named-modules.js";
import { holds, moduleName, placeOf, resolveModule } from "./resolve.js";
import { changesLinks, mayExport, summaryOf } from "./summary.js";

export const links: Links = {
  configFiles: ["pyproject.toml", "setup.cfg"],
  summary: ({ root, problems }, { uri }) => summaryOf(root, problems.length > 0, uri.endsWith(".pyi")),
  isSeen: changesLinks,
  resolve: resolveModule,
  placeOf,
  holds,
  moduleName,
  packagesFor: () => [],
  // What a module gives as a whole is the module.
  isNamedAfter: () => false,
  mayExport,
  mayHandOn: (text) => /\bimport\s*\(?\s*\*/.test(text),
  modulesIn,
  importing,
};
