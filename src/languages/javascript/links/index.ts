/** How files of JavaScript and TypeScript name one another. */
import type { Links } from "../../language.js";
import { parseOptionsFor } from "../variant.js";
import { importing, modulesIn } from "./importing.js";
import { isNamedAfter, moduleName } from "./module-name.js";
import { resolveModule } from "./resolve.js";
import { changesLinks, mayExport, summaryOf } from "./summary.js";

export const links: Links = {
  configFiles: ["package.json", "tsconfig.json", "jsconfig.json"],
  summary: ({ root, problems }, info) => summaryOf(root, problems.length > 0, parseOptionsFor(info).ambient === true),
  isSeen: changesLinks,
  resolve: resolveModule,
  holds: () => false,
  moduleName,
  isNamedAfter,
  mayExport,
  modulesIn,
  importing,
};
