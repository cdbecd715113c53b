/** Which tests have been made where a name is used, and how they came out, as far as the code around it tells by its form. */
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import { alwaysLeaves } from "../leaving.js";
import type { JavaScriptNode, Statement } from "../nodes/index.js";
import { asserts } from "./tested.js";

/** A test that was made, and whether it held. */
export interface Made {
  readonly test: Node;
  readonly holds: boolean;
}

/** What lies on the way to a place: the tests made there, outermost first, and the nodes that the answer goes by. */
export interface Way {
  readonly made: readonly Made[];
  readonly read: readonly Node[];
}

type Step = { readonly made?: Made; readonly isUnclear?: boolean };

const clear: Step = {};
const unclear: Step = { isUnclear: true };

/**
 * The tests on the way to a use, of those at the given nodes that stand before it; `undefined` where what some of them say there is not followed. `comesBack` tells whether control goes on behind
 * a call that is a statement.
 */
export function wayTo(use: Node, tests: readonly Node[], comesBack: (call: Node) => boolean): Way | undefined {
  let left = tests.filter((one) => one.start < use.start && one !== use);
  const made: Made[] = [];
  const read: Node[] = [];
  let isOutside = false;
  for (
    let inner = use as JavaScriptNode, up = use.parent as JavaScriptNode | null;
    up !== null && left.length > 0;
    inner = up, up = up.parent as JavaScriptNode | null
  ) {
    const { start, end } = up;
    const within = left.filter((one) => one.start >= start && one.end <= end);
    left = left.filter((one) => !within.includes(one));
    // What is tested in another function says nothing here.
    const outer = up;
    const here = within.filter((one) => !isInFunction(one, outer));
    if (here.length > 0) {
      for (const step of stepsIn(up, inner, here, comesBack, read)) {
        if (step.isUnclear === true) return undefined;
        if (step.made === undefined) continue;
        // In a function that is called later the test may be long past.
        if (isOutside) return undefined;
        made.unshift(step.made);
      }
    }
    if (isFunction(up)) isOutside = true;
  }
  return { made, read };
}

/** Whether a function lies between a node and one around it. */
function isInFunction(inner: Node, outer: Node): boolean {
  for (let up = inner.parent; up !== null && up !== outer; up = up.parent) if (isFunction(up)) return true;
  return false;
}

const isFunction = (node: Node): boolean => "params" in node && "body" in node;

/** What tests in a node say of a part of it, the last step first. */
function stepsIn(
  node: JavaScriptNode,
  part: JavaScriptNode,
  tests: readonly Node[],
  comesBack: (call: Node) => boolean,
  read: Node[],
): Step[] {
  const isIn = (one: Node | null): boolean =>
    one !== null && tests.some((test) => test.start >= one.start && test.end <= one.end);
  const byTest = (test: Node | null, holds: boolean): Step[] => {
    if (!isIn(test)) return [clear];
    read.push(node);
    return [{ made: { test: test!, holds } }];
  };
  switch (node.type) {
    case "IfStatement":
    case "ConditionalExpression":
      if (part === node.test) return [unclear];
      return byTest(node.test, part === node.consequent);
    case "LogicalExpression":
      if (node.operator === "??") return [unclear];
      return byTest(node.left, node.operator === "&&");
    case "WhileStatement":
      return byTest(node.test, true);
    case "ForStatement":
      if (part === node.test || isIn(node.init)) return [unclear];
      return byTest(node.test, true);
    case "CallExpression":
      return [isIn(node.callee) ? unclear : clear];
    case "Program":
    case "BlockStatement":
    case "FunctionBody":
    case "StaticBlock":
      return stepsBefore(node.body as Statement[], part, tests, comesBack, read);
    case "ArrayExpression":
    case "ObjectExpression":
    case "Property":
    case "TemplateLiteral":
    case "BinaryExpression":
    case "VariableDeclaration":
    case "NewExpression":
    case "SequenceExpression":
    case "JSXElement":
    case "JSXFragment":
    case "JSXOpeningElement":
      return [clear];
    default:
      // Parameters and what they are when none is given come before the body and say nothing of it.
      return [isFunction(node) ? clear : unclear];
  }
}

/** What the statements before one in a list say of it, that of the last first. */
function stepsBefore(
  list: readonly Statement[],
  part: JavaScriptNode,
  tests: readonly Node[],
  comesBack: (call: Node) => boolean,
  read: Node[],
): Step[] {
  const steps: Step[] = [];
  for (let index = list.indexOf(part as Statement) - 1; index >= 0; index -= 1) {
    const statement = list[index]!;
    const own = tests.filter((one) => one.start >= statement.start && one.end <= statement.end);
    if (own.length === 0) continue;
    read.push(statement);
    steps.push(stepBehind(statement, own, comesBack));
  }
  return steps;
}

/** What tests in a statement say behind it. */
function stepBehind(statement: Statement, tests: readonly Node[], comesBack: (call: Node) => boolean): Step {
  switch (statement.type) {
    case "ReturnStatement":
    case "FunctionDeclaration":
    case "ClassDeclaration":
      return clear;
    case "VariableDeclaration":
      // A name that stands for a test is not followed.
      return statement.kind === "const" && statement.declarations.some(({ init }) => init !== null && isTest(init))
        ? unclear
        : clear;
    case "ExpressionStatement":
      return asserts(statement.expression) ? unclear : clear;
    case "IfStatement": {
      const { test, consequent, alternate } = statement;
      const [one, other] = [consequent, alternate].map((branch) => leaving(branch, comesBack));
      if (one === undefined || other === undefined) return unclear;
      if (one === other) return clear;
      const isTested = tests.some((node) => node.start >= test.start && node.end <= test.end);
      return isTested ? { made: { test, holds: other } } : clear;
    }
    case "ForOfStatement":
    case "ForInStatement":
      return leaving(statement.body, comesBack) === undefined || !isAllIn(tests, statement.body) ? unclear : clear;
    default:
      return unclear;
  }
}

const isAllIn = (tests: readonly Node[], { start, end }: Node): boolean =>
  tests.every((one) => one.start >= start && one.end <= end);

const isTest = (init: Node): boolean =>
  ["BinaryExpression", "LogicalExpression", "UnaryExpression", "CallExpression"].includes(init.type);

/** Whether control never goes on behind a branch, or always; `undefined` where it may or may not. */
function leaving(branch: Statement | null, comesBack: (call: Node) => boolean): boolean | undefined {
  if (branch === null) return false;
  if (alwaysLeaves(branch)) return true;
  let may = false;
  walk(branch, (inner) => {
    const node = inner as JavaScriptNode;
    if (/^(?:Return|Throw|Break|Continue)Statement$/.test(node.type)) may = true;
    if (node.type === "ExpressionStatement" && /Call/.test(node.expression.type) && !comesBack(node.expression)) {
      may = true;
    }
    return !may && !isFunction(node);
  });
  return may ? undefined : false;
}
