/** The parser's way in: text to tree. */
import { Program, type ModuleItem, type Statement } from "../nodes/index.js";
import type { SyntaxProblem } from "../../../syntax/problem.js";
import { next } from "./scanner.js";
import { Context, ParseState, type ParseOptions } from "./state.js";
import { parseDirectives, parseStatements } from "./statements.js";
import { Token } from "./token.js";

export type { ParseOptions } from "./state.js";

export interface ParseResult {
  /** Covers the whole text, whatever is wrong with it. */
  readonly root: Program;
  /** In the order of their ranges. */
  readonly problems: readonly SyntaxProblem[];
}

/**
 * Reads a text as ECMAScript 2025 with JSX. Never throws.
 *
 * With `module: "detect"` the text is a module if it has an import, an export, `import.meta` or an `await` outside of functions.
 * A first guess is made by a look at the text; when it proves wrong, the text is read again.
 */
export function parse(source: string, options: ParseOptions): ParseResult {
  if (options.module !== "detect") return parseAs(source, options, options.module).result;
  const guess = /^[ \t]*(?:import|export)\b/m.test(source);
  const first = parseAs(source, options, guess);
  return first.sawModuleItem === guess ? first.result : parseAs(source, options, !guess).result;
}

function parseAs(source: string, options: ParseOptions, module: boolean): { result: ParseResult; sawModuleItem: boolean } {
  let p = run(source, options, module, false);
  // Braces that do not balance: read again and let the indentation tell which block lacks its closer.
  if (p.state.braces > 0) p = run(source, options, module, true);
  const problems = p.state.problems.sort((a, b) => a.from - b.from || a.to - b.to);
  return { result: { root: p.root, problems }, sawModuleItem: p.state.sawModuleItem };
}

function run(source: string, options: ParseOptions, module: boolean, byIndent: boolean): { root: Program; state: ParseState } {
  const state = new ParseState(source, options);
  state.byIndent = byIndent;
  state.looseReturn = options.module === "detect" && !module;
  if (options.ambient) state.context |= Context.Ambient;
  if (module) state.context |= Context.Module | Context.Strict;
  next(state);
  const body: (Statement | ModuleItem)[] = [];
  parseDirectives(state, body as Statement[]);
  parseStatements<ModuleItem>(state, Token.End, -1, body as ModuleItem[]);
  return { root: new Program(0, source.length, body, module, options.typescript), state };
}
