/** Comments of languages that write them in the ways of C, found without keeping any in the tree. */
import type { Node } from "../../syntax/node.js";
import { nodeAt } from "../../syntax/walk.js";
import type { Span } from "../../text/edit.js";
import type { Text } from "../../text/text.js";
import type { Comment, CommentForms } from "../language.js";
import type { Meanings } from "./meaning.js";
import type { AdaptedNode } from "./nodes.js";

/** How far before its words a comment may begin, in UTF-16 code units. */
const farthest = 4000;

export class Comments {
  readonly forms: CommentForms;

  /** `line` are the marks of comments that end with their line, the usual one first; `texts` the kinds of nodes in which nothing is a comment. */
  constructor(
    private readonly line: readonly string[],
    private readonly texts: ReadonlySet<string>,
    private readonly meanings: Meanings,
  ) {
    const marks = line.map((mark) => `${mark.replaceAll(/[^\w\s]/g, "\\$&")}[^\\n\\r]*`);
    this.forms = {
      line: line[0]!,
      openings: [...line, "/*"],
      form: new RegExp([...marks, String.raw`\/\*[\s\S]*?\*\/`].join("|"), "g"),
      isText: ({ type }) => texts.has(type),
      mayBegin: (root, text, at) => !this.isInText(root, at) && this.beginning(root, text, at) === undefined,
      onLineBefore: (node, root, text, words) => {
        const { from } = text.lineAt(node.start);
        return this.isInText(root, from) ? undefined : { comment: `${line[0]!} ${words}`, covers: "statement" };
      },
    };
  }

  private isInText(root: Node, at: number): boolean {
    const node = nodeAt(root, at, at + 1);
    return this.texts.has(node.type) && node.start < at;
  }

  /** Where the comment begins in which an offset stands; `undefined` where it stands in none. */
  private beginning(root: Node, text: Text, at: number): number | undefined {
    const { from } = text.lineAt(at);
    const before = text.slice(from, at);
    for (const mark of this.line) {
      for (let index = before.indexOf(mark); index >= 0; index = before.indexOf(mark, index + 1)) {
        if (!this.isInText(root, from + index)) return from + index;
      }
    }
    const near = Math.max(0, at - farthest);
    const behind = text.slice(near, at);
    const open = behind.lastIndexOf("/*");
    return open >= 0 && !behind.includes("*/", open + 2) && !this.isInText(root, near + open) ? near + open : undefined;
  }

  /** The comments whose words begin with `opening`. */
  with(text: Text, root: Node, opening: string): Comment[] {
    const found: Comment[] = [];
    for (const at of text.occurrences(opening)) {
      const mark = /(?:\/\/+|\/\*+|#+)[ \t]*$/.exec(text.slice(Math.max(0, at - 200), at))?.[0];
      if (mark === undefined) continue;
      const from = at - mark.length;
      const isBlock = mark.startsWith("/*");
      if (this.isInText(root, from) || (!isBlock && !this.line.some((one) => mark.startsWith(one)))) continue;
      if (this.beginning(root, text, from) !== undefined) continue;
      const { to } = text.lineAt(at);
      const end = isBlock ? text.slice(at, Math.min(text.length, at + farthest)).indexOf("*/") : -1;
      const last = end < 0 ? to : at + end;
      found.push({ from, to: end < 0 ? to : last + 2, text: text.slice(at, last).trim() });
    }
    return found;
  }

  /** Whether a name stands in a comment as a word. */
  mentions(text: Text, root: Node, name: string): boolean {
    for (const at of text.occurrences(name)) {
      const isLonger = /\w/.test(
        text.slice(Math.max(0, at - 1), at) + text.slice(at + name.length, at + name.length + 1),
      );
      if (isLonger) continue;
      if (this.beginning(root, text, at) !== undefined) return true;
    }
    return false;
  }

  /** The statement that begins next behind an offset. */
  following(root: Node, offset: number): Span | undefined {
    let node = root as AdaptedNode;
    let found: AdaptedNode | undefined;
    for (;;) {
      const next: AdaptedNode | undefined = node.children.find((child) => child.end > offset);
      if (next === undefined) break;
      const isListed = node.parent === null || this.meanings.as(node, "block") !== undefined;
      if (next.start >= offset) {
        if (isListed || /_(?:list|body)$/.test(node.type)) found = next;
        break;
      }
      // Where nothing follows in it, what stands behind it does.
      const index = node.children.indexOf(next);
      if (isListed) found = node.children[index + 1] ?? found;
      node = next;
    }
    return found && { from: found.start, to: found.end };
  }
}
