/** What rules may ask of Python beyond shapes. */
import { linesOfCode } from "../../../model/code-lines.js";
import type { CodeFacts } from "../../../model/code.js";
import type { Node } from "../../../syntax/node.js";
import { hasEffect, isSteady } from "../effects.js";
import { bindingOf, useOf } from "../names/facts.js";
import type { Alias, AnnAssign, BinOp, Block, Compare, Constant, Module, Name, PythonNode, Return } from "../nodes.js";
import { outside } from "./outside.js";
import { isGuessable } from "./random.js";
import { patternAt } from "./texts.js";
import { hasPurpose, isForOrder, isIdle, parameterFacts, valueOf } from "./unread.js";

const inert = new Set(["Pass", "Global", "Nonlocal"]);

/** Whether a statement is a text by itself, which documents what stands before or around it. */
const isText = (node: Node): boolean => {
  const { value } = node as { value?: Node };
  return node.type === "Expr" && (value?.type === "Constant" || value?.type === "Concatenation");
};

/** Whether control never gets behind a statement. */
function alwaysLeaves(node: Node): boolean {
  const one = node as PythonNode;
  switch (one.type) {
    case "Return":
    case "Raise":
    case "Break":
    case "Continue":
      return true;
    case "If":
      return one.orelse !== null &&
        blockLeaves(one.body) &&
        (one.orelse.type === "If" ? alwaysLeaves(one.orelse) : blockLeaves(one.orelse));
    default:
      return false;
  }
}

const blockLeaves = (node: Node): boolean => (node as Block).body.some(alwaysLeaves);

/** Values that nobody works out for what that does. */
const idle = new Set(["Name", "Compare", "BoolOp", "List", "Tuple", "Dict", "Set", "UnaryOp", "BinOp"]);

/** Where a value may stand to see whether working it out fails. */
const isTrial = (block: Node | null): boolean =>
  block?.parent?.type === "With" || block?.parent?.type === "Try" || block?.parent?.type === "ExceptHandler";

function idleValue(statement: Node): Node | undefined {
  if (statement.type !== "Expr") return undefined;
  const { value } = statement as Node & { value: Node };
  if (isTrial(statement.parent) || hasEffect(value)) return undefined;
  // Some give `>>`, `<<`, `|` and `@` a meaning that does something.
  if (value.type === "BinOp") {
    const { op, right } = value as BinOp;
    // Dividing by nothing fails, which is what a test may want.
    if (!/^[-+*/%]$|^\/\/$/.test(op) || (right as Partial<Constant>).value === 0) return undefined;
  }
  if (value.type === "Constant") {
    return (value as Constant).kind === "number" || (value as Constant).kind === "truth" ? value : undefined;
  }
  return idle.has(value.type) ? value : undefined;
}

function isPlain(value: Node): boolean {
  const one = value as PythonNode;
  if (one.type === "UnaryOp") return isPlain(one.operand);
  return one.type === "Constant" || one.type === "Name";
}

const still = new Set(["Name", "Constant", "BinOp", "BoolOp", "UnaryOp", "Compare"]);

/** Whether an expression changes only along with a name. What is asked for its truth, or for what it holds, can change by itself: a list can become empty. */
function isStill(node: Node): boolean {
  if (!still.has(node.type)) return false;
  if (node.type === "Compare") return !(node as Compare).ops.some((op) => op === "in" || op === "not in");
  return node.type !== "Name" || node.parent?.type === "Compare" || node.parent?.type === "BinOp";
}

function isPlainValue(value: Node | null): boolean {
  if (value?.type === "UnaryOp") return isPlainValue((value as Node & { operand: Node }).operand);
  return value?.type === "Constant" && /^(?:number|text|truth|absent)$/.test((value as Constant).kind);
}

/** Whether a name stands in an annotation, which is worked out later, or never. */
function isLazy(name: Node): boolean {
  let child = name;
  for (
    let up = name.parent as PythonNode | null;
    up !== null && up.type !== "Block";
    up = up.parent as PythonNode | null
  ) {
    if ((up.type === "Argument" || up.type === "AnnAssign") && up.annotation === child) return true;
    if (up.type === "FunctionDef" && up.returns === child) return true;
    if (up.type === "TypeParam" || up.type === "TypeAlias") return true;
    child = up;
  }
  return false;
}

