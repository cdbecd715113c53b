/** From a pattern as it is written in settings, code with holes, to a tree that can be laid on code. */
import { PatternError, type PatternText } from "../../../../rules/patterns.js";
import type { Node } from "../../../../syntax/node.js";
import { nodeAt, walk } from "../../../../syntax/walk.js";
import { Text } from "../../../../text/text.js";
import type { FunctionDeclaration, FunctionExpression, JavaScriptNode } from "../../nodes/index.js";
import { parse } from "../../parser/index.js";
import { kindTest } from "./kinds.js";

/** A condition on what a hole holds. */
export type HoleTest = (found: readonly Node[], textOf: (nodes: readonly Node[]) => string) => boolean;

export interface CompiledPattern {
  /** One of these must fit. */
  readonly trees: readonly Node[];
  readonly tests: ReadonlyMap<string, HoleTest>;
  /** Kinds of what must stand around it somewhere, and of what must not. */
  readonly inside: readonly ((node: Node) => boolean)[];
  readonly notInside: readonly ((node: Node) => boolean)[];
  readonly rewrite: Rewrite | undefined;
  /** Whether a function among the trees fits functions of every form. */
  readonly anyFunction: boolean;
}

/** What a match is rewritten to. */
export interface Rewrite {
  /** Code between holes, and the holes; each with the node that it is there. */
  readonly pieces: readonly (string | { readonly hole: Hole; readonly node: Node })[];
  /** The code with names for its holes. */
  readonly source: Text;
  /** The expression or statements that it is; none for an empty one. */
  readonly items: readonly JavaScriptNode[];
}

export interface Hole {
  readonly name: string;
  /** Whether it stands for any number of elements. */
  readonly many: boolean;
}

const holeForm = /\{\{([A-Za-z][A-Za-z0-9]*)(…|\.\.\.)?\}\}/g;
const one = "quillHole_";
const many = "quillHoles_";

/** The holes of a text, in order. */
function holesIn(text: string): Hole[] {
  return [...text.matchAll(holeForm)].map(([, name, dots]) => ({ name: name!, many: dots !== undefined }));
}

/** A text with its holes filled. */
export function fill(text: string, hole: (name: string) => string): string {
  return text.replaceAll(holeForm, (_, name: string) => hole(name));
}

/** The hole that a node of a pattern is; those that only carry an expression or name are looked into. */
export function holeOf(node: Node): Hole | undefined {
  const inner = node as JavaScriptNode;
  switch (inner.type) {
    case "Identifier":
    case "JSXIdentifier":
      if (inner.name.startsWith(one)) return { name: inner.name.slice(one.length), many: false };
      return inner.name.startsWith(many) ? { name: inner.name.slice(many.length), many: true } : undefined;
    case "ExpressionStatement":
    case "JSXExpressionContainer":
      return holeOf(inner.expression);
    case "Property":
      return inner.shorthand ? holeOf(inner.key) : undefined;
    case "PropertyDefinition":
      return inner.value === null ? holeOf(inner.key) : undefined;
    case "ImportSpecifier":
      return holeOf(inner.local);
    case "NameType":
      return holeOf(inner.name);
    case "EnumMember":
      return inner.value === null ? holeOf(inner.key) : undefined;
    case "PropertySignature":
      return inner.annotation === null ? holeOf(inner.key) : undefined;
    default:
      return undefined;
  }
}

