/** The shapes that nodes of Python have. */
import type { BranchShape, ComparisonShape, ExitShape, LoopShape, ShapeMap } from "../../model/shapes.js";
import type { Node } from "../../syntax/node.js";
import type { SourceText } from "../../text/text.js";
import { yields } from "./functions.js";
import { givenShapes } from "./given.js";
import type {
  Alias,
  Arguments,
  AugAssign,
  BinOp,
  Block,
  BoolOp,
  Call,
  ClassDef,
  Compare,
  Constant,
  Dict,
  Expr,
  For,
  FunctionDef,
  If,
  IfExp,
  JoinedStr,
  Lambda,
  Match,
  Name,
  NamedExpr,
  Subscript,
  Try,
  UnaryOp,
  While,
} from "./nodes.js";

const comparisons: Readonly<Record<string, ComparisonShape["is"]>> = {
  is: "identical",
  "is not": "not-identical",
  "==": "equal",
  "!=": "not-equal",
  "<": "less",
  "<=": "at-most",
  ">": "more",
  ">=": "at-least",
  in: "in",
};

const parametersOf = ({ args }: Arguments): readonly Node[] => args;

function numberOrText(node: Constant) {
  const { kind, value } = node;
  if (kind === "bytes" || kind === "ellipsis") return undefined;
  return { node, kind, value };
}

/** A number with its sign. */
function negative(node: UnaryOp) {
  const { op, operand } = node;
  if (op !== "-" || operand.type !== "Constant") return undefined;
  const { kind, value } = operand as Constant;
  return kind === "number" && typeof value === "number" ? { node, kind: "number" as const, value: -value } : undefined;
}

/** The key of an item, as a text; nothing where it is worked out. Keys of different kinds are different, though they look alike. */
function keyOf(key: Node | null): string | undefined {
  if (key?.type !== "Constant") return undefined;
  const { kind, value } = key as Constant;
  if (kind === "text") return /^-?[\d.]/.test(String(value)) ? `"${String(value)}"` : String(value);
  return kind === "number" && value !== undefined ? String(value) : undefined;
}

const dict = (node: Dict) => ({
  node,
  members: node.items.map((item) => {
    const { key, value } = item;
    return { node: item, name: keyOf(key), ...(key !== null && { key }), serves: "all" as const, value };
  }),
});

/** Where the sign of an operation with assignment stands. */
const signOf = ({ target, value, op }: AugAssign) => (text: SourceText) => {
  const from = target.end + text.slice(target.end, value.start).indexOf(op);
  return { from, to: from + op.length };
};

function step(node: AugAssign) {
  const { op, target, value } = node;
  if (op !== "+=" && op !== "-=") return undefined;
  const isUp = value.type === "Constant" && Number((value as Constant).value) > 0;
  const way = isUp ? (op === "+=" ? 1 as const : -1 as const) : 0 as const;
  return { node, target, way, sign: signOf(node), opposite: op === "+=" ? "-=" : "+=" };
}

const branch = (node: If): BranchShape => ({
  node,
  test: node.test,
  then: node.body,
  otherwise: node.orelse,
  isValue: false,
  isChained: node.parent?.type === "If" && (node.parent as If).orelse === node,
  next: node.orelse?.type === "If" ? node.orelse : null,
});

const chosen = (node: IfExp): BranchShape => ({
  node,
  test: node.test,
  then: node.body,
  otherwise: node.orelse,
  isValue: true,
  isChained: false,
  next: null,
});

const whileLoop = (node: While): LoopShape => ({
  node,
  start: null,
  test: node.test,
  step: null,
  over: null,
  body: node.body,
  word: "while",
});

const forLoop = (node: For): LoopShape => ({
  node,
  start: null,
  test: null,
  step: null,
  over: node.iter,
  body: node.body,
  word: "for",
});

/** The loop that a `break` or `continue` is about. */
function leftBy(node: Node): Node | null {
  let child = node;
  for (let up = node.parent; up !== null && up.type !== "FunctionDef" && up.type !== "ClassDef"; up = up.parent) {
    if ((up.type === "For" || up.type === "While") && (up as For | While).body === child) return up;
    child = up;
  }
  return null;
}

const exit = (kind: ExitShape["kind"]) => (node: Node): ExitShape => ({
  node,
  kind,
  value: (node as { value?: Node | null }).value ?? (node as { exc?: Node | null }).exc ?? null,
  leaves: kind === "break" || kind === "continue" ? leftBy(node) : null,
});

