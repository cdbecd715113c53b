/** Functions, their parameters and bodies, and classes with their members. */
import {
  bracketGroup,
  group,
  hardLine,
  indent,
  inserted,
  late,
  nothing,
  sequence,
  spaceLine,
  unit,
  type Doc,
} from "../../../layout/doc.js";
import type { Node } from "../../../syntax/node.js";
import type { JavaScriptNode } from "../nodes/index.js";
import type { Build, Builder, Part } from "./builder.js";
import { bracketsIn, listDoc } from "./lists.js";
import { assigned, behind } from "./operators.js";

/** Parts with the parameters among them, which stand in the first brackets. */
function withParameters(node: Node, builder: Builder, parts: readonly Part[], open = "("): Doc {
  const brackets = bracketsIn(parts, open);
  if (brackets === undefined) return builder.row(node, parts);
  const [begin, end] = brackets;
  const before = parts[begin - 1];
  const lead = builder.before(node, before, parts[begin]!);
  return sequence(
    builder.row(node, parts.slice(0, begin)),
    lead,
    listDoc(builder, node, parts.slice(begin, end + 1), {
      hasFreeComma: open === "(" && /^(?:Function|ArrowFunction)/.test(node.type) && !/Type$/.test(node.type),
    }),
    ...behindParameters(node, builder, parts.slice(end + 1), parts[end]!),
  );
}

/** What a function gives, whose own lists are broken only after its parameters; and its body. */
function behindParameters(node: Node, builder: Builder, parts: readonly Part[], before: Part): Doc[] {
  const at = parts.findIndex(({ text, child }) => text === "=>" || (child !== undefined && /Body$/.test(child.type)));
  const type = at < 0 ? parts : parts.slice(0, at);
  const rest = at < 0 ? [] : parts.slice(at);
  return [late(builder.row(node, type, undefined, before)), builder.row(node, rest, undefined, type.at(-1) ?? before)];
}

export const withBrackets = (node: Node, builder: Builder): Doc => withParameters(node, builder, builder.parts(node));

export const arrow: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const mark = parts.findIndex(({ text }) => text === "=>");
  if (mark < 0 || mark !== parts.length - 2) return builder.source(node.start, node.end);
  const body = parts[mark + 1]!;
  return sequence(
    withParameters(node, builder, parts.slice(0, mark + 1)),
    behind(builder, node, parts[mark]!, body, true),
  );
};

/** Statements or members between braces, each on lines of its own. */
export function linesIn(node: Node, builder: Builder, parts: readonly Part[]): Doc {
  const opener = parts[0]!;
  const closer = parts.at(-1)!;
  const inner = parts.slice(1, -1);
  const open = builder.part(opener);
  const close = builder.part(closer);
  const end = builder.lead(
    node,
    parts.at(-2)!,
    closer,
    inner.length === 0 && closer.comments.length === 0 ? nothing : builder.lineBefore(closer, true),
  );
  if (inner.length === 0 && closer.comments.length === 0) return sequence(open, close);
  return bracketGroup(
    sequence(open, indent(lines(node, builder, inner, opener), end.comments), atEdge(end.space), close),
    { isBroken: true },
  );
}

/** The line end before a closing brace, without blank lines. */
const atEdge = (space: Doc): Doc => (space.kind === "line" ? hardLine() : space);

/** Things that each begin a line. */
export function lines(node: Node, builder: Builder, inner: readonly Part[], opener: Part | undefined): Doc {
  return sequence(
    ...inner.map((part, index): Doc => {
      const before = inner[index - 1] ?? opener;
      // A lone `;` stays where it is.
      const isMark = part.child === undefined || part.child.type === "EmptyStatement";
      if (isMark && before !== undefined && !builder.beginsLine(part)) {
        return builder.placed(node, before, part, nothing);
      }
      const lead = builder.before(
        node,
        before,
        part,
        before === undefined ? nothing : builder.lineBefore(part, before === opener),
        true,
      );
      return sequence(
        lead,
        part.child === undefined || part.around.length > 0 ? builder.part(part) : unit(part.child),
      );
    }),
  );
}

