import { Declaration, Reference } from "../../../model/binding.js";
import { isInside } from "../../../syntax/walk.js";
import { defineRefit } from "../../refit.js";
import { hasEffect } from "../effects.js";
import type { Expression, JavaScriptNode } from "../nodes/index.js";
import { around, codeOf, fitted, indentOf, isListed, losesComment, spanOf } from "./code.js";
import { block, declaredName } from "./if-parts.js";
import { takesName } from "./values.js";

export const choiceToIf = defineRefit({
  id: "choice-to-if",
  kind: "refactor.rewrite",
  examples: [
    {
      code: "function f(child) {\n  return child «»? 210 : 420;\n}\n",
      after: "function f(child) {\n  if (child) {\n    return 210;\n  } else {\n    return 420;\n  }\n}\n",
    },
    { code: "fare = child «»? 210 : 420;\n", after: "if (child) {\n  fare = 210;\n} else {\n  fare = 420;\n}\n" },
    {
      code: "const fare = child «»? 210 : (a, b);\n",
      after: "let fare;\nif (child) {\n  fare = 210;\n} else {\n  fare = (a, b);\n}\n",
    },
    { code: "fares[i++] = child «»? 210 : 420;\n" },
    { code: "export const fare = child «»? 210 : 420;\n" },
    {
      code: "const fare: number = child «»? 210 : 420;\n",
      after: "let fare: number;\nif (child) {\n  fare = 210;\n} else {\n  fare = 420;\n}\n",
    },
  ],
  offer(selection, { root, text }) {
    const choice = around(root, selection, "ConditionalExpression");
    if (choice === undefined) return undefined;
    const parent = choice.parent as JavaScriptNode;
    const statement = (
      parent.type === "ReturnStatement"
        ? parent
        : parent.parent?.type === "ExpressionStatement" || parent.parent?.type === "VariableDeclaration"
          ? parent.parent
          : undefined
    ) as JavaScriptNode | undefined;
    if (statement === undefined || !isListed(statement) || statement.parent!.type === "SwitchCase") return undefined;
    if (losesComment(
      spanOf(statement),
      parent.type === "ReturnStatement"
        ? [choice.test, choice.consequent, choice.alternate].map(spanOf)
        : [
          { from: statement.start, to: choice.start },
          ...[choice.test, choice.consequent, choice.alternate].map(spanOf),
        ],
      text,
    )) return undefined;
    const indent = indentOf(statement, text);
    let before = "";
    let lead: string;
    if (parent.type === "ReturnStatement") lead = "return ";
    else if (
      parent.type === "AssignmentExpression" &&
      parent.right === choice &&
      parent.operator === "=" &&
      (parent.left.type === "Identifier" || parent.left.type === "MemberExpression")
    ) {
      // What stands on the left is worked out before the choice is made: that must not matter.
      if (
        parent.left.type === "MemberExpression" &&
        (parent.left.computed || !["Identifier", "ThisExpression"].includes(parent.left.object.type))
      ) return undefined;
      lead = `${codeOf(spanOf(parent.left), text)} = `;
    } else if (
      parent.type === "VariableDeclarator" &&
      statement.type === "VariableDeclaration" &&
      statement.declarations.length === 1 &&
      ["let", "const", "var"].includes(statement.kind) &&
      declaredName(parent.id) !== undefined
    ) {
      const declared = text.slice(parent.start, choice.start).replace(/\s*=\s*\(*\s*$/, "");
      before = `${statement.kind === "const" ? "let" : statement.kind} ${declared};${text.lineBreak}${indent}`;
      lead = `${declaredName(parent.id)} = `;
    } else return undefined;
    // What a name that is being declared holds before it has its value must not be asked for.
    const own = parent.type === "VariableDeclarator" ? (parent.id as { fact?: unknown }).fact : undefined;
    if (
      own instanceof Declaration && own.kind !== "variable" && own.binding.references.some(({ node }) => isInside(
        node,
        choice,
      ))
    ) return undefined;
    // The object whose member gets the value is looked up behind the test then.
    const object = parent.type === "AssignmentExpression" && parent.left.type === "MemberExpression"
      ? (parent.left.object as { fact?: unknown }).fact
      : undefined;
    const isMoved = object instanceof Reference && object.binding?.writes !== 0 && hasEffect(choice);
    const isNamed = parent.type !== "ReturnStatement" && [choice.consequent, choice.alternate].some(takesName);
    const branch = (expression: Expression): string => block(`${lead}${fitted(expression, 1, text)};`, indent, text);
    const insert = `${before}if (${codeOf(spanOf(choice.test), text)}) ${branch(choice.consequent)} else ${branch(choice.alternate)}`;
    return {
      title: "Make it an `if`",
      certainty: isMoved || isNamed ? "proposed" : "certain",
      edits: [{ ...spanOf(statement), insert }],
    };
  },
});
