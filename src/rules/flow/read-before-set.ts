import { bindingOf } from "../../languages/javascript/names/facts.js";
import type {
  AssignmentExpression,
  JavaScriptNode,
  VariableDeclaration,
  VariableDeclarator,
} from "../../languages/javascript/nodes/index.js";
import type { Binding } from "../../model/binding.js";
import { eachUnsetRead } from "../../model/flow-facts.js";
import type { Node } from "../../syntax/node.js";
import { defineRule } from "../rule.js";

/** Whether a read is at rest with there being no value: it asks for that, or gives one. */
function isAsking(node: Node): boolean {
  const up = node.parent as JavaScriptNode;
  if (up.type === "UnaryExpression") return up.operator === "typeof" || up.operator === "void" || up.operator === "!";
  if (up.type === "LogicalExpression") return up.left === node;
  if (up.type === "BinaryExpression") return /^[!=]==?$/.test(up.operator);
  return up.type === "AssignmentExpression" &&
    (up as AssignmentExpression).left === node &&
    /^(?:\?\?|\|\||&&)=$/.test(up.operator);
}

/** Whether a read stands in an assignment to the same name, which hands the empty value on knowingly. */
function isHandedOn(node: Node, binding: Binding): boolean {
  for (let up = node.parent; up !== null && !up.type.endsWith("Statement"); up = up.parent) {
    if (up.type === "AssignmentExpression" && bindingOf((up as AssignmentExpression).left) === binding) return true;
  }
  return false;
}

export const readBeforeSet = defineRule({
  id: "flow.read-before-set",
  title: "A name that is read before it has got a value",
  why: "On no way to this place has the name been given a value, so it reads as `undefined`. The assignment stands too late, or is missing.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export function fare(adults) {\n  let price;\n  const sum = adults * «price»;\n  price = 420;\n  return sum + price;\n}\n",
      },
      {
        code:
          "export function pick(kind) {\n  let name;\n  if (kind) log(kind);\n  return «name»;\n}\nfunction log() {}\n",
      },
    ],
    quiet: [
      { code: "export function sail(tide) {\n  var moor;\n  return moor(tide);\n  function moor() {}\n}\n" },
      { code: "export function pick(kind) {\n  let name;\n  if (kind) name = \"adult\";\n  return name;\n}\n" },
      {
        code: "export function last(all) {\n  let found;\n  for (const one of all) {\n    if (found === one) return one;\n    found = one;\n  }\n  return null;\n}\n",
      },
      { code: "export function later(run) {\n  let done;\n  run(() => { done = 1; });\n  return done;\n}\n" },
      { code: "export function chain(all) {\n  let last;\n  last = all.first(last);\n  return last;\n}\n" },
      { code: "export function fill(price) {\n  let sum;\n  sum ??= price;\n  return sum;\n}\n" },
    ],
  },
  flow(flow, { alert, isHalfWritten }) {
    // A `let` that is given a value where it is declared cannot be read behind that without one.
    const names = flow.tracked.filter(
      ({ kind, declarations }) => declarations.every(({ owner }) => owner.type === "VariableDeclarator") &&
        (
          kind === "variable" || (kind === "changeable" && (declarations[0]!.owner as VariableDeclarator).init === null)
        ),
    );
    if (names.length === 0) return;
    eachUnsetRead(flow, new Set(names), ({ node, binding }) => {
      const { node: declared, owner } = binding.declarations[0]!;
      if (isAsking(node) || isHandedOn(node, binding)) return;
      // Before its declaration a `let` does not even exist, which is another rule's; and what is only declared has its value from elsewhere.
      if (binding.kind === "changeable" && node.start < declared.start) return;
      if ((owner.parent as VariableDeclaration).declare || isHalfWritten(binding.name)) return;
      alert(node, {
        message: `\`${binding.name}\` has got no value when it is read here`,
        related: [{ at: declared, message: `\`${binding.name}\` is declared here` }],
      });
    });
  },
});
