/** Calls of members one behind another. */
import {
  broken as withBrackets,
  choice,
  group,
  indent,
  sequence,
  softLine,
  type Doc,
} from "../../../layout/doc.js";
import type { Node } from "../../../syntax/node.js";
import type { JavaScriptNode } from "../nodes/index.js";
import type { Build, Builder, Part } from "./builder.js";
import { bracketsIn, hasBrackets, listDoc } from "./lists.js";

/** What follows an object: members and calls, up to the next member that is called. */
interface Link {
  readonly docs: Doc[];
  isCalled: boolean;
  /** Whether an argument is a function or has brackets itself, and begins on the line of the call. */
  isHolding: boolean;
}

/** A call that is no part of a chain. */
export const called: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const callee = parts.findIndex(({ child }) => child !== undefined);
  const brackets = bracketsIn(parts, "(", callee + 1);
  if (brackets === undefined) return builder.row(node, parts);
  const [begin, end] = brackets;
  return sequence(
    builder.row(node, parts.slice(0, begin)),
    builder.before(node, parts[begin - 1], parts[begin]!),
    listDoc(builder, node, parts.slice(begin, end + 1), {
      isCall: true,
      hasFreeComma: node.type !== "ImportExpression",
    }),
  );
};

const links = /^(?:Call|Member)Expression$|^NonNullExpression$/;

/** A call or member, which may be the end of a chain. */
export const chained: Build = (node: Node, builder: Builder): Doc => {
  const found: Link[] = [];
  let one = node as JavaScriptNode;
  let link: Link = { docs: [], isCalled: false, isHolding: false };
  for (;;) {
    const parts = builder.parts(one);
    const [inner] = parts as [Part];
    if (inner.child === undefined || !links.test(one.type)) break;
    const rest = parts.slice(1);
    if (one.type === "CallExpression") {
      const brackets = bracketsIn(rest, "(");
      if (brackets === undefined) break;
      const [begin, end] = brackets;
      const open = begin === 0 ? inner : rest[begin - 1]!;
      const lead = builder.before(one, open, rest[begin]!);
      const list = listDoc(builder, one, rest.slice(begin, end + 1), { isCall: true, hasFreeComma: true });
      link.docs.unshift(builder.row(one, rest.slice(0, begin), undefined, inner), lead, list);
      link.isCalled = true;
      link.isHolding = list.kind !== "group" &&
        one.arguments.some((argument) => argument.type !== "CallExpression" && hasBrackets(argument));
    } else if (one.type === "MemberExpression" && !one.computed && link.isCalled) {
      // Comments before the dot stand before the line that it begins.
      const { comments, space } = builder.lead(one, inner, rest[0]!, softLine);
      link.docs.unshift(comments, space, builder.part(rest[0]!), builder.row(one, rest.slice(1), undefined, rest[0]));
      found.unshift(link);
      link = { docs: [], isCalled: false, isHolding: false };
    } else link.docs.unshift(builder.row(one, rest, undefined, inner));
    if (inner.around.length > 0 || !links.test(inner.child.type)) {
      one = inner.child as JavaScriptNode;
      return laidOut(builder, one, inner, found, link);
    }
    one = inner.child as JavaScriptNode;
  }
  return laidOut(builder, one, undefined, found, link);
};

function laidOut(
  builder: Builder,
  first: JavaScriptNode,
  part: Part | undefined,
  found: readonly Link[],
  { docs }: Link,
): Doc {
  const head = sequence(part === undefined ? builder.row(first, builder.parts(first)) : builder.part(part), ...docs);
  const whole = sequence(head, ...found.flatMap(({ docs: own }) => unbroken(own)));
  if (found.length === 0) return whole;
  // One call of a member is no chain; what is in its arguments may be broken, or its line is too long in any case.
  if (found.length === 1 && !found[0]!.docs[0]!.breaks) return whole;
  const isShort = docs.length === 0 &&
    (first.type === "ThisExpression" || (first.type === "Identifier" && first.length <= builder.style.step.length + 1));
  const lines = (isShort ? found.slice(1) : found).flatMap(({ docs: own }) => own);
  const lined = sequence(head, ...(isShort ? unbroken(found[0]!.docs) : []), indent(...lines));
  if (found.some(({ docs: own }) => own[0]!.breaks)) return group(lined);
  return choice(whole, ...(found.length === 2 && !head.spread ? heldWays(head, found, whole) : []), chain(lined));
}

/** Two links on the line of what they begin with, of which one goes over lines in brackets of its own. */
function heldWays(head: Doc, found: readonly Link[], whole: Doc): Doc[] {
  const docs = found.map(({ docs: own }) => sequence(...unbroken(own)));
  if (whole.spread) return found.every(({ isHolding }, index) => isHolding || !docs[index]!.spread) ? [whole] : [];
  return [1, 0].flatMap((index) => {
    const forced = found[index]!.isHolding ? withBrackets(docs[index]!) : undefined;
    return forced === undefined ? [] : [sequence(head, ...docs.with(index, forced))];
  });
}

/** The links without the line end before each. */
const unbroken = (docs: readonly Doc[]): readonly Doc[] => docs.filter((doc) => doc !== softLine);

const chain = (doc: Doc): Doc => {
  const one = group(doc);
  return { ...one, isBroken: true };
};
