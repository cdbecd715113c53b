/** The shapes that nodes of JavaScript and TypeScript have. */
import type { BranchShape, ComparisonShape, ExitShape, LoopShape, RecordMember, ShapeMap } from "../../model/shapes.js";
import type { Node } from "../../syntax/node.js";
import type { SourceText } from "../../text/text.js";
import { givenShapes } from "./given.js";
import type {
  AssignmentExpression,
  BinaryExpression,
  BlockStatement,
  BreakStatement,
  ConditionalExpression,
  ContinueStatement,
  FunctionNode,
  ClassNode,
  IfStatement,
  ImportDeclaration,
  JavaScriptNode,
  Literal,
  ObjectExpression,
  SwitchStatement,
  TryStatement,
  UnaryExpression,
  UpdateExpression,
} from "./nodes/index.js";

const comparisons: Readonly<Record<string, ComparisonShape["is"]>> = {
  "===": "identical",
  "!==": "not-identical",
  "==": "equal",
  "!=": "not-equal",
  "<": "less",
  "<=": "at-most",
  ">": "more",
  ">=": "at-least",
  in: "in",
  instanceof: "instance",
};

function functionShape(node: FunctionNode) {
  const { params, body, async } = node;
  return {
    node,
    name: (node as { id?: Node | null }).id ?? null,
    parameters: params,
    body: body?.type === "FunctionBody" ? body.body : body,
    isAsync: async,
    isGenerator: (node as { generator?: boolean }).generator === true,
  };
}

function classShape(node: ClassNode) {
  return { node, name: node.id, parents: node.superClass === null ? [] : [node.superClass], members: node.body.body };
}

function literalShape(node: Literal) {
  const kind = node.isString
    ? "text" as const
    : node.raw.startsWith("/")
      ? "pattern" as const
      : node.value === null
        ? "absent" as const
        : typeof node.value === "boolean" ? "truth" as const : "number" as const;
  return {
    node,
    kind,
    value: kind === "pattern" ? undefined : (node.value as string | number | bigint | boolean | null),
  };
}

/** A number with its sign. */
function negative(node: UnaryExpression) {
  const { operator, argument } = node;
  if (operator !== "-" || argument.type !== "Literal" || typeof argument.value !== "number") return undefined;
  return { node, kind: "number" as const, value: -argument.value };
}

function recordShape(node: ObjectExpression) {
  const members = node.properties.map((member): RecordMember => {
    if (member.type !== "Property") return { node: member, name: undefined, value: member, serves: "all" };
    const { key, computed, value, kind, shorthand } = member;
    const name = computed
      ? undefined
      : key.type === "Identifier" ? key.name : key.type === "Literal" ? String(key.value) : undefined;
    // Written out, `__proto__` is no key: it sets what the object inherits from.
    if (name === "__proto__" && !shorthand) return { node: member, name: undefined, value, serves: "all" };
    const serves = kind === "get" ? "reading" : kind === "set" ? "writing" : "all";
    return { node: member, name, key: shorthand ? value : key, value, serves };
  });
  return { node, members };
}

/** Where a sign stands between two nodes. */
const between = (left: Node, right: Node, sign: string) => (text: SourceText) => {
  const from = left.end + text.slice(left.end, right.start).indexOf(sign);
  return { from, to: from + sign.length };
};

/** `i += 2` and the like. */
function assignedStep(node: AssignmentExpression) {
  const { operator, left, right } = node;
  if (operator !== "+=" && operator !== "-=") return undefined;
  const isUp = right.type === "Literal" && Number(right.value) > 0;
  return {
    node,
    target: left,
    way: isUp ? (operator === "+=" ? 1 as const : -1 as const) : 0 as const,
    sign: between(left, right, operator),
    opposite: operator === "+=" ? "-=" : "+=",
  };
}

function step(node: UpdateExpression) {
  const { operator, prefix, argument } = node;
  return {
    node,
    target: argument,
    way: operator === "++" ? 1 as const : -1 as const,
    sign: () => (prefix ? { from: node.start, to: node.start + 2 } : { from: node.end - 2, to: node.end }),
    opposite: operator === "++" ? "--" : "++",
  };
}

function branch(node: IfStatement): BranchShape {
  const { test, consequent, alternate, parent } = node;
  return {
    node,
    test,
    then: consequent,
    otherwise: alternate,
    isValue: false,
    isChained: parent?.type === "IfStatement" && (parent as IfStatement).alternate === node,
    next: alternate?.type === "IfStatement" ? alternate : null,
  };
}

const chosenValue = (node: ConditionalExpression): BranchShape => ({
  node,
  test: node.test,
  then: node.consequent,
  otherwise: node.alternate,
  isValue: true,
  isChained: false,
  next: null,
});

const choice = (node: SwitchStatement) => ({
  node,
  subject: node.discriminant,
  word: "switch",
  cases: node.cases.map((one) => ({
    node: one,
    word: one.test === null ? "default" : "case",
    tests: one.test === null ? [] : [one.test],
    body: one.consequent,
  })),
});

const loop = (word: string) => (node: Node): LoopShape => {
  const { init = null, test = null, update = null, right = null, body } =
    node as unknown as Partial<Record<"init" | "test" | "update" | "right", Node | null>> & { body: Node };
  return { node, start: init, test, step: update, over: right, body, word };
};

const isLoop = (node: Node): boolean => /^(?:For\w*|While|DoWhile)Statement$/.test(node.type);

