/** JSX: elements, fragments, attributes, after the JSX specification of 2022. */
import {
  JSXAttribute,
  JSXClosingElement,
  JSXClosingFragment,
  JSXElement,
  JSXEmptyExpression,
  JSXExpressionContainer,
  JSXFragment,
  JSXIdentifier,
  JSXMemberExpression,
  JSXNamespacedName,
  JSXOpeningElement,
  JSXOpeningFragment,
  JSXSpreadAttribute,
  JSXSpreadChild,
  JSXText,
  Literal,
  Missing,
  type Expression,
  type JSXAttributeValue,
  type JSXChild,
  type JSXName,
} from "../nodes/index.js";
import { deeper, skipTooDeep } from "./depth.js";
import { enough, take } from "./elements.js";
import { parseAssignment, parseExpression, parseExpressionWithIn } from "./expressions.js";
import { endsByIndent, indentAt, noteEnd } from "./indentation.js";
import { misfitInTag, passOver } from "./misfits.js";
import { missing } from "./names.js";
import { expectCloser, here, openerHere, report, reportForm } from "./recovery.js";
import { next, nextJsxChild, nextJsxValue, rescanJsxName, textToKeep } from "./scanner.js";
import { at, checkWindow, type ParseState, Unclosed } from "./state.js";
import { isWordLike, Token } from "./token.js";
import { parseTypeArguments, splitGreater } from "./types.js";

/** An element or fragment where an expression stands. The current token is `<`. */
export function parseJsx(p: ParseState): Expression {
  const node = parseElement(p, next);
  if (p.token === Token.Less && !p.newline) {
    reportForm(p, "unexpected", p.start, p.end, "Two elements side by side need one element or fragment around them");
  }
  return node;
}

type Move = (p: ParseState) => void;

/** `move` goes on behind the last `>`, which depends on what the element stands in. */
function parseElement(p: ParseState, move: Move): Expression | JSXElement | JSXFragment {
  if (!deeper(p, 6)) return skipTooDeep(p);
  const { start } = p;
  next(p);
  splitGreater(p);
  const node = p.token === Token.Greater ? parseFragment(p, start, move) : parseNamed(p, start, move);
  p.depth -= 6;
  return node;
}

function parseFragment(p: ParseState, start: number, move: Move): JSXFragment {
  const opening = new JSXOpeningFragment(start, p.end);
  p.tags.push("");
  const { children, closed } = parseChildren(p, start, "", move);
  p.tags.pop();
  let closing: JSXClosingFragment | null = null;
  if (closed >= 0) {
    closing = new JSXClosingFragment(closed, p.end);
    closeTag(p, move);
    closing.length = p.prevEnd - closed;
  }
  return new JSXFragment(start, p.prevEnd, opening, children, closing);
}

function parseNamed(p: ParseState, start: number, move: Move): JSXElement {
  const reported = p.problems.length;
  const name = parseName(p);
  const typeArguments = p.typescript && !p.newline ? parseTypeArguments(p) : null;
  const attributes: (JSXAttribute | JSXSpreadAttribute)[] = [];
  const own = indentAt(p, start);
  while (!attributes.some(isUnfinished)) {
    if (p.token === Token.BraceOpen || p.token === Token.Assign || isWordLike(p.token)) {
      attributes.push(parseAttribute(p));
      continue;
    }
    const misfit = misfitInTag(p, own);
    if (misfit < 0) break;
    passOver(p, misfit, false);
  }
  const text = p.source.slice(name.offset, name.offset + name.length).replaceAll(/\s/g, "");
  if (p.token === Token.Slash) {
    next(p);
    closeTag(p, move);
    return new JSXElement(
      start,
      p.prevEnd,
      new JSXOpeningElement(start, p.prevEnd, name, attributes, true, typeArguments),
      [],
      null,
    );
  }
  splitGreater(p);
  const isWhole = at(p, Token.Greater) && !attributes.some(isUnfinished);
  if (!isWhole && !attributes.some(isUnfinished)) {
    reportForm(
      p,
      "missing-closer",
      p.prevEnd,
      p.prevEnd,
      `\`>\` is missing to close the tag \`<${text}\` before ${here(p)}`,
      {
        related: [{ from: start, to: start + 1, message: "`<` is opened here" }],
        insert: { at: p.prevEnd, text: ">" },
      },
    );
  }
  const end = isWhole ? p.end : p.prevEnd;
  const opening = new JSXOpeningElement(start, end, name, attributes, false, typeArguments);
  p.tags.push(text);
  if (!isWhole && !isClosedBehind(p, start, text)) {
    p.tags.pop();
    return new JSXElement(start, p.prevEnd, opening, [], null);
  }
  if (!isWhole) goBack(p);
  const { children, closed } = parseChildren(p, start, text, move, p.problems.length > reported);
  p.tags.pop();
  if (closed < 0) return new JSXElement(start, p.prevEnd, opening, children, null);
  const closingName = parseName(p);
  closeTag(p, move);
  return new JSXElement(start, p.prevEnd, opening, children, new JSXClosingElement(closed, p.prevEnd, closingName));
}

