/** Lines that end elsewhere than they should, in items whose layout is known. */
import { z } from "zod";
import type { Gap } from "../../layout/printer.js";
import type { Node } from "../../syntax/node.js";
import type { SourceText } from "../../text/text.js";
import type { FileView, Rule } from "../rule.js";
import { changesLines, type ItemLayout, type LaidOut } from "./laid-out.js";
import { longLines, type WidthOptions } from "./line-width.js";

export const breakOptions = z.strictObject({
  brokenLists: z.enum(["keep", "join"])
    .default("keep")
    .describe(
      "Whether a list stays broken over lines whose first element the author put on a line of its own, or is joined where it fits.",
    ),
});

export type BreakOptions = z.output<typeof breakOptions>;

const hasLineEnd = /[\n\r]/;

const indentation = (gap: string): string => /[^\n\r]*$/.exec(gap)![0];

/** The gaps of one for which there is an alert: those of line ends, and of lines that carry on what stands before them and are not `placed`. */
function alerting(one: LaidOut<unknown>, text: SourceText, placed: () => ReadonlySet<number>): readonly Gap[] {
  const { start } = one.node;
  const lines = one.gaps.filter((gap) => changesLines(gap, start, text));
  if (lines.length > 0) return lines;
  const indented = one.gaps.filter(
    ({ from, to, insert }) =>
      hasLineEnd.test(insert) && indentation(text.slice(start + from, start + to)) !== indentation(insert),
  );
  return indented.length === 0 ? indented : indented.filter(({ to }) => !placed().has(start + to));
}

function messageFor(gaps: readonly Gap[], start: number, text: SourceText): string {
  const joins = gaps.filter(({ insert }) => !hasLineEnd.test(insert)).length;
  if (!gaps.some((gap) => changesLines(gap, start, text))) {
    return "These lines are indented otherwise than agreed";
  }
  if (joins === gaps.length) return "This stands on more lines than it needs: it fits on fewer";
  return joins === 0
    ? "This stands on fewer lines than agreed: break it over more"
    : "The lines end elsewhere than agreed";
}

/** How a language judges the lines of its items. */
export interface BreakWays<Style> {
  /** The kind of the node in which items stand. */
  readonly top: string;
  readonly layout: ItemLayout<Style>;
  /** The style that the settings come to. */
  readonly styleFor: (file: FileView<BreakOptions>) => Style;
  /** The rule that says how long a line may be, and tells of longer ones if it is on. */
  readonly width: Rule<WidthOptions>;
  /** Where lines of an item begin whose indentation is the matter of another rule. */
  readonly placed: (item: Node, file: FileView<BreakOptions>) => ReadonlySet<number>;
}

/** What is called for an item, to tell of the statements and members in it whose lines end elsewhere than they should, and ahead of that. */
export function breakHooks<Style>(ways: BreakWays<Style>): {
  readonly check: (item: Node, file: FileView<BreakOptions>) => void;
  readonly prepare: (item: Node, file: FileView<BreakOptions>) => Generator<void>;
} {
  const isMeant = (item: Node, file: FileView<BreakOptions>): boolean =>
    item.parent?.type === ways.top && !file.isBroken(item);
  return {
    check(item, file) {
      if (isMeant(item, file)) tellLineBreaks(item, file, ways);
    },
    *prepare(item, file) {
      if (isMeant(item, file)) yield* ways.layout.unitsAhead(item, file.text, ways.styleFor(file));
    },
  };
}

function tellLineBreaks<Style>(
  item: Node,
  file: FileView<BreakOptions>,
  { layout, styleFor, width, placed }: BreakWays<Style>,
): void {
  const { text, alert, beside } = file;
  const style = styleFor(file);
  const { isOn: isWidthTold, options: { most } } = beside(width);
  let lines: ReadonlySet<number> | undefined;
  for (const one of layout.unitsOf(item, text, style)) {
    const gaps = alerting(one, text, () => (lines ??= placed(item, file)));
    if (gaps.length === 0) continue;
    const { start, end } = one.node;
    // Lines that are too long are told of already.
    if (
      isWidthTold && longLines(text, start, end, most, item.start).some(({ from, to }) => gaps.some(
        (gap) => start + gap.from >= from && start + gap.to <= to && hasLineEnd.test(gap.insert),
      ))
    ) continue;
    alert({ from: start + gaps[0]!.from, to: start + gaps.at(-1)!.to }, {
      message: messageFor(gaps, start, text),
      remedies: () => [{
        title: "Lay it out",
        certainty: "certain",
        edits: layout.editsFor(layout.laidOut(one.node, one.base, text, style), text),
      }],
    });
  }
}
