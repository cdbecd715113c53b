/** Statements of JavaScript whose value goes nowhere. */
import type { Node } from "../../../syntax/node.js";
import { hasEffect } from "../effects.js";
import { bindingOf } from "../names/facts.js";
import type { BinaryExpression, Expression, ExpressionStatement } from "../nodes/index.js";

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

/** The value of a statement that works one out and does nothing else, which is surely a mistake. */
export function idleValue(statement: Node): Node | undefined {
  if (statement.type !== "ExpressionStatement") return undefined;
  const { expression, directive } = statement as ExpressionStatement;
  if (directive !== null || !idle.has(expression.type)) return undefined;
  if (hasEffect(expression) && !isComparison(expression)) return undefined;
  // `void 0` and its like are written on purpose.
  if (expression.type === "UnaryExpression" && expression.operator === "void") return undefined;
  return expression.type === "Identifier" && bindingOf(expression) === undefined ? undefined : expression;
}
