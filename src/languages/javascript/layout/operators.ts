/** Operators with two or three operands, and what stands behind `=`, `:` and `=>`. */
import {
  broken,
  choice,
  continuation,
  indent,
  inserted,
  sequence,
  spaceLine,
  group,
  type Doc,
} from "../../../layout/doc.js";
import type { Node } from "../../../syntax/node.js";
import type {
  AssignmentExpression,
  BinaryExpression,
  ConditionalExpression,
  ConditionalType,
  JavaScriptNode,
  LogicalExpression,
} from "../nodes/index.js";
import { led, type Build, type Builder, type Part } from "./builder.js";
import { hasBrackets } from "./lists.js";

const precedence = new Map(
  [
    "??",
    "||",
    "&&",
    "|",
    "^",
    "&",
    "== != === !==",
    "< > <= >= in instanceof",
    "<< >> >>>",
    "+ -",
    "* / %",
    "**",
  ].flatMap((line, level) => line.split(" ").map((operator) => [operator, level] as const)),
);

const levelOf = (node: Node | undefined): number | undefined => (
  node !== undefined && /^(?:Binary|Logical)Expression$/.test(node.type)
    ? precedence.get((node as BinaryExpression).operator)
    : undefined
);

/** The operands of operators that bind equally, with the operators at the ends of their lines; the last stands alone. */
function operandsOf(node: Node, builder: Builder): { docs: Doc[]; last: Part } | undefined {
  const level = levelOf(node);
  const docs: Doc[] = [];
  let last: Part | undefined;
  // From the outermost, which stands last, to the innermost.
  let one: Node = node;
  for (;;) {
    const parts = builder.parts(one);
    const [left, operator, right] = parts as [Part, Part, Part];
    if (parts.length !== 3) return undefined;
    last ??= right;
    // Behind a comment that ends the line the operator begins the next.
    const isAtHead = operator.comments.length > 0 &&
      (operator.comments.at(-1)!.text.startsWith("//") || builder.beginsLine({ ...operator, comments: [] }));
    docs.push(
      builder.placed(one, operator, right, isAtHead ? inserted(" ") : spaceLine),
      builder.placed(one, left, operator, isAtHead ? spaceLine : undefined),
    );
    if (left.child === undefined || left.around.length > 0 || levelOf(left.child) !== level) {
      docs.push(builder.part(left));
      return { docs: docs.reverse(), last };
    }
    one = left.child;
  }
}

/** How operands may be laid out. `held` is for where their lines are further in already. */
interface Operands {
  readonly doc: Doc;
  readonly held: Doc;
}

/** Operands that are broken together; the last may go over lines alone if it is a list or function, or ends with one. */
function operandDocs(node: Node, builder: Builder): Operands {
  const operands = operandsOf(node, builder);
  if (operands === undefined) {
    const doc = builder.source(node.start, node.end);
    return { doc, held: doc };
  }
  const { docs, last } = operands;
  const [first, ...rest] = docs as [Doc, ...Doc[]];
  const lined = group(first, indent(...rest));
  const held = group(...docs);
  if (
    last.child === undefined ||
    last.comments.length > 0 ||
    !mayHug(last, builder) ||
    docs.slice(0, -1).some(({ spread }) => spread)
  ) return { doc: lined, held };
  const doc = builder.part(last);
  const hugged = broken(doc);
  if (hugged === undefined) return { doc: lined, held };
  const head = docs.slice(0, -1).map((one) => flat(one));
  const whole = sequence(...head, inserted(" "), doc);
  const along = sequence(...head, inserted(" "), hugged);
  return {
    doc: choice(whole, along, { ...lined, isBroken: true }),
    held: choice(whole, along, { ...held, isBroken: true }),
  };
}

export const binary: Build = (node: BinaryExpression | LogicalExpression, builder): Doc => {
  const { doc, held } = operandDocs(node, builder);
  return isHeld(node) ? held : doc;
};

/** An operand with the line end before it taken for the space that it is on a line. */
const flat = (doc: Doc): Doc => (
  doc === spaceLine ? inserted(" ") : doc.kind === "sequence" ? sequence(...doc.parts.map(flat)) : doc
);

/** Whether the last operand has brackets of its own, which hold a list or a function. */
function mayHug({ child, around }: Part, { text, style }: Builder): boolean {
  if (/^JSX/.test(child!.type)) return around.length > 0;
  if (around.length > 0) return false;
  const one = child as JavaScriptNode;
  if (one.type !== "CallExpression") {
    return hasBrackets(one) && one.type !== "NewExpression" && one.type !== "AwaitExpression";
  }
  const inner = one.arguments.at(-1);
  if (inner === undefined || !/Function|^Object/.test(inner.type) || !hasBrackets(inner)) return false;
  // A list whose elements have their own lines is broken as a whole.
  return style.brokenLists !== "keep" || !/\n|\r/.test(text.slice(one.callee.end, one.arguments[0]!.start));
}

/** Whether the brackets around an expression already put its lines further in. */
const isHeld = (node: Node): boolean =>
  node.parenthesized || /^(?:If|While|DoWhile|Switch)Statement$|^JSXExpressionContainer$/.test(node.parent?.type ?? "");

