import type { Node } from "../../syntax/node.js";
import { returnCutShort } from "../flow/return-cut-short.js";
import { defineRule, type FileView, type RemedyOffer, type Rule } from "../rule.js";

/** Tells of what looks like the key of an object, in languages with labels. */
const unusedLabel = { id: "dead.unused-label" } as Rule;

/** An assignment, which a statement that compares with equals signs most likely is meant to be. */
function assign(node: Node, { shape, text, edits }: FileView): RemedyOffer[] {
  const compared = shape("comparison", node);
  if (compared === undefined || (compared.is !== "identical" && compared.is !== "equal")) return [];
  const { left, right, operator } = compared;
  if (shape("literal", left) !== undefined) return [];
  const at = left.end + text.slice(left.end, right.start).indexOf(operator);
  return [{
    title: `Assign with \`${edits.assigns}\``,
    certainty: "proposed",
    edits: [{ from: at, to: at + operator.length, insert: edits.assigns }],
  }];
}

function check(statement: Node, file: FileView): void {
  const value = file.facts.idleValue(statement);
  if (value === undefined || file.isBroken(value)) return;
  file.alert(value, {
    message: "The value of this statement goes nowhere: use it, or take it out",
    remedies: () => assign(value, file),
  });
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
  shapes: {
    // Those of lists are looked at with what stands before them.
    value({ node, isListed, isLabelled }, file) {
      if (!isListed && !(isLabelled && file.beside(unusedLabel).isOn)) check(node, file);
    },
  },
  lists({ before, children }, file) {
    let last = before;
    for (const child of children) {
      // A value that a line end cuts off from its `return` is one mistake, of which another rule tells.
      const isCut = last !== null && file.beside(returnCutShort).isOn && file.facts.isCutOff(last, child, file.text);
      if (!isCut) check(child, file);
      last = child;
    }
  },
});
