/** PHP, as a language of the engine. */
import { writtenName } from "../../model/binding.js";
import type { Text } from "../../text/text.js";
import { Comments } from "../adapted/comments.js";
import { adaptedLanguage } from "../adapted/index.js";
import type { Language } from "../language.js";
import { facts, flowManner } from "./facts.js";
import { meanings } from "./meanings.js";
import { nameManner } from "./names.js";
import { reader } from "./reader.js";
import { rules } from "./rules/index.js";
import { settings } from "./settings.js";

export type { PhpSettings } from "./settings.js";

const comments = new Comments(["//", "#"], reader.manner.words, meanings);

/** Whether a text says a name, by which it may be asked for. */
const isSaid = (text: Text, name: string): boolean =>
  [`'${name}'`, `"${name}"`].some((one) => text.occurrences(one).length > 0);

const language = adaptedLanguage({
  id: "php",
  nameFor: () => "PHP",
  languageIds: ["php"],
  extensions: [".php"],
  settings,
  rules,
  reader,
  meanings,
  names: nameManner,
  lineMarks: ["//", "#"],
  facts,
  flowManner,
  // What stands at the top of a file is there for those who include it.
  keepsToItself: () => false,
  isMentioned: (text, tree, name) => {
    const plain = writtenName(name);
    return isSaid(text, plain) || comments.mentions(text, tree.root, plain.replace(/^\$/, ""));
  },
});

/** PHP, to be given to `createWorkspace` once its `loading` is done. */
export function php(): Language {
  return language;
}
