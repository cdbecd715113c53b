/** Loading what languages need before they can read a text, from the packages that are installed beside this one. */
import { readFile } from "node:fs/promises";
import { createRequire } from "node:module";
import { languages as listed } from "../languages/index.js";
import type { Language } from "../languages/language.js";

const require = createRequire(import.meta.url);

/** A file of an installed package, named as one would import it. Rejects where the package is not there. */
export async function readAsset(asset: string): Promise<Uint8Array> {
  let file: string;
  try {
    file = require.resolve(asset);
  } catch {
    throw new Error(`${asset} is not installed, and a language is read through it: install the packages of alert-quill again`);
  }
  return readFile(file);
}

/** Loads what languages need that have not been loaded; without a list all that come with the package. Rejects where a package is not there. */
export async function loadLanguages(languages: Iterable<Language> = listed): Promise<void> {
  const left = new Set(languages);
  await Promise.all(
    [...left].map(({ loading }) => (loading?.isLoaded === false ? loading.load(readAsset) : undefined)),
  );
}
