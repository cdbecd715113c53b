/** How a file is to be read, told from outside of it. */
import type { DocumentInfo } from "../language.js";
import type { ParseOptions } from "./parser/index.js";
import { javascriptValues } from "./settings.js";

/** How a file is to be read, by the end of its name, the editor's name for its language, and the settings. */
export function parseOptionsFor({ uri, languageId, values }: DocumentInfo): ParseOptions {
  const { modules } = javascriptValues(values);
  const ending = /(?:\.d)?\.[a-z]+$/i.exec(uri)?.[0].toLowerCase() ?? "";
  const typescript = /^(?:\.d)?\.[mc]?tsx?$/.test(ending) || languageId.startsWith("typescript");
  const jsx = !typescript || ending.endsWith(".tsx") || languageId === "typescriptreact";
  const module = modules === "detect" && /\.m[jt]s$/.test(ending) ? true : modules;
  return {
    module,
    jsx,
    typescript,
    ambient: typescript && (ending.startsWith(".d.") || /\.d\.[\w-]+\.ts$/i.test(uri)),
  };
}
