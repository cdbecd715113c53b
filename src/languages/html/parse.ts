/** Reading pages: parse5 reads, by the HTML Living Standard, and the tree is put together from where it found things. */
import {
  ErrorCodes,
  parse as parseDocument,
  parseFragment,
  type DefaultTreeAdapterTypes as Found,
  type ParserError,
} from "parse5";
import type { Node } from "../../syntax/node.js";
import type { SyntaxProblem } from "../../syntax/problem.js";
import type { Span } from "../../text/edit.js";
import type { Tree } from "../language.js";
import { blanked, isFilledIn, opensFilledIn, type Blanked } from "./filled-in.js";
import { Attribute, Comment, Doctype, Element, Page, Words } from "./nodes.js";
import { holdsTags, overrunIn } from "./overrun.js";
import { problemOf } from "./problems.js";
import { holdsMarkup, scriptKind } from "./script-kinds.js";

export interface HtmlTree extends Tree {
  readonly root: Page;
  /** Where something is filled in before the page is sent. */
  readonly filled: readonly Span[];
  /** Whether something may be filled in, now or by the next edit. */
  readonly mayBeFilledIn: boolean;
  /** Whether the text of a script holds the beginning of a comment, by which its end is told otherwise, or lines that begin with tags. */
  readonly mayEndEarly: boolean;
}

/** Something that was found in the source, with what is to become of it. */
interface Piece {
  readonly from: number;
  readonly to: number;
  readonly make: (children: Node[], from: number, to: number) => Node;
  /** Where what stands in it begins and ends. */
  readonly inside: { readonly from: number; readonly to: number } | undefined;
  /** Of an element, its name. */
  readonly name?: string;
  /** Of a script, whether it is code without markup in it. */
  readonly isPlain?: boolean;
}

/** The error that a rule of its own tells. */
const repeated: ParserError["code"] = ErrorCodes.duplicateAttribute;

const document = /<(?:!doctype|html|head|body)\b/i;

export function parse(source: string): HtmlTree {
  const read = blanked(source);
  const errors: ParserError[] = [];
  const options = { sourceCodeLocationInfo: true, onParseError: (error: ParserError): void => void errors.push(error) };
  const found = document.test(read.text) ? parseDocument(read.text, options) : parseFragment(read.text, options);
  const pieces: Piece[] = [];
  collect(found, pieces, read);
  const root = new Page(0, source.length, {
    children: nested(pieces, source.length),
    strayEnds: strayEnds(read.text, pieces),
    repeated: errors.filter(({ code }) => code === repeated).map(({ startOffset }) => startOffset),
    hasChoices: read.hasChoices,
  });
  const problems: SyntaxProblem[] = [];
  for (const error of errors) {
    const problem = isFilledIn(read, error.startOffset - 1, error.startOffset + 1)
      ? undefined
      : problemOf(error, read.text);
    if (problem !== undefined) problems.push(problem);
  }
  for (const piece of pieces) problems.push(...overrunOf(piece, read.text));
  problems.sort((one, other) => one.from - other.from || one.to - other.to);
  return {
    root,
    problems: oncePerTag(problems, read.text),
    filled: read.filled,
    mayBeFilledIn: opensFilledIn(source),
    mayEndEarly: pieces.some(({ name, inside }) => {
      const script = name === "script" ? read.text.slice(inside!.from, inside!.to) : "";
      return script.includes("<!--") || holdsTags(script);
    }),
  };
}

/** A script that goes on as markup: its end tag is missing before that. */
function overrunOf({ from, name, inside, isPlain }: Piece, text: string): SyntaxProblem[] {
  if (name !== "script" || isPlain !== true) return [];
  const script = text.slice(inside!.from, inside!.to);
  const at = overrunIn(script);
  if (at === undefined) return [];
  const tag = /\S+/.exec(script.slice(at))![0].replace(/>.*/, ">");
  const place = inside!.from + at;
  return [{
    code: "missing-closer",
    from,
    to: from + 1 + name.length,
    message: `\`<script>\` is not closed before \`${tag}\`: \`</script>\` is missing`,
    related: [],
    seen: place,
    insert: { at: place, text: "</script>\n" },
  }];
}

/** Problems without those that come of what is wrong before in the same tag: of them the one that speaks of what stands there counts. */
function oncePerTag(problems: readonly SyntaxProblem[], text: string): SyntaxProblem[] {
  const found: SyntaxProblem[] = [];
  for (const problem of problems) {
    const last = found.at(-1);
    if (last === undefined || /[<>]/.test(text.slice(last.from + 1, problem.from + 1))) found.push(problem);
    else if (last.code === "missing-part" && problem.code === "unexpected") found[found.length - 1] = problem;
  }
  return found;
}

/** The pieces of what was found, in no order. An element that the standard makes twice of one tag counts once. */
function collect(found: Found.ParentNode, pieces: Piece[], read: Blanked): void {
  const open: Found.Node[] = [found];
  const begun = new Set<number>();
  for (let node = open.pop(); node !== undefined; node = open.pop()) {
    const place = node.sourceCodeLocation;
    if (place != null) {
      const piece = pieceOf(node, read);
      if (piece !== undefined && !(node.nodeName !== "#text" && begun.has(piece.from))) {
        if (node.nodeName !== "#text") begun.add(piece.from);
        pieces.push(piece);
      }
    }
    if ("content" in node) open.push(...node.content.childNodes);
    if ("childNodes" in node) open.push(...node.childNodes);
  }
}

