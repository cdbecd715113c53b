/** Taking statements and members out of lists, and out of what stands around them, so that what is left means what it did. */
import { charAt, lineBreakOf, removeLines } from "../../../rules/lines.js";
import type { Certainty } from "../../../rules/rule.js";
import type { Node } from "../../../syntax/node.js";
import { childrenOf, walk } from "../../../syntax/walk.js";
import type { Edit, Span } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import type { Statement } from "../nodes/index.js";

/** The nodes in which statements stand in a list. */
export const statementLists: ReadonlySet<string> = new Set([
  "Program",
  "BlockStatement",
  "FunctionBody",
  "SwitchCase",
  "StaticBlock",
]);

/** What ends with its own last character, whatever comes behind it. */
const selfEnding = /^(?:Block|Try|Switch|DoWhile|Empty)Statement$|^(?:Function|Class|Interface|Enum|Namespace)Declaration$|^(?:MethodDefinition|StaticBlock)$/;

/** Whether only the line end behind a statement or member ends it, so that it goes on where the next line lets it. */
export function isOpenEnded(node: Node, text: SourceText): boolean {
  const one = node as { alternate?: Node | null; consequent?: Node; body?: unknown; declaration?: Node | null };
  if (selfEnding.test(node.type) || charAt(text, node.end - 1) === ";") return false;
  if (node.type === "IfStatement") return isOpenEnded(one.alternate ?? one.consequent!, text);
  if (/^(?:For\w*|While|With|Labeled)Statement$/.test(node.type)) return isOpenEnded(one.body as Node, text);
  if (/^Export\w+Declaration$/.test(node.type) && one.declaration != null) return isOpenEnded(one.declaration, text);
  return true;
}

/** Where the first token at or behind an offset begins. */
export function nextToken(text: SourceText, offset: number): number {
  let at = offset;
  for (;;) {
    const gap = /^(?:\s|\/\/[^\n\r]*|\/\*[^]*?\*\/)+/.exec(text.slice(at, at + 2000))?.[0].length ?? 0;
    if (gap === 0) return at;
    at += gap;
  }
}