/** Whether a name is there by a statement of which its value is only a part, as an import. */
const isBrought = ({ type }: Node): boolean =>
  /^(?:Alias|ExceptHandler|Global|Nonlocal|Delete|FunctionDef|ClassDef)$/.test(type);

/** Words in names of functions that end the program, or with an error. */
const leaving =
  /(?:^|_)(?:exit|quit|abort|fail|die|bail|raise|error|invalid|skip|usage|fatal|unreachable)(?:_|$)|^skipTest$/i;

function seemsToLeave(statement: Node): boolean {
  const one = statement as PythonNode;
  const call = one.type === "Expr" ? (one.value as PythonNode) : undefined;
  if (call?.type !== "Call") return false;
  const func = call.func as PythonNode;
  return leaving.test(func.type === "Attribute" ? func.attr : func.type === "Name" ? func.id : "");
}

const header = /^\s*(?:#[^\n\r]*)?$/;

export const codeFacts: Partial<CodeFacts> = {
  statementsIn: (node) => (node.type === "Module" || node.type === "Block" ? (node as Module | Block).body : undefined),
  isInert: (statement) => inert.has(statement.type) || isText(statement),
  isValue: ({ type }) => type === "Expr",
  idleValue,
  alwaysLeaves,
  isHalfWritten: (exit, text) =>
    (exit as Partial<Return>).value === null && header.test(text.slice(exit.end, exit.end + 80).split(/[\n\r]/)[0]!),
  declaresBeyond: ({ type }) => /^(?:FunctionDef|ClassDef|Import|ImportFrom|Global|Nonlocal)$/.test(type),
  mayEndFailure: ({ type }) => type === "With",
  seemsToLeave,
  givesWay: ({ type }) => type === "Yield" || type === "YieldFrom",
  hasEffect,
  isSteady,
  isStill,
  isPlain,
  bindingOf,
  useOf,
  valueOf,
  isGuessable,
  patternAt,
  outside,
  declaresValue: ({ type }) => type === "Assign" || type === "AnnAssign",
  holdsPlainValues: ({ declarations, references }) => declarations.every(
    ({ owner, node }) => owner.type === "Assign" && node.parent === owner && isPlainValue(valueOf(owner)),
  ) &&
    references.every(({ access }) => access === "read"),
  isBare: ({ owner }) => owner.type === "AnnAssign" && (owner as AnnAssign).value === null,
  isForOrder,
  isIdle,
  hasPurpose,
  clashes: () => true,
  isThereByItself: ({ name }) => name === "__class__",
  wordsFor: ({ node }) => (node.parent?.type === "Expr" ? ["break", "continue", "pass", "return", "raise"] : []),
  isLazy,
  standsForMore: (node) => node.parent?.type === "Alias" && !(node.parent as Alias).isRenamed,
  labelOf(root, text) {
    if (root.type === "FunctionDef") return (root as Node & { name: Name }).name;
    const { start } = root;
    return root.type === "Lambda"
      ? { from: start, to: start + "lambda".length }
      : { from: start, to: Math.min(start + 1, text.length) };
  },
  parameterFacts,
  givesNothing: (exit) => {
    const { value } = exit as { value?: Node | null };
    return value?.type === "Constant" && (value as Constant).kind === "absent";
  },
  // All names of a function have no value at its beginning; those of its parameters aside.
  beginsEmpty: ({ kind, scope, declarations }) =>
    kind === "variable" && scope.kind === "function" && declarations.every(({ owner }) => !isBrought(owner)),
  isAsking: () => false,
  isNeeding: () => true,
  isHandedOn: () => false,
  codeLines: (text, from, to) => linesOfCode(text, from, to, { line: "#" }),
  holdsComment: (text, from, to) => text.slice(from, to).includes("#"),
  isExplained: ({ start, end }, text) => /#[^\n\r]*\r?\n[ \t]*$/.test(text.slice(Math.max(0, start - 300), start)) ||
    /^[ \t]*#/.test(text.slice(end, end + 100)),
};
