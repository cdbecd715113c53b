/** Writing hush comments. */
import type { Node } from "../syntax/node.js";
import { nodeAt } from "../syntax/walk.js";
import type { Edit } from "../text/edit.js";
import type { Text } from "../text/text.js";

const textLike = new Set(["TemplateElement", "JSXText", "Literal"]);
const lists = new Set(["Program", "BlockStatement", "FunctionBody", "SwitchCase", "StaticBlock", "ClassBody"]);

/** An edit that silences `rule` for what begins at `offset`: at the end of its line, or on a line before the statement where that cannot hold a comment. */
export function hushEdit(text: Text, root: Node, rule: string, offset: number): Edit {
  const line = text.lineAt(offset);
  const existing = /\/\/[ \t]*quill:[ \t]*hush[ \t]+[\w.*-]+(?:[ \t]*,[ \t]*[\w.*-]+)*/.exec(line.text);
  if (existing !== null) {
    const at = line.from + existing.index + existing[0].length;
    return { from: at, to: at, insert: `, ${rule}` };
  }
  const inText = (at: number): boolean => {
    const node = nodeAt(root, at);
    return (textLike.has(node.type) && at > node.start && at < node.end) || node.type.startsWith("JSX");
  };
  if (!inText(line.to)) return { from: line.to, to: line.to, insert: ` // quill: hush ${rule}` };
  let statement: Node = nodeAt(root, offset);
  while (statement.parent !== null && !lists.has(statement.parent.type)) statement = statement.parent;
  const first = text.lineAt(statement.start);
  const indent = /^[ \t]*/.exec(first.text)![0];
  return { from: first.from, to: first.from, insert: `${indent}// quill: hush ${rule}${text.lineBreak}` };
}

/** An edit that silences `rule` in the whole file: a comment at its top, or one more rule in one that stands there. */
export function fileHushEdit(text: Text, rule: string): Edit {
  const head = text.slice(0, 2000);
  const existing = /^\/\/[ \t]*quill:[ \t]*hush-file[ \t]+[\w.*-]+(?:[ \t]*,[ \t]*[\w.*-]+)*/m.exec(head);
  if (existing !== null) {
    const at = existing.index + existing[0].length;
    return { from: at, to: at, insert: `, ${rule}` };
  }
  const at = /^#!.*(?:\r\n|\n|\r)/.exec(head)?.[0].length ?? 0;
  return { from: at, to: at, insert: `// quill: hush-file ${rule}${text.lineBreak}` };
}
