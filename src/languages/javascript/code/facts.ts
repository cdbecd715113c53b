/** What rules may ask of JavaScript beyond shapes. */
import type { Binding, Reference } from "../../../model/binding.js";
import { linesOfCode } from "../../../model/code-lines.js";
import type { CodeFacts } from "../../../model/code.js";
import type { Scope } from "../../../model/scope.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { SourceText } from "../../../text/text.js";
import { hasEffect } from "../effects.js";
import { alwaysLeaves, endsByThrowing } from "../leaving.js";
import { clashesOf } from "../names/clash.js";
import { isDeclaredElsewhere } from "../names/declared-elsewhere.js";
import { bindingOf, useOf } from "../names/facts.js";
import type {
  AssignmentExpression,
  JavaScriptNode,
  Statement,
  SwitchCase,
  VariableDeclarator,
} from "../nodes/index.js";
import { holdsComment } from "../rules/comments.js";
import { isKey } from "../rules/dead/unused-label.js";
import { isMeantToRunOn } from "./cases.js";
import { beginsEmpty, isAsking, isBare, isHandedOn, isNeeding } from "./empty-names.js";
import { holdsVar, isCutOff, isHalfWritten, isInert, isMisspeltDefault } from "./exits.js";
import { idleValue } from "./idle.js";
import { asksForValue, takesPromises } from "./methods.js";
import { outside } from "./outside.js";
import { isGuessable } from "./random.js";
import { givesNothing, labelOf, mayGiveNothing } from "./returns.js";
import { patternAt } from "./texts.js";
import { hasPurpose, isIdle, isRequired, parameterFacts } from "./unread.js";
import { isForOrder } from "./writes.js";

/** What may give something else each time. */
const unsteady = /^(?:Call|New|Import|TaggedTemplate|Update|Assignment|Await|Yield)Expression$/;

function isSteady(node: Node): boolean {
  let steady = true;
  walk(node, ({ type }) => steady && (steady = !unsteady.test(type)));
  return steady;
}

const isText = /^(?:Literal|TemplateElement|JSXText)$/;

/** The texts in a node, in which blank space counts. */
function textsIn(node: Node, text: SourceText): string[] {
  const texts: string[] = [];
  walk(node, (inner) => {
    if (isText.test(inner.type)) texts.push(text.slice(inner.start, inner.end));
  });
  return texts;
}

function isSame(one: Node, other: Node, text: SourceText): boolean {
  const codeOf = (node: Node): string => text.slice(node.start, node.end).replaceAll(/\s+/g, " ");
  if (one.type !== other.type || codeOf(one) !== codeOf(other)) return false;
  const others = textsIn(other, text);
  return textsIn(one, text).every((own, index) => own === others[index]);
}

function statementsIn(node: Node): readonly Node[] | undefined {
  const list = node.type === "SwitchCase" ? (node as SwitchCase).consequent : (node as { body?: unknown }).body;
  return Array.isArray(list) ? (list as Node[]) : undefined;
}

function isPlain(value: Node): boolean {
  const one = value as JavaScriptNode;
  if (one.type === "UnaryExpression") return isPlain(one.argument);
  return one.type === "Literal" ||
    one.type === "Identifier" ||
    (one.type === "TemplateLiteral" && one.expressions.length === 0);
}

/** Whether a use is the list of arguments that every function but an arrow function has by itself. */
function isArguments({ name, scope }: Reference): boolean {
  if (name !== "arguments") return false;
  for (let outer: Scope | null = scope; outer !== null; outer = outer.parent) {
    if (outer.kind === "function" && /^Function(?:Declaration|Expression)$/.test(outer.node.type)) return true;
  }
  return false;
}

const plainValues = new Set(["BinaryExpression", "UnaryExpression", "UpdateExpression", "TemplateLiteral"]);

function isPlainValue(value: Node | null | undefined): boolean {
  if (value == null) return false;
  const one = value as JavaScriptNode;
  return plainValues.has(one.type) ||
    (one.type === "Literal" && !one.raw.startsWith("/")) ||
    (one.type === "MemberExpression" && (one.property as { name?: string }).name === "length");
}

function holdsPlainValues({ declarations, references }: Binding): boolean {
  return declarations.every(
    ({ owner, node }) => owner.type === "VariableDeclarator" &&
      (owner as VariableDeclarator).id === node &&
      isPlainValue((owner as VariableDeclarator).init),
  ) &&
    references.every(
      ({ access, node }) => access !== "write" || isPlainValue((node.parent as Partial<AssignmentExpression>).right),
    );
}

const still = new Set([
  "Identifier",
  "Literal",
  "BinaryExpression",
  "LogicalExpression",
  "UnaryExpression",
  "TemplateLiteral",
  "TemplateElement",
]);

export const codeFacts: CodeFacts = {
  declaresValue: ({ type }) => type === "VariableDeclarator",
  isAbsent: (node) => (node as { name?: unknown }).name === "undefined" && bindingOf(node) === undefined,
  isKey,
  asksForValue,
  isGuessable,
  patternAt,
  outside,
  takesPromises,
  idleValue,
  isMeantToRunOn,
  isIdle,
  hasPurpose,
  isRequired,
  parameterFacts,
  isInert,
  isEmpty: ({ type }) => type === "EmptyStatement",
  isValue: ({ type }) => type === "ExpressionStatement",
  isMeantAsCase: isMisspeltDefault,
  isCutOff,
  isHalfWritten,
  declaresBeyond: holdsVar,
  givesNothing,
  mayGiveNothing,
  labelOf,
  beginsEmpty,
  isBare,
  isAsking,
  isNeeding,
  isHandedOn,
  isForOrder,
  useOf,
  valueOf: (owner) => (owner as Partial<VariableDeclarator>).init ?? null,
  holdsPlainValues,
  isStill: ({ type }) => still.has(type),
  mayEndFailure: () => false,
  seemsToLeave: (statement) => statement.type === "ExpressionStatement" && endsByThrowing(statement as Statement),
  givesWay: ({ type }) => type === "YieldExpression",
  isPlain,
  clashes: (binding) => clashesOf(binding).length > 0,
  isDeclaredElsewhere,
  isThereByItself: isArguments,
  wordsFor: ({ node }) => (
    node.parent?.type === "ExpressionStatement" ? ["break", "continue", "return", "debugger"] : []
  ),
  isLazy: () => false,
  standsForMore: ({ parent }) => (parent as { shorthand?: boolean } | null)?.shorthand === true ||
    parent?.type === "ExportSpecifier" ||
    parent?.type === "AssignmentPattern",
  hasEffect,
  isSteady,
  alwaysLeaves: (node) => alwaysLeaves(node as Statement),
  isSame,
  statementsIn,
  bindingOf,
  codeLines: (text, from, to) => linesOfCode(text, from, to, { line: "//", block: ["/*", "*/"] }),
  holdsComment,
  isExplained: ({ start, end }, text) => /(?:\/\/[^\n\r]*\r?\n|\*\/)[ \t]*$/.test(
    text.slice(Math.max(0, start - 300), start),
  ) ||
    /^[ \t]*(?:\/\/|\/\*)/.test(text.slice(end, end + 100)),
};