export const block: Build = (node: Node, builder: Builder): Doc => linesIn(node, builder, builder.parts(node));

/** What stands before a brace, and the lines between the braces. */
export const braced: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const brackets = bracketsIn(parts, "{");
  if (brackets === undefined || brackets[1] !== parts.length - 1) return builder.row(node, parts);
  const before = parts[brackets[0] - 1];
  const lead = builder.before(node, before, parts[brackets[0]]!);
  return sequence(
    builder.row(node, parts.slice(0, brackets[0])),
    lead,
    linesIn(node, builder, parts.slice(brackets[0])),
  );
};

/** A class or interface: the head, broken before `extends` and `implements`, and the body. */
export const headed: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const body = parts.findIndex(({ child }) => child !== undefined && /^(?:ClassBody|ObjectType)$/.test(child.type));
  if (body < 0) return builder.row(node, parts);
  const decorators = parts.findIndex(({ child }) => child?.type !== "Decorator");
  const begin = parts.findIndex(
    ({ text }, index) => index > decorators && (text === "extends" || text === "implements"),
  );
  const head = parts.slice(decorators, begin < 0 || begin > body ? body : begin);
  const heritage = begin < 0 || begin > body ? [] : parts.slice(begin, body);
  const marks = heritage.length === 0
    ? nothing
    : indent(
      builder.row(
        node,
        heritage,
        ({ text }) => (text === "extends" || text === "implements" ? spaceLine : undefined),
        head.at(-1),
      ),
    );
  return sequence(
    decorated(node, builder, parts.slice(0, decorators)),
    builder.row(
      node,
      head,
      (part, index) => (index === 0 && decorators > 0 ? afterDecorator(builder, part) : undefined),
      parts[decorators - 1],
    ),
    group(marks),
    builder.placed(node, parts[body - 1], parts[body]!),
  );
};

/** A line end behind a decorator stays. */
const afterDecorator = (builder: Builder, part: Part): Doc => (builder.beginsLine(part) ? hardLine() : inserted(" "));

const decorated = (node: Node, builder: Builder, parts: readonly Part[]): Doc =>
  builder.row(node, parts, (part, index) => (index === 0 ? nothing : afterDecorator(builder, part)));

/** A member or parameter that decorators may stand before; the rest is laid out by `build`. */
export const decoratedThen = (build: (node: Node, builder: Builder, parts: readonly Part[]) => Doc): Build => (
  node: Node,
  builder: Builder,
): Doc => {
  const parts = builder.parts(node);
  const first = parts.findIndex(({ child }) => child?.type !== "Decorator");
  if (first <= 0) return build(node, builder, parts);
  const { comments, space } = builder.lead(
    node,
    parts[first - 1],
    parts[first]!,
    afterDecorator(builder, parts[first]!),
    true,
  );
  return sequence(
    decorated(node, builder, parts.slice(0, first)),
    comments,
    space,
    build(node, builder, parts.slice(first)),
  );
};

export const row = (node: Node, builder: Builder, parts: readonly Part[]): Doc => builder.row(node, parts);

/** A field of a class. */
export const field = (node: Node, builder: Builder, parts: readonly Part[]): Doc => {
  const at = parts.findLastIndex(({ text, child }) => child === undefined && text === "=");
  const value = parts[at + 1];
  if (at < 1 || value === undefined) return builder.row(node, parts);
  return sequence(
    builder.row(node, parts.slice(0, at + 1)),
    behind(builder, node, parts[at]!, value),
    builder.row(node, parts.slice(at + 2), undefined, value),
  );
};

export const property: Build = (node: Node, builder: Builder): Doc => {
  const one = node as JavaScriptNode;
  return one.type === "Property" && one.kind === "init" && !one.method
    ? assigned(/^[:=]$/)(node as never, builder)
    : builder.row(node, builder.parts(node));
};
