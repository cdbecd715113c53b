/** Saying in a file that a name exists. */
import type { CommentForms } from "../languages/language.js";
import type { Edit } from "../text/edit.js";
import type { Text } from "../text/text.js";
import { topComment } from "./top-comment.js";

/** A comment at the top that says a name exists, or one more name in one that stands there. */
export function knownEdit(forms: CommentForms, text: Text, name: string): Edit {
  return topComment(forms, text, "known", name);
}