/** Checks a pattern and makes it ready. Throws a `PatternError`. */
export function compilePattern(pattern: PatternText): CompiledPattern {
  const texts = typeof pattern.find === "string" ? [pattern.find] : pattern.find;
  const trees = texts.map((text, index) => treeOf(text, typeof pattern.find === "string" ? ["find"] : ["find", index]));
  const holes = texts.map(holesIn);
  const everywhere = (name: string): boolean => holes.every((list) => list.some((hole) => hole.name === name));
  for (const name of Object.keys(pattern.where ?? {})) {
    if (!holes.some((list) => list.some((hole) => hole.name === name))) {
      throw new PatternError(`there is no hole \`{{${name}}}\` in the pattern`, ["where", name]);
    }
  }
  for (const key of ["message", "rewrite"] as const) {
    const missing = holesIn(pattern[key] ?? "").find(({ name }) => !everywhere(name));
    if (missing) {
      throw new PatternError(
        `there is no hole \`{{${missing.name}}}\` in ${texts.length > 1 ? "each of the patterns" : "the pattern"}`,
        [key],
      );
    }
  }
  if (pattern.mark !== undefined && !everywhere(pattern.mark)) {
    throw new PatternError(
      `there is no hole \`{{${pattern.mark}}}\` in ${texts.length > 1 ? "each of the patterns" : "the pattern"}`,
      ["mark"],
    );
  }
  const anyFunction = pattern.functions === "any";
  if (anyFunction && !trees.some(isFunction)) {
    throw new PatternError(
      "none of the patterns is a function, as `function {{name}}({{parameters…}}) { {{body…}} }`",
      [
        "functions",
      ],
    );
  }
  if (anyFunction && pattern.rewrite !== undefined) {
    throw new PatternError("functions of any form cannot be rewritten as one of them", ["rewrite"]);
  }
  const tests = new Map(
    Object.entries(pattern.where ?? {}).map(([name, condition]) => [name, testOf(name, condition)]),
  );
  const around = (key: "inside" | "notInside"): ((node: Node) => boolean)[] =>
    wordsOf(pattern[key]).map((word) => kindOf(word, [key]));
  const rewrite = pattern.rewrite === undefined ? undefined : rewriteOf(pattern.rewrite);
  return { trees, tests, inside: around("inside"), notInside: around("notInside"), rewrite, anyFunction };
}

/** Whether a tree is a function in the form with that word. */
export function isFunction(node: Node): node is FunctionDeclaration | FunctionExpression {
  return node.type === "FunctionDeclaration" || node.type === "FunctionExpression";
}

/** Code with names in the place of its holes; in markup a hole that is a value stands in braces. */
function namesForHoles(text: string): string {
  const nameOf = (name: string, dots: string | undefined): string => `${dots === undefined ? one : many}${name}`;
  return text
    .replaceAll(
      new RegExp(`=(?=${holeForm.source}[\\s/>])${holeForm.source}`, "g"),
      (...found: string[]) => `={${nameOf((found[1] ?? found[3])!, found[2] ?? found[4])}}`,
    )
    .replaceAll(holeForm, (_, name: string, dots: string | undefined) => nameOf(name, dots));
}

/** Where statements and members of every kind may stand. */
const contexts = [
  ["", ""],
  ["async function* pattern() { class A extends B { m() { for (;;) {\n", "\n} } } }"],
  ["async function* pattern() {\n", "\n}"],
  ["class A extends B { constructor() { super();\n", "\n} }"],
] as const;

/** The expression or statements of some code with holes; nothing where it is none. */
function itemsOf(text: string): { source: string; begin: number; items: JavaScriptNode[] } | undefined {
  const source = namesForHoles(text);
  for (const jsx of [false, true]) {
    for (const [before, after] of contexts) {
      const whole = before + source + after;
      const { root, problems } = parse(whole, { module: true, jsx, typescript: true });
      if (problems.length > 0) continue;
      return {
        source: whole,
        begin: before.length,
        items: itemsIn(root, before.length, before.length + source.length),
      };
    }
    // A function or class without a name is one only where a value is wanted.
    const { root, problems } = parse(`(${source})`, { module: true, jsx, typescript: true });
    if (problems.length === 0 && /^\s*(?:async\s+)?(?:function|class)\b/.test(source)) {
      return { source: `(${source})`, begin: 1, items: itemsIn(root, 0, source.length + 2) };
    }
  }
  return undefined;
}

/** A single expression is meant where no semicolon makes it a statement. */
function plain(item: JavaScriptNode, text: string): JavaScriptNode {
  return item.type === "ExpressionStatement" && !/;\s*$/.test(text) ? item.expression : item;
}

