/** Plain words for kinds of code, for the conditions of patterns. */
import type { JavaScriptNode } from "../../languages/javascript/index.js";
import type { Node } from "../../syntax/node.js";

const literalOf = (test: (value: unknown, raw: JavaScriptNode) => boolean) => (node: Node): boolean => {
  const one = node as JavaScriptNode;
  return one.type === "Literal" && test(one.value, one);
};
const oneOf = (...types: JavaScriptNode["type"][]): ((node: Node) => boolean) => (node) => types.includes((node as JavaScriptNode).type);

/** The words, each with what it means; `docs/patterns.md` lists them. */
export const kindWords: Readonly<Record<string, (node: Node) => boolean>> = {
  text: literalOf((value) => typeof value === "string"),
  number: literalOf((value) => typeof value === "number" || typeof value === "bigint"),
  boolean: literalOf((value) => typeof value === "boolean"),
  null: literalOf((value, node) => value === null && !("regex" in node && node.regex)),
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
};

/** The test for a word, or for the type of a node; `undefined` where it is neither. */
export function kindTest(word: string): ((node: Node) => boolean) | undefined {
  return kindWords[word] ?? (/^[A-Z][A-Za-z]+$/.test(word) ? (node) => node.type === word : undefined);
}
