/** From a pattern as it is written in settings, code with holes, to a tree that can be laid on code. */
import { parse, type JavaScriptNode } from "../../languages/javascript/index.js";
import type { Node } from "../../syntax/node.js";
import { kindTest } from "./kinds.js";

/** A pattern as settings hold it. */
export interface PatternText {
  readonly find: string | string[];
  readonly where?:
    | Record<
      string,
      {
        kind?: string | string[] | undefined;
        not?: string | string[] | undefined;
        text?: string | undefined;
        atLeast?: number | undefined;
        atMost?: number | undefined;
      }
    >
    | undefined;
  readonly message: string;
  readonly rewrite?: string | undefined;
}

/** A condition on what a hole holds. */
export type HoleTest = (found: readonly Node[], textOf: (nodes: readonly Node[]) => string) => boolean;

export interface CompiledPattern {
  /** One of these must fit. */
  readonly trees: readonly Node[];
  readonly tests: ReadonlyMap<string, HoleTest>;
}

/** What is wrong with a pattern, and under which of its keys. */
export class PatternError extends Error {
  constructor(
    message: string,
    readonly path: readonly (string | number)[],
  ) {
    super(message);
  }
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
export function holesIn(text: string): Hole[] {
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
  const tests = new Map(
    Object.entries(pattern.where ?? {}).map(([name, condition]) => [name, testOf(name, condition)]),
  );
  return { trees, tests };
}

function treeOf(text: string, path: readonly (string | number)[]): Node {
  const unclosed = text.replaceAll(holeForm, "").indexOf("{{");
  const source = text.replaceAll(
    holeForm,
    (_, name: string, dots: string | undefined) => `${dots === undefined ? one : many}${name}`,
  );
  for (const jsx of [false, true]) {
    for (
      const [before, after] of [
        ["", ""],
        ["async function* pattern() { class A extends B { m() { for (;;) {\n", "\n} } } }"],
      ] as const
    ) {
      const { root, problems } = parse(before + source + after, { module: true, jsx, typescript: true });
      if (problems.length > 0) continue;
      const [item, second] = itemsIn(root, before.length, before.length + source.length);
      if (item === undefined) throw new PatternError("the pattern is empty", path);
      if (second !== undefined) throw new PatternError("a pattern is one expression or one statement", path);
      const tree = item.type === "ExpressionStatement" && !/;\s*$/.test(text) ? item.expression : item;
      if (holeOf(tree)) throw new PatternError("a hole alone fits everything: write some code around it", path);
      return tree;
    }
  }
  const { problems } = parse(source, { module: true, jsx: false, typescript: true });
  const lacksBody = /\)\s*\{\{[A-Za-z][A-Za-z0-9]*(?:…|\.\.\.)?\}\}\s*$/.test(text);
  const reason = lacksBody
    ? "a body is written `{ {{body…}} }`"
    : unclosed >= 0 && holesIn(text).length === 0
      ? "a hole is written `{{name}}`"
      : fill(problems[0]!.message.replaceAll(new RegExp(`${one}|${many}`, "g"), ""), (name) => name);
  throw new PatternError(`the pattern is no code: ${reason}`, path);
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

function testOf(
  name: string,
  { kind, not, text, atLeast = 0, atMost = Infinity }: NonNullable<PatternText["where"]>[string],
): HoleTest {
  const words = (list: string | string[] | undefined): string[] => (
    list === undefined ? [] : typeof list === "string" ? [list] : list
  );
  const make = (key: string, word: string): ((node: Node) => boolean) => {
    const test = kindTest(word);
    if (test === undefined) throw new PatternError(`there is no kind \`${word}\``, ["where", name, key]);
    return test;
  };
  const kinds = words(kind).map((word) => make("kind", word));
  const others = words(not).map((word) => make("not", word));
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
