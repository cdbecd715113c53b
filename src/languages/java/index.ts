/** Java, as a language of the engine. */
import { adaptedLanguage } from "../adapted/index.js";
import type { Language } from "../language.js";
import { facts } from "./facts.js";
import { meanings } from "./meanings.js";
import { isMentioned } from "./mentions.js";
import { nameManner } from "./names.js";
import { reader } from "./reader.js";
import { rules } from "./rules/index.js";
import { settings } from "./settings.js";

export type { JavaSettings } from "./settings.js";

const language = adaptedLanguage({
  id: "java",
  nameFor: () => "Java",
  languageIds: ["java"],
  extensions: [".java"],
  settings,
  rules,
  reader,
  meanings,
  names: nameManner,
  lineMarks: ["//"],
  facts,
  isMentioned,
});

/** Java, to be given to `createWorkspace` once its `loading` is done. */
export function java(): Language {
  return language;
}
