/**
 * How much there is to keep in mind in a piece of code: its branches, and how deep they stand in each other. What stands in a function inside of it is not counted:
 * that is measured by itself.
 */
import { isWorthKeeping, NodeMemo } from "../syntax/memo.js";
import type { Node } from "../syntax/node.js";
import { walk } from "../syntax/walk.js";
import type { SourceText } from "../text/text.js";
import type { CodeFacts } from "./code.js";
import type { ShapeName, Shapes } from "./shapes.js";

/** What is counted of a node with all below it. */
export interface Measure {
  /** Ways that can be gone: a branch, a turn of a loop, a case, a fault that is caught, and each part of a condition. */
  readonly branches: number;
  /** For each branch, loop, choice and handler how many others it stands in. */
  readonly nesting: number;
  /** How many of them there are. */
  readonly stretches: number;
  /** How many stand in each other at most. */
  readonly depth: number;
  /** The lines of code of functions that stand in it. */
  readonly innerLines: number;
}

export type ShapeOf = <Name extends ShapeName>(name: Name, node: Node) => Shapes[Name] | undefined;

/** Code that can be measured: a text with what its language tells of it. */
export interface MeasuredCode {
  readonly text: SourceText;
  readonly shape: ShapeOf;
  readonly facts: Pick<CodeFacts, "codeLines">;
}

const nothing: Measure = { branches: 0, nesting: 0, stretches: 0, depth: 0, innerLines: 0 };

const kept = new NodeMemo<Measure>();

/** What a node adds to the branches, and whether what stands below it stands deeper. */
function ownOf(node: Node, shape: ShapeOf): { readonly branches: number; readonly deepens: boolean } | undefined {
  const branch = shape("branch", node);
  if (branch !== undefined) return { branches: 1, deepens: !branch.isValue };
  if (shape("loop", node) !== undefined) return { branches: 1, deepens: true };
  const choice = shape("choice", node);
  if (choice !== undefined) {
    return { branches: choice.cases.filter(({ tests }) => tests.length > 0).length, deepens: true };
  }
  const handler = shape("handler", node);
  if (handler !== undefined) return { branches: handler.caught.length, deepens: true };
  if (shape("logical", node) !== undefined) return { branches: 1, deepens: false };
  return undefined;
}

/** What stands in a branch, loop, choice, handler or function, and that itself. */
const deeper = ({ branches, nesting, stretches, depth, innerLines }: Measure, own: number): Measure => ({
  branches: branches + own,
  nesting: nesting + stretches,
  stretches: stretches + 1,
  depth: depth + 1,
  innerLines,
});

/** In a chain the next test stands beside the one before, and not in it. */
function besideChain(node: Node, whole: Measure, shape: ShapeOf): Measure {
  const branch = shape("branch", node);
  if (branch?.next == null) return whole;
  const of = (part: Node): Measure => kept.get(part) ?? nothing;
  const next = of(branch.next);
  const inside = Math.max(of(branch.test).depth, of(branch.then).depth);
  return { ...whole, nesting: whole.nesting - next.stretches, depth: Math.max(1 + inside, next.depth) };
}

/** Measures a node with all below it. What was measured is kept, so that after an edit only what stands around it is measured again. */
export function measure(root: Node, { text, shape, facts }: MeasuredCode): Measure {
  const before = kept.get(root);
  if (before !== undefined) return before;
  const sums: { -readonly [Key in keyof Measure]: Measure[Key] }[] = [{ ...nothing }];
  const add = (found: Measure): void => {
    const sum = sums.at(-1)!;
    sum.branches += found.branches;
    sum.nesting += found.nesting;
    sum.stretches += found.stretches;
    sum.depth = Math.max(sum.depth, found.depth);
    sum.innerLines += found.innerLines;
  };
  const skipped = new Set<Node>();
  walk(
    root,
    (node) => {
      const known = kept.get(node);
      if (known !== undefined) {
        add(known);
        skipped.add(node);
        return false;
      }
      sums.push({ ...nothing });
      return shape("function", node) === undefined;
    },
    (node) => {
      // What was known has been added.
      if (skipped.delete(node)) return;
      const inner = sums.pop()!;
      const isFunction = shape("function", node) !== undefined;
      const own = isFunction ? undefined : ownOf(node, shape);
      const found = isFunction
        // The line that it begins on is one of the code around it too.
        ? { ...nothing, innerLines: Math.max(0, facts.codeLines(text, node.start, node.end) - 1) }
        : own === undefined
          ? inner
          : own.deepens
            ? besideChain(node, deeper(inner, own.branches), shape)
            : { ...inner, branches: inner.branches + own.branches };
      // What stands in a branch is asked for when the branch is left.
      const isAsked = node.parent !== null && node !== root && shape("branch", node.parent) !== undefined;
      if (isAsked || node === root || isWorthKeeping(node)) kept.set(node, found);
      add(found);
    },
  );
  return sums[0]!;
}

/** What one node adds to the branches and the nesting of the function around it. */
export interface Weight {
  readonly node: Node;
  readonly branches: number;
  readonly nesting: number;
}

/** What the nodes in some code add, in the order of the text; the functions that stand in it aside. Their sums are those of `measureOfParts`. */
export function weightsOf(parts: readonly Node[], shape: ShapeOf): Weight[] {
  const found: Weight[] = [];
  const depths = new Map<Node, number>();
  for (const part of parts) {
    walk(part, (node) => {
      if (shape("function", node) !== undefined) return false;
      const own = ownOf(node, shape);
      const up = node === part ? undefined : node.parent!;
      const isNext = up !== undefined && shape("branch", up)?.next === node;
      const depth = up === undefined ? 0 : depths.get(up)! - (isNext ? 1 : 0);
      depths.set(node, depth + (own?.deepens === true ? 1 : 0));
      if (own !== undefined && own.branches + (own.deepens ? depth : 0) > 0) {
        found.push({ node, branches: own.branches, nesting: own.deepens ? depth : 0 });
      }
      return true;
    });
  }
  return found;
}

/** What a function holds, without what it is itself. */
export function measureOfParts(parts: readonly Node[], code: MeasuredCode): Measure {
  return parts
    .map((part) => measure(part, code))
    .reduce(
      (sum, one) => ({
        branches: sum.branches + one.branches,
        nesting: sum.nesting + one.nesting,
        stretches: sum.stretches + one.stretches,
        depth: Math.max(sum.depth, one.depth),
        innerLines: sum.innerLines + one.innerLines,
      }),
      nothing,
    );
}
