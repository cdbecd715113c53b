/** The imports at the top of a file. */
import { charAt } from "../../../../rules/lines.js";
import type { SourceText } from "../../../../text/text.js";
import type { ImportDeclaration, Program, Literal } from "../../index.js";

/** What an import names, as `./fares.js`. */
export function sourceOf(node: ImportDeclaration): string {
  return String((node.source as Literal).value);
}

/** Whether an import runs a module for what that does; its place among others may matter. Style sheets go before each other by the order in which they are loaded. */
export function isForEffect(node: ImportDeclaration): boolean {
  return node.specifiers.length === 0 || /\.(?:css|scss|sass|less)$/.test(sourceOf(node));
}

/** Whether a statement is one of those texts at the top of a file that set how it is read, as `"use strict"`. */
export function isDirective(item: Program["body"][number]): boolean {
  return item.type === "ExpressionStatement" && item.directive != null;
}

/** Imports that follow each other and can change places. */
export function stretches(program: Program): ImportDeclaration[][] {
  const found: ImportDeclaration[][] = [];
  let open: ImportDeclaration[] = [];
  for (const item of program.body) {
    if (item.type === "ImportDeclaration" && !isForEffect(item)) open.push(item);
    else if (open.length > 0) {
      found.push(open);
      open = [];
    }
    // Imports that stand further down are left alone.
    if (item.type !== "ImportDeclaration" && !isDirective(item)) break;
  }
  return open.length > 0 ? [...found, open] : found;
}

/** An import with the comments that belong to it: those right above it, and the one beside it. `least` is the end of what stands before. */
export function chunkOf(node: ImportDeclaration, text: SourceText, least: number): { from: number; to: number } {
  const { start, end } = node;
  const before = text.slice(least, start);
  // A comment at the very top speaks of the file, and one behind a blank line of what follows in general.
  const own = least === 0
    ? /[ \t]*$/.exec(before)!
    : /(?:(?:^|(?<=[\n\r]))[ \t]*(?:\/\/[^\n\r]*|\/\*(?:(?!\*\/)[^])*\*\/)[ \t]*(?:\r\n|\n|\r))*[ \t]*$/.exec(before)!;
  const beside = /^[ \t]*(?:\/\/[^\n\r]*|\/\*(?:(?!\*\/)[^\n\r])*\*\/[ \t]*(?=[\n\r]|$))/.exec(
    text.slice(end, end + 1000),
  );
  let from = start - own[0].length;
  while (from < start && /[ \t]/.test(charAt(text, from))) from += 1;
  return { from, to: end + (beside?.[0].trimEnd().length ?? 0) };
}
