/** Putting pieces of code together so that they mean what they meant. */
import type { Node } from "../../../syntax/node.js";
import { nodeAt } from "../../../syntax/walk.js";
import type { Span } from "../../../text/edit.js";
import type { SourceText, Text } from "../../../text/text.js";
import type { JavaScriptNode } from "../nodes/index.js";
import { demand, placed, tightness } from "../placing.js";
import { statementLists } from "../rules/statements.js";

/** The code of a node, without parentheses of its own. */
export function codeOf(node: Span, text: Text): string {
  return text.slice(node.from, node.to);
}

export const spanOf = (node: Node): Span => ({ from: node.start, to: node.end });

/** The code of an expression where something that binds as tightly as `least` is wanted. */
export function fitted(node: Node, least: number, text: Text): string {
  const code = codeOf(spanOf(node), text);
  return tightness(node) < least ? `(${code})` : code;
}

/** The code of the opposite of a condition. */
export function opposite(node: Node, text: Text): string {
  const one = node as JavaScriptNode;
  if (one.type === "UnaryExpression" && one.operator === "!") {
    return placed(fitted(one.argument, demand(node), text), node);
  }
  const turned = one.type === "BinaryExpression"
    ? { "===": "!==", "!==": "===", "==": "!=", "!=": "==" }[one.operator]
    : undefined;
  if (one.type === "BinaryExpression" && turned !== undefined) {
    const gap = text.slice(one.left.end, one.right.start);
    // In a comment there the operator may be written too.
    if (!/\/[/*]/.test(gap)) {
      return text.slice(one.start, one.left.end) +
        gap.replace(one.operator, turned) +
        text.slice(one.right.start, one.end);
    }
  }
  return `!${fitted(node, 14, text)}`;
}

/** The innermost node around a selection that is of a kind; looked for up to the statement it stands in. */
export function around<Type extends JavaScriptNode["type"]>(
  root: Node,
  { from, to }: Span,
  ...types: Type[]
): Extract<JavaScriptNode, { type: Type }> | undefined {
  for (let node: Node | null = nodeAt(root, from, to); node !== null; node = node.parent) {
    if ((types as string[]).includes(node.type)) return node as never;
    if (isListed(node) || /Body$|Definition$/.test(node.type)) return undefined;
  }
  return undefined;
}

/** Whether a statement stands in a list of such. */
export function isListed(statement: Node): boolean {
  return statement.parent !== null && statementLists.has(statement.parent.type);
}

/** The statement in a list that a node stands in. */
export function statementOf(node: Node): Node | undefined {
  let statement: Node | null = node;
  while (statement !== null && !isListed(statement)) statement = statement.parent;
  return statement ?? undefined;
}

/** What stands before the first word of the line on which a node begins. */
export function indentOf(node: Node, text: Text): string {
  return /^[ \t]*/.exec(text.lineAt(node.start).text)![0];
}

/** One step of indentation, as the beginning of the text has it: the least by which a line stands further in than the one before. */
export function stepOf(text: Text): string {
  let step = Infinity;
  let before = 0;
  for (const [, indent] of text.slice(0, 20_000).matchAll(/^([ \t]*)\S/gm)) {
    if (indent!.startsWith("\t")) return "\t";
    const more = indent!.length - before;
    if (more >= 2 && more < step) step = more;
    before = indent!.length;
  }
  return " ".repeat(step === Infinity ? 2 : step);
}

/** Whether a comment stands in a stretch outside of some pieces that are kept. */
export function losesComment(whole: Span, kept: readonly Span[], text: SourceText): boolean {
  let at = whole.from;
  for (const { from, to } of [...kept, { from: whole.to, to: whole.to }]) {
    if (/\/\/|\/\*/.test(text.slice(at, from))) return true;
    at = to;
  }
  return false;
}

/** Whether something of a kind runs along with a node: what stands in functions of their own does not, except where arrows pass it on. Of a class its heritage and the computed names of its members do. */
export function holds(node: Node, types: readonly string[], throughArrows = true): boolean {
  const open: Node[] = [node];
  const push = (child: Node): void => void open.push(child);
  for (let inner = open.pop(); inner !== undefined; inner = open.pop()) {
    const name = inner.type === "Identifier" ? (inner as { name?: string }).name ?? "" : "";
    if (types.includes(inner.type) || types.includes(name)) return true;
    if (inner !== node && (/^Function(?:Expression|Declaration)$|^StaticBlock$/.test(inner.type))) continue;
    if (inner !== node && !throughArrows && inner.type === "ArrowFunctionExpression") continue;
    if (/^(?:Property|Method)Definition$/.test(inner.type)) {
      const member = inner as Node & { computed?: boolean; key?: Node; decorators?: readonly Node[] };
      if (member.computed === true) push(member.key!);
      member.decorators?.forEach(push);
    } else inner.each(push);
  }
  return false;
}

/** Words that mean something else in a function that is not an arrow. */
export const ofFunction = ["ThisExpression", "Super", "MetaProperty", "arguments", "eval"];

/** A word in a node that means something else in a function of another kind; `eval` may run code with any of them. */
export function wordOfFunction(node: Node): "arguments" | "eval" | "this" | undefined {
  if (!holds(node, ofFunction)) return undefined;
  return holds(node, ["arguments"]) ? "arguments" : holds(node, ["eval"]) ? "eval" : "this";
}

/** The function, part of a class or file whose `this` and `arguments` a node sees. */
export function functionAround(node: Node): Node {
  let up = node;
  while (
    up.parent !== null &&
    !/^(?:Function(?:Expression|Declaration)|StaticBlock)$/.test(up.parent.type) &&
    !(up.parent.type === "PropertyDefinition" && (up.parent as { value?: unknown }).value === up)
  ) up = up.parent;
  return up.parent ?? up;
}