/** Whether an element whose opening tag is not whole has a closing tag, so that what stands between is most likely its contents. */
function isClosedBehind(p: ParseState, start: number, tag: string): boolean {
  const isClosed = restOfLine(p, p.prevEnd).includes(`</${tag}>`) || closesBehind(p, p.prevEnd, indentAt(p, start), {
    at: -1,
  });
  noteEnd(p, "missing", p.reach);
  return isClosed;
}

function restOfLine(p: ParseState, from: number): string {
  const line = /^.*/.exec(p.source.slice(from, from + 1000))![0];
  const end = from + line.length;
  if (end >= p.length) checkWindow(p);
  if (end > p.reach) p.reach = end;
  return line;
}

/** Moves back to the end of the token before the current one, to read on from there in another way. */
function goBack(p: ParseState): void {
  p.end = p.prevEnd;
  p.token = Token.Unknown;
}

/** Whether an attribute's text lacks its end, so that nothing is known of the tag behind it. */
function isUnfinished(attribute: JSXAttribute | JSXSpreadAttribute): boolean {
  if (attribute.type !== "JSXAttribute" || attribute.value?.type !== "Literal") return false;
  const { raw } = attribute.value;
  return raw.length < 2 || raw[0] !== raw.at(-1);
}

/** Moves behind the `>` of a tag. */
function closeTag(p: ParseState, move: Move): void {
  splitGreater(p);
  if (p.token === Token.Greater) {
    move(p);
    return;
  }
  reportForm(p, "missing-closer", p.prevEnd, p.prevEnd, `\`>\` is missing to close the tag before ${here(p)}`, {
    insert: { at: p.prevEnd, text: ">" },
  });
  goBack(p);
  move(p);
}

/**
 * Children up to the closing tag. The current token is the `>` of the opening one. When the closing tag is this element's,
 * `closed` is where its `<` stands and the current token is the one behind `</`; else it is -1 and the element lacks its closer. With `isDoubtful` something
 * is wrong in the opening tag, so that another name in the closing one is no news.
 */
function parseChildren(
  p: ParseState,
  start: number,
  tag: string,
  move: Move,
  isDoubtful = false,
): { children: JSXChild[]; closed: number } {
  const children: JSXChild[] = [];
  nextJsxChild(p);
  const ended = parseChildList(p, start, children, move === nextJsxChild ? "tag" : "element");
  if (ended) {
    p.end = p.prevEnd;
    move(p);
    p.newline = true;
    return lacksCloser(p, start, tag, children);
  }
  const at = p.start;
  const closing = closingTag(p);
  if (closing === undefined) return lacksCloser(p, start, tag, children);
  if (closing.name !== tag) {
    if (p.tags.includes(closing.name)) return lacksCloser(p, start, tag, children);
    if (!isDoubtful) {
      reportForm(
        p,
        "unexpected",
        at,
        at + closing.length,
        `The closing tag \`</${closing.name}>\` does not match the open \`<${tag}>\``,
        {
          related: [{ from: start, to: start + 1 + tag.length, message: `\`<${tag}>\` is opened here` }],
          insert: { at: at + closing.length - closing.name.length, text: tag, over: closing.name.length },
          seen: at + closing.length,
        },
      );
    }
  }
  next(p);
  next(p);
  return { children, closed: at };
}

