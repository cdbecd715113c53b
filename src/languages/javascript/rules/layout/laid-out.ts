/** How the statements and members of a file should be laid out, kept for each as long as nothing in it changes. */
import type { Gap, PrintedUnit } from "../../../../layout/printer.js";
import { lineBreakOf, lineHead } from "../../../../rules/lines.js";
import type { Beside, FileView, Rule } from "../../../../rules/rule.js";
import { NodeMemo } from "../../../../syntax/memo.js";
import type { Node } from "../../../../syntax/node.js";
import type { Edit } from "../../../../text/edit.js";
import type { SourceText } from "../../../../text/text.js";
import { layoutUnit, type LayoutStyle } from "../../layout/index.js";
import { blankRun } from "./blank-run.js";
import { bracketGap } from "./bracket-gap.js";
import { indent, indentStyle } from "./indent.js";
import { trailingComma } from "./trailing-comma.js";

/** The rules whose options say how to lay out. */
export const styleRules: readonly Rule[] = [indent, bracketGap, trailingComma, blankRun];

const styles = new Map<string, LayoutStyle>();

/** The style that the options of the layout rules come to; the same one for the same options. */
export function styleOf(
  beside: <Other>(rule: Rule<Other>) => Beside<Other>,
  width: number,
  brokenLists: LayoutStyle["brokenLists"],
): LayoutStyle {
  const { unit: step, cases } = indentStyle(beside(indent).options);
  const comma = beside(trailingComma);
  const style: LayoutStyle = {
    width,
    brokenLists,
    step,
    cases,
    braces: beside(bracketGap).options.braces,
    trailingComma: comma.isOn ? comma.options.style : undefined,
    blank: beside(blankRun).options,
  };
  const key = JSON.stringify(style);
  const same = styles.get(key);
  if (same === undefined) styles.set(key, style);
  return same ?? style;
}

/** A statement or member, with where the blank space in it differs from what belongs there, counted from its start. */
export interface LaidOut {
  readonly node: Node;
  readonly base: string;
  readonly style: LayoutStyle;
  readonly gaps: readonly Gap[];
  /** Those inside of it that are laid out by themselves. */
  readonly units: readonly PrintedUnit[];
  /** Whether it and all in it is known to be as it should be. */
  isClean: boolean;
}

const kept = new NodeMemo<LaidOut>();

/** How one is laid out whose line is indented by `base`. */
export function laidOut(node: Node, base: string, text: SourceText, style: LayoutStyle): LaidOut {
  const before = kept.get(node);
  if (before !== undefined && before.base === base && before.style === style) return before;
  const { start } = node;
  const { gaps, units } = layoutUnit(node, text, base, style);
  const now: LaidOut = {
    node,
    base,
    style,
    units,
    isClean: false,
    gaps: gaps.map(({ from, to, insert }) => ({ from: from - start, to: to - start, insert })),
  };
  kept.set(node, now);
  return now;
}

const hasLineEnd = /[\n\r]/;

/** Whether a gap is on one line and should not be, or the other way round. */
export const changesLines = ({ from, to, insert }: Gap, start: number, text: SourceText): boolean =>
  hasLineEnd.test(text.slice(start + from, start + to)) !== hasLineEnd.test(insert);

/**
 * The statements and members of an item in which something differs, each before those inside of it, with the item itself. What stands in one whose lines change is taken
 * to be indented as it is. What was found clean is not looked into again.
 */
export function unitsOf(item: Node, { text }: FileView<unknown>, style: LayoutStyle): LaidOut[] {
  const found: LaidOut[] = [];
  const least = item.start;
  const look = (node: Node, base: string): boolean => {
    const one = laidOut(node, base, text, style);
    if (one.isClean) return true;
    if (one.gaps.length > 0) found.push(one);
    let isClean = one.gaps.length === 0;
    if (one.units.length > 0) {
      const { start } = node;
      const moves = one.gaps.some((gap) => changesLines(gap, start, text));
      for (const inner of one.units) {
        isClean = look(inner.node, moves ? lineHead(text, inner.node.start, least) : inner.base) && isClean;
      }
    }
    one.isClean = isClean;
    return isClean;
  };
  look(item, "");
  return found;
}

/** Works out how an item and those inside of it are laid out, one after the other, for `unitsOf`. */
export function* unitsAhead(item: Node, { text }: FileView<unknown>, style: LayoutStyle): Generator<void> {
  const least = item.start;
  const waiting: { readonly node: Node; readonly base: string }[] = [{ node: item, base: "" }];
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    const one = laidOut(next.node, next.base, text, style);
    if (one.isClean) continue;
    const { start } = next.node;
    const moves = one.gaps.some((gap) => changesLines(gap, start, text));
    for (const { node, base } of one.units) {
      waiting.push({ node, base: moves ? lineHead(text, node.start, least) : base });
    }
    yield;
  }
}

/** The edits that lay one out. What is laid out by itself moves along with its first line. */
export function editsFor(one: LaidOut, text: SourceText): Edit[] {
  const { start } = one.node;
  const lineBreak = lineBreakOf(text);
  const edits = one.gaps.map(
    ({ from, to, insert }): Edit => ({
      from: start + from,
      to: start + to,
      insert: insert.replaceAll("\n", lineBreak),
    }),
  );
  for (const { node, base } of one.units) edits.push(...moved(node, lineHead(text, node.start), base, text));
  return edits;
}

const asIs = /^(?:TemplateLiteral|TemplateType|Literal|JSXText)$/;

/** Moves the lines of a node behind its first from one indentation to another, but for those inside of texts. */
function moved(node: Node, from: string, to: string, text: SourceText): Edit[] {
  if (from === to) return [];
  const edits: Edit[] = [];
  const { start, end } = node;
  const texts: { from: number; to: number }[] = [];
  const look = (one: Node, at: number): void => {
    if (asIs.test(one.type)) texts.push({ from: at, to: at + one.length });
    else one.each((child) => look(child, at + child.startInParent));
  };
  look(node, start);
  let index = 0;
  for (const { 0: head, index: at } of text.slice(start, end).matchAll(/(?<=[\n\r])[ \t]+(?=[^\s])/g)) {
    const place = start + at;
    while (index < texts.length && texts[index]!.to <= place) index += 1;
    if ((index < texts.length && texts[index]!.from <= place) || !head.startsWith(from)) continue;
    edits.push({ from: place, to: place + from.length, insert: to });
  }
  return edits;
}
