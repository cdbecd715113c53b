import type { Node } from "../../../../syntax/node.js";
import type { BinaryExpression, JavaScriptNode } from "../../nodes/index.js";
import { inPlaceAs } from "../../placing.js";
import { defineRule } from "../../rule.js";

/** What a piece of code makes anew each time. */
function freshThing(node: Node): string | undefined {
  const one = node as JavaScriptNode;
  switch (one.type) {
    case "ArrayExpression":
      return "list";
    case "ObjectExpression":
      return "object";
    case "FunctionExpression":
    case "ArrowFunctionExpression":
      return "function";
    case "ClassExpression":
      return "class";
    case "NewExpression":
      return "object";
    case "Literal":
      return one.raw.startsWith("/") ? "pattern" : undefined;
    default:
      return undefined;
  }
}

const isEmpty = (node: Node): boolean => {
  const one = node as JavaScriptNode;
  return (one.type === "ArrayExpression" && one.elements.length === 0) ||
    (one.type === "ObjectExpression" && one.properties.length === 0);
};

/** Whether a comparison is one with something made there, which is told as that. */
export function isWithFreshThing({ left, right, operator }: BinaryExpression): boolean {
  // A list turns into a text where kinds are converted.
  const isTold = (thing: string | undefined): boolean =>
    thing !== undefined && (operator.length === 3 || (thing !== "list" && thing !== "pattern"));
  return /^[!=]==?$/.test(operator) && (isTold(freshThing(left)) || isTold(freshThing(right)));
}

export const identityOfLiteral = defineRule({
  id: "values.identity-of-literal",
  title: "A comparison with something that is made there",
  why: "Objects, lists, functions and patterns are equal only to themselves. One that is made in the comparison is a new one, to which nothing is equal.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "if («seats === []») wait();\n", after: "if (seats.length === 0) wait();\n" },
      { code: "if («ferry !== {}») sail();\n", after: "if (Object.keys(ferry).length > 0) sail();\n" },
      { code: "if («sign === /ebb/») wait();\n" },
      { code: "if («day() == new Date()») sail();\n" },
    ],
    quiet: [
      { code: "if (seats.length === 0) wait();\n" },
      { code: "if (seats == []) wait();\n" },
      { code: "if (sign === \"ebb\") wait();\n" },
    ],
  },
  visit: {
    BinaryExpression(node, { text, facts, alert }) {
      const { left, right, operator } = node;
      if (!isWithFreshThing(node)) return;
      const [fresh, value] = freshThing(right) === undefined ? [left, right] : [right, left];
      const thing = freshThing(fresh)!;
      const isNegated = operator.startsWith("!");
      alert(node, {
        message: `This is always ${isNegated}: the ${thing} is made here, and nothing else is equal to it`,
        remedies() {
          if (!isEmpty(fresh) || !facts.isSteady(value)) return [];
          const code = text.slice(value.start, value.end);
          const name = value.type === "Identifier" || value.type === "MemberExpression" ? code : `(${code})`;
          const count = thing === "list" ? `${name}.length` : `Object.keys(${code}).length`;
          const insert = inPlaceAs(`${count} ${isNegated ? ">" : "==="} 0`, isNegated ? 9 : 8, node);
          return [{
            title: `Ask whether ${isNegated ? "something is" : "nothing is"} in it`,
            certainty: "proposed",
            edits: [{ from: node.start, to: node.end, insert }],
          }];
        },
      });
    },
  },
});
