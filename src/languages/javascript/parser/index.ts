/** The parser's way in: text to tree. */
import type { TreeChange } from "../../../syntax/change.js";
import { treeChanged, type Node } from "../../../syntax/node.js";
import type { SyntaxProblem } from "../../../syntax/problem.js";
import type { SourceText } from "../../../text/text.js";
import { Program, type ModuleItem, type Statement } from "../nodes/index.js";
import type { Guess } from "./indentation.js";
import { parseDirectives, parseItems } from "./items.js";
import { next } from "./scanner.js";
import { Context, noFence, ParseState, type ElementNotes, type ParseOptions } from "./state.js";

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
export function parse(source: string, options: ParseOptions): ParsedText {
  if (options.module !== "detect") return parseAs(source, options, options.module).result;
  const guess = /^[ \t]*(?:import|export)\b/m.test(source);
  const first = parseAs(source, options, guess);
  return first.sawModuleItem === guess ? first.result : parseAs(source, options, !guess).result;
}

/** A tree with all that reading a part of it again needs to know. */
export interface ParsedText extends ParseResult {
  readonly source: SourceText;
  readonly options: ParseOptions;
  readonly notes: ElementNotes;
  /** As in `ParseState`. */
  readonly overclosed: Set<Node>;
  readonly unclosed: Set<Node>;
  readonly loose: Set<Node>;
  readonly softlyLoose: Set<Node>;
  readonly fragile: Set<Node>;
  readonly guesses: readonly Guess[];
  readonly change?: TreeChange | undefined;
  /** Whether all of the text was read for the last edit. */
  readonly isReadWhole?: boolean;
}

function parseAs(
  source: string,
  options: ParseOptions,
  module: boolean,
): { result: ParsedText; sawModuleItem: boolean } {
  const p = startState(source, options, module);
  next(p);
  const body: (Statement | ModuleItem)[] = [];
  parseDirectives(p, noFence, body as Statement[]);
  parseItems(p, body);
  const root = new Program(0, source.length, body, module, options.typescript);
  treeChanged();
  return {
    result: {
      root,
      problems: inOrder(p.problems),
      source,
      options,
      notes: p.notes,
      overclosed: p.overclosed,
      unclosed: p.unclosed,
      loose: p.loose,
      softlyLoose: p.softlyLoose,
      fragile: p.fragile,
      guesses: p.guesses,
    },
    sawModuleItem: p.sawModuleItem,
  };
}

/** A state at the beginning of a text. */
export function startState(source: string, options: ParseOptions, module: boolean): ParseState {
  const p = new ParseState(source, options);
  p.looseReturn = options.module === "detect" && !module;
  if (options.ambient) p.context |= Context.Ambient;
  if (module) p.context |= Context.Module | Context.Strict;
  return p;
}

/** Puts problems in the order of the text; of those at one place the order is fixed too. */
export function inOrder(problems: SyntaxProblem[]): SyntaxProblem[] {
  return problems.sort(
    (a, b) => a.from - b.from || a.to - b.to || (a.message < b.message ? -1 : a.message > b.message ? 1 : 0),
  );
}
