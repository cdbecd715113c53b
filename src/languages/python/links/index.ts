/** How files of Python name one another. */
import type { Links } from "../../language.js";
import { importing } from "./importing.js";
import { askedOf, modulesIn, partOf } from "./named-modules.js";
import { holds, moduleName, moduleStem, placeOf, resolveModule } from "./resolve.js";
import { changesLinks, mayExport, summaryOf } from "./summary.js";

export const links: Links = {
  wholeName: "*",
  configFiles: ["pyproject.toml", "setup.cfg"],
  summary: ({ root, problems }, { uri }) => summaryOf(root, problems.length > 0, uri.endsWith(".pyi")),
  isSeen: changesLinks,
  resolve: resolveModule,
  placeOf,
  holds,
  moduleName,
  packagesFor: () => [],
  isNamedAfter: (name, path) => moduleStem(path) === name,
  partOf,
  askedOf,
  mayExport,
  mayHandOn: (text) => /\bimport\s*\(?\s*\*/.test(text),
  modulesIn,
  importing,
};
