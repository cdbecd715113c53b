/** Imports and exports. */
import { nothing, sequence, softLine, spaceLine, type Doc } from "../../../layout/doc.js";
import type { Node } from "../../../syntax/node.js";
import type { Build, Builder } from "./builder.js";
import { bracketsIn, listDoc } from "./lists.js";
import { behind } from "./operators.js";

/** A list of names between braces, if there is one, with what stands around it. */
export const named: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const brackets = bracketsIn(parts, "{");
  const attributes = parts.findIndex(({ text }) => text === "with" || text === "assert");
  if (brackets === undefined || (attributes >= 0 && attributes < brackets[0])) return builder.row(node, parts);
  const [begin, end] = brackets;
  const { comments, space } = builder.lead(node, parts[begin - 1], parts[begin]!);
  const edge = builder.style.braces === "spaced" ? spaceLine : softLine;
  return sequence(
    builder.row(node, parts.slice(0, begin)),
    comments,
    space,
    listDoc(builder, node, parts.slice(begin, end + 1), { edge, hasFreeComma: true }),
    builder.row(node, parts.slice(end + 1), undefined, parts[end]),
  );
};

/** `export default` of an expression. */
export const standard: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const at = parts.findIndex(({ text }) => text === "default");
  const value = parts[at + 1];
  if (value?.child === undefined || /Declaration$/.test(value.child.type)) return builder.row(node, parts);
  return sequence(
    builder.row(node, parts.slice(0, at + 1)),
    behind(builder, node, parts[at]!, value),
    parts.length > at + 2 ? builder.row(node, parts.slice(at + 2), undefined, value) : nothing,
  );
};
