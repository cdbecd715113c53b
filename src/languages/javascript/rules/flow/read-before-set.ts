import type { Binding, Declaration } from "../../../../model/binding.js";
import { eachUnsetRead } from "../../../../model/flow-facts.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { SourceText } from "../../../../text/text.js";
import { bindingOf } from "../../names/facts.js";
import type {
  AssignmentExpression,
  JavaScriptNode,
  VariableDeclaration,
  VariableDeclarator,
} from "../../nodes/index.js";
import { defineRule } from "../../rule.js";

/** Whether a read asks whether there is a value, or gives one. */
function isAsking(node: Node): boolean {
  const up = node.parent as JavaScriptNode;
  if (up.type === "UnaryExpression") return up.operator === "typeof" || up.operator === "void" || up.operator === "!";
  if (up.type === "LogicalExpression") return up.left === node;
  if (up.type === "BinaryExpression") return /^[!=]==?$/.test(up.operator);
  if (up.type === "MemberExpression") return up.object === node && up.optional;
  return up.type === "AssignmentExpression" &&
    (up as AssignmentExpression).left === node &&
    /^(?:\?\?|\|\||&&)=$/.test(up.operator);
}

/** Whether a read needs a value: something of it is read or called, or it is reckoned with. What is only handed on may well be nothing. */
function isNeeding(node: Node): boolean {
  const up = node.parent as JavaScriptNode;
  switch (up.type) {
    case "MemberExpression":
      return up.object === node && !up.optional;
    case "CallExpression":
      return up.callee === node && !up.optional;
    case "NewExpression":
      return up.callee === node;
    case "BinaryExpression":
      return !/^[!=]==?$/.test(up.operator);
    case "UnaryExpression":
      return up.operator === "-" || up.operator === "+" || up.operator === "~";
    case "UpdateExpression":
      return true;
    case "AssignmentExpression":
      return up.left === node && /^(?!\?\?|\|\||&&).+=$/.test(up.operator);
    case "ForOfStatement":
      return up.right === node;
    case "TemplateLiteral":
    case "SpreadElement":
      return true;
    default:
      return false;
  }
}

/** Whether a read stands in an assignment to the same name, which hands the empty value on knowingly. */
function isHandedOn(node: Node, binding: Binding): boolean {
  for (let up = node.parent; up !== null && !up.type.endsWith("Statement"); up = up.parent) {
    if (up.type === "AssignmentExpression" && bindingOf((up as AssignmentExpression).left) === binding) return true;
  }
  return false;
}

/** Whether a name is declared as one that has no value yet, and is said nowhere to get one from elsewhere (`declare`, `let tide!: Tide`). */
function beginsEmpty({ kind, declarations }: Binding, text: SourceText): boolean {
  return (kind === "variable" || kind === "changeable") && declarations.every(({ owner, node }) => {
    if (owner.type !== "VariableDeclarator" || (owner.parent as VariableDeclaration).declare) return false;
    if ((owner as VariableDeclarator).init !== null) return kind === "variable";
    return !/^\s*!/.test(text.slice(node.end, node.end + 5));
  });
}

/** Whether a name never gets a value, although something needs one. */
function isNeverSet(binding: Binding, { text, ambient, keepsToItself }: FileView): boolean {
  const { declarations, references, scope } = binding;
  const isPlain = ({ owner, node }: Declaration): boolean => {
    const whole = owner.parent as VariableDeclaration;
    return (owner as VariableDeclarator).init === null &&
      !/^For(?:In|Of)Statement$/.test(whole.parent!.type) &&
      !((owner as VariableDeclarator).id !== node && (owner as VariableDeclarator).id.type !== "AnnotatedPattern");
  };
  return binding.writes === 0 &&
    !ambient &&
    !binding.exported &&
    !scope.isUncertain &&
    beginsEmpty(binding, text) &&
    declarations.every(isPlain) &&
    // At the top of a file `var` may only give a name a type that somebody else gives a value.
    (scope.parent !== null || (keepsToItself && binding.kind !== "variable")) &&
    references.some(({ node }) => isNeeding(node)) &&
    !references.some(({ node }) => isAsking(node));
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
        code: "export function pick(kind) {\n  let «name»;\n  if (kind) log(kind);\n  return name.length + name.size;\n}\nfunction log() {}\n",
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
      {
        code: "export function find(all) {\n  let found;\n  if (all === null) return found;\n  found = all[0];\n  return { found };\n}\n",
      },
      {
        code: "let tide!: { high: number };\nsail(() => { tide = { high: 1 }; });\nexport const high = tide.high;\nfunction sail(run: () => void) {\n  run();\n}\n",
        languageId: "typescript",
      },
      { code: "export function fill(price) {\n  let sum;\n  sum ??= price;\n  return sum;\n}\n" },
    ],
  },
  binding(binding, file) {
    if (!isNeverSet(binding, file) || file.isHalfWritten(binding.name)) return;
    const { name, declarations: [declaration] } = binding;
    file.alert(declaration!.node, {
      message: `\`${name}\` never gets a value, and one is needed: give it one before it is read`,
      related: [{
        at: binding.inOrder().find(({ node }) => isNeeding(node))!.node,
        message: `\`${name}\` is read here`,
      }],
    });
  },
  flow(flow, file) {
    const { text, alert, isHalfWritten } = file;
    // A `let` that is given a value where it is declared cannot be read behind that without one.
    const names = flow.tracked.filter((binding) => beginsEmpty(binding, text) && !isNeverSet(binding, file));
    if (names.length === 0) return;
    eachUnsetRead(flow, new Set(names), ({ node, binding }) => {
      const { node: declared } = binding.declarations[0]!;
      if (!isNeeding(node) || isHandedOn(node, binding)) return;
      // Before its declaration a `let` does not even exist, which is another rule's.
      if (binding.kind === "changeable" && node.start < declared.start) return;
      if (isHalfWritten(binding.name)) return;
      alert(node, {
        message: `\`${binding.name}\` has got no value when it is read here: give it one before`,
        related: [{ at: declared, message: `\`${binding.name}\` is declared here` }],
      });
    });
  },
});