/** The closing tag that begins at the current token, if one does. */
function closingTag(p: ParseState): { name: string; length: number } | undefined {
  if (p.token !== Token.Less) return undefined;
  const match = /^<\s*\/\s*((?:[\w$-]+(?:\s*[.:]\s*[\w$-]+)*)?)/.exec(p.source.slice(p.start, p.start + 200));
  // At the end of a window the name may go on.
  if (p.start + (match?.[0].length ?? 2) + 2 >= p.length) checkWindow(p);
  return match === null ? undefined : { name: match[1]!.replaceAll(/\s/g, ""), length: match[0].length };
}

/**
 * Children, appended to `children`, up to a closing tag or the end of the text. `start` is where the element begins, and `kind` what it is when
 * indentation ends it. Tells whether that was so.
 */
export function parseChildList(
  p: ParseState,
  start: number,
  children: JSXChild[],
  kind: "tag" | "element" = "element",
): boolean {
  const own = indentAt(p, start);
  // Up to its own closing tag an element goes on, however lines in it are indented.
  const closer = { at: -1 };
  for (;;) {
    const { braces, brackets } = p;
    if (endsTag(p, own, closer)) {
      noteEnd(p, kind, p.reach);
      return true;
    }
    if (p.closesNothing !== null && p.tags.length > p.outerTags && p.closesNothing(p.start)) throw new Unclosed();
    if (p.token === Token.JSXText) {
      const cut = cutText(p, own, closer);
      if (cut >= 0) {
        const reach = Math.max(p.end, p.reach);
        if (cut > p.start) {
          take(p, children, new JSXText(p.start, cut, textToKeep(p, p.start, cut)), braces, brackets);
        }
        p.prevEnd = cut;
        noteEnd(p, kind, reach);
        return true;
      }
      checkText(p);
      const text = new JSXText(p.start, p.end, textToKeep(p, p.start, p.end));
      nextJsxChild(p);
      take(p, children, text, braces, brackets);
    } else if (p.token === Token.BraceOpen) take(p, children, parseContainer(p, nextJsxChild), braces, brackets);
    else if (isStrayTag(p, own)) take(p, children, passStrayTag(p), braces, brackets);
    else if (p.token === Token.Less && closingTag(p) === undefined) {
      take(p, children, parseElement(p, nextJsxChild) as JSXChild, braces, brackets);
    } else return false;
    if (enough(p, children)) return false;
  }
}

/** Whether the closing tag at the current token belongs to no element that is open: it stands further in than the innermost one, or before that one's own on its line. */
function isStrayTag(p: ParseState, own: number): boolean {
  const closing = closingTag(p);
  if (closing === undefined || p.tags.includes(closing.name)) return false;
  const column = columnHere(p);
  return column >= 0 ? column > own : restOfLine(p, p.start).includes(`</${p.tags.at(-1)}>`);
}

/** The column of the current token, where it stands first on its line; -1 where it does not. */
function columnHere(p: ParseState): number {
  let at = p.start;
  while (at > 0 && (p.source.charCodeAt(at - 1) === 32 || p.source.charCodeAt(at - 1) === 9)) at -= 1;
  const isFirst = at === 0 ? p.base === 0 : /[\n\r]/.test(p.source[at - 1]!);
  return isFirst ? p.start - at : -1;
}

/** Reports a closing tag that belongs to nothing and passes over it. */
function passStrayTag(p: ParseState): JSXText {
  const { start } = p;
  const { name } = closingTag(p)!;
  const end = start +
    /^<\s*\/\s*(?:[\w$-]+(?:\s*[.:]\s*[\w$-]+)*)?\s*>?/.exec(p.source.slice(start, start + 200))![0].length;
  report(p, "unexpected", start, end, `The closing tag \`</${name}>\` closes nothing: its opening tag is missing`, {
    seen: end,
  });
  const text = new JSXText(start, end, textToKeep(p, start, end));
  p.end = end;
  if (end > p.reach) p.reach = end;
  nextJsxChild(p);
  return text;
}

