/** Where the package keeps the pages of its rules. */
import { existsSync } from "node:fs";
import path from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";

const folder = path.join(path.dirname(fileURLToPath(import.meta.url)), "../../docs/rules");
const pages = new Map<string, string | undefined>();

/** The page of a rule, as a URI that an editor can open. */
export function rulePage(rule: string): string | undefined {
  if (!pages.has(rule)) {
    const page = path.join(folder, `${rule}.md`);
    pages.set(rule, existsSync(page) ? pathToFileURL(page).href : undefined);
  }
  return pages.get(rule);
}
