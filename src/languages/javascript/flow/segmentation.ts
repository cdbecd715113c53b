/** How long functions, and other code that runs by itself, are looked at in segments. */
import { FlowBuilder } from "../../../model/flow-builder.js";
import { SegmentCuts } from "../../../model/segment-cuts.js";
import type { Segmentation } from "../../../model/segments.js";
import type { Node } from "../../../syntax/node.js";
import type { FunctionBody, JavaScriptNode, Statement } from "../nodes/index.js";
import { expression } from "./expressions.js";
import { code } from "./index.js";
import { isFlowRoot, isTracked } from "./roots.js";
import { body, statement } from "./statements.js";

/** Code longer than this is looked at in segments, */
const long = 4000;
/** and what is not longer than this is one. */
const short = 800;

/**
 * Whether the code of `root` is looked at in segments, if it is longer than `least`. That of constructors is not: whether `super` was called is
 * asked of all of it.
 */
export function isSegmented(root: Node, least: number = long): boolean {
  return root.length > least && (root.parent as { kind?: string } | null)?.kind !== "constructor";
}

/** Kinds whose parts control passes through one after the other. */
const straight: ReadonlySet<string> = new Set<JavaScriptNode["type"]>([
  "FunctionBody",
  "BlockStatement",
  "ExpressionStatement",
  "VariableDeclaration",
  "ReturnStatement",
  "ThrowStatement",
  "ExportNamedDeclaration",
  "ExportDefaultDeclaration",
  "ArrayExpression",
  "ObjectExpression",
  "Property",
  "SpreadElement",
  "NewExpression",
  "AwaitExpression",
  "SequenceExpression",
  "BinaryExpression",
  "UnaryExpression",
  "TemplateLiteral",
  "JSXElement",
  "JSXFragment",
  "JSXOpeningElement",
  "JSXAttribute",
  "JSXExpressionContainer",
]);

/** Of those, the ones that do nothing between the children of their list. */
const lists: ReadonlySet<string> = new Set<JavaScriptNode["type"]>([
  "Program",
  "FunctionBody",
  "BlockStatement",
  "ArrayExpression",
  "ObjectExpression",
  "CallExpression",
  "NewExpression",
  "JSXElement",
  "JSXFragment",
  "JSXOpeningElement",
]);

function isDivided(node: Node, least: number): boolean {
  if (node.length <= least) return false;
  const one = node as JavaScriptNode;
  if (one.type === "CallExpression") return !one.optional && one.callee.type !== "Super";
  if (one.type === "AssignmentExpression") return one.operator === "=";
  return straight.has(one.type);
}

const holdsStatements: ReadonlySet<string> = new Set<JavaScriptNode["type"]>([
  "Program",
  "FunctionBody",
  "BlockStatement",
  "StaticBlock",
  "NamespaceDeclaration",
  "ExportNamedDeclaration",
]);

/** The kind of the node around a name, with its operator, and whether the name is what it begins with or asks. */
function mannerOf(use: Node): string {
  const up = use.parent as Node & Readonly<Record<string, unknown>>;
  const isFirst = up["left"] === use || up["object"] === use || up["callee"] === use || up["test"] === use;
  return `${up.type} ${up["operator"] ?? ""} ${up["optional"] === true ? "?" : ""}${isFirst ? "!" : ""}`;
}

/** How code is cut into segments; what is not longer than `least` is always one. */
export const segmentation = (least: number = short): Segmentation => ({
  isDivided: (node) => isDivided(node, least),
  isList: ({ type }) => lists.has(type),
  isFlowRoot,
  isTracked,
  mannerOf,
  lower(flow) {
    for (const node of flow.waiting) {
      const b = new FlowBuilder(flow.root, (binding) => flow.isTracked(binding));
      b.cutter = new SegmentCuts(flow);
      if (node === flow.root) b.cutter.take(b, node, (inner) => code(inner, node));
      else if (node.type === "FunctionBody") body(b, node as FunctionBody);
      else if (holdsStatements.has(node.parent!.type)) statement(b, node as Statement);
      else expression(b, node);
    }
  },
});
