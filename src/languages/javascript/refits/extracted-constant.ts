import type { Node } from "../../../syntax/node.js";
import { childrenOf, isInside, nodeAt } from "../../../syntax/walk.js";
import type { Span } from "../../../text/edit.js";
import type { Text } from "../../../text/text.js";
import { defineRefit } from "../../refit.js";
import { acts, hasEffect } from "../effects.js";
import type { JavaScriptNode } from "../nodes/index.js";
import { canBeDeclared } from "../parser/names.js";
import { codeOf, holds, indentOf, isListed, spanOf } from "./code.js";
import { freeName, isDeclaredIn, namesIn } from "./reading.js";

const expressions = /(?:Expression|Literal)$|^(?:Identifier|JSXElement|JSXFragment)$/;

/** The expression that is selected as a whole, blank space aside. */
function selectedExpression({ from, to }: Span, root: Node, text: Text): Node | undefined {
  const code = text.slice(from, to);
  const start = from + /^\s*/.exec(code)![0].length;
  const end = to - /\s*$/.exec(code)![0].length;
  if (start >= end) return undefined;
  let node: Node | null = nodeAt(root, start, end);
  while (node !== null && node.start === start && node.end === end && !expressions.test(node.type)) node = node.parent;
  if (node === null || node.start !== start || node.end !== end || !expressions.test(node.type)) return undefined;
  return node;
}

/** Whether a node stands where a value is wanted, and could be a name. */
function isValue(node: Node): boolean {
  const parent = node.parent as JavaScriptNode;
  switch (parent.type) {
    case "MemberExpression":
      return parent.object === node || parent.computed;
    case "Property":
      return parent.value === node &&
        !parent.method &&
        !parent.shorthand &&
        parent.kind === "init" &&
        parent.parent?.type === "ObjectExpression";
    case "AssignmentExpression":
      return parent.right === node;
    case "VariableDeclarator":
      return parent.init === node;
    case "CallExpression":
      return parent.callee !== node || node.type !== "MemberExpression";
    case "UnaryExpression":
      return parent.operator !== "delete" && parent.operator !== "typeof";
    case "ArrayExpression":
    case "BinaryExpression":
    case "LogicalExpression":
    case "ConditionalExpression":
    case "NewExpression":
    case "ReturnStatement":
    case "ThrowStatement":
    case "IfStatement":
    case "SwitchStatement":
    case "TemplateLiteral":
    case "SpreadElement":
    case "AwaitExpression":
    case "ArrowFunctionExpression":
      return true;
    case "ForOfStatement":
    case "ForInStatement":
      return parent.right === node;
    default:
      return false;
  }
}

/** Whether code reads a name that gets other values. */
function changes(nodes: readonly Node[]): boolean {
  return [...namesIn(nodes).used.keys()].some(({ writes }) => writes > 0);
}

/** Why an expression cannot be worked out before the statement it stands in. */
function hindrance(node: Node, statement: Node): string | undefined {
  const mayAct = hasEffect(node);
  const doesSomething = acts(node);
  const isOpen = mayAct || changes([node]);
  for (const [name] of namesIn([node]).used) {
    if (isDeclaredIn(name, statement)) return `\`${name.name}\` is declared in the same statement`;
    if (name.references.some(
      (use) => use.access !== "read" && isInside(use.node, statement) && !isInside(use.node, node),
    )) return `\`${name.name}\` gets its value in the same statement`;
  }
  for (
    let inner = node, up = node.parent as JavaScriptNode;
    inner !== statement;
    inner = up, up = up.parent as JavaScriptNode
  ) {
    if (up.type === "ArrowFunctionExpression" || /^Function|^Class|Definition$/.test(up.type)) {
      return "a function of its own stands around it that has no block: give it one first";
    }
    if (/^(?:While|DoWhile)Statement$/.test(up.type) || (up.type === "ForStatement" && up.init !== inner)) {
      return "it is worked out anew in each turn of a loop";
    }
    for (const other of childrenOf(up)) {
      if (other.start >= inner.start) break;
      if ((isOpen && acts(other)) || (doesSomething && changes([other]))) {
        return "what is worked out before it in the statement may matter to it";
      }
    }
    const sometimes = (up.type === "LogicalExpression" && up.right === inner) ||
      (up.type === "ConditionalExpression" && up.test !== inner) ||
      up.type === "ChainExpression" ||
      (up.type === "AssignmentPattern" && up.right === inner);
    if (sometimes && mayAct) return "it is worked out only sometimes here";
  }
  return undefined;
}

