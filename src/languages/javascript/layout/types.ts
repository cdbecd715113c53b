/** Types. */
import {
  bracketGroup,
  either,
  group,
  indent,
  inserted,
  nothing,
  sequence,
  softLine,
  spaceLine,
  type Doc,
} from "../../../layout/doc.js";
import type { Node } from "../../../syntax/node.js";
import type { IntersectionType, JavaScriptNode, TypeAliasDeclaration, UnionType } from "../nodes/index.js";
import type { Build, Builder, Part } from "./builder.js";
import { linesIn } from "./functions.js";
import { bracketsIn, listDoc } from "./lists.js";
import { behind, isFollowed } from "./operators.js";

const simple = /^(?:Keyword|Literal)Type$/;

/** The lines of a union, the first of which has a mark too where it is broken. */
function unionLines(node: UnionType, builder: Builder, parts: readonly Part[]): Doc {
  const types = parts[0]!.child === undefined ? parts.slice(1) : parts;
  const rest = builder.row(
    node,
    types.slice(1),
    ({ child }) => (child === undefined ? spaceLine : undefined),
    types[0],
  );
  return sequence(either(inserted("| "), nothing), builder.part(types[0]!), rest);
}

/** `one | other`: on one line, or each on a line behind its mark. */
export const union: Build = (node: UnionType, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const hasMark = parts[0]!.child === undefined;
  if (hasMark && parts[1]!.comments.length > 0) {
    return builder.row(node, parts, ({ text }, index) => (index > 0 && text === "|" ? spaceLine : undefined));
  }
  const own = hasMark ? parts.slice(1) : parts;
  const types = own.filter(({ child }) => child !== undefined);
  // Members of one object, which may be absent.
  if (
    types.filter(({ child }) => !simple.test(child!.type)).length === 1 &&
    types.some(({ child }) => child!.type === "ObjectType") &&
    types.every(({ comments }) => comments.length === 0)
  ) return builder.row(node, own);
  if (isFollowed(node)) return builder.row(node, own);
  return group(indent(softLine, unionLines(node, builder, own)));
};

export const intersection: Build = (node: IntersectionType, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const first = parts[0]!.child === undefined ? 1 : 0;
  const hasObject = node.types.some(({ type }) => /^(?:Object|Mapped)Type$/.test(type));
  if (first === 1 || hasObject || isFollowed(node)) return builder.row(node, parts);
  return group(
    indent(builder.row(node, parts, (part, index) => (index > 0 && part.child !== undefined ? spaceLine : undefined))),
  );
};

/** Members between braces, each with the mark behind it. */
export const objectType: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  if (parts.length < 2) return builder.row(node, parts);
  if (parts.length === 2) return linesIn(node, builder, parts);
  if (node.parent?.type === "InterfaceDeclaration") return linesIn(node, builder, parts);
  const opener = parts[0]!;
  const closer = parts.at(-1)!;
  const inner = parts.slice(1, -1);
  // Members that only line ends part cannot stand on one line.
  const isParted = inner
    .slice(0, -1)
    .every(({ child, last }) => child === undefined || /[;,]/.test(builder.text.slice(last.to - 1, last.to)));
  const isKept = !isParted || (builder.style.brokenLists === "keep" && builder.beginsLine(inner[0]!));
  const end = builder.lead(node, parts.at(-2)!, closer, spaceLine);
  const members = builder.row(
    node,
    inner,
    (part) => (
      part.child === undefined ? undefined : isKept && part !== inner[0] ? builder.lineBefore(part) : spaceLine
    ),
    opener,
  );
  return bracketGroup(
    sequence(
      builder.part(opener),
      indent(members, lastMark(builder, inner), end.comments),
      end.space,
      builder.part(closer),
    ),
    { isBroken: isKept },
  );
};

/** The mark behind the last member of a broken type whose others have one. */
function lastMark(builder: Builder, members: readonly Part[]): Doc {
  const markOf = ({ last }: Part): string => builder.text.slice(last.to - 1, last.to);
  const others = members.slice(0, -1);
  const mark = others.length > 0 ? markOf(others[0]!) : "";
  return /[;,]/.test(mark) && others.every((part) => markOf(part) === mark) && !/[;,]/.test(markOf(members.at(-1)!))
    ? either(inserted(mark), nothing)
    : nothing;
}

export const mapped: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const opener = parts[0]!;
  const closer = parts.at(-1)!;
  const inner = parts.slice(1, -1);
  const isKept = builder.style.brokenLists === "keep" && builder.beginsLine(inner[0]!);
  const end = builder.lead(node, parts.at(-2)!, closer, spaceLine);
  return bracketGroup(
    sequence(
      builder.part(opener),
      indent(builder.row(node, inner, (_, index) => (index === 0 ? spaceLine : undefined), opener), end.comments),
      end.space,
      builder.part(closer),
    ),
    { isBroken: isKept },
  );
};

/** Types or their parameters between `<` and `>`. */
export const typeList: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const types = parts.filter(({ child }) => child !== undefined);
  if (
    types.length === 1 &&
    /^(?:(?:Keyword|Object|Literal|Name|Mapped)Type|TypeParameter)$/.test(types[0]!.child!.type) &&
    parts.every(({ comments }) => comments.length === 0)
  ) return builder.row(node, parts, (_, index) => (index === 0 ? undefined : nothing));
  return listDoc(builder, node, parts);
};

export const tuple: Build = (node: Node, builder: Builder): Doc => listDoc(builder, node, builder.parts(node));

export const alias: Build = (node: TypeAliasDeclaration, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const at = parts.findIndex(({ text }) => text === "=");
  const value = parts[at + 1];
  if (at < 1 || value === undefined) return builder.row(node, parts);
  const type = (value.child as JavaScriptNode | undefined)?.type;
  if (type === "UnionType" && value.comments.length > 0 && value.around.length === 0) {
    const lead = builder.before(node, parts[at], value, spaceLine);
    return sequence(
      builder.row(node, parts.slice(0, at + 1)),
      group(indent(lead, unionLines(value.child as UnionType, builder, builder.parts(value.child!)))),
      builder.row(node, parts.slice(at + 2), undefined, value),
    );
  }
  const doc = type === "UnionType" || type === "ConditionalType" || type === "IntersectionType"
    ? builder.placed(node, parts[at]!, value)
    : behind(builder, node, parts[at]!, value);
  return sequence(
    builder.row(node, parts.slice(0, at + 1)),
    doc,
    builder.row(node, parts.slice(at + 2), undefined, value),
  );
};

export const enumeration: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const brackets = bracketsIn(parts, "{");
  if (brackets === undefined) return builder.row(node, parts);
  const [begin, end] = brackets;
  const lead = builder.before(node, parts[begin - 1], parts[begin]!);
  return sequence(
    builder.row(node, parts.slice(0, begin)),
    lead,
    listDoc(builder, node, parts.slice(begin, end + 1), { edge: spaceLine, hasFreeComma: true }),
  );
};
