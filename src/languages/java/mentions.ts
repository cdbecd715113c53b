/** Names of Java that are used without standing in the code as names. */
import type { Text } from "../../text/text.js";
import { Comments } from "../adapted/comments.js";
import { furthestComment, type Language } from "../language.js";
import { meanings } from "./meanings.js";
import { reader } from "./reader.js";

const comments = new Comments(["//"], reader.manner.words, meanings);

/** Whether a member of the name is asked of another object than `this`. */
function isAskedOf(text: Text, name: string): boolean {
  for (const sign of [`.${name}`, `::${name}`]) {
    for (const at of text.occurrences(sign)) {
      if (/^\s*import\b/.test(text.lineAt(at).text)) continue;
      const behind = text.slice(at + sign.length, at + sign.length + 1);
      if (!/[\w$]/.test(behind) && !/(?:^|[^.\w])this$/.test(text.slice(Math.max(0, at - 8), at))) return true;
    }
  }
  return false;
}

export const isMentioned: Language["isMentioned"] = (text, tree, name, _, of) => {
  const plain = name.replace("()", "");
  // A text may name what is found by its name.
  if (of === undefined && text.occurrences(`"${plain}"`).length > 0) return true;
  if (of === undefined) return isAskedOf(text, plain) || comments.mentions(text, tree.root, plain);
  const before = text.slice(Math.max(0, of.start - furthestComment), of.start);
  return /\*\/\s*$/.test(before) && new RegExp(`@param\\s+${plain}\\b`).test(before.slice(before.lastIndexOf("/**")));
};
