/** Putting pieces of code together so that they mean what they meant. */
import type { JavaScriptNode } from "../languages/javascript/nodes/index.js";
import type { Node } from "../syntax/node.js";
import { nodeAt } from "../syntax/walk.js";
import type { Span } from "../text/edit.js";
import type { Text } from "../text/text.js";

/** How tightly operators bind, from the ECMAScript grammar; what is not here needs no parentheses anywhere. */
const binary: Readonly<Record<string, number>> = {
  "??": 3,
  "||": 3,
  "&&": 4,
  "|": 5,
  "^": 6,
  "&": 7,
  "==": 8,
  "!=": 8,
  "===": 8,
  "!==": 8,
  "<": 9,
  ">": 9,
  "<=": 9,
  ">=": 9,
  in: 9,
  instanceof: 9,
  "<<": 10,
  ">>": 10,
  ">>>": 10,
  "+": 11,
  "-": 11,
  "*": 12,
  "/": 12,
  "%": 12,
  "**": 13,
};
const others: Readonly<Record<string, number>> = {
  SequenceExpression: 0,
  AssignmentExpression: 1,
  ArrowFunctionExpression: 1,
  YieldExpression: 1,
  ConditionalExpression: 2,
  AsExpression: 9,
  SatisfiesExpression: 9,
  TypeAssertion: 14,
  UnaryExpression: 14,
  AwaitExpression: 14,
  UpdateExpression: 15,
  CallExpression: 17,
  ChainExpression: 17,
  MemberExpression: 17,
  NewExpression: 17,
  TaggedTemplateExpression: 17,
  ImportExpression: 17,
  NonNullExpression: 17,
};
const primary = 18;

export function tightness(node: Node): number {
  const one = node as JavaScriptNode;
  if (one.type === "BinaryExpression" || one.type === "LogicalExpression") return binary[one.operator] ?? 0;
  return others[node.type] ?? primary;
}

/** How tightly what stands in a node's place must bind, to need no parentheses of its own there. */
export function demand(node: Node): number {
  const parent = node.parent as JavaScriptNode | null;
  if (node.parenthesized || parent === null) return 0;
  switch (parent.type) {
    case "BinaryExpression":
    case "LogicalExpression": {
      // `??` beside `||` or `&&` needs parentheses in any case.
      if (parent.operator === "??") return 5;
      const own = binary[parent.operator] ?? 0;
      if (parent.operator === "**") return parent.left === node ? 15 : own;
      return parent.left === node ? own : own + 1;
    }
    case "UnaryExpression":
    case "AwaitExpression":
      return 14;
    case "UpdateExpression":
      return 15;
    case "ConditionalExpression":
      return parent.test === node ? 3 : 1;
    case "TypeAssertion":
      return 14;
    case "AsExpression":
    case "SatisfiesExpression":
      return 9;
    case "NonNullExpression":
      return 17;
    case "MemberExpression":
      return parent.object === node ? 17 : 0;
    case "CallExpression":
      return parent.callee === node ? 17 : 1;
    case "NewExpression":
      return parent.callee === node ? primary : 1;
    case "TaggedTemplateExpression":
    case "ClassDeclaration":
    case "ClassExpression":
    case "Decorator":
      return primary;
    case "ChainExpression":
      return 17;
    case "ExpressionStatement":
    case "ReturnStatement":
    case "ThrowStatement":
    case "IfStatement":
    case "WhileStatement":
    case "DoWhileStatement":
    case "SwitchStatement":
    case "SwitchCase":
    case "TemplateLiteral":
    case "SequenceExpression":
      return parent.type === "SequenceExpression" ? 1 : 0;
    case "VariableDeclarator":
    case "AssignmentExpression":
    case "AssignmentPattern":
    case "ArrayExpression":
    case "Property":
    case "SpreadElement":
    case "YieldExpression":
    case "ArrowFunctionExpression":
    case "PropertyDefinition":
    case "ExportDefaultDeclaration":
    case "ForStatement":
    case "ForInStatement":
    case "ForOfStatement":
    case "JSXExpressionContainer":
      return 1;
    default:
      return primary;
  }
}

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

/** The lists in which statements stand. */
const lists = new Set(["Program", "BlockStatement", "FunctionBody", "SwitchCase", "StaticBlock"]);

export function isListed(statement: Node): boolean {
  return statement.parent !== null && lists.has(statement.parent.type);
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
export function losesComment(whole: Span, kept: readonly Span[], text: Text): boolean {
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

/** Whether an expression at the beginning of a statement or a concise body would be read as something else. */
export function startsLikeBlock(code: string): boolean {
  return /^(?:\{|function\b|class\b|let\s*\[|async\s+function\b)/.test(code);
}

/** Whether code in a node's place begins a statement or a concise body, where a brace means a block. */
function leads(node: Node): boolean {
  for (let inner = node; inner.parent !== null && !inner.parenthesized; inner = inner.parent) {
    const { parent } = inner;
    if (/^(?:ExpressionStatement|ExportDefaultDeclaration)$/.test(parent.type)) return true;
    if (parent.type === "ArrowFunctionExpression") return (parent as { body?: Node }).body === inner;
    if (parent.start !== inner.start) return false;
  }
  return false;
}

/** Code that is put into a node's place, in parentheses if it would be read as something else there. */
export function placed(code: string, node: Node): string {
  return startsLikeBlock(code) && leads(node) ? `(${code})` : code;
}

/** Whether an `in` in a node would be read as that of a loop. */
export function isInLoopHead(node: Node): boolean {
  for (let inner = node; inner.parent !== null; inner = inner.parent) {
    const { parent } = inner;
    if (parent.type === "ForStatement") return (parent as { init?: unknown }).init === inner;
    if (/Statement$|Body$/.test(parent.type)) return false;
  }
  return false;
}

/** Whether an expression needs parentheses in the place of another, beside what operators around it demand. */
function isReadOtherwise(node: Node, code: string, use: Node, text: Text): boolean {
  const [one, parent] = [node as JavaScriptNode, use.parent as JavaScriptNode];
  if (/^\d/.test(code)) return parent.type === "MemberExpression" && parent.object === use && !parent.computed;
  if (/^[+-]/.test(code) && text.slice(use.start - 1, use.start) === code[0]) return true;
  if (one.type === "LogicalExpression" && parent.type === "LogicalExpression") {
    return (one.operator === "??") !== (parent.operator === "??");
  }
  return /\bin\b/.test(code) && isInLoopHead(use);
}

/** The code of an expression that is put into another's place. */
export function inPlaceOf(use: Node, node: Node, text: Text): string {
  const code = codeOf(spanOf(node), text);
  const isWrapped = tightness(node) < Math.max(1, demand(use)) || isReadOtherwise(node, code, use, text);
  return placed(isWrapped ? `(${code})` : code, use);
}
