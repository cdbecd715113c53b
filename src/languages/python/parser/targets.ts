/** What a value can be given to. Python Language Reference 7.2. */
import type { Node } from "../../../syntax/node.js";
import type { Compare, Constant, List, Name, PythonNode, Starred, Tuple } from "../nodes.js";
import { report, reportForm } from "./report.js";
import type { ParseState } from "./state.js";

/** How what stands at a node is called. */
function calledBy(node: Node): string {
  const one = node as PythonNode;
  switch (one.type) {
    case "Call":
      return "A call";
    case "Constant":
      return one.kind === "number"
        ? "A number"
        : one.kind === "text" || one.kind === "bytes" ? "A text" : "A fixed word";
    case "Concatenation":
    case "JoinedStr":
      return "A text";
    case "Compare":
      return "A comparison";
    case "BinOp":
    case "UnaryOp":
    case "BoolOp":
      return "An operation";
    case "Lambda":
      return "A function";
    case "IfExp":
      return "A choice of values";
    case "Await":
      return "What is waited for";
    case "Dict":
    case "Set":
      return "A literal";
    default:
      return "What stands here";
  }
}

/** Checks that a value can be given to what has been read. `isListed` within a tuple or list. */
export function setTarget(p: ParseState, node: Node, isListed = false, verb = "be given a value"): void {
  const one = node as PythonNode;
  switch (one.type) {
    case "Name":
      if (one.id === "__debug__") {
        report(p, "bad-target", one.offset, one.offset + one.length, `\`__debug__\` cannot ${verb}`);
      }
      return;
    case "Attribute":
    case "Subscript":
    case "Missing":
      return;
    case "Starred":
      if (!isListed) {
        report(
          p,
          "bad-target",
          node.offset,
          node.offset + node.length,
          "`*` takes what is left, so that other names stand beside it: `*rest,` takes all",
        );
      } else setTarget(p, absoluteChild(node, (one as Starred).value), false, verb);
      return;
    case "List":
    case "Tuple": {
      const { elts } = one as List | Tuple;
      const stars = elts.filter(({ type }) => type === "Starred");
      if (stars.length > 1) {
        const at = node.offset + stars[1]!.offset;
        report(p, "bad-target", at, at + stars[1]!.length, "Only one name takes what is left");
      }
      for (const element of elts) setTarget(p, absoluteChild(node, element), true, verb);
      return;
    }
    default:
      report(p, "bad-target", node.offset, node.offset + node.length, `${calledBy(node)} cannot ${verb}`);
  }
}

/** A view of a child with its absolute start, for messages alone. */
function absoluteChild(parent: Node, child: Node): Node {
  return Object.create(child, { offset: { value: parent.offset + child.offset }, type: { value: child.type } }) as Node;
}

/** Checks the target of `:=`. */
export function walrusTarget(p: ParseState, node: Node): void {
  if (node.type === "Name" || node.type === "Missing") return;
  reportForm(
    p,
    "bad-target",
    node.offset,
    node.offset + node.length,
    `\`:=\` gives a value to a plain name; ${calledBy(node).toLowerCase()} is none`,
  );
}

/** Checks the target of `+=` and the like, and of an annotation. */
export function singleTarget(p: ParseState, node: Node, sign: string): void {
  const { type } = node as Name | Compare | Constant;
  if (
    (type as string) === "Attribute" ||
    (type as string) === "Subscript" ||
    type === "Name" ||
    (type as string) === "Missing"
  ) return;
  const what = (type as string) === "Tuple" || (type as string) === "List" ? "Several names" : calledBy(node);
  reportForm(
    p,
    "bad-target",
    node.offset,
    node.offset + node.length,
    `${what} cannot stand before \`${sign}\`: one name or member can`,
  );
}