export const extractedConstant = defineRefit({
  id: "extracted-constant",
  kind: "refactor.extract",
  examples: [
    {
      code: "function f(party) {\n  return «party.length * 420» + 5;\n}\n",
      after: "function f(party) {\n  const extracted = party.length * 420;\n  return extracted + 5;\n}\n",
    },
    {
      code: "sail(«harbour.tide»);\nlog(extracted);\n",
      after: "const tide = harbour.tide;\nsail(tide);\nlog(extracted);\n",
    },
    { code: "sail(«call.arguments»);\n", after: "const extracted = call.arguments;\nsail(extracted);\n" },
    { code: "sail(«fares.default»);\n", after: "const extracted = fares.default;\nsail(extracted);\n" },
    { code: "if (a) sail(«1 + 2»);\n", refused: "the statement stands without a block: add braces first" },
    { code: "while («tide()» > 3) sail();\n", refused: "it is worked out anew in each turn of a loop" },
    { code: "sail(full && «moor()»);\n", refused: "it is worked out only sometimes here" },
    {
      code: "sail(() => «moor()»);\n",
      refused: "a function of its own stands around it that has no block: give it one first",
    },
    { code: "const a = read(), b = «a.tide»;\n", refused: "`a` is declared in the same statement" },
    { code: "let a;\n(a = read()) && sail(«a + 1»);\n", refused: "`a` gets its value in the same statement" },
    { code: "«harbour.sail»();\n" },
    { code: "harbour.«sail»();\n" },
    { code: "sail(«a, b»);\n" },
  ],
  offer(selection, { root, text }) {
    const node = selectedExpression(selection, root, text);
    if (
      node === undefined ||
      node.type === "SequenceExpression" ||
      node.type === "Identifier" ||
      !isValue(node) ||
      holds(node, ["Super"])
    ) return undefined;
    const title = "Extract to a constant";
    let statement: Node | null = node;
    while (statement !== null && !isListed(statement) && !/Statement$|^VariableDeclaration$/.test(statement.type)) {
      statement = statement.parent;
    }
    if (statement === null) return undefined;
    const reason = hindrance(node, statement) ??
      (isListed(statement) ? undefined : "the statement stands without a block: add braces first");
    if (reason !== undefined) return { title, reason };
    if (!isListed(statement)) return undefined;
    const one = node as JavaScriptNode;
    const member = one.type === "MemberExpression" && !one.computed && one.property.type === "Identifier"
      ? one.property.name
      : undefined;
    const wish = member !== undefined && canBeDeclared(member) ? member : "extracted";
    // A member's name is no variable: that it stands in the text as that is no hindrance.
    const name = freeName(wish, text) !== wish && wish !== "extracted" && !isVariable(wish, text)
      ? wish
      : freeName(wish, text);
    const indent = indentOf(statement, text);
    const { from, to } = spanOf(node);
    return {
      title,
      certainty: "proposed",
      edits: [
        {
          from: statement.start,
          to: statement.start,
          insert: `const ${name} = ${codeOf({ from, to }, text)};${text.lineBreak}${indent}`,
        },
        { from, to, insert: name },
      ],
    };
  },
});

/** Whether a word stands in a text other than as a member's name. */
function isVariable(word: string, text: Text): boolean {
  return text
    .occurrences(word)
    .some(
      (at) =>
        !/[\w$.]/.test(text.slice(at - 1, at)) && !/[\w$]/.test(text.slice(at + word.length, at + word.length + 1)),
    );
}
