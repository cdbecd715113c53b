import { changesLines } from "../../../../rules/layout/laid-out.js";
import { breakHooks, breakOptions, type BreakOptions } from "../../../../rules/layout/line-breaks.js";
import { lineBreakOf } from "../../../../rules/lines.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import type { JavaScriptNode } from "../../index.js";
import type { LayoutStyle } from "../../layout/index.js";
import { piecesAmong } from "../../layout/pieces.js";
import { defineRule, type Visitors } from "../../rule.js";
import { wrongLines } from "./indent-lines.js";
import { indent, indentStyle, items } from "./indent.js";
import { itemLayout, styleOf, styleRules } from "./item-layout.js";
import { lineWidth } from "./line-width.js";

const hasLineEnd = /[\n\r]/;

/** Where the lines of an item begin that have a place of their own and are not there: they are the matter of `layout.indent`, if it is on. */
function placedLines(item: Node, { text, beside }: FileView<BreakOptions>): ReadonlySet<number> {
  const { isOn, options: indents } = beside(indent);
  return new Set(isOn ? wrongLines(item as JavaScriptNode, text, "", indentStyle(indents)).map(({ to }) => to) : []);
}

/** The style that the settings come to. */
function styleFor({ options: { brokenLists }, beside }: FileView<BreakOptions>): LayoutStyle {
  return styleOf(beside, beside(lineWidth).options.most, brokenLists);
}

const { check, prepare } = breakHooks({
  top: "Program",
  layout: itemLayout,
  styleFor,
  width: lineWidth,
  placed: placedLines,
});

/** Items that stand on one line. */
function checkItems(
  siblings: Siblings,
  file: FileView<BreakOptions>,
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
  for (const gap of itemLayout.laidOut(node, "", text, style).gaps) {
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
  options: breakOptions,
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
  visit: Object.fromEntries(items.map((kind) => [kind, check])) as Visitors<BreakOptions>,
  ahead: Object.fromEntries(items.map((kind) => [kind, prepare])),
  siblings: { Program: checkItems },
});
