/** The strain of each function of a text. */
import type { Language } from "../languages/language.js";
import { weightsOf, type ShapeOf } from "../model/measures.js";
import { shapeIn, type FunctionShape } from "../model/shapes.js";
import { strainOf, type Strain } from "../model/strain.js";
import { isWorthKeeping, NodeMemo } from "../syntax/memo.js";
import { Node } from "../syntax/node.js";
import { nodeAt, walk } from "../syntax/walk.js";
import type { Span } from "../text/edit.js";
import type { SourceText, Text } from "../text/text.js";

export interface FunctionStrain {
  /** The names of the function and of those and the classes around it, from the outside in, with dots between; `undefined` for one without a name. */
  readonly name: string | undefined;
  /** Where it says what it is. */
  readonly at: Span;
  readonly strain: Strain;
}

/** What a line of a function adds to its strain. */
export interface LineStrain {
  /** Where the first thing on the line begins that adds something. */
  readonly at: number;
  readonly branches: number;
  readonly nesting: number;
}

/** What the lines of a function add to its strain, in the order of the text. */
export function linesOfStrain(
  label: Span,
  root: Node,
  { shapes }: Pick<Language, "shapes">,
  { lines }: Text,
): LineStrain[] {
  const shape: ShapeOf = (name, node) => shapeIn(shapes, name, node);
  let one: FunctionShape | undefined;
  for (let up: Node | null = nodeAt(root, label.from, label.to); up !== null && one === undefined; up = up.parent) {
    // What a name is given to says what the function is called.
    up.each((child) => void (one ??= shape("function", child)));
    one = shape("function", up) ?? one;
  }
  const body = one?.body ?? [];
  const byLine = new Map<number, LineStrain>();
  for (const { node, branches, nesting } of weightsOf(Array.isArray(body) ? body : [body as Node], shape)) {
    const line = lines.lineAt(node.start);
    const before = byLine.get(line) ?? { at: node.start, branches: 0, nesting: 0 };
    byLine.set(line, { ...before, branches: before.branches + branches, nesting: before.nesting + nesting });
  }
  return [...byLine.values()].sort((a, b) => a.at - b.at);
}

const holdsFunction = new NodeMemo<boolean>();
const kept = new NodeMemo<Strain>();

/** The functions below a node, in the order of the text. Where none are is kept, so that after an edit little is gone through again. */
function functionsIn(root: Node, isFunction: (node: Node) => boolean): Node[] {
  const found: Node[] = [];
  const marked = new Set<Node>();
  walk(
    root,
    (node) => {
      if (isFunction(node)) found.push(node);
      return holdsFunction.get(node) !== false;
    },
    (node) => {
      const holds = marked.delete(node) || isFunction(node);
      if (isWorthKeeping(node)) holdsFunction.set(node, holds);
      if (holds && node !== root) marked.add(node.parent!);
    },
  );
  return found;
}

/** The strain of the functions of a text for which `wants` says so, in the order of the text. */
export function strainsOf(
  root: Node,
  { shapes, facts }: Pick<Language, "shapes" | "facts">,
  text: SourceText,
  wants: (strain: Strain) => boolean = () => true,
): FunctionStrain[] {
  const shape: ShapeOf = (name, node) => shapeIn(shapes, name, node);
  const labelOf = (node: Node): Span => {
    const label = facts.labelOf(node, text);
    return label instanceof Node ? { from: label.start, to: label.end } : label;
  };
  const wordOf = (node: Node): string | undefined => {
    const name = shape("class", node)?.name;
    if (name != null) return text.slice(name.start, name.end);
    if (shape("function", node) === undefined) return undefined;
    const { from, to } = labelOf(node);
    const word = text.slice(from, to);
    return /^[\p{L}_$#][\p{L}\p{N}_$]*$/u.test(word) && !/^(?:function|async)$/.test(word) ? word : undefined;
  };
  return functionsIn(root, (node) => shape("function", node) !== undefined).flatMap((node): FunctionStrain[] => {
    const one = shape("function", node)!;
    if (one.body === null) return [];
    let strain = kept.get(node);
    if (strain === undefined) kept.set(node, (strain = strainOf(one, { text, shape, facts })));
    if (!wants(strain)) return [];
    const own = wordOf(node);
    const around: string[] = [];
    for (let up = node.parent; up !== null && own !== undefined; up = up.parent) around.unshift(wordOf(up) ?? "");
    const name = own === undefined ? undefined : [...around, own].filter((word) => word !== "").join(".");
    return [{ name, at: labelOf(node), strain }];
  });
}
