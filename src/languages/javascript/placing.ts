/** Putting expressions into the place of others, so that they are read as they were. */
import type { Node } from "../../syntax/node.js";
import type { Span } from "../../text/edit.js";
import type { SourceText } from "../../text/text.js";
import type { JavaScriptNode } from "./nodes/index.js";

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
function isReadOtherwise(node: Node, code: string, use: Node, text: SourceText): boolean {
  const [one, parent] = [node as JavaScriptNode, use.parent as JavaScriptNode];
  if (/^\d/.test(code)) return parent.type === "MemberExpression" && parent.object === use && !parent.computed;
  if (/^[+-]/.test(code) && text.slice(use.start - 1, use.start) === code[0]) return true;
  if (one.type === "LogicalExpression" && parent.type === "LogicalExpression") {
    return (one.operator === "??") !== (parent.operator === "??");
  }
  return /\bin\b/.test(code) && isInLoopHead(use);
}

/** Code of an expression of the kind of `node` where `use` stands in `around`: in parentheses if it would be read otherwise there. */
export function inPlace(code: string, node: Node, use: Node, around: SourceText): string {
  const isWrapped = tightness(node) < Math.max(1, demand(use)) || isReadOtherwise(node, code, use, around);
  return placed(isWrapped ? `(${code})` : code, use);
}

/** The code of an expression that is put into another's place in the same text. */
export function inPlaceOf(use: Node, node: Node, text: SourceText): string {
  return inPlace(text.slice(node.start, node.end), node, use, text);
}

/** A node along with the parentheses around it, which belong to it and not to its parent. */
export function withParentheses(node: Node, text: SourceText): Span {
  let [from, to] = [node.start, node.end];
  if (!node.parenthesized) return { from, to };
  for (;;) {
    const before = /\(\s*$/.exec(text.slice(Math.max(0, from - 200), from));
    const behind = /^\s*\)/.exec(text.slice(to, to + 200));
    if (
      before === null ||
      behind === null ||
      from - before[0].length < node.parent!.start ||
      to + behind[0].length > node.parent!.end
    ) return { from, to };
    from -= before[0].length;
    to += behind[0].length;
  }
}

/** Code that binds as tightly as `tight` says, in the place of `use`: in parentheses if it would be read otherwise there. */
export function inPlaceAs(code: string, tight: number, use: Node): string {
  return placed(tight < Math.max(1, demand(use)) ? `(${code})` : code, use);
}
