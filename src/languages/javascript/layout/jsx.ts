/** JSX: blank space in its text that holds a line end says nothing at the edges of lines, other blank space does. */
import {
  bracketGroup,
  choice,
  fill,
  hardLine,
  indent,
  inserted,
  leaf,
  nothing,
  sequence,
  softLine,
  spaceLine,
  unit,
  type Doc,
} from "../../../layout/doc.js";
import type { Node } from "../../../syntax/node.js";
import type { JavaScriptNode, JSXElement, JSXFragment, JSXOpeningElement } from "../nodes/index.js";
import type { Build, Builder } from "./builder.js";
import { hasBrackets, many } from "./lists.js";

/** What stands between two things in an element. */
type Separator =
  /** A space, which a line end may stand for. */
  | "space"
  /** Nothing that is seen, though there are line ends in the source. */
  | "lines"
  | "nothing"
  /** Blank space that is seen, as it is. */
  | { readonly text: string };

interface Item {
  readonly doc: Doc;
  readonly isText: boolean;
  readonly before: Separator;
  readonly blank: number;
}

const hasLineEnd = /[\n\r]/;

/** An opening tag: its attributes on its line, or each on its own. */
export const openingTag: Build = (node: JSXOpeningElement, builder: Builder): Doc => {
  const parts = builder.parts(node);
  // A tag that lacks its `>` is left as it is.
  if (parts.at(-1)!.child !== undefined) return builder.source(node.start, node.end);
  const ends = node.selfClosing ? parts.slice(-2) : parts.slice(-1);
  const first = node.attributes[0];
  const at = parts.findIndex(({ child }) => child !== undefined && child === first);
  const head = sequence(
    ...parts
      .slice(0, at < 0 ? parts.length - ends.length : at)
      .map((part, index) => (index === 0 ? builder.part(part) : builder.placed(node, parts[index - 1], part, nothing))),
  );
  const close = sequence(...ends.map((part) => builder.part(part)));
  if (first === undefined) return sequence(head, node.selfClosing ? inserted(" ") : nothing, close);
  const attributes = parts.slice(at, parts.length - ends.length);
  const edge = node.selfClosing ? spaceLine : softLine;
  const end = builder.lead(node, attributes.at(-1)!, ends[0]!, edge);
  const isKept = builder.style.brokenLists === "keep" && builder.beginsLine(attributes[0]!);
  if (attributes.length === 1 && !isKept && attributes[0]!.comments.length === 0 && hugs(attributes[0]!.child!)) {
    return sequence(
      head,
      inserted(" "),
      builder.part(attributes[0]!),
      node.selfClosing ? inserted(" ") : nothing,
      close,
    );
  }
  const list = attributes.map((part, index) => builder.placed(
    node,
    attributes[index - 1] ?? parts[at - 1],
    part,
    spaceLine,
  ));
  return bracketGroup(sequence(head, indent(...list, end.comments), end.space, close), {
    isBroken: isKept,
    brackets: { open: parts[at - 1]!.last.to - node.start, close: ends.length },
  });
};

/** Whether an attribute goes over lines in brackets of its own. */
function hugs(attribute: Node): boolean {
  const value = (attribute as { value?: JavaScriptNode | null }).value;
  if (value?.type !== "JSXExpressionContainer") return attribute.type === "JSXAttribute";
  return /^Template/.test(value.expression.type) || hasBrackets(value.expression);
}

export const closingTag: Build = (node: Node, builder: Builder): Doc =>
  builder.row(node, builder.parts(node), () => nothing);

export const attribute: Build = (node: Node, builder: Builder): Doc =>
  builder.row(node, builder.parts(node), () => nothing);

const hugged = /^(?:Object|Array|Function|ArrowFunction|Call|New|Member|Class)Expression$|^Template|^TaggedTemplate|^Literal$|^Identifier$|^JSX/;

/** An expression between braces. */
export const container: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const [opener, inner, closer] = parts;
  if (parts.length !== 3 || inner!.child === undefined) return builder.row(node, parts, () => nothing);
  if (inner!.child.type === "JSXEmptyExpression") return builder.source(node.start, node.end);
  if (hugged.test(inner!.child.type) && inner!.comments.length === 0 && closer!.comments.length === 0) {
    return builder.row(node, parts, () => nothing);
  }
  const before = builder.lead(node, opener, inner!, softLine);
  const behind = builder.lead(node, inner, closer!, softLine);
  const doc = builder.part(inner!);
  const open = builder.part(opener!);
  const close = builder.part(closer!);
  const lined = bracketGroup(
    sequence(open, indent(before.comments, before.space, doc, behind.comments), behind.space, close),
  );
  return doc.kind === "choice" && before.comments === nothing && behind.comments === nothing
    ? choice(sequence(open, doc.flat, close), ...doc.ways.slice(0, -1).map((way) => sequence(open, way, close)), lined)
    : lined;
};