/** Whether more of the line than its end follows on a type: what a function gives, and the type of a name with a value. */
export function isFollowed(node: Node): boolean {
  const parent = node.parent as JavaScriptNode;
  if ((parent as { returnType?: Node | null }).returnType === node) return true;
  if (parent.type === "PropertyDefinition") return parent.annotation === node && parent.value !== null;
  const declarator = parent.parent as JavaScriptNode | null;
  return parent.type === "AnnotatedPattern" && declarator?.type === "VariableDeclarator" && declarator.init !== null;
}

/** `test ? one : other`, with each mark at the head of a line, or around elements in parentheses at the end of one. */
export const conditional: Build = (node: ConditionalExpression | ConditionalType, builder): Doc => {
  const parts = builder.parts(node);
  if (node.type === "ConditionalType" && isFollowed(node)) return builder.row(node, parts);
  const mark = parts.findIndex(({ text }) => text === "?");
  const test = builder.row(node, parts.slice(0, mark));
  const branches = parts.slice(mark).map((part, index) => {
    const lead = builder.lead(node, parts[mark + index - 1], part, part.child === undefined ? spaceLine : undefined);
    return { part, lead, doc: builder.part(part) };
  });
  const lined = group(test, indent(...branches.map(({ lead, doc }) => led(lead, doc))));
  if (
    !branches.some(({ part }) => isElement(part)) || test.spread || parts.some(({ comments }) => comments.length > 0)
  ) {
    return lined;
  }
  if (branches.some(({ part, doc }) => !isElement(part) && doc.spread)) return lined;
  const along = branches.flatMap(({ part, doc }) => [inserted(" "), isElement(part) ? broken(doc)! : doc]);
  return choice(sequence(test, ...branches.flatMap(({ doc }) => [inserted(" "), doc])), sequence(test, ...along), {
    ...lined,
    isBroken: true,
  });
};

/** An element in parentheses. */
const isElement = ({ child, around }: Part): boolean => around.length === 3 && child!.type.startsWith("JSX");

/** What begins on the line of the operator before it in any case. */
const stays = /^(?:Object|Array|Function|Class)(?:Expression|Pattern)$|^ArrowFunctionExpression$|^FunctionBody$|^JSX|^(?:Object|Mapped)Type$/;

/** A template that has line ends of its own. */
const isTextOverLines = ({ text }: Builder, { child, first, last }: Part): boolean =>
  /^(?:Tagged)?Template/.test(child!.type) && /[\n\r]/.test(text.slice(first.from, last.to));

/** What stands behind an operator, with the space or line end before it. */
export function behind(builder: Builder, node: Node, operator: Part, part: Part, isArrow = false): Doc {
  const { child } = part;
  if (
    child === undefined ||
    part.comments.length > 0 ||
    part.around.length > 0 ||
    stays.test(child.type) ||
    isTextOverLines(builder, part)
  ) return builder.placed(node, operator, part);
  if (/^(?:Binary|Logical)Expression$/.test(child.type)) {
    const { doc, held } = operandDocs(child, builder);
    return continuation(doc, isArrow ? "next-line" : "inside", held);
  }
  const doc = builder.part(part);
  const goesInside = !isArrow && (child.type === "ConditionalExpression" || hasInside(child));
  return continuation(doc, goesInside ? "inside" : "next-line");
}

/** Whether something may go over lines behind what it begins with. */
function hasInside(node: Node): boolean {
  const one = node as JavaScriptNode;
  switch (one.type) {
    case "MemberExpression":
      return hasInside(one.object);
    case "CallExpression":
      return hasBrackets(one) || hasInside(one.callee);
    case "ChainExpression":
    case "AsExpression":
    case "SatisfiesExpression":
    case "NonNullExpression":
      return hasInside(one.expression);
    case "AwaitExpression":
    case "UnaryExpression":
      return hasInside(one.argument as Node);
    default:
      return hasBrackets(one);
  }
}

/** A node with an operator behind which its last part may begin a line: `=`, or the `:` of a property. */
export const assigned = (mark: RegExp): Build => (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  const at = parts.findLastIndex(({ text, child }) => child === undefined && mark.test(text));
  const value = parts[at + 1];
  if (at < 1 || value === undefined) return builder.row(node, parts);
  return sequence(
    builder.row(node, parts.slice(0, at + 1)),
    behind(builder, node, parts[at]!, value),
    builder.row(node, parts.slice(at + 2), undefined, value),
  );
};

/** Expressions one behind another: on a line, or each on its own. */
export const listed: Build = (node: Node, builder: Builder): Doc => {
  const parts = builder.parts(node);
  return group(
    builder.part(parts[0]!),
    indent(builder.row(node, parts.slice(1), ({ child }) => (child === undefined ? undefined : spaceLine), parts[0])),
  );
};

/** An assignment. Where what is assigned is one too, and so on, all of them fit on a line, or each has its own. */
export const assignment: Build = (node: AssignmentExpression, builder): Doc => {
  if (node.right.type !== "AssignmentExpression" || node.right.parenthesized) return assign(node as never, builder);
  const docs: Doc[] = [];
  for (let one: Node = node; ; ) {
    const parts = builder.parts(one);
    const value = parts.at(-1)!;
    const isLast = value.child?.type !== "AssignmentExpression" || value.around.length > 0 || value.comments.length > 0;
    if (isLast || parts.length !== 3) {
      docs.push(assign(one as never, builder));
      break;
    }
    docs.push(builder.row(one, parts.slice(0, 2)));
    one = value.child!;
  }
  return group(docs[0]!, indent(...docs.slice(1).flatMap((doc) => [spaceLine, doc])));
};

const assign = assigned(/^[^\w\s]*=$/);
