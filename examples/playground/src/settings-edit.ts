/** Changes of the settings file that the page makes for a person. */
import type { ChangeSpec } from "@codemirror/state";
import { modify } from "jsonc-parser";

/** The changes of a settings file's text that give a rule a level; what else stands there stays as it is. */
export function withLevel(text: string, rule: string, level: string): ChangeSpec {
  return modify(text, ["levels", rule], level, { formattingOptions: { tabSize: 2, insertSpaces: true } }).map(
    ({ offset, length, content }) => ({ from: offset, to: offset + length, insert: content }),
  );
}
