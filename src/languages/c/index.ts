/** C, as a language of the engine. */
import type { Text } from "../../text/text.js";
import { adaptedLanguage } from "../adapted/index.js";
import type { Language } from "../language.js";
import { facts, flowManner } from "./facts.js";
import { meanings } from "./meanings.js";
import { nameManner } from "./names.js";
import { reader } from "./reader.js";
import { rules } from "./rules/index.js";

/** Whether a directive speaks of a name: a macro may use it wherever it is itself used. */
function isMentioned(text: Text, name: string): boolean {
  for (const at of text.occurrences(name)) {
    const { from } = text.lineAt(at);
    let line = from;
    // A directive goes on behind each backslash at an end of line.
    while (line > 0 && /\\\r?$/.test(text.lineAt(line - 1).text.trimEnd())) line = text.lineAt(line - 1).from;
    if (
      /^[ \t]*#/.test(text.lineAt(line).text) &&
      !new RegExp(`\\w${name}|${name}\\w`).test(text.slice(at - 1, at + name.length + 1))
    ) return true;
  }
  return false;
}

const language = adaptedLanguage({
  id: "c",
  nameFor: (extension) => (extension === ".h" ? "C (header)" : "C"),
  languageIds: ["c"],
  extensions: [".c", ".h"],
  rules,
  reader,
  meanings,
  names: nameManner,
  lineMarks: ["//"],
  facts,
  flowManner,
  // What a header declares is for those who include it.
  traits: ({ uri }) => ({ typed: false, ambient: uri.endsWith(".h") }),
  isMentioned: (text, _, name) => isMentioned(text, name),
});

/** C, to be given to `createWorkspace` once its `loading` is done. */
export function c(): Language {
  return language;
}