function pieceOf(node: Found.Node, read: Blanked): Piece | undefined {
  const { startOffset: from, endOffset } = node.sourceCodeLocation!;
  const to = Math.min(endOffset, read.text.length);
  switch (node.nodeName) {
    case "#text":
      return { from, to, inside: undefined, make: (_, start, end) => new Words(start, end, {}) };
    case "#comment":
      return { from, to, inside: undefined, make: (_, start, end) => new Comment(start, end, {}) };
    case "#documentType":
      return { from, to, inside: undefined, make: (_, start, end) => new Doctype(start, end, {}) };
    default:
      return elementPiece(node as Found.Element, read);
  }
}

function elementPiece(element: Found.Element, read: Blanked): Piece | undefined {
  const { startTag, endTag, endOffset, attrs = {} } = element.sourceCodeLocation!;
  if (startTag == null) return undefined;
  const from = startTag.startOffset;
  const tagEnd = Math.min(startTag.endOffset, read.text.length);
  // What holds text alone holds all up to the end of the file where its end tag is missing.
  const end = endTag === undefined && plain.has(element.tagName) ? read.text.length : endOffset;
  const to = Math.max(tagEnd, Math.min(end, read.text.length));
  const attributes = (): Attribute[] => element.attrs.flatMap(({ name, value, prefix }) => {
    const place = attrs[prefix ? `${prefix}:${name}` : name] ?? attrs[name];
    return place === undefined ? [] : [attributeAt(place.startOffset, place.endOffset, name, value, read)];
  });
  return {
    from,
    to,
    name: element.tagName,
    ...(element.tagName === "script" && { isPlain: isPlainCode(element) }),
    inside: { from: tagEnd, to: endTag === undefined ? to : endTag.startOffset },
    make: (children, start, end) => new Element(start, end, {
      name: element.tagName,
      attributes: attributes().sort((one, other) => one.offset - other.offset),
      children,
      tagLength: tagEnd - from,
      closeLength: endTag === undefined || endTag.endOffset > end ? 0 : endTag.endOffset - endTag.startOffset,
      isForeign: element.namespaceURI !== "http://www.w3.org/1999/xhtml",
    }),
  };
}

/** Whether an element holds code in which no markup can stand. */
function isPlainCode({ attrs }: Found.Element): boolean {
  const valueOf = (name: string): string => attrs.find((one) => one.name === name)?.value ?? "";
  const kind = scriptKind(valueOf("type"), valueOf("lang"));
  return kind !== undefined && !holdsMarkup(kind);
}

function attributeAt(from: number, to: number, name: string, value: string, read: Blanked): Attribute {
  const written = read.text.slice(from, to);
  const match = /^[^\s=]+\s*=\s*(["']?)/.exec(written);
  const valueAt = match === null ? written.length : match[0].length;
  return new Attribute(from, to, {
    name,
    value: match === null ? null : value,
    valueAt,
    valueLength: written.length - valueAt - (match?.[1] === "" || match === null ? 0 : 1),
    isFilledIn: isFilledIn(read, from, to),
  });
}

/** Nodes of pieces, each in the one that it stands in. What would reach beyond that is cut off. */
function nested(pieces: Piece[], length: number): Node[] {
  pieces.sort((one, other) => one.from - other.from || other.to - one.to);
  interface Open {
    readonly piece: Piece | undefined;
    readonly end: number;
    /** Where what stands in it ends. */
    readonly until: number;
    readonly children: Node[];
    /** Up to where it is filled. */
    at: number;
  }
  const top: Open = { piece: undefined, end: length, until: length, children: [], at: 0 };
  const open: Open[] = [top];
  const close = (): void => {
    const { piece, children, end } = open.pop()!;
    const around = open.at(-1)!;
    around.children.push(piece!.make(children, piece!.from, end));
    around.at = end;
  };
  for (const [index, piece] of pieces.entries()) {
    while (open.length > 1 && open.at(-1)!.until <= piece.from) close();
    const around = open.at(-1)!;
    const from = Math.max(piece.from, around.at);
    let to = Math.min(piece.to, around.until);
    // Words may be put together of what stands on both sides of a tag.
    if (piece.inside === undefined) {
      const next = pieces[index + 1];
      if (next !== undefined && next.from < to && next.from > from) to = next.from;
      if (from < to) {
        around.children.push(piece.make([], from, to));
        around.at = to;
      }
    } else if (from === piece.from) {
      open.push({ piece, end: to, until: Math.min(piece.inside.to, to), children: [], at: piece.inside.from });
    }
  }
  while (open.length > 1) close();
  return top.children;
}

/** Elements whose content is text, whatever stands in it. */
const plain = new Set(["script", "style", "textarea", "title", "xmp", "iframe", "noembed", "noframes", "plaintext"]);

/** Tags that end what none begins: those that are no element's own. */
function strayEnds(text: string, pieces: readonly Piece[]): number[] {
  const closed = new Set(pieces.flatMap(({ inside }) => (inside === undefined ? [] : [inside.to])));
  // Where what looks like a tag is none.
  const quiet = pieces.flatMap(({ from, to, inside, name }): { from: number; to: number }[] => {
    if (inside !== undefined) return [{ from, to: name !== undefined && plain.has(name) ? inside.to : inside.from }];
    return text.startsWith("<!", from) ? [{ from, to }] : [];
  });
  const found: number[] = [];
  let at = 0;
  for (const { index } of text.matchAll(/<\/[a-z]/gi)) {
    while (at < quiet.length && quiet[at]!.to <= index) at += 1;
    const isQuiet = at < quiet.length && quiet[at]!.from <= index;
    if (!isQuiet && !closed.has(index)) found.push(index);
  }
  return found;
}
