import type { FileView } from "../../../../rules/rule.js";
import type { JavaScriptNode } from "../../index.js";
import { piecesOf, type Piece } from "../../layout/pieces.js";
import { defineRule } from "../../rule.js";
import { everywhere } from "./everywhere.js";

/** What needs no parentheses anywhere but at the head of a statement. */
const atomic = /^(?:Identifier|ThisExpression|TemplateLiteral|ArrayExpression|CallExpression|MemberExpression)$/;

/** What helps a reader, or is what it is because of them. */
const kept = /^(?:Sequence|Assignment|ArrowFunction|Function|Class|Object)Expression$|^(?:Chain|Yield|As|Satisfies)Expression$|^TypeAssertion$|^JSX|Type$/;

/** Whether a whole expression stands where the child does: nothing beside it can bind to a part of it. */
function isWhole(node: JavaScriptNode, child: unknown): boolean {
  switch (node.type) {
    case "VariableDeclarator":
      return node.init === child;
    case "AssignmentExpression":
      return node.right === child;
    case "CallExpression":
    case "NewExpression":
      return node.callee !== child;
    case "ArrayExpression":
    case "ReturnStatement":
    case "ThrowStatement":
    case "IfStatement":
    case "WhileStatement":
    case "SwitchStatement":
      return true;
    case "Property":
    case "PropertyDefinition":
      return node.value === child;
    case "MemberExpression":
      return node.computed && node.property === child;
    default:
      return false;
  }
}

function isSpare(node: JavaScriptNode, child: JavaScriptNode, around: string): boolean {
  if (/[\n\r]|\/[*/]/.test(around) || kept.test(child.type)) return false;
  if (
    node.type === "ExpressionStatement" ||
    node.type === "NewExpression" ||
    node.type === "Decorator" ||
    /^For/.test(node.type)
  ) return false;
  // At the head of a line these could be taken for a continuation.
  if (
    /^(?:TemplateLiteral|ArrayExpression)$/.test(child.type) &&
    /^(?:Member|Call|TaggedTemplate)Expression$/.test(node.type) &&
    !isWhole(node, child)
  ) return false;
  if (atomic.test(child.type)) {
    return !/^(?:ClassDeclaration|ClassExpression|ExportDefaultDeclaration|ChainExpression)$/.test(node.type);
  }
  return isWhole(node, child);
}

function check(node: JavaScriptNode, { text, alert, isBroken }: FileView): void {
  let pieces: readonly Piece[] | undefined;
  node.each((found) => {
    if (!found.parenthesized) return;
    pieces ??= piecesOf(node, text);
    const child = found as JavaScriptNode;
    const index = pieces.findIndex((piece) => piece.child === found);
    const open = pieces[index - 1];
    const close = pieces[index + 1];
    if (open?.text !== "(" || close?.text !== ")") return;
    // With a comment before them they may be for a checker of types, and two pairs are settled one after the other.
    const before = pieces[index - 2];
    const isOwn = /^(?:If|While|Switch)Statement$/.test(node.type) ? before?.text !== "(" : false;
    if (
      isOwn ||
      before?.isComment === true ||
      !isSpare(node, child, text.slice(open.from, close.to).slice(0, child.start - open.from) + close.space) ||
      isBroken(node)
    ) return;
    const isCallee = (node.type === "CallExpression" || node.type === "NewExpression") &&
      before?.text !== "(" &&
      before?.text !== "," &&
      node.callee !== child;
    if (isCallee) return;
    alert({ from: open.from, to: close.to }, {
      message: "These parentheses change nothing: take them out",
      labels: ["unnecessary"],
      remedies: () => {
        const at = pieces!.indexOf(open);
        const now = piecesOf(node, text);
        const from = now[at]!;
        const to = now[at + 2]!;
        const space = /[\w$]$/.test(text.slice(Math.max(0, from.from - 1), from.from)) ? " " : "";
        return [{
          title: "Remove the parentheses",
          certainty: "certain",
          edits: [
            { from: from.from, to: now[at + 1]!.from, insert: space },
            { from: now[at + 1]!.to, to: to.to, insert: "" },
          ],
        }];
      },
    });
  });
}

export const spareParentheses = defineRule({
  id: "layout.spare-parentheses",
  title: "Parentheses that change nothing",
  why: "Parentheses make one ask what would be otherwise without them. Where two operators meet they help, and stay.",
  level: "hint",
  kits: [],
  examples: {
    alerts: [
      {
        code: "const fare = «(adults + children)»;\nsail(«(fare)», («(tide)» + 1) * 2);\n",
        after: "const fare = adults + children;\nsail(fare, (tide + 1) * 2);\n",
      },
      {
        code: "function f() {\n  return«(tide)».low;\n}\nif («(tide > 3)») sail([«(a ? b : c)»]);\n",
        after: "function f() {\n  return tide.low;\n}\nif (tide > 3) sail([a ? b : c]);\n",
      },
    ],
    quiet: [
      {
        code: "const fare = (adults + children) * price;\nconst open = (a && b) || c;\n(async () => {})();\nconst f = () => ({ a });\nif ((tide = next())) sail();\n",
      },
      {
        code: "const a = (b, c);\nnew (f())();\n(a?.b).c();\nconst pier = /** @type {Pier} */ (north);\nfunction g() {\n  return (\n    a + b\n  );\n}\n",
      },
    ],
  },
  visit: everywhere(check),
});