/** Where the line ends in the current text behind which code most likely stands, as it begins no further in than the line of the tag; -1 if there is none. */
function cutText(p: ParseState, own: number, closer: Closer): number {
  for (const match of p.source.slice(p.start, p.end).matchAll(/(?:\r\n|\n|\r)([ \t]*)(?=[^ \t\n\r])/g)) {
    if (match[1]!.length > own) continue;
    const line = p.start + match.index;
    if (p.guided) {
      if (!goesOnBehind(p, line + match[0].length, own, closer)) return line;
      continue;
    }
    if (p.closesNothing?.(line + match[0].length) === true) throw new Unclosed();
    p.softSpots += 1;
    return -1;
  }
  return -1;
}

/** Whether the current child stands first on a line that begins no further in than that of the tag, so that the tag most likely lacks its closer. */
function endsTag(p: ParseState, own: number, closer: Closer): boolean {
  if (p.token !== Token.Less && p.token !== Token.BraceOpen) return false;
  const column = columnHere(p);
  if (column < 0 || column > own || closingTag(p) !== undefined) return false;
  if (!p.guided) p.softSpots += 1;
  return p.guided && !goesOnBehind(p, p.start, own, closer);
}

/** `closesBehind`, where it is indentation alone that would end the element. */
function goesOnBehind(p: ParseState, from: number, own: number, closer: Closer): boolean {
  if (!closesBehind(p, from, own, closer)) return false;
  p.softSpots += 1;
  noteEnd(p, "ahead", p.reach);
  return true;
}

/** Where the closing tag of an element was found; -1 as long as none was. */
interface Closer {
  at: number;
}

/**
 * Whether the innermost open element, whose line begins in column `own`, has its closing tag behind `from`, where a line begins: in its own column, with nothing
 * before it that ends what stands around it.
 */
function closesBehind(p: ParseState, from: number, own: number, closer: Closer): boolean {
  if (from < closer.at) return true;
  const tag = p.tags.at(-1)!;
  const { source } = p;
  const lines = /(?:\r\n|\n|\r)([ \t]*)(<\s*\/?\s*[\w$.:-]*)?(?=[^ \t\n\r])/g;
  lines.lastIndex = from;
  for (let match = lines.exec(source); match !== null; match = lines.exec(source)) {
    const column = match[1]!.length;
    if (column > own) continue;
    const at = match.index + match[0].length;
    if (at > p.reach) p.reach = at;
    const begun = match[2]?.replaceAll(/\s/g, "");
    if (column === own && begun === `</${tag}`) {
      closer.at = at;
      return true;
    }
    if (begun === undefined ? column < own && source[at] !== "{" : begun === `<${tag}` || begun.startsWith("</")) {
      return false;
    }
  }
  checkWindow(p);
  p.reach = p.length;
  return false;
}

function lacksCloser(
  p: ParseState,
  start: number,
  tag: string,
  children: JSXChild[],
): { children: JSXChild[]; closed: number } {
  // A closing tag that was written as another opening one has been told.
  const last = children.at(-1);
  const isOpenedAgain = last?.type === "JSXElement" &&
    last.closingElement === null &&
    !last.openingElement.selfClosing &&
    p.source.startsWith(`<${tag}`, last.offset);
  if (!isOpenedAgain) {
    reportForm(p, "missing-closer", start, start + 1 + tag.length, `The closing tag \`</${tag}>\` is missing`, {
      insert: { at: p.prevEnd, text: `</${tag}>` },
    });
  }
  return { children, closed: -1 };
}

function checkText(p: ParseState): void {
  const text = p.source.slice(p.start, p.end);
  const at = text.search(/[>}]/);
  if (at < 0) return;
  if (p.calm && !text.slice(0, at).includes("\n")) p.echoes += 1;
  else {
    report(
      p,
      "unexpected",
      p.start + at,
      p.start + at + 1,
      `\`${text[at]}\` in JSX text is written as \`{"${text[at]}"}\``,
    );
  }
}

