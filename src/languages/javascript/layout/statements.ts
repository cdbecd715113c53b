/** Statements: heads with parentheses, what they govern, and lists of declarations. */
import {
  bracketGroup,
  group,
  hardLine,
  indent,
  inserted,
  nothing,
  sequence,
  softLine,
  spaceLine,
  type Doc,
} from "../../../layout/doc.js";
import type { Node } from "../../../syntax/node.js";
import type { JavaScriptNode, SwitchCase, VariableDeclaration } from "../nodes/index.js";
import type { Build, Builder, Part } from "./builder.js";
import { lines, linesIn } from "./functions.js";
import { bracketsIn, hasBrackets } from "./lists.js";

/** The parentheses of a head with what is in them. */
function headIn(node: Node, builder: Builder, parts: readonly Part[]): Doc {
  const [opener] = parts as [Part];
  const closer = parts.at(-1)!;
  const inner = parts.slice(1, -1);
  const last = inner.at(-1)?.child;
  if (
    (
      inner.length === 1 ||
      (/^For(?:In|Of)/.test(node.type) && !/Pattern$/.test(declaredIn(inner[0]!.child)?.type ?? ""))
    ) &&
    last !== undefined &&
    !isLoose(last) &&
    parts.every(({ comments }) => comments.length === 0)
  ) return builder.row(node, parts);
  const end = builder.lead(node, parts.at(-2)!, closer, softLine);
  const marks = builder.row(
    node,
    inner,
    (part, index) => {
      if (index === 0) return softLine;
      if (inner[index - 1]!.text === ";") return part.text === ";" ? nothing : spaceLine;
      // What a comment puts on a line of its own stands where the head's other lines do.
      return part.child !== undefined && part.comments.at(-1)?.text.startsWith("//") === true ? spaceLine : undefined;
    },
    opener,
  );
  return bracketGroup(sequence(builder.part(opener), indent(marks, end.comments), end.space, builder.part(closer)));
}

/** The pattern that the head of a loop declares. */
const declaredIn = (node: Node | undefined): Node | undefined => (
  (node as JavaScriptNode | undefined)?.type === "VariableDeclaration"
    ? (node as VariableDeclaration).declarations[0]!.id
    : node
);

/** Whether something may go over lines outside of brackets, or not at all. */
function isLoose(node: Node): boolean {
  const one = node as JavaScriptNode;
  if (one.type === "CallExpression" && one.callee.type === "MemberExpression") {
    // A chain of calls.
    let inner = one.callee.object as JavaScriptNode;
    while (inner.type === "MemberExpression") inner = inner.object as JavaScriptNode;
    if (inner.type === "CallExpression") return true;
  }
  return !hasBrackets(one) || one.type === "AwaitExpression";
}

/** A statement that another governs, with what stands before it: a block on the same line, another there if it fits. */
function governed(node: Node, builder: Builder, before: Part, part: Part): Doc {
  const child = part.child as JavaScriptNode;
  if (
    child.type === "BlockStatement" ||
    child.type === "EmptyStatement" ||
    (child.type === "IfStatement" && before.text === "else")
  ) return builder.placed(node, before, part, part.comments.length > 0 ? inserted(" ") : undefined);
  const lead = builder.before(node, before, part, spaceLine);
  return group(indent(lead, builder.part(part)));
}

const isBlock = (part: Part): boolean => part.child?.type === "BlockStatement";

/** `if`, `else`, `while`, `do`, `for`, `with`: heads, and statements that they govern. */
export const governing: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const brackets = bracketsIn(parts, "(");
  if (brackets === undefined) return builder.row(node, parts);
  const [begin, end] = brackets;
  const docs: Doc[] = [];
  for (let index = 0; index < parts.length; index += 1) {
    const part = parts[index]!;
    const before = parts[index - 1];
    const isBody = part.child !== undefined && (index < begin || index > end) && before !== undefined;
    if (index === begin) {
      const { comments, space } = builder.lead(node, before, part);
      docs.push(comments, space, headIn(node, builder, parts.slice(begin, end + 1)));
      index = end;
    } else if (isBody) docs.push(governed(node, builder, before, part));
    else if (before !== undefined && (part.text === "else" || (part.text === "while" && index > 0))) {
      const line = isBlock(before) ? inserted(" ") : hardLine();
      const { comments, space } = builder.lead(node, before, part, line, true);
      docs.push(comments, space, builder.part(part));
    } else docs.push(before === undefined ? builder.part(part) : builder.placed(node, before, part));
  }
  return sequence(...docs);
};

