import type { Binding } from "../../../../model/binding.js";
import { eachWrite } from "../../../../model/flow-facts.js";
import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { hasEffect } from "../../effects.js";
import type {
  AssignmentExpression,
  Expression,
  JavaScriptNode,
  VariableDeclarator,
} from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { statementLists, takeOut } from "../statements.js";

/** Values that a name is given to begin with, so that it has one at all. */
function isPlainStart(value: Node | null): boolean {
  const one = value as JavaScriptNode | null;
  if (one === null) return true;
  switch (one.type) {
    case "Literal":
      return true;
    case "Identifier":
    case "ThisExpression":
      return true;
    case "UnaryExpression":
      return isPlainStart(one.argument);
    case "ArrayExpression":
      return one.elements.length === 0;
    case "ObjectExpression":
      return one.properties.length === 0;
    case "TemplateLiteral":
      return one.expressions.length === 0;
    case "MemberExpression":
      return isLookedUp(one);
    case "AsExpression":
    case "SatisfiesExpression":
    case "TypeAssertion":
      return isPlainStart(one.expression);
    default:
      return false;
  }
}

/** Whether a value is only a name or a member of one, which a name may begin with before others are worked out. */
function isLookedUp(value: Node | null): boolean {
  const one = value as JavaScriptNode | null;
  if (one?.type === "MemberExpression") return !one.computed && isLookedUp(one.object);
  return one?.type === "Identifier" || one?.type === "ThisExpression";
}

/** Whether the name is given to the call that gives its new value: most likely the call changes what it holds. */
function isGivenBack(value: Node | null, { name }: Binding): boolean {
  const one = value as JavaScriptNode | null;
  return one?.type === "CallExpression" &&
    one.arguments.some((argument) => argument.type === "Identifier" && argument.name === name);
}

/** Whether the name has just given its value to another, as where an argument that was left out moves the others: `done = options; options = {}`. */
function hasMovedOn(node: Node, { name }: Binding): boolean {
  const statement = node.parent?.parent;
  const list = (statement?.parent as { body?: readonly Node[] } | null | undefined)?.body;
  if (statement == null || !Array.isArray(list)) return false;
  const before = list[list.indexOf(statement) - 1] as JavaScriptNode | undefined;
  const up = before?.type === "ExpressionStatement" ? before.expression : undefined;
  return up?.type === "AssignmentExpression" && up.right.type === "Identifier" && up.right.name === name;
}

/** Whether a write moves a place on that other writes move on too: the last of them is there for whoever goes on. */
function isRunning(node: Node, { references }: Binding): boolean {
  const isStep = (one: Node): boolean => {
    const up = one.parent as JavaScriptNode;
    return up.type === "UpdateExpression" ||
      (up.type === "AssignmentExpression" && up.left === one && /^[+-]=$/.test(up.operator));
  };
  return isStep(node) && references.some((use) => use.node !== node && isStep(use.node));
}

/** Whether a value stands for there being none: a name that is cleared is so for good order, or to let go of what it held. */
function isNothing(value: Node | null): boolean {
  const one = value as JavaScriptNode | null;
  switch (one?.type) {
    case "Literal":
      return one.raw === "null" || one.value === "";
    case "Identifier":
      return one.name === "undefined";
    case "UnaryExpression":
      return one.operator === "void";
    default:
      return false;
  }
}

/** Leaving the assignment out, and keeping what working out the value does. */
function remove(node: Node, file: FileView): RemedyOffer[] {
  const up = node.parent as JavaScriptNode;
  if (up.type === "VariableDeclarator") {
    const { id, init } = up as VariableDeclarator;
    if (init === null || hasEffect(init) || (up.parent as { kind?: string }).kind === "const") return [];
    return [{ title: "Remove the value", certainty: "proposed", edits: [{ from: id.end, to: init.end, insert: "" }] }];
  }
  if (
    up.parent?.type !== "ExpressionStatement" || (up.type !== "AssignmentExpression" && up.type !== "UpdateExpression")
  ) return [];
  const statement = up.parent;
  if (up.type === "UpdateExpression" || !hasEffect((up as AssignmentExpression).right)) {
    if (!statementLists.has(statement.parent!.type)) return [];
    return [{ title: "Remove the assignment", ...takeOut(statement, file.text), certainty: "proposed" }];
  }
  const { right } = up as AssignmentExpression;
  if (/^(?:Object|Function|Class)Expression$/.test((right as Expression).type)) return [];
  return [{
    title: "Keep what is worked out, without the assignment",
    certainty: "proposed",
    edits: [{ from: up.start, to: right.start, insert: "" }],
  }];
}

/** Whether a write is one that comes with the form: of a pattern's part, which has to be named to be passed over, or of a loop's head. */
function isByForm(node: Node): boolean {
  const up = node.parent as JavaScriptNode;
  if (up.type === "AssignmentExpression" || up.type === "UpdateExpression") return !isStatement(up);
  return !(up.type === "VariableDeclarator" && !/^For/.test(up.parent!.parent!.type));
}

