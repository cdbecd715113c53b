/** Laying a pattern on code. */
import type { Node } from "../../../../syntax/node.js";
import type { JavaScriptNode } from "../../index.js";
import type { FunctionDeclaration, FunctionExpression, FunctionNode } from "../../nodes/index.js";
import { holeOf, isFunction, type CompiledPattern } from "./compile.js";

/** What the holes of a pattern hold. */
export type Holes = ReadonlyMap<string, readonly Node[]>;

/** Fields that say nothing of what a node means. */
const aside = new Set(["parent", "flags", "length", "offset", "type", "fact", "raw"]);
/** What a pattern leaves open by not saying it. */
const open = new Set([
  "async",
  "generator",
  "declare",
  "optional",
  "definite",
  "accessibility",
  "readonly",
  "override",
  "abstract",
  "typeParameters",
  "typeArguments",
  "superTypeArguments",
  "returnType",
  "annotation",
  "implements",
  "decorators",
]);
const alike: Readonly<Record<string, string>> = {
  FunctionExpression: "FunctionDeclaration",
  ClassExpression: "ClassDeclaration",
};
const typeOf = ({ type }: Node): string => alike[type] ?? type;

/** The node types at which a pattern may fit. */
export function startsAt({ trees, anyFunction }: CompiledPattern): string[] {
  return [
    ...new Set(
      trees.flatMap((tree) => [
        ...(anyFunction && isFunction(tree) ? ["ArrowFunctionExpression"] : []),
        tree.type,
        ...Object.keys(alike).filter((type) => alike[type] === typeOf(tree)),
        typeOf(tree),
      ]),
    ),
  ];
}

/** Lays a pattern on a node; gives what its holes hold if it fits. */
export function matchPattern(
  { trees, tests, inside, notInside, anyFunction }: CompiledPattern,
  node: Node,
  textOf: (nodes: readonly Node[]) => string,
): Holes | undefined {
  for (const tree of trees) {
    const holes = new Trial((name, found) => tests.get(name)?.(found, textOf) !== false);
    const isFitting = anyFunction && isFunction(tree) ? fitsFunction(tree, node, holes) : fits(tree, node, holes);
    if (isFitting && inside.every((kind) => isIn(node, kind)) && !notInside.some((kind) => isIn(node, kind))) {
      return holes;
    }
  }
  return undefined;
}

/** Whether something of a kind stands around a node. */
function isIn(node: Node, isKind: (around: Node) => boolean): boolean {
  for (let up = node.parent; up !== null; up = up.parent) if (isKind(up)) return true;
  return false;
}

/** What holes hold so far; each must pass its test. */
class Trial extends Map<string, readonly Node[]> {
  constructor(readonly passes: (name: string, found: readonly Node[]) => boolean) {
    super();
  }

  copy(): Trial {
    const other = new Trial(this.passes);
    for (const [name, found] of this) other.set(name, found);
    return other;
  }
}

const everything = (): boolean => true;

function isNode(value: unknown): value is Node {
  return typeof value === "object" && value !== null && "each" in value;
}

function hold(holes: Trial, name: string, found: readonly Node[]): boolean {
  const before = holes.get(name);
  if (before !== undefined) {
    return before.length === found.length && before.every((node, index) => fits(
      node,
      found[index]!,
      new Trial(everything),
      true,
    ));
  }
  if (!holes.passes(name, found)) return false;
  holes.set(name, found);
  return true;
}

/** The name that a function has itself, or from what it is given to: a member, or a declaration. */
function nameOf(node: FunctionNode): Node | null {
  if ("id" in node && node.id !== null) return node.id;
  const holder = node.parent as JavaScriptNode;
  switch (holder.type) {
    case "MethodDefinition":
    case "Property":
    case "PropertyDefinition":
      return holder.value === node ? holder.key : null;
    case "VariableDeclarator":
      return holder.init === node ? holder.id : null;
    default:
      return null;
  }
}

/** Lays a function of a pattern on one of any form: what a concise arrow gives back is its only statement. */
function fitsFunction(pattern: FunctionDeclaration | FunctionExpression, node: Node, holes: Trial): boolean {
  const one = node as FunctionNode;
  if (pattern.body === null || one.body === null || !("params" in one)) return false;
  if (pattern.id !== null) {
    const name = nameOf(one);
    if (name === null || !fits(pattern.id, name, holes)) return false;
  }
  const statements = one.body.type === "FunctionBody" ? one.body.body : [one.body];
  return listFits(pattern.params, one.params, holes, false) && listFits(pattern.body.body, statements, holes, false);
}

/** `exactly` compares code with code, where there are no holes and nothing is left open. */
function fits(pattern: Node, node: Node, holes: Trial, exactly = false): boolean {
  const hole = exactly ? undefined : holeOf(pattern);
  if (hole !== undefined) return hold(holes, hole.name, [node]);
  if (typeOf(pattern) !== typeOf(node)) return false;
  const text = spokenBy(pattern);
  if (text !== undefined && text !== spokenBy(node)) return false;
  for (const [key, wanted] of Object.entries(pattern)) {
    if (aside.has(key)) continue;
    const found = (node as unknown as Record<string, unknown>)[key];
    if (
      !exactly &&
      open.has(key) &&
      (wanted === null || wanted === false || wanted === undefined || (Array.isArray(wanted) && wanted.length === 0))
    ) continue;
    if (!valueFits(wanted, found, holes, exactly)) return false;
  }
  return true;
}

/** What a node without children says: a literal by its value, however it is written. */
function spokenBy(node: Node): string | undefined {
  const one = node as JavaScriptNode;
  switch (one.type) {
    case "Literal":
      return one.isString ? JSON.stringify(one.value) : typeof one.value === "number" ? String(one.value) : one.raw;
    case "TemplateElement":
      return one.raw;
    case "JSXText":
      return one.raw.trim().replaceAll(/\s+/g, " ");
    default:
      return undefined;
  }
}

function valueFits(wanted: unknown, found: unknown, holes: Trial, exactly: boolean): boolean {
  if (isNode(wanted)) return isNode(found) && fits(wanted, found, holes, exactly);
  if (Array.isArray(wanted)) return Array.isArray(found) && listFits(wanted, found, holes, exactly);
  if (typeof wanted === "object" && wanted !== null) return JSON.stringify(wanted) === JSON.stringify(found);
  return wanted === found || (wanted === undefined && found === null) || (wanted === null && found === undefined);
}

/** Lists fit element by element; a hole for many takes as few as it can, and more while the rest does not fit. */
function listFits(
  wanted: readonly unknown[],
  found: readonly unknown[],
  holes: Trial,
  exactly: boolean,
): boolean {
  if (wanted.length === 0) return found.length === 0;
  const [first, ...rest] = wanted;
  const hole = !exactly && isNode(first) ? holeOf(first) : undefined;
  if (hole?.many !== true) {
    return found.length > 0 &&
      valueFits(first, found[0], holes, exactly) &&
      listFits(rest, found.slice(1), holes, exactly);
  }
  for (let count = rest.length === 0 ? found.length : 0; count <= found.length; count += 1) {
    const taken = found.slice(0, count);
    if (!taken.every(isNode)) return false;
    const trial = holes.copy();
    if (!hold(trial, hole.name, taken) || !listFits(rest, found.slice(count), trial, exactly)) continue;
    for (const [name, value] of trial) holes.set(name, value);
    return true;
  }
  return false;
}
