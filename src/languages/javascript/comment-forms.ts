/** Where comments may stand in JavaScript and its markup, and how they are written there. */
import type { Node } from "../../syntax/node.js";
import { nodeAt } from "../../syntax/walk.js";
import type { Text } from "../../text/text.js";
import type { CommentForms } from "../language.js";

const textLike = new Set(["TemplateElement", "JSXText", "Literal"]);
/** Parts of tags, between which comments may stand. */
const tagLike =
  /^JSX(?:Opening|Closing)(?:Element|Fragment)$|^JSX(?:ExpressionContainer|SpreadAttribute|SpreadChild|Attribute)$/;

/** Whether a node stands among the children of an element. */
function isInMarkup({ parent }: Node): boolean {
  return /^JSX/.test(parent?.type ?? "") && parent!.type !== "JSXExpressionContainer";
}

export const commentForms: CommentForms = {
  line: "//",
  openings: ["//", "/*"],
  form: /\/\/[^\n\r]*|\/\*[^]*?\*\//g,
  isText: ({ type }) => textLike.has(type) || type === "LiteralType",
  /** Not in a text, pattern or markup, nor in another comment. */
  mayBegin(root: Node, text: Text, at: number): boolean {
    const node = nodeAt(root, at);
    if (node.type.startsWith("JSX")) return tagLike.test(node.type) && node.start < at && at < node.end;
    if (node.type === "TemplateElement" || (textLike.has(node.type) && node.start < at && at < node.end)) return false;
    const line = text.lineAt(at);
    const before = text.slice(line.from, at);
    return before.lastIndexOf("/*") <= before.lastIndexOf("*/") + 1 ||
      textLike.has(nodeAt(root, line.from + before.lastIndexOf("/*")).type);
  },
  onLineBefore(node: Node, root: Node, text: Text, words: string) {
    const isChild = /^JSX(?:Element|Fragment)$/.test(node.parent?.type ?? "") &&
      /^JSX(?:Element|Fragment|ExpressionContainer)$/.test(node.type);
    const isAttribute = /^JSX(?:Spread)?Attribute$/.test(node.type);
    // The comment stands where the line begins: what is there must not be the middle of a text.
    const lineStart = text.lineAt(node.start).from;
    const before = nodeAt(root, lineStart);
    const isInText = textLike.has(before.type) && before.type !== "JSXText" && before.start < lineStart;
    if (isInText || (node.type.startsWith("JSX") && !isChild && !isAttribute && isInMarkup(node))) return undefined;
    return {
      comment: isChild ? `{/* ${words} */}` : `// ${words}`,
      covers: node.type.startsWith("JSX") ? "element" : "statement",
    };
  },
};