/** Whether a plain value is given to several names at once: `a = b = null`. */
function isHandedDown(node: Node, value: Node | null): boolean {
  const up = node.parent!;
  const last = (at: Node | null): Node | null => (
    at?.type === "AssignmentExpression" ? last((at as AssignmentExpression).right) : at
  );
  return up.type === "AssignmentExpression" &&
    (value?.type === "AssignmentExpression" || up.parent?.type === "AssignmentExpression") &&
    isPlainStart(last(value));
}

/** Whether the value of an assignment is not used beside it. */
function isStatement(assignment: Node): boolean {
  const up = assignment.parent as JavaScriptNode;
  return up.type === "ExpressionStatement" ||
    up.type === "SequenceExpression" ||
    (up.type === "ForStatement" && up.test !== assignment);
}

export const unreadValue = defineRule({
  id: "dead.unread-value",
  title: "A value that is never read",
  why: "The name gets another value, or goes out of use, before anybody reads this one. Either the assignment is left over, or the line that should read it is missing or reads another name.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export function fare(adults) {\n  let price = 0;\n  «price» = adults * 420;\n  price = 3;\n  return price;\n}\n",
        after: "export function fare(adults) {\n  let price = 0;\n  price = 3;\n  return price;\n}\n",
      },
      {
        code: "export function sail(pier) {\n  let berth = find(pier);\n  moor(berth);\n  «berth» = find(pier + 1);\n}\nfunction find() {}\nfunction moor() {}\n",
        after: "export function sail(pier) {\n  let berth = find(pier);\n  moor(berth);\n  find(pier + 1);\n}\nfunction find() {}\nfunction moor() {}\n",
      },
      { code: "export function count(all) {\n  let «sum» = all.length * 2;\n  sum = all.length;\n  return sum;\n}\n" },
      {
        code: "export function next(turn) {\n  const now = turn;\n  «turn»++;\n  return now;\n}\n",
        after: "export function next(turn) {\n  const now = turn;\n  return now;\n}\n",
      },
    ],
    quiet: [
      { code: "export function fare(adults) {\n  let price = 0;\n  if (adults) price = 420;\n  return price;\n}\n" },
      {
        code: "export function pick(kind) {\n  let price = null;\n  if (kind) price = 1;\n  else price = 2;\n  return price;\n}\n",
      },
      {
        code: "export function count(all) {\n  let last = 0;\n  for (const one of all) {\n    if (one === last) return true;\n    last = one;\n  }\n  return false;\n}\n",
      },
      {
        code: "export function run(go) {\n  let step = 1;\n  try {\n    step = go();\n    step = go(step);\n  } catch {\n    return step;\n  }\n  return 0;\n}\n",
      },
      {
        code: "export function clear(go) {\n  let berth = go();\n  let pier = go(berth);\n  go(pier);\n  pier = berth = null;\n  return berth;\n}\n",
      },
      {
        code: "export function drain(go) {\n  let word = go();\n  let berth = go(word);\n  go(berth);\n  word = \"\";\n  berth = null;\n}\n",
      },
      {
        code: "export function write(buffer, words) {\n  let at = 0;\n  at += words.copy(buffer, at);\n  at += words.copy(buffer, at);\n}\n",
      },
      {
        code: "export function send(text, options, done) {\n  if (done === undefined) {\n    done = options;\n    options = {};\n  }\n  done(text);\n}\n",
      },
      {
        code: "export function turn(sail, angle) {\n  let course = sail.course;\n  course = angle > 0 ? sail.turn(angle) : sail.hold();\n  course = sail.add(angle, course);\n}\n",
      },
      { code: "export function later(go) {\n  let turn = 1;\n  go(() => turn);\n  turn = 2;\n}\n" },
    ],
  },
  flow(flow, file) {
    if (flow.tracked.every(({ writes, declarations }) => writes === 0 && declarations.length === 1)) return;
    eachWrite(flow, ({ node, binding, value, first }, isRead) => {
      if (
        isHandedDown(node, value) ||
        isByForm(node) ||
        isNothing(value) ||
        isRunning(node, binding) ||
        isGivenBack(value, binding) ||
        hasMovedOn(node, binding) ||
        (first && (isPlainStart(value) || binding.writes === 0))
      ) {
        return;
      }
      // A name that nothing reads at all is another rule's, and so is one that may not be assigned to.
      if (
        binding.kind === "fixed" ||
        isRead() ||
        !binding.references.some(({ access }) => access === "read") ||
        file.isHalfWritten(binding.name)
      ) return;
      file.alert(node, {
        message: `The value that \`${binding.name}\` gets here is never read`,
        labels: ["unnecessary"],
        remedies: () => remove(node, file),
      });
    });
  },
});
