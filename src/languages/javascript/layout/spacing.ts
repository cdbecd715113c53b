/** How much blank space stands between two pieces on one line: the one place where that is decided. */
import type { Node } from "../../../syntax/node.js";
import type { Siblings } from "../../../syntax/siblings.js";
import type { SourceText } from "../../../text/text.js";
import type { JavaScriptNode, Literal } from "../nodes/index.js";
import { piecesAmong, type Piece } from "./pieces.js";

export type SpacingRule = "operator-gap" | "comma-gap" | "bracket-gap" | "keyword-gap";

export interface Wish {
  readonly rule: SpacingRule;
  readonly space: "" | " ";
  /** The token that decides, and on which side of it the space is. */
  readonly about: string;
  readonly side: "before" | "behind";
}

export interface SpacingStyle {
  /** Whether the braces of objects, imports and exports have space inside. */
  readonly braces: "spaced" | "tight";
}

/** Node kinds whose text is not this module's to touch, or is looked at as part of another. */
const aside = /^(?:JSXElement|JSXFragment|JSXText|Template|Program$|Skipped$|Missing$)/;

const blocks = new Set([
  "BlockStatement",
  "FunctionBody",
  "ClassBody",
  "StaticBlock",
  "SwitchStatement",
  "EnumDeclaration",
  "ObjectType",
  "MappedType",
  "NamespaceDeclaration",
  "InterfaceDeclaration",
]);
const objects = new Set([
  "ObjectExpression",
  "ObjectPattern",
  "ImportDeclaration",
  "ExportNamedDeclaration",
  "ExportAllDeclaration",
]);
const bodies = new Set(["BlockStatement", "FunctionBody", "ClassBody", "ObjectType"]);
const word = /^[a-z]+$/;
/** Words that a bracket, dot or mark may follow at once. */
const loose = new Set(["import", "super", "this", "new", "constructor"]);

const wish = (rule: SpacingRule, space: "" | " ", about: string, side: "before" | "behind"): Wish => ({
  rule,
  space,
  about,
  side,
});

function isOperator(node: JavaScriptNode, text: string): boolean {
  switch (node.type) {
    case "BinaryExpression":
    case "LogicalExpression":
    case "AssignmentExpression":
      return text === node.operator && !word.test(text);
    case "ConditionalExpression":
    case "ConditionalType":
      return text === "?" || text === ":";
    case "UnionType":
      return text === "|";
    case "IntersectionType":
      return text === "&";
    default:
      return text === "=>" || text === "=";
  }
}

const colonNodes = new Set([
  "Property",
  "PropertySignature",
  "AnnotatedPattern",
  "PropertyDefinition",
  "MethodDefinition",
  "MethodSignature",
  "FunctionDeclaration",
  "FunctionExpression",
  "ArrowFunctionExpression",
  "IndexSignature",
  "CallSignature",
  "SwitchCase",
  "LabeledStatement",
  "MappedType",
  "TupleMember",
  "ImportAttribute",
]);

/** What is wished in a tag, between its name and its attributes, around their `=`, and inside the braces of values. */
function wishInMarkup(type: string, left: Piece, right: Piece, text: SourceText): Wish | undefined {
  const l = left.text;
  const r = right.text;
  switch (type) {
    case "JSXAttribute":
      if (r === "=") return wish("operator-gap", "", r, "before");
      return l === "=" ? wish("operator-gap", "", l, "behind") : undefined;
    case "JSXExpressionContainer":
    case "JSXSpreadAttribute":
    case "JSXSpreadChild":
      if (l === "...") return wish("operator-gap", "", l, "behind");
      if (l === "{" && r === "}") return undefined;
      if (l === "{") return wish("bracket-gap", "", l, "behind");
      return r === "}" ? wish("bracket-gap", "", r, "before") : undefined;
    case "JSXMemberExpression":
    case "JSXNamespacedName":
      return r === "" ? wish("operator-gap", "", l, "behind") : wish("operator-gap", "", r, "before");
    case "JSXClosingElement":
      return r === "" || r === "/" ? wish("bracket-gap", "", l, "behind") : wish("bracket-gap", "", r, "before");
    case "JSXOpeningElement":
      if (l === "<" || l === "/") return wish("bracket-gap", "", l, "behind");
      if (r === ">") return wish("bracket-gap", "", r, "before");
      if (r === "/") return wish("bracket-gap", " ", "/>", "before");
      if (right.child === undefined) return undefined;
      return right.child.type === "TypeArguments"
        ? wish("bracket-gap", "", "<", "before")
        : wish("keyword-gap", " ", /^[^\s=/>]+/.exec(text.slice(right.from, right.to))?.[0] ?? "", "before");
    default:
      return undefined;
  }
}

