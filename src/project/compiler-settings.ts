/** What the settings of a compiler (`tsconfig.json`, `jsconfig.json`) say that decides alerts: which names markup becomes calls of. */
import { existsSync, readFileSync } from "node:fs";
import { createRequire } from "node:module";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { parse } from "jsonc-parser";
import type { SettingsPart } from "../settings/schema.js";

const fileNames = ["tsconfig.json", "jsconfig.json"];

/** How many files may extend one another. */
const deepest = 10;

interface Written {
  readonly extends?: unknown;
  readonly compilerOptions?: Readonly<Record<string, unknown>>;
}

export interface CompilerSettings {
  /** The file that is nearest, as it is told. */
  readonly file: string;
  /** All that was read, so that somebody can look out for changes. */
  readonly files: readonly string[];
  /** Names that markup uses without naming them: the first word of the factory, and of that of fragments. */
  readonly markup: readonly string[];
}

/** The settings of the compiler that lie in a folder; a file that cannot be read says nothing, since its own compiler tells what is wrong. */
export function compilerSettingsIn(folder: string): CompilerSettings | undefined {
  const file = fileNames.map((name) => path.join(folder, name)).find((one) => existsSync(one));
  if (file === undefined) return undefined;
  const files: string[] = [];
  const options = optionsOf(file, files, 0);
  const markup = ["jsxFactory", "jsxFragmentFactory", "reactNamespace"]
    .map((key) => options[key])
    .flatMap((name) => (typeof name === "string" ? (/^[\w$]+/.exec(name)?.[0] ?? []) : []));
  return { file, files, markup: [...new Set(markup)] };
}

/** What settings would say in place of the compiler's. */
export function markupPart({ markup }: CompilerSettings): SettingsPart {
  return { languages: { javascript: { markup: [...markup] } } };
}

/** The options of a file over those of what it extends, of which the later win. */
function optionsOf(file: string, files: string[], depth: number): Readonly<Record<string, unknown>> {
  files.push(file);
  let text: string;
  try {
    text = readFileSync(file, "utf8");
  } catch {
    return {};
  }
  const written = parse(text, [], { allowTrailingComma: true }) as Written | undefined;
  const bases = [written?.extends].flat().filter((base) => typeof base === "string");
  return Object.assign(
    {},
    ...(depth < deepest ? bases : []).map((base) => {
      const found = located(base, file);
      return found === undefined ? {} : optionsOf(found, files, depth + 1);
    }),
    written?.compilerOptions,
  ) as Readonly<Record<string, unknown>>;
}

/** The file that another one extends: by its path, with or without its ending, or in a package. */
function located(base: string, from: string): string | undefined {
  if (!/^[./]/.test(base) && !path.isAbsolute(base)) {
    const { resolve } = createRequire(pathToFileURL(from));
    for (const name of [base, `${base}.json`, `${base}/tsconfig.json`]) {
      try {
        const found = resolve(name);
        if (found.endsWith(".json")) return found;
      } catch {
        // It may be there by the next name.
      }
    }
    return undefined;
  }
  const place = path.resolve(path.dirname(from), base);
  return [place, `${place}.json`].find((one) => one.endsWith(".json") && existsSync(one));
}
