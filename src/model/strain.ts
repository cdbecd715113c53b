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
  const { branches, nesting } = measureOfFunction(one, code);
  const length = Math.round(ownLines(one, code) / 10);
  const parameters = Math.max(0, one.parameters.length - 4);
  return { figure: branches + nesting + length + parameters, branches, nesting, length, parameters };
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