/** What is wished between two pieces of a node; `undefined` where anything goes. */
function wishFor(
  node: JavaScriptNode,
  left: Piece,
  right: Piece,
  style: SpacingStyle,
  text: SourceText,
): Wish | undefined {
  const { type } = node;
  if (type.startsWith("JSX")) return wishInMarkup(type, left, right, text);
  const l = left.text;
  const r = right.text;
  if (r === "," || (r === ";" && type !== "ClassBody")) {
    return l === "[" || l === "," || l === "(" || l === ";" || l === "{"
      ? undefined
      : wish("comma-gap", "", r, "before");
  }
  if (type === "ObjectType" && left.child !== undefined && right.child !== undefined) {
    const mark = text.slice(left.to - 1, left.to);
    return /[;,]/.test(mark) ? wish("comma-gap", " ", mark, "behind") : undefined;
  }
  if (l === "," || (l === ";" && type === "ForStatement")) {
    return /^[)\]},;]$/.test(r) ? undefined : wish("comma-gap", " ", l, "behind");
  }
  if (l === "{" || r === "}") {
    if (l === "{" && r === "}") return wish("bracket-gap", "", "{", "behind");
    const [about, side] = l === "{" ? (["{", "behind"] as const) : (["}", "before"] as const);
    if (objects.has(type)) return wish("bracket-gap", style.braces === "spaced" ? " " : "", about, side);
    return blocks.has(type) ? wish("bracket-gap", " ", about, side) : undefined;
  }
  if (l === "(" || l === "[") return wish("bracket-gap", "", l, "behind");
  if (r === ")" || r === "]") return wish("bracket-gap", "", r, "before");
  if (isOperator(node, r)) return isLeading(left, r) ? undefined : wish("operator-gap", " ", r, "before");
  if (isOperator(node, l)) return isMark(node, left) ? undefined : wish("operator-gap", " ", l, "behind");
  if (colonNodes.has(type)) {
    if (r === ":" || (r === "?" && l !== "+" && l !== "-")) return wish("operator-gap", "", r, "before");
    if (l === ":") return wish("operator-gap", " ", ":", "behind");
  }
  switch (type) {
    case "UnaryExpression":
      // `<!--` would begin a comment.
      if (l === "!" && right.child?.type === "UpdateExpression") return undefined;
      return word.test(l) ? wish("keyword-gap", " ", l, "behind") : wish("operator-gap", "", l, "behind");
    case "UpdateExpression":
      return wish("operator-gap", "", node.operator, node.prefix ? "behind" : "before");
    case "SpreadElement":
    case "RestElement":
      return l === "..." ? wish("operator-gap", "", l, "behind") : undefined;
    case "MemberExpression":
      if (left.child?.type === "Literal" && /^\d/.test((left.child as Literal).raw)) return undefined;
      if (r === "." || r === "?." || r === "[") return wish("operator-gap", "", r, "before");
      return l === "." || l === "?." ? wish("operator-gap", "", l, "behind") : undefined;
    case "MetaProperty":
    case "QualifiedName":
      return r === "." ? wish("operator-gap", "", r, "before") : wish("operator-gap", "", ".", "behind");
    case "ArrayType":
    case "IndexedType":
      return r === "[" ? wish("operator-gap", "", r, "before") : undefined;
    case "ConstructorType":
      if (l === "new") return wish("keyword-gap", " ", l, "behind");
      break;
    case "NonNullExpression":
      return wish("operator-gap", "", "!", "before");
    case "TaggedTemplateExpression":
      if (right.child?.type === "TemplateLiteral") return wish("bracket-gap", "", "`", "before");
      break;
    case "Decorator":
      return l === "@" ? wish("operator-gap", "", l, "behind") : undefined;
    case "TypeAssertion":
      if (l === "<" || l === ">") return wish("bracket-gap", "", l, "behind");
      return r === ">" ? wish("bracket-gap", "", r, "before") : undefined;
    case "ImportExpression":
    case "ImportType":
    case "ExternalModule":
      if (r === "(" || r === ".") return wish(r === "(" ? "bracket-gap" : "operator-gap", "", r, "before");
      if (l === ".") return wish("operator-gap", "", l, "behind");
      break;
    case "CallExpression":
    case "NewExpression":
      if (r === "(" && left.text !== "(") return l === "new" ? undefined : wish("bracket-gap", "", "(", "before");
      break;
    default:
  }
  if (left.child?.type === "Decorator") {
    return wish("keyword-gap", " ", /^@[\w.]*/.exec(text.slice(left.from, left.to))![0], "behind");
  }
  if (type === "TryStatement" && right.child?.type === "CatchClause") {
    return wish("keyword-gap", " ", "catch", "before");
  }
  // A method's parameters belong to a function that begins with them.
  if (
    type === "MethodDefinition" &&
    right.child !== undefined &&
    right.child === node.value &&
    (left.child !== undefined || l === "]")
  ) return wish("bracket-gap", "", "(", "before");
  if (r === "(") {
    if (
      (
        type === "FunctionDeclaration" ||
        type === "MethodDefinition" ||
        type === "MethodSignature" ||
        (type === "FunctionExpression" && left.child !== undefined)
      ) &&
      (left.child !== undefined || l === "]")
    ) return wish("bracket-gap", "", "(", "before");
  }
  if (
    right.child !== undefined &&
    (right.child.type === "TypeParameters" || right.child.type === "TypeArguments") &&
    left.child !== undefined
  ) return wish("bracket-gap", "", "<", "before");
  if (right.child !== undefined && bodies.has(right.child.type) && l !== "=>" && !(type === "ExpressionStatement")) {
    if (type !== "TypeAliasDeclaration" && (l === ")" || word.test(l) || left.child !== undefined)) {
      return wish("keyword-gap", " ", "{", "before");
    }
  }
  if (
    r === "{" &&
    (
      type === "SwitchStatement" ||
      type === "EnumDeclaration" ||
      type === "StaticBlock" ||
      type === "NamespaceDeclaration"
    )
  ) return wish("keyword-gap", " ", "{", "before");
  if (word.test(l) && !loose.has(l) && !/^[;:.,)\]*?!<]$|^\?\.$/.test(r)) return wish("keyword-gap", " ", l, "behind");
  if (word.test(r) && (left.child !== undefined || l === ")" || l === "}" || l === "]" || l === "*")) {
    return wish("keyword-gap", " ", r, "before");
  }
  if (
    l === ")" &&
    right.child !== undefined &&
    right.child.type !== "EmptyStatement" &&
    /^(?:If|For|ForIn|ForOf|While|With)Statement$/.test(type)
  ) return wish("keyword-gap", " ", ")", "behind");
  return undefined;
}