const handler = (node: Try) => ({
  node,
  body: node.body,
  caught: node.handlers.map((one) => ({ node: one, block: one.body, name: one.name?.id, statements: one.body.body })),
  always: node.finalbody,
});

const choice = (node: Match) => ({
  node,
  subject: node.subject,
  word: "match",
  cases: node.cases.map((one) => ({
    node: one,
    word: "case",
    tests: one.guard === null && one.pattern.type === "MatchAs" && one.pattern.length > 0 && isAny(one.pattern)
      ? []
      : [one.pattern],
    body: one.body.body,
  })),
});

const isAny = (pattern: Node): boolean => (pattern as Node & { pattern: Node | null }).pattern === null;

/** Nodes that hold statements one behind another. */
export const listKinds: readonly string[] = ["Module", "Block"];

const imported = (node: Node & { names: readonly Alias[]; module?: string; level?: number }) => ({
  node,
  from: node.module === undefined ? (node.names[0]?.name ?? "") : ".".repeat(node.level ?? 0) + node.module,
  names: node.names.flatMap(({ local }) => (local === null ? [] : [local])),
  taken: node.names.filter(({ local }) => local !== null).map(({ name }) => (node.module === undefined ? "*" : name)),
});

export const shapes: ShapeMap = {
  function: {
    FunctionDef: (node: FunctionDef) => ({
      node,
      name: node.name,
      parameters: parametersOf(node.args),
      body: node.body.body,
      isAsync: node.isAsync,
      get isGenerator() {
        return yields(node);
      },
    }),
    Lambda: (node: Lambda) => ({
      node,
      name: null,
      parameters: parametersOf(node.args),
      body: node.body,
      isAsync: false,
      isGenerator: false,
    }),
  },
  class: {
    ClassDef: (node: ClassDef) => ({ node, name: node.name, parents: node.bases, members: node.body.body }),
  },
  call: {
    Call: (node: Call) => ({ node, callee: node.func, arguments: node.args, makes: false }),
  },
  member: {
    Attribute: (node: Node & { value: Node; attr: string }) => ({
      node,
      object: node.value,
      name: node.attr,
      key: node,
    }),
    Subscript: (node: Subscript) => ({ node, object: node.value, name: undefined, key: node.slice }),
  },
  name: { Name: (node: Name) => ({ node, name: node.id }) },
  literal: { Constant: numberOrText, UnaryOp: negative },
  text: {
    JoinedStr: (node: JoinedStr) => ({ node, parts: node.values.filter(({ type }) => type === "FormattedValue") }),
  },
  list: {
    List: (node: Node & { elts: Node[] }) => ({ node, elements: node.elts }),
  },
  record: {
    Dict: dict,
  },
  comparison: {
    Compare(node: Compare) {
      const [operator, more] = node.ops;
      const is = comparisons[operator!];
      return more === undefined && is !== undefined
        ? { node, left: node.left, right: node.comparators[0]!, is, operator: operator! }
        : undefined;
    },
  },
  not: {
    UnaryOp: (node: UnaryOp) => (node.op === "not" ? { node, operand: node.operand } : undefined),
  },
  logical: { BoolOp: (node: BoolOp) => ({ node, left: node.left, right: node.right, is: node.op }) },
  arithmetic: { BinOp: (node: BinOp) => ({ node, left: node.left, right: node.right, operator: node.op }) },
  given: givenShapes,
  assignment: {
    Assign(node: Node & { targets: Node[]; value: Node }) {
      const [target, more] = node.targets;
      return more === undefined
        ? { node, target: target!, value: node.value, operator: "=", isPlain: true, isParenthesized: false }
        : undefined;
    },
    AugAssign: (node: AugAssign) => ({
      node,
      target: node.target,
      value: node.value,
      operator: node.op,
      isPlain: false,
      isParenthesized: false,
    }),
    NamedExpr: (node: NamedExpr) => ({
      node,
      target: node.target,
      value: node.value,
      operator: ":=",
      isPlain: true,
      isParenthesized: true,
    }),
  },
  step: { AugAssign: step },
  value: {
    Expr: (node: Expr) => ({ node, value: node.value, isListed: true, isLabelled: false }),
  },
  block: {
    Block: (node: Block) => ({ node, statements: node.body, isCaught: node.parent?.type === "ExceptHandler" }),
  },
  branch: { If: branch, IfExp: chosen },
  choice: { Match: choice },
  loop: { While: whileLoop, For: forLoop },
  exit: {
    Return: exit("return"),
    Raise: exit("throw"),
    Break: exit("break"),
    Continue: exit("continue"),
  },
  handler: { Try: handler },
  import: { Import: imported, ImportFrom: imported },
};
