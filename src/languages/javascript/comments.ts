/** Comments that speak to this program, found without keeping any comment in the tree. */
import type { Node } from "../../syntax/node.js";
import { nodeAt } from "../../syntax/walk.js";
import type { Span } from "../../text/edit.js";
import type { SourceText, Text } from "../../text/text.js";
import { furthestComment, type Comment } from "../language.js";
import type { VariableDeclaration } from "./nodes/declarations.js";

const textLike = new Set(["Literal", "TemplateElement", "JSXText"]);

/** How far the end of a comment or a gap between tokens is looked for at a time. */
const stretch = 2000;

/** Where `mark` is found first behind an offset; the text's end where it is not. */
function find(text: Text, mark: RegExp, from: number): number {
  for (let at = from; at < text.length; at += stretch) {
    const index = text.slice(at, at + stretch + 1).search(mark);
    if (index >= 0) return at + index;
  }
  return text.length;
}

/** Comments whose text begins with `opening`, in the order of the text. */
export function commentsWith(text: Text, root: Node, opening: string): Comment[] {
  const found: Comment[] = [];
  for (const at of text.occurrences(opening)) {
    const mark = /(?:\/\/|\/\*\*?)[ \t]*$/.exec(text.slice(at - 200, at));
    if (mark === null || textLike.has(nodeAt(root, at).type)) continue;
    const from = at - mark[0].length;
    const block = mark[0].startsWith("/*");
    const inner = find(text, block ? /\*\// : /[\n\r]/, at);
    found.push({ from, to: block ? Math.min(inner + 2, text.length) : inner, text: text.slice(at, inner).trim() });
  }
  return found;
}

/** The comments before any code, and before what only sets how the file is read. */
export function firstComments(top: string): string {
  return /^(?:\s|#!.*|\/\/.*|\/\*[^]*?(?:\*\/|$)|(["'])use strict\1;?)*/.exec(top)![0];
}

/** What stands in a documentation comment before a name that it uses: a tag with a type in braces, or one that takes a name. */
const beforeMention = /@jsx(?:Frag)?[ \t]+$|@\w+[ \t]*\{[^{}]*(?:\{[^{}]*\}[^{}]*)*(?:\{[^{}]*)?$|\{@link\w*[ \t]+$|@(?:see|throws|exception|extends|augments|implements|type|mixes|borrows|memberof|satisfies|returns?)[ \t]+$/;

/** Names of functions and parts that compilers put into the place of markup when their settings, or a comment, say so. */
const factories = /^(?:h|createElement|createVNode|Fragment|jsxs?|jsxDEV)$/;

function holdsMarkup(text: Text, root: Node): boolean {
  for (const mark of ["/>", "</"]) {
    for (const at of text.occurrences(mark)) if (nodeAt(root, at, at + 2).type.startsWith("JSX")) return true;
  }
  return false;
}

/** Whether a comment holds a tag, or one that begins with it. */
function holdsTag(text: Text, root: Node, tag: string): boolean {
  for (const at of text.occurrences(tag)) {
    const lead = text.slice(Math.max(0, at - stretch), at);
    if (/\/\*\*[^]*$/.test(lead) && !textLike.has(nodeAt(root, at).type)) return true;
  }
  return false;
}

/**
 * Whether a documentation comment uses a name as a type, the target of a link or what markup is made with, or markup itself may use it without saying so,
 * as the names in `markup`. With a tag as `@jsx`, whether there is one.
 */
export function isMentioned(text: Text, root: Node, name: string, markup: readonly string[]): boolean {
  if (name.startsWith("@")) return holdsTag(text, root, name);
  if ((factories.test(name) || markup.includes(name)) && holdsMarkup(text, root)) return true;
  for (const at of text.occurrences(name)) {
    const around = text.slice(Math.max(0, at - 1), at + name.length + 1);
    const [before, behind] = [at === 0 ? "" : around[0]!, around.slice((at === 0 ? 0 : 1) + name.length)];
    if (/[\w$.#]/.test(before) || /[\w$]/.test(behind)) continue;
    const lead = text.slice(Math.max(0, at - stretch), at);
    const opening = lead.lastIndexOf("/**");
    if (opening < 0 || lead.includes("*/", opening) || !beforeMention.test(lead.slice(opening))) continue;
    if (!textLike.has(nodeAt(root, at).type)) return true;
  }
  return false;
}

/** What may stand around what a comment before it is about. */
const around = /^(?:VariableDeclarat(?:or|ion)|Export(?:Named|Default)Declaration|ExpressionStatement|AssignmentExpression|Property(?:Definition)?|MethodDefinition)$/;

/** The documentation comment right before a function, declaration or member. Nothing further before the node than `furthestComment` is read. */
export function commentBefore(node: Node, text: SourceText): string | undefined {
  let whole = node;
  while (whole.parent !== null && around.test(whole.parent.type)) {
    const { parent } = whole;
    // The comment before a declaration is about the first of its names.
    if (parent.type === "VariableDeclaration" && (parent as VariableDeclaration).declarations[0] !== whole) break;
    whole = parent;
  }
  const { start } = whole;
  if (!/\*\/\s*(?:\/\/[^\n]*\n\s*)*$/.test(text.slice(Math.max(0, start - 200), start))) return undefined;
  const before = text.slice(Math.min(start, Math.max(0, node.start - furthestComment)), start);
  const opening = before.lastIndexOf("/**");
  const found = opening < 0 ? "" : before.slice(opening);
  return /^\/\*\*(?:[^*]|\*(?!\/))*\*\/\s*(?:\/\/[^\n]*\n\s*)*$/.test(found) ? found : undefined;
}

/** Whether the documentation comment before a function tells of a parameter. */
export function isDocumented(text: Text, owner: Node, name: string): boolean {
  const escaped = name.replaceAll("$", "\\$");
  return new RegExp(`@(?:param|arg|argument)\\b[ \\t]*(?:\\{[^]*?\\}[ \\t]*)?\\[?${escaped}(?![\\w$])`).test(
    commentBefore(owner, text) ?? "",
  );
}

/** The outermost node below the root that begins where the first token behind `offset` does. */
export function followingNode(text: Text, root: Node, offset: number): Span | undefined {
  // Among the children of an element a comment stands in braces of its own.
  const inBraces = /^JSX(?:ExpressionContainer|EmptyExpression)$/.test(nodeAt(root, offset - 1).type);
  const gap = (inBraces ? /^\s*\}(?:\s|\{\/\*[^]*?\*\/\s*\})*/ : /^(?:\s|\/\/[^\n\r]*|\/\*[^]*?\*\/)*/).exec(
    text.slice(offset, offset + 10_000),
  )?.[0] ??
    "";
  const start = offset + gap.length;
  let node = root;
  let from = 0;
  for (;;) {
    let inner: Node | undefined;
    node.near(start - from, start - from, (child) => {
      const at = from + child.startInParent;
      if (inner === undefined && child.length > 0 && at <= start && start < at + child.length) inner = child;
    });
    if (inner === undefined) return undefined;
    node = inner;
    from += node.startInParent;
    if (from === start) return { from, to: from + node.length };
  }
}
