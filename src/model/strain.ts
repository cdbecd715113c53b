/** Strain: how hard a function is to work on, as one figure that is a sum of parts, so that it can be said where it comes from. */
import { NodeMemo } from "../syntax/memo.js";
import type { Node } from "../syntax/node.js";
import { measureOfParts, type Measure, type MeasuredCode } from "./measures.js";
import type { FunctionShape } from "./shapes.js";

export interface Strain {
  /** The sum of the parts, rounded. */
  readonly figure: number;
  /** One for each way that can be gone. */
  readonly branches: number;
  /** One for each stretch that a stretch stands in: what is read there has all of them for its reason. */
  readonly nesting: number;
  /** One for ten lines with code. */
  readonly length: number;
  /** One for each parameter beyond four, more than can be told apart at a call. */
  readonly parameters: number;
}

const measures = new NodeMemo<Measure>();
const lines = new NodeMemo<number>();

/** What stands in a function, without itself. */
export function measureOfFunction({ node, body }: FunctionShape, code: MeasuredCode): Measure {
  let found = measures.get(node);
  if (found === undefined) {
    const parts: readonly Node[] = body === null ? [] : Array.isArray(body) ? body : [body as Node];
    measures.set(node, (found = measureOfParts(parts, code)));
  }
  return found;
}

/** The lines of code of a function, without those of the functions in it. */
export function ownLines(one: FunctionShape, code: MeasuredCode): number {
  const { node } = one;
  let found = lines.get(node);
  if (found === undefined) {
    const whole = code.facts.codeLines(code.text, node.start, node.end);
    lines.set(node, (found = Math.max(1, whole - measureOfFunction(one, code).innerLines)));
  }
  return found;
}

export function strainOf(one: FunctionShape, code: MeasuredCode): Strain {
  return summed(one, measureOfFunction(one, code), ownLines(one, code));
}

function summed(
  one: FunctionShape,
  { branches, nesting }: Pick<Measure, "branches" | "nesting">,
  linesOfCode: number,
): Strain {
  const length = Math.round(linesOfCode / 10);
  const parameters = Math.max(0, one.parameters.length - 4);
  return { figure: branches + nesting + length + parameters, branches, nesting, length, parameters };
}

/** The strain that a function would have if a call stood in the place of some statements of it, which follow each other. */
export function strainWithout(one: FunctionShape, statements: readonly Node[], code: MeasuredCode): Strain {
  const { facts, shape, text } = code;
  const whole = measureOfFunction(one, code);
  const taken = measureOfParts(statements, code);
  let around = 0;
  for (let node = statements[0]!, up = node.parent; up !== null && node !== one.node; node = up, up = up.parent) {
    const branch = shape("branch", up);
    const deepens = branch === undefined
      ? (["loop", "choice", "handler"] as const).some((name) => shape(name, up!) !== undefined)
      : !branch.isValue && branch.next !== node;
    if (deepens) around += 1;
  }
  const lines = facts.codeLines(text, statements[0]!.start, statements.at(-1)!.end) - taken.innerLines - 1;
  const branches = whole.branches - taken.branches;
  const nesting = whole.nesting - taken.nesting - taken.stretches * around;
  return summed(one, { branches, nesting }, Math.max(1, ownLines(one, code) - lines));
}

/** The sum as people read it: "34 = 12 branches + 15 nesting + 7 length". */
export function strainText({ figure, branches, nesting, length, parameters }: Strain): string {
  const parts = ([
    [branches, "branches"],
    [nesting, "nesting"],
    [length, "length"],
    [parameters, "parameters"],
  ] as const)
    .filter(([count]) => count > 0)
    .map(
      ([count, word]) =>
        `${count} ${count === 1 ? word.replace(/^branches$/, "branch").replace(/^parameters$/, "parameter") : word}`,
    );
  return `${figure} = ${parts.join(" + ") || "0"}`;
}
