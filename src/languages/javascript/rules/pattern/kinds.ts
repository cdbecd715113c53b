/** Plain words for kinds of code, for the conditions of patterns. */
import type { Node } from "../../../../syntax/node.js";
import type { JavaScriptNode, Literal } from "../../index.js";
import * as nodes from "../../nodes/index.js";

const literalOf = (test: (literal: Literal) => boolean) => (node: Node): boolean => {
  const one = node as JavaScriptNode;
  return one.type === "Literal" && test(one);
};
const oneOf = (...types: JavaScriptNode["type"][]): ((node: Node) => boolean) => (node) =>
  types.includes((node as JavaScriptNode).type);

/** The words, each with what it means; `docs/patterns.md` lists them. */
const kindWords: Readonly<Record<string, (node: Node) => boolean>> = {
  text: literalOf(({ isString }) => isString),
  number: literalOf(({ raw }) => /^[\d.]/.test(raw)),
  boolean: literalOf(({ value }) => typeof value === "boolean"),
  null: literalOf(({ raw }) => raw === "null"),
  literal: oneOf("Literal"),
  template: oneOf("TemplateLiteral", "TaggedTemplateExpression"),
  name: oneOf("Identifier"),
  call: oneOf("CallExpression", "NewExpression"),
  function: oneOf("FunctionDeclaration", "FunctionExpression", "ArrowFunctionExpression"),
  class: oneOf("ClassDeclaration", "ClassExpression"),
  object: oneOf("ObjectExpression"),
  list: oneOf("ArrayExpression"),
  member: oneOf("MemberExpression"),
  assignment: oneOf("AssignmentExpression"),
  comparison: oneOf("BinaryExpression"),
  await: oneOf("AwaitExpression"),
  block: oneOf("BlockStatement", "FunctionBody"),
  markup: oneOf("JSXElement", "JSXFragment"),
  loop: oneOf("ForStatement", "ForInStatement", "ForOfStatement", "WhileStatement", "DoWhileStatement"),
  choice: oneOf("IfStatement", "ConditionalExpression", "SwitchStatement"),
  try: oneOf("TryStatement"),
};

/** The test for a word, or for the type of a node; `undefined` where it is neither. */
export function kindTest(word: string): ((node: Node) => boolean) | undefined {
  return kindWords[word] ?? (word in nodes ? (node) => node.type === word : undefined);
}
