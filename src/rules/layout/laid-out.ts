/** How the statements and members of a file should be laid out, kept for each as long as nothing in it changes. */
import type { Gap, Printed, PrintedUnit } from "../../layout/printer.js";
import { NodeMemo } from "../../syntax/memo.js";
import type { Node } from "../../syntax/node.js";
import type { Edit } from "../../text/edit.js";
import type { SourceText } from "../../text/text.js";
import { lineBreakOf, lineHead } from "../lines.js";

/** A statement or member, with where the blank space in it differs from what belongs there, counted from its start. */
export interface LaidOut<Style> {
  readonly node: Node;
  readonly base: string;
  readonly style: Style;
  readonly gaps: readonly Gap[];
  /** Those inside of it that are laid out by themselves. */
  readonly units: readonly PrintedUnit[];
  /** Whether it and all in it is known to be as it should be. */
  isClean: boolean;
}

/** How a language lays out. */
export interface LayoutWays<Style> {
  /** How a node whose line is indented by `base` is laid out. `least` is where the item it stands in begins: what stands before that is not to be looked at. */
  readonly layout: (node: Node, text: SourceText, base: string, style: Style, least: number) => Printed;
  /** The kinds of nodes whose lines are text, which stay as they are. */
  readonly texts: RegExp;
}

const hasLineEnd = /[\n\r]/;

/** Whether a gap is on one line and should not be, or the other way round. */
export const changesLines = ({ from, to, insert }: Gap, start: number, text: SourceText): boolean =>
  hasLineEnd.test(text.slice(start + from, start + to)) !== hasLineEnd.test(insert);

/** The layout of a file's items. `Style` says how to lay out; the same style is always the same object. */
export class ItemLayout<Style> {
  private readonly kept = new NodeMemo<LaidOut<Style>>();

  constructor(private readonly ways: LayoutWays<Style>) {}

  /** How one is laid out whose line is indented by `base`. */
  laidOut(node: Node, base: string, text: SourceText, style: Style, least = 0): LaidOut<Style> {
    const before = this.kept.get(node);
    if (before !== undefined && before.base === base && before.style === style) return before;
    const { start } = node;
    const { gaps, units } = this.ways.layout(node, text, base, style, least);
    const now: LaidOut<Style> = {
      node,
      base,
      style,
      units,
      isClean: false,
      gaps: gaps.map(({ from, to, insert }) => ({ from: from - start, to: to - start, insert })),
    };
    this.kept.set(node, now);
    return now;
  }

  /**
   * The statements and members of an item in which something differs, each before those inside of it, with the item itself. What stands in one whose lines change is taken
   * to be indented as it is. What was found clean is not looked into again.
   */
  unitsOf(item: Node, text: SourceText, style: Style): LaidOut<Style>[] {
    const found: LaidOut<Style>[] = [];
    const least = item.start;
    const look = (node: Node, base: string): boolean => {
      const one = this.laidOut(node, base, text, style, least);
      if (one.isClean) return true;
      if (one.gaps.length > 0) found.push(one);
      let isClean = one.gaps.length === 0;
      for (const inner of innerOf(one, text, least)) isClean = look(inner.node, inner.base) && isClean;
      one.isClean = isClean;
      return isClean;
    };
    look(item, "");
    return found;
  }

  /** Works out how an item and those inside of it are laid out, one after the other, for `unitsOf`. */
  *unitsAhead(item: Node, text: SourceText, style: Style): Generator<void> {
    const least = item.start;
    const waiting: PrintedUnit[] = [{ node: item, base: "" }];
    for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
      const one = this.laidOut(next.node, next.base, text, style, least);
      if (one.isClean) continue;
      waiting.push(...innerOf(one, text, least));
      yield;
    }
  }

  /** The edits that lay one out. What is laid out by itself moves along with its first line. */
  editsFor(one: LaidOut<Style>, text: SourceText): Edit[] {
    const { start } = one.node;
    const lineBreak = lineBreakOf(text);
    const edits = one.gaps.map(
      ({ from, to, insert }): Edit => ({
        from: start + from,
        to: start + to,
        insert: insert.replaceAll("\n", lineBreak),
      }),
    );
    for (const { node, base } of one.units) {
      edits.push(...moved(node, lineHead(text, node.start), base, text, this.ways.texts));
    }
    return edits;
  }
}

/** Those inside of one that are laid out by themselves: where its lines change, they are taken to be indented as they are. */
function innerOf(one: LaidOut<unknown>, text: SourceText, least: number): readonly PrintedUnit[] {
  if (one.units.length === 0) return one.units;
  const { start } = one.node;
  if (!one.gaps.some((gap) => changesLines(gap, start, text))) return one.units;
  return one.units.map(({ node }) => ({ node, base: lineHead(text, node.start, least) }));
}

/** Moves the lines of a node behind its first from one indentation to another, but for those inside of texts. */
function moved(node: Node, from: string, to: string, text: SourceText, asIs: RegExp): Edit[] {
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
