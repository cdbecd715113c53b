/** Saying in a file that a name exists. */
import type { Edit } from "../text/edit.js";
import type { Text } from "../text/text.js";

/** A comment at the top that says a name exists, or one more name in one that stands there. */
export function knownEdit(text: Text, name: string): Edit {
  const head = text.slice(0, 2000);
  const existing = /^\/\/[ \t]*quill:[ \t]*known[ \t]+[^\s,]+(?:[ \t]*,[ \t]*[^\s,]+)*/m.exec(head);
  if (existing !== null) {
    const at = existing.index + existing[0].length;
    return { from: at, to: at, insert: `, ${name}` };
  }
  const at = /^#!.*(?:\r\n|\n|\r)/.exec(head)?.[0].length ?? 0;
  return { from: at, to: at, insert: `// quill: known ${name}${text.lineBreak}` };
}