/** The statement that a `break` or `continue` is about. */
function leftBy(node: BreakStatement | ContinueStatement): Node | null {
  const label = node.label?.name;
  for (let up = node.parent; up !== null && !/Function|^StaticBlock$/.test(up.type); up = up.parent) {
    const one = up as JavaScriptNode;
    if (label !== undefined) {
      if (one.type === "LabeledStatement" && one.label.name === label) return one;
    } else if (isLoop(one) || (node.type === "BreakStatement" && one.type === "SwitchStatement")) return one;
  }
  return null;
}

const exit = (kind: ExitShape["kind"]) => (node: Node): ExitShape => ({
  node,
  kind,
  value: (node as { argument?: Node | null }).argument ?? null,
  leaves: kind === "break" || kind === "continue" ? leftBy(node as BreakStatement | ContinueStatement) : null,
});

const handler = (node: TryStatement) => ({
  node,
  body: node.block,
  caught: node.handler === null
    ? []
    : [{
      node: node.handler,
      block: node.handler.body,
      name: node.handler.param?.type === "Identifier" ? (node.handler.param as { name: string }).name : undefined,
      statements: node.handler.body.body,
    }],
  always: node.finalizer,
});

/** Nodes that hold statements one behind another, where no static block is taken for one. */
export const listKinds: readonly string[] = ["Program", "FunctionBody", "BlockStatement", "SwitchCase"];

function takenBy(specifier: ImportDeclaration["specifiers"][number]): string {
  if (specifier.type !== "ImportSpecifier") return specifier.type === "ImportDefaultSpecifier" ? "default" : "*";
  const { imported } = specifier;
  return imported.type === "Literal" ? String(imported.value) : imported.name;
}

export const shapes: ShapeMap = {
  function: {
    FunctionDeclaration: functionShape,
    FunctionExpression: functionShape,
    ArrowFunctionExpression: functionShape,
  },
  class: { ClassDeclaration: classShape, ClassExpression: classShape },
  call: {
    CallExpression: (node: { callee: Node; arguments: Node[] } & Node) => ({
      node,
      callee: node.callee,
      arguments: node.arguments,
      makes: false,
    }),
    NewExpression: (node: { callee: Node; arguments: Node[] } & Node) => ({
      node,
      callee: node.callee,
      arguments: node.arguments,
      makes: true,
    }),
  },
  member: {
    MemberExpression: (node: { object: Node; property: Node; computed: boolean } & Node) => {
      const { object, property, computed } = node;
      return { node, object, name: computed ? undefined : (property as { name?: string }).name, key: property };
    },
  },
  name: { Identifier: (node: { name: string } & Node) => ({ node, name: node.name }) },
  literal: { Literal: literalShape, UnaryExpression: negative },
  text: { TemplateLiteral: (node: { expressions: Node[] } & Node) => ({ node, parts: node.expressions }) },
  list: { ArrayExpression: (node: { elements: (Node | null)[] } & Node) => ({ node, elements: node.elements }) },
  record: { ObjectExpression: recordShape },
  comparison: {
    BinaryExpression(node: BinaryExpression) {
      const { left, right, operator } = node;
      const is = comparisons[operator];
      return is && { node, left, right, is, operator };
    },
  },
  not: {
    UnaryExpression: (node: { operator: string; argument: Node } & Node) => (
      node.operator === "!" ? { node, operand: node.argument } : undefined
    ),
  },
  logical: {
    LogicalExpression(node: { left: Node; right: Node; operator: string } & Node) {
      const { left, right, operator } = node;
      return { node, left, right, is: operator === "&&" ? "and" : operator === "||" ? "or" : "if-absent" };
    },
  },
  arithmetic: {
    BinaryExpression(node: BinaryExpression) {
      const { left, right, operator } = node;
      return comparisons[operator] === undefined ? { node, left, right, operator } : undefined;
    },
  },
  given: givenShapes,
  assignment: {
    AssignmentExpression(node: AssignmentExpression) {
      const { left, right, operator, parenthesized } = node;
      return {
        node,
        target: left,
        value: right,
        operator,
        isPlain: operator === "=",
        isParenthesized: parenthesized === true,
      };
    },
  },
  step: { UpdateExpression: step, AssignmentExpression: assignedStep },
  value: {
    ExpressionStatement: (node: { expression: Node } & Node) => ({
      node,
      value: node.expression,
      isListed: listKinds.includes(node.parent!.type),
      isLabelled: node.parent!.type === "LabeledStatement",
    }),
  },
  block: {
    BlockStatement: (node: BlockStatement) => (
      node.length === 0 ? undefined : { node, statements: node.body, isCaught: node.parent?.type === "CatchClause" }
    ),
  },
  branch: { IfStatement: branch, ConditionalExpression: chosenValue },
  choice: { SwitchStatement: choice },
  loop: {
    ForStatement: loop("for"),
    ForInStatement: loop("for"),
    ForOfStatement: loop("for"),
    WhileStatement: loop("while"),
    DoWhileStatement: loop("do"),
  },
  exit: {
    ReturnStatement: exit("return"),
    ThrowStatement: exit("throw"),
    BreakStatement: exit("break"),
    ContinueStatement: exit("continue"),
  },
  handler: { TryStatement: handler },
  import: {
    ImportDeclaration: (node: ImportDeclaration) => ({
      node,
      from: String((node.source as { value?: unknown }).value ?? ""),
      names: node.specifiers.map(({ local }) => local),
      taken: node.specifiers.map(takenBy),
    }),
  },
  export: {
    ExportNamedDeclaration: (node: { declaration: Node | null } & Node) => ({ node, declaration: node.declaration }),
    ExportDefaultDeclaration: (node: { declaration: Node } & Node) => ({ node, declaration: node.declaration }),
    ExportAllDeclaration: (node: Node) => ({ node, declaration: null }),
  },
};
