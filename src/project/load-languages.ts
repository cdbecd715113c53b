/** Loading what languages need before they can read a text, from the packages that are installed beside this one. */
import { existsSync } from "node:fs";
import { readFile } from "node:fs/promises";
import { createRequire } from "node:module";
import { languageOf, languages as listed } from "../languages/index.js";
import type { Language } from "../languages/language.js";

const require = createRequire(import.meta.url);

/** Grammars that are brought along, so that their packages need not be installed: these would want to compile something. */
const grammars = new URL("../grammars/", import.meta.url);

/** A file of a package, named as one would import it. Rejects where it is neither brought along nor installed. */
export async function readAsset(asset: string): Promise<Uint8Array> {
  const own = new URL(asset.slice(asset.lastIndexOf("/") + 1), grammars);
  if (existsSync(own)) return readFile(own);
  let file: string;
  try {
    file = require.resolve(asset);
  } catch {
    throw new Error(`${asset} is not installed, and a language is read through it: install the packages of alert-quill again`);
  }
  return readFile(file);
}

/** Loads the languages in which files are written. Rejects where a package is not there. */
export const loadLanguagesOf = (files: readonly string[]): Promise<void> =>
  loadLanguages(files.flatMap((file) => languageOf(file) ?? []));

/** Loads what languages need that have not been loaded; without a list all that come with the package. Rejects where a package is not there. */
export async function loadLanguages(languages: Iterable<Language> = listed): Promise<void> {
  const left = new Set(languages);
  await Promise.all(
    [...left].map(({ loading }) => (loading?.isLoaded === false ? loading.load(readAsset) : undefined)),
  );
}