/** `try` with its blocks; comments before `catch` and `finally` have lines of their own. */
export const tried: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  return sequence(
    ...parts.map((part, index): Doc => {
      if (index === 0) return builder.part(part);
      const { comments, space } = builder.lead(node, parts[index - 1], part, inserted(" "), true);
      return sequence(comments, space, builder.part(part));
    }),
  );
};

export const switched: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const head = bracketsIn(parts, "(");
  const body = head && bracketsIn(parts, "{", head[1] + 1);
  if (head === undefined || body === undefined) return builder.row(node, parts);
  const before = builder.lead(node, parts[head[0] - 1], parts[head[0]]!);
  const between = builder.lead(node, parts[head[1]], parts[body[0]]!, undefined, true);
  const own = parts.slice(body[0]);
  const cases = builder.style.cases || own.length === 2 ? linesIn(node, builder, own) : flush(node, builder, own);
  return sequence(
    builder.row(node, parts.slice(0, head[0])),
    before.comments,
    before.space,
    headIn(node, builder, parts.slice(head[0], head[1] + 1)),
    between.comments,
    between.space,
    cases,
  );
};

/** Cases that are not indented from their `switch`. */
function flush(node: Node, builder: Builder, parts: readonly Part[]): Doc {
  const closer = parts.at(-1)!;
  const end = builder.lead(node, parts.at(-2)!, closer, hardLine());
  return bracketGroup(
    sequence(
      builder.part(parts[0]!),
      lines(node, builder, parts.slice(1, -1), parts[0]),
      end.comments,
      end.space.kind === "line" ? hardLine() : end.space,
      builder.part(closer),
    ),
    { isBroken: true },
  );
}

const brief = /^(?:Return|Throw|Break|Continue|Expression)Statement$/;

/** A case with its statements below it; one brief statement may stay on its line, and a block does. */
export const switchCase: Build = (node: SwitchCase, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const at = parts.length - node.consequent.length;
  const head = builder.row(node, parts.slice(0, at));
  const first = parts[at];
  if (first === undefined) return head;
  const colon = parts[at - 1]!;
  if (node.consequent.length === 1 && node.consequent[0]!.type === "BlockStatement" && first.comments.length === 0) {
    return sequence(head, inserted(" "), builder.part(first));
  }
  if (node.consequent.length === 1 && brief.test(node.consequent[0]!.type) && !builder.beginsLine(first)) {
    const lead = builder.before(node, colon, first, spaceLine);
    return sequence(head, group(indent(lead, builder.part(first))));
  }
  return sequence(head, indent(lines(node, builder, parts.slice(at), colon)));
};

/** One or several names with their values. */
export const declaration: Build = (node: VariableDeclaration, builder: Builder): Doc => {
  const parts = builder.parts(node);
  if (node.declarations.length < 2) return builder.row(node, parts);
  const first = parts.findIndex(({ child }) => child !== undefined);
  const second = parts.findIndex(({ child }, index) => index > first && child !== undefined);
  if (second < 0) return builder.row(node, parts);
  const isKept = builder.style.brokenLists === "keep" && builder.beginsLine(parts[second]!);
  const line = isKept ? hardLine() : spaceLine;
  return group(
    builder.row(node, parts.slice(0, first + 1)),
    indent(
      builder.row(node, parts.slice(first + 1), ({ child }) => (child === undefined ? undefined : line), parts[first]),
    ),
  );
};

/** The items of a file, one behind another. */
export const program: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  return parts.length === 0 ? nothing : lines(node, builder, parts, undefined);
};
