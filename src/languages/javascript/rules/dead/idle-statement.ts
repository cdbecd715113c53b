import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import type { SourceText } from "../../../../text/text.js";
import { hasEffect } from "../../effects.js";
import { bindingOf } from "../../names/facts.js";
import type { BinaryExpression, Expression, ExpressionStatement } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { isCutOff, returnCutShort } from "../flow/return-cut-short.js";
import { unusedLabel } from "./unused-label.js";

/** Expressions that as a statement are surely a mistake: they compute a value that goes nowhere. */
const idle = new Set<Expression["type"]>([
  "BinaryExpression",
  "Identifier",
  "Literal",
  "UnaryExpression",
  "ArrowFunctionExpression",
  "TemplateLiteral",
  "ThisExpression",
]);

const lists = new Set(["Program", "FunctionBody", "BlockStatement", "SwitchCase"]);

function checkAll({ before, children }: Siblings, file: FileView): void {
  let last = before;
  for (const child of children) {
    // A value that a line end cuts off from its `return` is one mistake, of which `flow.return-cut-short` tells.
    if (
      child.type === "ExpressionStatement" && !(file.beside(returnCutShort).isOn && isCutOff(last, child, file.text))
    ) {
      check(child as ExpressionStatement, file);
    }
    last = child;
  }
}

/** Whether an expression only reads names and their members. */
function onlyReads(node: Expression): boolean {
  if (node.type === "MemberExpression") return !node.computed && onlyReads(node.object);
  return node.type === "Identifier" || node.type === "Literal" || node.type === "ThisExpression";
}

/** A comparison of what is only read, whose value nobody can want: reading a member may do something, comparing it is then for nothing. */
function isComparison(node: Expression): node is BinaryExpression {
  return node.type === "BinaryExpression" &&
    /^(?:[=!]==?|[<>]=?)$/.test(node.operator) &&
    onlyReads(node.left) &&
    onlyReads(node.right);
}

/** An assignment, which a statement that compares with equals signs most likely is meant to be. */
function assign(node: Expression, text: SourceText): RemedyOffer[] {
  if (node.type !== "BinaryExpression" || !/^===?$/.test(node.operator) || node.left.type === "Literal") return [];
  const at = node.left.end + text.slice(node.left.end, node.right.start).indexOf(node.operator);
  return [{
    title: "Assign with `=`",
    certainty: "proposed",
    edits: [{ from: at, to: at + node.operator.length, insert: "=" }],
  }];
}

function check({ expression, directive }: ExpressionStatement, { text, alert, isBroken }: FileView): void {
  if (directive !== null || !idle.has(expression.type) || isBroken(expression)) return;
  if (hasEffect(expression) && !isComparison(expression)) return;
  // `void 0` and its like are written on purpose.
  if (expression.type === "UnaryExpression" && expression.operator === "void") return;
  if (expression.type === "Identifier" && bindingOf(expression) === undefined) return;
  alert(expression, { message: "The value of this statement goes nowhere", remedies: () => assign(expression, text) });
}

export const idleStatement = defineRule({
  id: "dead.idle-statement",
  title: "A statement that does nothing",
  why:
    "A value is worked out and goes nowhere. Often a call lacks its parentheses, or `==` stands where `=` was meant.",
  level: "warning",
  kits: ["sound"],
  beside: [returnCutShort, unusedLabel],
  examples: {
    alerts: [
      {
        code: "export function moor(tide) {\n  «tide == 3»;\n  return tide;\n}\n",
        after: "export function moor(tide) {\n  tide = 3;\n  return tide;\n}\n",
      },
      {
        code: "export function moor(berth) {\n  «berth.free === true»;\n}\n",
        after: "export function moor(berth) {\n  berth.free = true;\n}\n",
      },
      { code: "import { sail } from \"./ferry.js\";\n«sail»;\n" },
    ],
    quiet: [
      { code: "export function fare(price) {\n  return\n    price;\n}\n", with: ["flow.return-cut-short"] },
      { code: "\"use strict\";\nsail();\nvoid sail();\ndelete berth.ferry;\n" },
      { code: "tide = 3;\nnew Ferry();\nberth.open;\n" },
    ],
  },
  visit: {
    // Those of lists are looked at with what stands before them.
    ExpressionStatement(node, file) {
      const { type } = node.parent!;
      // Of the value of what looks like a key `dead.unused-label` tells.
      if (!lists.has(type) && !(type === "LabeledStatement" && file.beside(unusedLabel).isOn)) check(node, file);
    },
  },
  siblings: { Program: checkAll, FunctionBody: checkAll, BlockStatement: checkAll, SwitchCase: checkAll },
});