/** Whether code is read on from a line before it that nothing ends. */
const readsOn = /^(?:[([`*/%,.<>=&|^?]|\+(?!\+)|-(?!-)|in(?:stanceof)?(?![\w$]))/;

/** A `;` behind a statement or member, where code that comes behind it, given as itself or by its offset, would be read as a part of it otherwise. */
export function fence(before: Node | undefined, next: number | string, text: SourceText): "" | ";" {
  if (before === undefined || !isOpenEnded(before, text)) return "";
  const isWord = /^(?:get|set|static|async|accessor|declare|readonly)$/.test(text.slice(before.start, before.end));
  const code = typeof next === "string" ? next : text.slice(next, next + 12);
  return readsOn.test(code) || (before.type === "PropertyDefinition" && isWord) ? ";" : "";
}

/** The nodes right before and right behind some in their list. */
function neighbours(first: Node, last = first): [before: Node | undefined, behind: Node | undefined] {
  const list = childrenOf(first.parent!).filter(({ type }) => type !== "Skipped");
  const before = list[list.indexOf(first) - 1];
  // The test of a case is no statement.
  const isTest = first.parent!.type === "SwitchCase" && before === (first.parent as { test?: unknown }).test;
  return [isTest ? undefined : before, list[list.indexOf(last) + 1]];
}

/** Whether a statement would set how its function or file is read, if it came right behind another one or stood first. */
function becomesDirective(
  statement: Node | undefined,
  before: Node | undefined,
  list: Node,
  text: SourceText,
): boolean {
  if (statement?.type !== "ExpressionStatement" || !/^(?:Program|FunctionBody)$/.test(list.type)) return false;
  return (before === undefined || (before as { directive?: unknown }).directive != null) &&
    (statement as { directive?: unknown }).directive == null &&
    /^(?:"[^"\\]*"|'[^'\\]*')\s*;?$/.test(text.slice(statement.start, statement.end));
}

/** How something is taken out; `certain` where nothing around it means something else then. */
interface Removal {
  readonly certainty: Certainty;
  readonly edits: Edit[];
}

/** Takes a statement or member, or several of them that follow each other, out of a list. */
export function takeOut(first: Node, text: SourceText, last = first): Removal {
  const [before, behind] = neighbours(first, last);
  const removal = removeLines(text, first.start, last.end);
  const mark = fence(before, nextToken(text, last.end), text);
  return {
    certainty: becomesDirective(behind, before, first.parent!, text) ? "proposed" : "certain",
    edits: [...(mark === "" ? [] : [{ from: before!.end, to: before!.end, insert: mark }]), removal],
  };
}

/** What keeps the line before apart from code that is put to the beginning of a statement in the place of `node`; nothing where it stands elsewhere, or nothing is needed. */
export function fenceBefore(node: Node, code: string, text: SourceText): Edit[] {
  let statement = node;
  while (
    statement.parent !== null && statement.parent.start === node.start && !statementLists.has(statement.parent.type)
  ) {
    statement = statement.parent;
  }
  if (statement.parent === null || !statementLists.has(statement.parent.type)) return [];
  const before = neighbours(statement)[0];
  const mark = fence(before, code, text);
  return mark === "" ? [] : [{ from: before!.end, to: before!.end, insert: mark }];
}

/** Whether a statement declares something that would be seen further if it stood outside of its block. */
export function declaresInBlock({ type, ...rest }: Node | Statement): boolean {
  return type === "VariableDeclaration"
    ? (rest as { kind?: string }).kind !== "var"
    : /^(?:Function|Class|Interface|TypeAlias|Enum|Namespace)\w*$/.test(type);
}

/** Takes away what stands before a statement inside of another, as a label; comments stay. */
export function takeHeadOff(whole: Node, headEnd: number, body: Node, text: SourceText): Removal {
  const isLine = statementLists.has(whole.parent!.type);
  const before = isLine ? neighbours(whole)[0] : undefined;
  let to = headEnd;
  while (/\s/.test(charAt(text, to))) to += 1;
  const mark = fence(before, body.start, text);
  return {
    certainty: isLine && becomesDirective(body, before, whole.parent!, text) ? "proposed" : "certain",
    edits: [
      ...(mark === "" ? [] : [{ from: before!.end, to: before!.end, insert: mark }]),
      { from: whole.start, to, insert: "" },
    ],
  };
}

/** Texts that go over several lines, in which no blank space may change. */
export function textsOverLines(node: Node, text: SourceText): Span[] {
  const found: Span[] = [];
  walk(node, ({ type, start, end }) => {
    if (/^(?:TemplateElement|Literal|JSXText)$/.test(type) && /[\n\r]/.test(text.slice(start, end))) {
      found.push({ from: start, to: end });
    }
  });
  return found;
}

/** Where the statements of a block go. */
export interface NewPlace {
  /** The statement that they take the place of, or behind which they come. */
  readonly whole: Node;
  /** Where what they leave behind begins, and ends. */
  readonly outer: Span;
  /** The statement that they come behind. */
  readonly before: Node | undefined;
  /** What is put before them. */
  readonly lead: string;
}

/**
 * Takes the statements of a block, with its comments, out of it. Nothing where the block is empty or declares names that would be seen outside. What stands between the block and the
 * ends of `outer` goes; the caller sees to comments there.
 */
export function unwrapped(
  block: Node & { readonly body: readonly Node[] },
  { whole, outer, before, lead }: NewPlace,
  text: SourceText,
): Removal | undefined {
  const [first, last] = [block.body[0], block.body.at(-1)];
  if (first === undefined || last === undefined || block.body.some(declaresInBlock)) return undefined;
  const inner = text.slice(block.start + 1, block.end - 1);
  const from = block.start + 1 + inner.search(/\S/);
  const to = block.start + 1 + inner.trimEnd().length;
  const lineFrom = text.slice(Math.max(0, whole.start - 500), whole.start);
  const indent = /(?:^|[\n\r])([ \t]*)[^\n\r]*$/.exec(lineFrom)?.[1] ?? "";
  const own = /(?:^|[\n\r])([ \t]*)$/.exec(text.slice(block.start + 1, from))?.[1] ?? "";
  const extra = own.startsWith(indent) ? own.length - indent.length : 0;
  const texts = textsOverLines(block, text);
  const edits: Edit[] = [{ from: outer.from, to: from, insert: fence(before, nextToken(text, from), text) + lead }];
  for (const { index } of text.slice(from, to).matchAll(/(?<=[\n\r])[ \t]+/g)) {
    const at = from + index;
    const isOwn = text.slice(at, at + own.length) === own;
    if (extra > 0 && isOwn && !texts.some((span) => span.from < at && at <= span.to)) {
      edits.push({ from: at + indent.length, to: at + own.length, insert: "" });
    }
  }
  const next = nextToken(text, outer.to);
  const mark = fence(last, next, text);
  if (mark !== "" && last.end < to) edits.push({ from: last.end, to: last.end, insert: mark });
  const rest = /^[ \t]*/.exec(text.slice(outer.to, outer.to + 500))![0].length;
  const hasMore = /^[^\n\r]/.test(text.slice(outer.to + rest, outer.to + rest + 1));
  const tail = hasMore ? lineBreakOf(text) + indent : "";
  edits.push({ from: to, to: hasMore ? outer.to + rest : outer.to, insert: (last.end === to ? mark : "") + tail });
  return {
    certainty: becomesDirective(first, before, whole.parent!, text) ? "proposed" : "certain",
    edits,
  };
}

/** The statement before one in its list. */
export function statementBefore(statement: Node): Node | undefined {
  return neighbours(statement)[0];
}