/** An element or fragment with what is in it. */
export const element: Build = (node: JSXElement | JSXFragment, builder: Builder): Doc => {
  const opening = node.type === "JSXElement" ? node.openingElement : node.openingFragment;
  const closing = node.type === "JSXElement" ? node.closingElement : node.closingFragment;
  const open = builder.doc(opening);
  if (closing === null) return node.children.length === 0 ? open : builder.source(node.start, node.end);
  const close = builder.doc(closing);
  const areApart = builder.style.brokenLists === "keep" && node.children.length > 2 * many && areLines(node, builder);
  const { items, end } = itemsOf(node, builder, areApart);
  if (items.length === 0) return sequence(open, typeof end === "object" ? inserted(end.text) : nothing, close);
  const first = items[0]!;
  const hasText = items.some(({ isText, before }) => isText || typeof before === "object");
  const isSeen = (separator: Separator): separator is { text: string } => typeof separator === "object";
  const isKept = builder.style.brokenLists === "keep" && first.before === "lines";
  const content = hasText
    ? filled(items)
    : sequence(
      ...items.map(
        (item, index) => (
          index === 0 ? item.doc : sequence(item.blank > 0 ? hardLine(item.blank) : softLine, item.doc)
        ),
      ),
    );
  const head = isSeen(first.before) ? inserted(first.before.text) : softLine;
  const tail = isSeen(end) ? inserted(end.text) : softLine;
  const brackets = { open: opening.length, close: closing.length };
  // Where blank space is seen at an edge no line end can stand.
  if (head !== softLine || tail !== softLine) return sequence(open, head, content, tail, close);
  if (items.length === 1 && !isKept && isHeld(node)) return sequence(open, content, close);
  return bracketGroup(sequence(open, indent(head, content), tail, close), { isBroken: isKept, brackets });
};

/** Whether the only thing in an element holds its own lines, as a function between braces does. */
function isHeld(node: JSXElement | JSXFragment): boolean {
  const inner = node.children.find((child) => (child as JavaScriptNode).type !== "JSXText") as
    | JavaScriptNode
    | undefined;
  return inner?.type === "JSXExpressionContainer" &&
    /^(?:ArrowFunction|Function|Object)Expression$|^Template/.test(inner.expression.type);
}

/** Items with what parts them; those between which no line end may stand are one. */
function filled(items: readonly Item[]): Doc {
  const parts: Doc[] = [];
  for (const [index, item] of items.entries()) {
    const separator = index === 0 ? undefined : between(item, items[index - 1]!);
    if (separator === undefined) parts.push(item.doc);
    else if (separator.kind === "line") parts.push(separator, item.doc);
    else parts.push(sequence(parts.pop()!, separator, item.doc));
  }
  return fill(parts);
}

/** What stands before an item in a text that is filled. */
function between({ before, blank, isText }: Item, last: Item): Doc {
  if (typeof before === "object") return inserted(before.text);
  if (before === "space") return spaceLine;
  if (before === "nothing") return isText || last.isText ? nothing : softLine;
  // What the author parted by line ends stays parted where both are elements.
  return blank > 0 || (!isText && !last.isText) ? hardLine(blank) : softLine;
}

/** Whether each thing in an element stands on lines of its own, with no text among them. */
function areLines({ children }: JSXElement | JSXFragment, { text }: Builder): boolean {
  return children.every((child, index) => {
    if (child.type !== "JSXText") return index > 0 && children[index - 1]!.type === "JSXText";
    const { start } = child;
    const source = text.slice(start, start + child.length);
    return hasLineEnd.test(source) && /^\s*$/.test(source);
  });
}

/** The words, elements and expressions in an element, and what stands behind the last. */
function itemsOf(
  node: JSXElement | JSXFragment,
  builder: Builder,
  areApart: boolean,
): { items: Item[]; end: Separator } {
  const items: Item[] = [];
  let before: Separator = "nothing";
  let blank = 0;
  for (const child of node.children) {
    if (child.type !== "JSXText") {
      items.push({ doc: areApart ? unit(child) : builder.doc(child), isText: false, before, blank });
      before = "nothing";
      blank = 0;
      continue;
    }
    const { start } = child;
    const source = builder.text.slice(start, start + child.length);
    // Words with the blank space behind each; between two words blank space that is more than a space, and no line end, belongs to what is read.
    let at = /^[ \t\n\r]*/.exec(source)![0].length;
    if (at > 0) before = edge(source.slice(0, at));
    blank = items.length > 0 ? builder.blankIn(source.slice(0, at)) : 0;
    for (
      const { 0: word, index } of source
        .slice(at)
        .matchAll(/[^ \t\n\r]+(?:(?: {2,}|[ \t]*\t[ \t]*)(?=[^ \t\n\r])[^ \t\n\r]+)*/g)
    ) {
      const from = at + index;
      const space = source.slice(Math.max(0, from - 1), from);
      items.push({
        doc: leaf(start + from, word),
        isText: true,
        before: from === at ? before : /[ \n\r\t]/.test(space) ? "space" : "nothing",
        blank: from === at ? blank : 0,
      });
    }
    if (at === source.length) continue;
    const tail = /[ \t\n\r]*$/.exec(source)![0];
    before = tail === "" ? "nothing" : edge(tail);
    blank = builder.blankIn(tail);
  }
  return { items, end: before };
}

/** What blank space at the edge of a text is. */
const edge = (space: string): Separator => (hasLineEnd.test(space) ? "lines" : { text: space });