/** `{ … }`; `move` goes on behind the `}`. */
function parseContainer(p: ParseState, move: Move): JSXExpressionContainer | JSXSpreadChild {
  const { start } = p;
  const opener = openerHere(p);
  next(p);
  if (p.token === Token.BraceClose) {
    const empty = new JSXEmptyExpression(start + 1, p.start);
    move(p);
    return new JSXExpressionContainer(start, p.prevEnd, empty);
  }
  const own = indentAt(p, start);
  if (endsByIndent(p, start, own)) {
    const empty = new JSXEmptyExpression(p.prevEnd, p.prevEnd);
    expectCloser(p, Token.BraceClose, opener, "the expression");
    goBack(p);
    move(p);
    return new JSXExpressionContainer(start, p.prevEnd, empty);
  }
  const spread = p.token === Token.Ellipsis;
  if (spread) next(p);
  const { fence } = p;
  p.fence = start;
  const expression = parseExpressionWithIn(p, parseExpression);
  p.fence = fence;
  if (at(p, Token.BraceClose)) move(p);
  else if (at(p, Token.End)) expectCloser(p, Token.BraceClose, opener, "the expression");
  else {
    expectCloser(p, Token.BraceClose, opener, "the expression");
    goBack(p);
    move(p);
  }
  return spread
    ? new JSXSpreadChild(start, p.prevEnd, expression)
    : new JSXExpressionContainer(start, p.prevEnd, expression);
}

function parseJsxIdentifier(p: ParseState): JSXIdentifier {
  if (!isWordLike(p.token)) {
    missing(p, `A name is missing before ${here(p)}`);
    return new JSXIdentifier(p.prevEnd, p.prevEnd, "");
  }
  rescanJsxName(p);
  const node = new JSXIdentifier(p.start, p.end, textToKeep(p, p.start, p.end));
  next(p);
  return node;
}

function parseName(p: ParseState): JSXName {
  const { start } = p;
  const first = parseJsxIdentifier(p);
  if (p.token === Token.Colon) {
    next(p);
    return new JSXNamespacedName(start, p.prevEnd, first, parseJsxIdentifier(p));
  }
  let name: JSXIdentifier | JSXMemberExpression = first;
  while (p.token === Token.Dot) {
    next(p);
    const property = parseJsxIdentifier(p);
    name = new JSXMemberExpression(start, p.prevEnd, name, property);
  }
  return name;
}

function parseAttribute(p: ParseState): JSXAttribute | JSXSpreadAttribute {
  const { start } = p;
  if (p.token === Token.BraceOpen) {
    const opener = openerHere(p);
    next(p);
    if (at(p, Token.Ellipsis)) next(p);
    else missing(p, "`...` is missing: only a spread object can stand alone in braces here");
    const argument = parseExpressionWithIn(p, parseAssignment);
    expectCloser(p, Token.BraceClose, opener, "the spread attribute");
    return new JSXSpreadAttribute(start, p.prevEnd, argument);
  }
  let name: JSXIdentifier | JSXNamespacedName = parseJsxIdentifier(p);
  if (p.token === Token.Colon) {
    next(p);
    const local = parseJsxIdentifier(p);
    name = new JSXNamespacedName(start, p.prevEnd, name, local);
  }
  let value: JSXAttributeValue | null = null;
  // `=>` is a `=` without a value before the tag's end.
  if (p.token === Token.Arrow) {
    p.start += 1;
    p.prevEnd = p.start;
    p.token = Token.Greater;
    value = missing(p, noAttributeValue);
  } else if (p.token === Token.Assign) {
    nextJsxValue(p);
    value = parseAttributeValue(p);
  }
  return new JSXAttribute(start, p.prevEnd, name, value);
}

const noAttributeValue = "The attribute's value is missing behind `=`: a text or an expression in braces";

/** Whether the element on the next line, where an attribute's value may stand, is most likely one of its own. */
function isNextElement(p: ParseState): boolean {
  if (!p.newline) return false;
  if (!p.guided) p.softSpots += 1;
  return p.guided;
}

function parseAttributeValue(p: ParseState): JSXAttributeValue {
  if (p.token === Token.String) {
    const node = new Literal(p.start, p.end, textToKeep(p, p.start, p.end));
    next(p);
    return node;
  }
  if (p.token === Token.BraceOpen) return parseContainer(p, next) as JSXExpressionContainer;
  if (p.token === Token.Less && !isNextElement(p)) return parseElement(p, next) as JSXElement;
  return missing(p, noAttributeValue) as Missing;
}
