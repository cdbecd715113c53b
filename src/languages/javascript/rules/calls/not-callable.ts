import type { FileView } from "../../../../rules/rule.js";
import { calledBy } from "../../names/callable.js";
import { literalOf } from "../../names/outline.js";
import type { CallExpression, Identifier, JavaScriptNode, TaggedTemplateExpression } from "../../nodes/index.js";
import { bare } from "../../reading.js";
import { defineRule } from "../../rule.js";

/** What a piece of code gives that can never be called. */
function thingOf(node: JavaScriptNode): string | undefined {
  switch (node.type) {
    case "Literal":
      return node.isString ? "a text" : typeof node.value === "number" ? "a number" : "this";
    case "TemplateLiteral":
      return "a text";
    case "ArrayExpression":
      return "a list";
    case "ObjectExpression":
      return "an object";
    default:
      return undefined;
  }
}

function check(
  node: CallExpression | TaggedTemplateExpression,
  callee: JavaScriptNode,
  { text, isBroken, alert }: FileView,
): void {
  if (isBroken(node)) return;
  const called = bare(callee);
  const thing = thingOf(called);
  if (thing !== undefined) {
    alert(callee, {
      message: `${thing[0]!.toUpperCase()}${thing.slice(1)} cannot be called: this throws; something is missing between the two`,
    });
    return;
  }
  if (called.type !== "Identifier") return;
  const binding = (called as Identifier).fact?.binding;
  if (binding !== undefined && literalOf(binding) !== undefined) {
    alert(callee, {
      message: `\`${called.name}\` is ${literalOf(binding)}, which cannot be called`,
      related: [{ at: binding.declarations[0]!.node, message: "It is declared here" }],
    });
    return;
  }
  const found = calledBy(called);
  if (found?.callable.kind !== "class" || node.type !== "CallExpression") return;
  alert(callee, {
    message: `\`${text.slice(called.start, called.end)}\` is a class, which is made with \`new\`: a plain call throws`,
    related: [{ at: found.declared, message: "It is declared here" }],
    remedies: () => (
      node.optional || callee !== node.callee
        ? []
        : [{
          title: "Make one with `new`",
          certainty: "proposed",
          edits: [{ from: node.start, to: node.start, insert: "new " }],
        }]
    ),
  });
}

export const notCallable = defineRule({
  id: "calls.not-callable",
  title: "A call of something that is no function",
  why: "It throws as soon as it is reached. Mostly a comma is missing before the bracket, `new` before a class, or a `;` at the end of the line before.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "export const piers = [\n  «[1, 2]»\n  (3)\n];\n" },
      { code: "const fare = 210;\nsail(«fare»());\n" },
      {
        code: "class Ferry {}\nsail(«Ferry»());\n",
        after: "class Ferry {}\nsail(new Ferry());\n",
      },
      { code: "const sign = «\"ebb\"»\n`flow`;\nsail(sign);\n" },
    ],
    quiet: [
      { code: "const fare = () => 210;\nsail(fare());\n" },
      { code: "class Ferry {}\nsail(new Ferry());\n" },
      { code: "let fare = 210;\nfare = price;\nsail(fare());\n" },
    ],
  },
  visit: {
    CallExpression: (node, file) => check(node, node.callee as JavaScriptNode, file),
    TaggedTemplateExpression: (node, file) => check(node, node.tag as JavaScriptNode, file),
  },
});
