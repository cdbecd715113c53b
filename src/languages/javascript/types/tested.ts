/** Where code asks what a name holds, behind which it may hold less than it is declared for. */
import type { Binding } from "../../../model/binding.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { JavaScriptNode } from "../nodes/index.js";
import { memberName } from "../reading.js";

const compares = /^(?:[=!]==?|[<>]=?|in|instanceof)$/;

/** All uses by which a name, or a member of what it holds, is tested, in the order of the text. */
export function allTests({ references }: Binding): readonly Node[] {
  return references
    .flatMap(({ node, access }) => (access === "read" && isTest(node) !== undefined ? [node] : []))
    .sort((a, b) => a.start - b.start);
}

/** The first use by which a name, or a member of what it holds, is asked for its type, so that behind it it may be of a narrower one. */
export function firstTell({ references }: Binding): Node | undefined {
  return firstOf(
    references.flatMap(
      ({ node, access }) => (access === "read" && /^(?:type|asserted)$/.test(isTest(node) ?? "") ? [node] : []),
    ),
  );
}

/** The first use by which a name, or a member of what it holds, is handed to a function that may come back only for some values. */
export function firstAssertion({ references }: Binding): Node | undefined {
  return firstOf(
    references.flatMap(({ node, access }) => (access === "read" && isTest(node) === "asserted" ? [node] : [])),
  );
}

/** The first use from which a fixed name takes a member, so that a test of that may tell which of several types the whole is of. */
export function firstAlias({ references }: Binding): Node | undefined {
  return firstOf(references.flatMap(({ node, access }) => (access === "read" && isAlias(node) ? [node] : [])));
}

function isAlias(use: Node): boolean {
  let node = use as JavaScriptNode;
  let up = node.parent as JavaScriptNode | null;
  while (up?.type === "MemberExpression" || up?.type === "ChainExpression" || up?.type === "NonNullExpression") {
    node = up;
    up = node.parent as JavaScriptNode | null;
  }
  if (up?.type !== "VariableDeclarator" || up.init !== node) return false;
  return node.type === "MemberExpression" || up.id.type === "ObjectPattern";
}

/** The first use, in the order of the text, by which a name, or a member of what it holds, is given another value. */
export function firstChange({ references }: Binding): Node | undefined {
  return firstOf(references.flatMap(({ node, access }) => (access !== "read" || isChanged(node) ? [node] : [])));
}

const firstOf = (nodes: readonly Node[]): Node | undefined => nodes.reduce<Node | undefined>(
  (first, node) => (first === undefined || node.start < first.start ? node : first),
  undefined,
);

/** Whether a member of what a use gives is given another value. */
function isChanged(use: Node): boolean {
  let node = use as JavaScriptNode;
  let up = node.parent as JavaScriptNode;
  while (up.type === "MemberExpression" && up.object === node) {
    node = up;
    up = node.parent as JavaScriptNode;
  }
  return node !== use && ((up.type === "AssignmentExpression" && up.left === node) || up.type === "UpdateExpression");
}

/** Names of functions that may tell what they are given by coming back, and of those that may by what they give. */
const asserting = /assert|check|ensure|expect|invariant|must|require|validate|verify|guard/i;
const asking = /^_?(?:is|has|can|should|looks?|are|match)/i;

/** The last name by which a function is called. */
function calledName({ callee }: { readonly callee: Node }): string {
  const node = callee as JavaScriptNode;
  if (node.type === "Identifier") return node.name;
  return node.type === "MemberExpression" ? (memberName(node) ?? "") : "";
}

/** Whether an expression calls a function that, by its name, may come back only where what it is given holds. */
export function asserts(expression: Node): boolean {
  const node = expression as JavaScriptNode;
  if (node.type === "AwaitExpression") return asserts(node.argument);
  return node.type === "CallExpression" && asserting.test(calledName(node));
}

/** Whether a use, or a member of what it gives, is asked for its value, or for its type, as by a function that may tell it. */
function isTest(use: Node): "value" | "type" | "asserted" | undefined {
  let node = use as JavaScriptNode;
  for (;;) {
    const up = node.parent as JavaScriptNode | null;
    switch (up?.type) {
      case "MemberExpression":
        if (up.object !== node) return undefined;
        if (up.optional) return "value";
        break;
      case "NonNullExpression":
      case "ChainExpression":
      case "AsExpression":
      case "SatisfiesExpression":
      case "AwaitExpression":
        break;
      case "ForInStatement":
      case "LogicalExpression":
      case "SwitchStatement":
      case "SwitchCase":
      case "IfStatement":
      case "WhileStatement":
      case "DoWhileStatement":
        return "value";
      case "UnaryExpression":
        if (up.operator === "typeof") return "type";
        return up.operator === "!" || up.operator === "delete" ? "value" : undefined;
      case "BinaryExpression":
        if (up.operator === "in" || up.operator === "instanceof") return "type";
        return compares.test(up.operator) ? "value" : undefined;
      case "ConditionalExpression":
      case "ForStatement":
        return up.test === node ? "value" : undefined;
      case "CallExpression":
        if (up.callee === node && up.optional) return "value";
        if (up.callee === node) break;
        switch ((up.parent as JavaScriptNode | null)?.type) {
          case "ExpressionStatement":
            return asserts(up) ? "asserted" : undefined;
          case "VariableDeclarator":
            return asking.test(calledName(up)) ? "type" : undefined;
          default:
            return isTest(up) && "type";
        }
      default:
        return undefined;
    }
    node = up;
  }
}

/** Uses of `this` in a method. */
export interface OwnUses {
  /** Where a member of it is tested. */
  readonly tests: readonly Node[];
  /** Where one is given another value, or handed to a function that may assert something of it. */
  readonly changes: readonly Node[];
}

/** The uses of a method's own `this`, in the order of the text. */
export function ownUses(method: Node): OwnUses {
  const tests: Node[] = [];
  const changes: Node[] = [];
  walk(method, (inner) => {
    const { type } = inner;
    if (inner !== method && (/^Function(?:Expression|Declaration)$/.test(type) || type === "ClassBody")) return false;
    if (type !== "ThisExpression") return true;
    const test = isTest(inner);
    if (isChanged(inner) || test === "asserted" || isAlias(inner)) changes.push(inner);
    else if (test !== undefined) tests.push(inner);
    return true;
  });
  return { tests, changes };
}