/** A `|` or `&` before the first of some types. */
const isLeading = (left: Piece, r: string): boolean =>
  (r === "|" || r === "&") && left.child === undefined && left.text !== ")" && left.text !== "]";
const isMark = (node: JavaScriptNode, left: Piece): boolean =>
  (left.text === "|" || left.text === "&") && left.from === node.start;

/** The blank space between two pieces where they stand on one line. */
export function flatSpace(
  node: JavaScriptNode,
  left: Piece,
  right: Piece,
  style: SpacingStyle,
  text: SourceText,
): "" | " " {
  const wished = aside.test(node.type) ? undefined : wishFor(node, left, right, style, text)?.space;
  const space = wished ??
    (/[\n\r\u2028\u2029]/.test(right.space) ? usualSpace(left, right) : right.space === "" ? "" : " ");
  return space === "" && wouldJoin(text.slice(left.to - 1, left.to) + text.slice(right.from, right.from + 1))
    ? " "
    : space;
}

/** What stands between two pieces that stood on two lines, where nothing is wished. */
function usualSpace(left: Piece, right: Piece): "" | " " {
  if (/^(?:[([.!~@#<]|\.\.\.|\?\.)$/.test(left.text) || /^(?:[)\].,;:>(`!]|\?\.|\[)$/.test(right.text)) return "";
  return " ";
}

/** Whether two characters would make another token without a space between them. */
const wouldJoin = (both: string): boolean => /[\w$]{2}|\+\+|--|\/\/|\/\*|\.\.|<!/.test(both);

export interface Gap extends Wish {
  readonly from: number;
  readonly to: number;
  /** What stands on either side, as far as it is a node. */
  readonly around: readonly [Node | undefined, Node | undefined];
}

let last: {
  siblings: Siblings;
  text: SourceText | object;
  start: number;
  braces: string;
  gaps: readonly Gap[];
} | undefined;

/** The places among some children of a node where the blank space on a line is not as wished. */
export function wrongGaps(siblings: Siblings, text: SourceText, style: SpacingStyle): readonly Gap[] {
  const { node } = siblings;
  if (aside.test(node.type)) return [];
  const { start } = siblings.base;
  const now = text.snapshot ?? text;
  if (
    last !== undefined &&
    last.siblings === siblings &&
    last.text === now &&
    last.start === start &&
    last.braces === style.braces
  ) return last.gaps;
  const pieces = piecesAmong(siblings, text);
  const gaps: Gap[] = [];
  for (let index = 1; index < pieces.length; index += 1) {
    const left = pieces[index - 1]!;
    const right = pieces[index]!;
    if (left.isComment || right.isComment || /[\n\r\u2028\u2029]/.test(right.space)) continue;
    const wished = wishFor(node as JavaScriptNode, left, right, style, text);
    if (wished === undefined || wished.space === right.space) continue;
    // Without the space two tokens could become another one.
    if (wished.space === "" && wouldJoin(text.slice(left.to - 1, left.to) + text.slice(right.from, right.from + 1))) {
      continue;
    }
    gaps.push({ ...wished, from: left.to, to: right.from, around: [left.child, right.child] });
  }
  last = { siblings, text: now, start, braces: style.braces, gaps };
  return gaps;
}
