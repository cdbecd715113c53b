/** Reading Python. */
import type { Node } from "../../../syntax/node.js";
import type { SyntaxProblem } from "../../../syntax/problem.js";
import type { SourceText } from "../../../text/text.js";
import type { Tree } from "../../language.js";
import { Module, type Expr, type ImportFrom } from "../nodes.js";
import { statements } from "./compound.js";
import { report } from "./report.js";
import { next } from "./scanner.js";
import { ParseState, type ParseOptions } from "./state.js";

export interface PythonTree extends Tree {
  readonly root: Module;
  readonly options: ParseOptions;
  readonly source: SourceText;
  /** Where lines begin at a column at which no block around them does. */
  readonly odd: readonly number[];
}

/** Problems in the order of the text. */
export const inOrder = (problems: readonly SyntaxProblem[]): SyntaxProblem[] =>
  [...problems].sort((one, other) => one.from - other.from || one.to - other.to);

/** Imports from `__future__` that stand behind something else. */
function lateFutures(p: ParseState, body: readonly Node[]): void {
  let isLate = false;
  for (const [index, statement] of body.entries()) {
    if (isFuture(statement)) {
      if (isLate) {
        report(
          p,
          "misplaced",
          statement.offset,
          statement.offset + statement.length,
          "Imports from `__future__` stand at the very top of a file",
        );
      }
    } else if (index > 0 || !isText(statement)) isLate = true;
  }
}

/** Whether a statement imports from `__future__`, which decides how the file is read. */
export const isFuture = (node: Node): boolean =>
  node.type === "ImportFrom" && (node as ImportFrom).module === "__future__" && (node as ImportFrom).level === 0;

const isText = (node: Node): boolean =>
  node.type === "Expr" && ["Constant", "Concatenation"].includes((node as Expr).value.type);

export function parse(source: string, options: ParseOptions): PythonTree {
  const p = new ParseState(source, options);
  next(p);
  const body: Node[] = [];
  statements(p, body);
  if (body.some(isFuture)) lateFutures(p, body);
  return { root: new Module(0, source.length, { body }), problems: inOrder(p.problems), options, source, odd: p.odd };
}
