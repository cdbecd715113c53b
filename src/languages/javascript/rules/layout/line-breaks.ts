import { z } from "zod";
import type { Gap } from "../../../../layout/printer.js";
import { lineBreakOf } from "../../../../rules/lines.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import type { JavaScriptNode } from "../../index.js";
import type { LayoutStyle } from "../../layout/index.js";
import { piecesAmong } from "../../layout/pieces.js";
import { defineRule, type Visitors } from "../../rule.js";
import { wrongLines } from "./indent-lines.js";
import { indent, indentStyle, items } from "./indent.js";
import { changesLines, editsFor, laidOut, styleOf, styleRules, unitsAhead, unitsOf, type LaidOut } from "./laid-out.js";
import { lineWidth, longLines } from "./line-width.js";

const options = z.strictObject({
  brokenLists: z.enum(["keep", "join"])
    .default("keep")
    .describe(
      "Whether a list stays broken over lines whose first element the author put on a line of its own, or is joined where it fits.",
    ),
});

type Options = z.output<typeof options>;

const hasLineEnd = /[\n\r]/;

/** The gaps of one for which there is an alert: those of line ends, and of lines that carry on what stands before them and are not `placed`. */
function alerting(one: LaidOut, text: FileView["text"], placed: () => ReadonlySet<number>): readonly Gap[] {
  const { start } = one.node;
  const lines = one.gaps.filter((gap) => changesLines(gap, start, text));
  if (lines.length > 0) return lines;
  const indented = one.gaps.filter(
    ({ from, to, insert }) =>
      hasLineEnd.test(insert) && indentation(text.slice(start + from, start + to)) !== indentation(insert),
  );
  return indented.length === 0 ? indented : indented.filter(({ to }) => !placed().has(start + to));
}

/** Where the lines of an item begin that have a place of their own and are not there: they are the matter of `layout.indent`, if it is on. */
function placedLines(item: JavaScriptNode, { text, beside }: FileView<Options>): ReadonlySet<number> {
  const { isOn, options: indents } = beside(indent);
  return new Set(isOn ? wrongLines(item, text, "", indentStyle(indents)).map(({ to }) => to) : []);
}

const indentation = (gap: string): string => /[^\n\r]*$/.exec(gap)![0];

function messageFor(gaps: readonly Gap[], start: number, text: FileView["text"]): string {
  const joins = gaps.filter(({ insert }) => !hasLineEnd.test(insert)).length;
  if (!gaps.some((gap) => changesLines(gap, start, text))) {
    return "These lines are indented otherwise than agreed";
  }
  if (joins === gaps.length) return "This stands on more lines than it needs: it fits on fewer";
  return joins === 0
    ? "This stands on fewer lines than agreed: break it over more"
    : "The lines end elsewhere than agreed";
}

/** The style that the settings come to. */
function styleFor({ options: { brokenLists }, beside }: FileView<Options>): LayoutStyle {
  return styleOf(beside, beside(lineWidth).options.most, brokenLists);
}

function* prepareItem(item: JavaScriptNode, file: FileView<Options>): Generator<void> {
  if (item.parent?.type === "Program" && !file.isBroken(item)) yield* unitsAhead(item, file, styleFor(file));
}

function checkItem(item: JavaScriptNode, file: FileView<Options>): void {
  if (item.parent?.type !== "Program" || file.isBroken(item)) return;
  const { text, beside, alert } = file;
  const { isOn, options: { most } } = beside(lineWidth);
  const style = styleFor(file);
  let lines: ReadonlySet<number> | undefined;
  const placed = (): ReadonlySet<number> => (lines ??= placedLines(item, file));
  for (const one of unitsOf(item, file, style)) {
    const gaps = alerting(one, text, placed);
    if (gaps.length === 0) continue;
    const { start, end } = one.node;
    // Lines that are too long are told of already.
    if (
      isOn && longLines(text, start, end, most, item.start).some(({ from, to }) => gaps.some(
        (gap) => start + gap.from >= from && start + gap.to <= to && hasLineEnd.test(gap.insert),
      ))
    ) continue;
    alert({ from: start + gaps[0]!.from, to: start + gaps.at(-1)!.to }, {
      message: messageFor(gaps, start, text),
      remedies: () => [{
        title: "Lay it out",
        certainty: "certain",
        edits: editsFor(laidOut(one.node, one.base, text, style), text),
      }],
    });
  }
}

/** Items that stand on one line. */
function checkItems(
  siblings: Siblings,
  file: FileView<Options>,
): void {
  const { text, alert, isBroken } = file;
  const { node, base } = siblings;
  // Mostly each stands on lines of its own.
  if (
    !piecesAmong(siblings, text).some(
      ({ space, text: token }, index) => index > 0 && token !== ";" && !hasLineEnd.test(space),
    ) ||
    isBroken(node)
  ) return;
  const least = siblings.before?.end ?? node.start;
  const most = siblings.isLast ? node.end : siblings.children.at(-1)!.end;
  const style = styleFor(file);
  const { start } = node;
  const origin = base.start;
  for (const gap of laidOut(node, "", text, style).gaps) {
    const from = start + gap.from;
    const to = start + gap.to;
    if (from < least || from >= most || !changesLines(gap, start, text)) continue;
    alert({ from, to }, {
      message: "Several statements stand on this line: each is wanted on a line of its own",
      remedies: () => [{
        title: "Begin a line here",
        certainty: "certain",
        edits: [{
          from: base.start + from - origin,
          to: base.start + to - origin,
          insert: gap.insert.replaceAll("\n", lineBreakOf(text)),
        }],
      }],
    });
  }
}

export const lineBreaks = defineRule({
  id: "layout.line-breaks",
  title: "Lines that end elsewhere than agreed",
  why: "Code that everybody breaks over lines in the same way is read without noticing how it is laid out, and a change of it shows what has changed and nothing else. What does not fit into the width that `layout.line-width` agrees on is broken, and what fits is joined.",
  level: "hint",
  kits: ["tidy"],
  options,
  beside: [lineWidth, ...styleRules],
  examples: {
    alerts: [
      {
        code: "const fare = price(«\n  party, day\n»);\n",
        options: { brokenLists: "join" },
        after: "const fare = price(party, day);\n",
      },
      {
        code: "const names = crew«\n  .filter(isHere)\n  ».map(nameOf);\n",
        after: "const names = crew.filter(isHere).map(nameOf);\n",
      },
      { code: "if (tide) {« sail(); »}\n", after: "if (tide) {\n  sail();\n}\n" },
      { code: "sail();« »wait();\n", after: "sail();\nwait();\n" },
      { code: "const party = {\n  adults,« »children\n};\n", after: "const party = {\n  adults,\n  children\n};\n" },
      {
        code: "const open = tide.isHigherThanTheSillOfTheDock &&« »crew.length > 2 &&\n      harbour.isFreeOfIceAndOpenToFerriesOfAllKindsAndSizes();\n",
        after: "const open = tide.isHigherThanTheSillOfTheDock &&\n  crew.length > 2 &&\n  harbour.isFreeOfIceAndOpenToFerriesOfAllKindsAndSizes();\n",
      },
    ],
    quiet: [{
      code:
        "const fare = price(\n  party,\n  day,\n);\nconst names = crew.filter(isHere);\nif (tide) {\n  sail();\n}\n",
    }],
  },
  visit: Object.fromEntries(items.map((kind) => [kind, checkItem])) as Visitors<Options>,
  ahead: Object.fromEntries(items.map((kind) => [kind, prepareItem])),
  siblings: { Program: checkItems },
});