function treeOf(text: string, path: readonly (string | number)[]): Node {
  const found = itemsOf(text);
  if (found !== undefined) {
    const [item, second] = found.items;
    if (item === undefined) throw new PatternError("the pattern is empty", path);
    if (second !== undefined) throw new PatternError("a pattern is one expression or one statement", path);
    const tree = plain(item, text);
    if (holeOf(tree)) throw new PatternError("a hole alone fits everything: write some code around it", path);
    const held = new Set<string>();
    walk(tree, (node) => void held.add(holeOf(node)?.name ?? ""));
    const lost = holesIn(text).find(({ name }) => !held.has(name));
    if (lost !== undefined) {
      throw new PatternError(
        `\`{{${lost.name}}}\` stands in a text and can hold nothing there: in code a hole stands without quotes, among markup in braces of its own`,
        path,
      );
    }
    return tree;
  }
  const unclosed = text.replaceAll(holeForm, "").indexOf("{{");
  const { problems } = parse(namesForHoles(text), { module: true, jsx: false, typescript: true });
  const lacksBody = /\)\s*\{\{[A-Za-z][A-Za-z0-9]*(?:…|\.\.\.)?\}\}\s*$/.test(text);
  const reason = lacksBody
    ? "a body is written `{ {{body…}} }`"
    : unclosed >= 0 && holesIn(text).length === 0
      ? "a hole is written `{{name}}`"
      : fill(problems[0]!.message.replaceAll(new RegExp(`${one}|${many}`, "g"), ""), (name) => name);
  throw new PatternError(`the pattern is no code: ${reason}`, path);
}

/** What a match is rewritten to; code that stands nowhere by itself is a mistake. */
function rewriteOf(text: string): Rewrite {
  const found = itemsOf(text);
  if (found === undefined) throw new PatternError("the rewrite is no code", ["rewrite"]);
  const source = Text.of(found.source);
  const items = found.items.length === 1 ? [plain(found.items[0]!, text)] : found.items;
  const [first] = items;
  if (first === undefined) return { pieces: [text], source, items };
  const root = rootOf(first);
  const pieces: (string | { hole: Hole; node: Node })[] = [];
  let done = found.begin;
  let at = 0;
  for (const match of text.matchAll(holeForm)) {
    const hole = { name: match[1]!, many: match[2] !== undefined };
    const name = `${hole.many ? many : one}${hole.name}`;
    const from = found.source.indexOf(name, done);
    pieces.push(text.slice(at, match.index), { hole, node: nodeAt(root, from, from + name.length) });
    at = match.index + match[0].length;
    done = from + name.length;
  }
  pieces.push(text.slice(at));
  return { pieces, source, items };
}

function rootOf(node: Node): Node {
  let root = node;
  while (root.parent !== null) root = root.parent;
  return root;
}

/** The statements that begin in a stretch of a text and stand in no other one there. */
function itemsIn(root: JavaScriptNode, from: number, to: number): JavaScriptNode[] {
  const found: JavaScriptNode[] = [];
  const visit = (node: Node): void => {
    if (
      node.start >= from &&
      node.end <= to &&
      node.length > 0 &&
      (node.parent as JavaScriptNode).type !== "EmptyStatement"
    ) found.push(node as JavaScriptNode);
    else node.each(visit);
  };
  root.each(visit);
  return found;
}

const wordsOf = (list: string | string[] | undefined): string[] => (
  list === undefined ? [] : typeof list === "string" ? [list] : list
);

function kindOf(word: string, path: readonly string[]): (node: Node) => boolean {
  const test = kindTest(word);
  if (test === undefined) throw new PatternError(`there is no kind \`${word}\``, path);
  return test;
}

function testOf(
  name: string,
  { kind, not, text, atLeast = 0, atMost = Infinity }: NonNullable<PatternText["where"]>[string],
): HoleTest {
  const kinds = wordsOf(kind).map((word) => kindOf(word, ["where", name, "kind"]));
  const others = wordsOf(not).map((word) => kindOf(word, ["where", name, "not"]));
  let form: RegExp | undefined;
  try {
    if (text !== undefined) form = new RegExp(`^(?:${text})$`, "su");
  } catch (error) {
    throw new PatternError(`this is no regular expression: ${(error as Error).message}`, ["where", name, "text"]);
  }
  return (found, textOf) => {
    if (found.length < atLeast || found.length > atMost) return false;
    if (form !== undefined && !form.test(textOf(found))) return false;
    return found.every(
      (node) => (kinds.length === 0 || kinds.some((test) => test(node))) && !others.some((test) => test(node)),
    );
  };
}
