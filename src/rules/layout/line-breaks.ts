/** Lines that end elsewhere than they should, in items whose layout is known. */
import { z } from "zod";
import type { Gap } from "../../layout/printer.js";
import type { Node } from "../../syntax/node.js";
import type { SourceText } from "../../text/text.js";
import type { FileView } from "../rule.js";
import { changesLines, type ItemLayout, type LaidOut } from "./laid-out.js";
import { longLines } from "./line-width.js";

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

/** How the lines of an item are judged. */
export interface BreakWays<Style> {
  readonly layout: ItemLayout<Style>;
  readonly style: Style;
  /** How long a line may be where longer ones are told of already. */
  readonly told: number | undefined;
  /** Where lines begin whose indentation is the matter of another rule. */
  readonly placed: () => ReadonlySet<number>;
}

/** Tells of the statements and members of an item whose lines end elsewhere than they should. */
export function tellLineBreaks<Style>(
  item: Node,
  { text, alert }: FileView<BreakOptions>,
  { layout, style, told, placed }: BreakWays<Style>,
): void {
  let lines: ReadonlySet<number> | undefined;
  for (const one of layout.unitsOf(item, text, style)) {
    const gaps = alerting(one, text, () => (lines ??= placed()));
    if (gaps.length === 0) continue;
    const { start, end } = one.node;
    if (
      told !== undefined && longLines(text, start, end, told, item.start).some(({ from, to }) => gaps.some(
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
