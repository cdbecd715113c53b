/** How JavaScript writes what rules want to change. */
import type { CodeChange, CodeEdits } from "../../../model/code.js";
import { lineBreakOf } from "../../../rules/lines.js";
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import type {
  CatchClause,
  FunctionNode,
  IfStatement,
  JavaScriptNode,
  TryStatement,
  VariableDeclaration,
  VariableDeclarator,
} from "../nodes/index.js";
import { holdsComment } from "../rules/comments.js";
import { declaresInBlock, fence, statementBefore, statementLists, takeOut, unwrapped } from "../rules/statements.js";
import { breakBehind } from "./cases.js";
import { joined } from "./exits.js";
import { withoutImport } from "./imports.js";
import { remediesWithout } from "./names.js";
import { unguessable } from "./random.js";
import { withoutWrite } from "./writes.js";

/** Puts an `else` behind a branch that gives a name a value, in braces where the branch has them. */
function giveOtherwise(branch: Node, name: string, value: string, text: SourceText): CodeChange | undefined {
  const { consequent, alternate, start, end, parent } = branch as IfStatement;
  // A chain is indented as the first of it.
  let first: Node = branch;
  for (let up = parent; up?.type === "IfStatement" && (up as IfStatement).alternate === first; up = up.parent) {
    first = up;
  }
  const indent = /(?:^|[\n\r])([ \t]*)$/.exec(text.slice(Math.max(0, first.start - 500), first.start))?.[1];
  if (alternate !== null || indent === undefined) return undefined;
  const lineBreak = lineBreakOf(text);
  const given = `${name} = ${value};`;
  const inner = /[\n\r]([ \t]*)\S/.exec(text.slice(consequent.start, consequent.end))?.[1] ?? `${indent}  `;
  const insert = consequent.type === "BlockStatement"
    ? ` else {${lineBreak}${inner}${given}${lineBreak}${indent}}`
    : `${lineBreak}${indent}else ${given}`;
  return end > start ? { certainty: "proposed", edits: [{ from: end, to: end, insert }] } : undefined;
}

function withoutElse(branch: Node, text: SourceText): CodeChange | undefined {
  const whole = branch as IfStatement;
  const { consequent } = whole;
  const alternate = whole.alternate!;
  const { end } = consequent;
  const lineStart = text.slice(Math.max(0, whole.start - 500), whole.start);
  const indent = /(?:^|[\n\r])([ \t]*)$/.exec(lineStart)?.[1];
  if (indent === undefined || holdsComment(text, end, alternate.start)) return undefined;
  const lead = lineBreakOf(text) + indent;
  if (alternate.type !== "BlockStatement") {
    const insert = fence(consequent, alternate.start, text) + lead;
    return declaresInBlock(alternate)
      ? undefined
      : { certainty: "certain", edits: [{ from: end, to: alternate.start, insert }] };
  }
  return unwrapped(alternate, { whole, outer: { from: end, to: alternate.end }, before: consequent, lead }, text);
}

function withoutCatch(handler: Node, caught: Node, text: SourceText): CodeChange | undefined {
  const whole = handler as TryStatement;
  const clause = caught as CatchClause;
  const { block } = whole;
  const isSilent = !holdsComment(text, block.end, clause.end);
  if (whole.finalizer !== null) {
    const edits = [{ from: block.end, to: clause.end, insert: "" }];
    return { certainty: isSilent ? "certain" : "proposed", edits };
  }
  if (!isSilent || !statementLists.has(whole.parent!.type)) return undefined;
  const outer = { from: whole.start, to: whole.end };
  return unwrapped(block, { whole, outer, before: statementBefore(whole), lead: "" }, text);
}

/** The opposite of a condition, as code. */
function opposite(test: Node, text: SourceText): string {
  const one = test as JavaScriptNode;
  const code = text.slice(test.start, test.end);
  if (one.type === "UnaryExpression" && one.operator === "!") {
    return text.slice(one.argument.start, one.argument.end);
  }
  return /^(?:Identifier|(?:Call|Member|This|Chain)Expression|Literal)$/.test(test.type) ? `!${code}` : `!(${code})`;
}

/** An empty `else` goes; where only the `else` holds something, it is what is done if the condition does not hold. */
function withoutEmpty(block: Node, text: SourceText): (CodeChange & { title: string })[] {
  const whole = block.parent as JavaScriptNode;
  if (whole.type !== "IfStatement" || whole.alternate === null) return [];
  const { test, consequent, alternate } = whole;
  if (holdsComment(text, consequent.end, alternate.start)) return [];
  if (block === alternate) {
    return [{
      title: "Take the `else` out",
      certainty: "proposed",
      edits: [{ from: consequent.end, to: alternate.end, insert: "" }],
    }];
  }
  if (alternate.type !== "BlockStatement" || holdsComment(text, test.end, consequent.start)) return [];
  return [{
    title: "Turn the condition, and leave the `else` out",
    certainty: "proposed",
    edits: [
      { from: test.start, to: test.end, insert: opposite(test, text) },
      { from: consequent.start, to: alternate.start, insert: "" },
    ],
  }];
}

/** Whether values of others' defaults stand beside a parameter: these see the parameter and not the name that is declared in the body. */
function hasDefaultsBeside(scope: Node): boolean {
  return (scope as Partial<FunctionNode>).params?.every(({ type }) => type === "Identifier") !== true;
}

function assignOnly(declared: Node): CodeChange | undefined {
  const whole = declared.parent as VariableDeclaration;
  if (declared.type !== "VariableDeclarator" || whole.declarations.length > 1 || /^For/.test(whole.parent!.type)) {
    return undefined;
  }
  const { id, init } = declared as VariableDeclarator;
  if (init === null || id.type !== "Identifier") return undefined;
  return { certainty: "certain", edits: [{ from: whole.start, to: declared.start, insert: "" }] };
}

export const codeEdits: CodeEdits = {
  call: "()",
  assigns: "=",
  equals: "===",
  and: "&&",
  or: "||",
  takeOut: (first, text, last) => takeOut(first, text, last),
  elseOf(branch, text) {
    const { consequent, alternate } = branch as IfStatement;
    const from = consequent.end + text.slice(consequent.end, alternate!.start).lastIndexOf("else");
    return { from, to: from + "else".length };
  },
  withoutEmpty,
  withoutElse,
  joinValue: (exit, value, text) => joined(exit.end, value, text),
  breakBehind,
  giveOtherwise,
  withoutName: remediesWithout,
  withoutImport,
  withoutWrite,
  withoutCatch,
  hasDefaultsBeside,
  // In an attribute of markup a value stands in braces.
  fromEnvironment: ({ start, end, parent }, name) => (
    parent?.type === "JSXAttribute"
      ? undefined
      : { certainty: "proposed", needs: "process", edits: [{ from: start, to: end, insert: `process.env.${name}` }] }
  ),
  unguessable,
  assignOnly,
  makeChangeable(declared) {
    const whole = declared.parent as VariableDeclaration | null;
    if (declared.type !== "VariableDeclarator" || whole?.kind !== "const") return undefined;
    const from = whole.start;
    return { certainty: "proposed", edits: [{ from, to: from + "const".length, insert: "let" }], word: "let" };
  },
};
