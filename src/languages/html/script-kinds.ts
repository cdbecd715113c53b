/** How scripts are read, by what their elements say. HTML Living Standard §4.12.1. */
import type { Region } from "../language.js";

export type ScriptKind = Pick<Region, "languageId" | "ending" | "runs">;

const kinds: ReadonlyMap<string, ScriptKind> = new Map([
  ["", { languageId: "javascript", ending: ".js", runs: "first" }],
  ["module", { languageId: "javascript", ending: ".mjs", runs: "alone" }],
  ["text/jsx", { languageId: "javascriptreact", ending: ".jsx", runs: "first" }],
  ["text/babel", { languageId: "javascriptreact", ending: ".jsx", runs: "first" }],
  ["text/typescript", { languageId: "typescript", ending: ".ts", runs: "first" }],
  ["ts", { languageId: "typescript", ending: ".mts", runs: "alone" }],
]);

const plain = /^(?:text|application)\/(?:x-)?(?:java|ecma|live|j)script(?:1\.\d)?$/;

/** How a script is read by its `type` and `lang`, empty without them; `undefined` for what is no code, or none that is known. */
export function scriptKind(type: string, lang: string): ScriptKind | undefined {
  if (/^(?:ts|typescript)$/i.test(lang.trim())) return kinds.get("ts");
  const name = type.replace(/;.*/, "").trim().toLowerCase();
  return kinds.get(plain.test(name) ? "" : name);
}

/** Whether markup may stand among the code of a script. */
export const holdsMarkup = ({ ending }: ScriptKind): boolean => ending === ".jsx";
