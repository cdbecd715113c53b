import type { FileView } from "../../../../rules/rule.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import type { Span } from "../../../../text/edit.js";
import { wrongGaps, type Gap, type SpacingRule, type SpacingStyle } from "../../layout/spacing.js";
import { isBrokenBeside } from "./everywhere.js";

const standard: SpacingStyle = { braces: "spaced" };

/** Alerts of one spacing rule in a node. */
export function checkGaps(
  rule: SpacingRule,
  siblings: Siblings,
  { text, alert, isBroken }: Pick<FileView, "text" | "alert" | "isBroken">,
  style: SpacingStyle = standard,
): void {
  const { node, base } = siblings;
  const { start } = base;
  const wrong = wrongGaps(siblings, text, style).filter(
    (gap) => gap.rule === rule && !isBrokenBeside(isBroken, node, ...gap.around),
  );
  wrong.forEach((gap, index) => {
    const { from, to, space, side } = gap;
    if (isOtherSide(gap, wrong[index - 1])) return;
    const behind = wrong[index + 1];
    const gaps = behind !== undefined && isOtherSide(behind, gap) ? [gap, behind] : [gap];
    const place = gaps.length === 2 ? { from: to, to: behind!.from } : from < to ? { from, to } : besideGap(gap);
    alert(place, {
      message: gaps.length === 2 ? messageAround(gaps) : messageFor(gap, side),
      remedies: () => {
        const moved = base.start - start;
        const titles = space === ""
          ? ["Remove the space", "Remove the spaces"]
          : [from === to ? "Add a space" : "Leave one space", "Leave one space on either side"];
        return [{
          title: titles[gaps.length - 1]!,
          certainty: "certain",
          edits: gaps.map((one) => ({ from: one.from + moved, to: one.to + moved, insert: one.space })),
        }];
      },
    });
  });
}

/** The token beside a place where a space is missing. */
function besideGap({ from, about, side }: Gap): Span {
  return side === "before" ? { from, to: from + about.length } : { from: from - about.length, to: from };
}

function messageFor({ from, to, space, about }: Gap, where: string): string {
  if (space === "") return `A space ${where} \`${about}\` is one too many: none is wanted`;
  return from === to
    ? `A space is missing ${where} \`${about}\``
    : `More than a space stands ${where} \`${about}\`: one is wanted`;
}

function messageAround(gaps: readonly Gap[]): string {
  const { space, about } = gaps[0]!;
  if (space === "") return `Spaces around \`${about}\` are too many: none are wanted`;
  return gaps.every(({ from, to }) => from === to)
    ? `Spaces are missing around \`${about}\``
    : `The spaces around \`${about}\` are not as wanted: one on either side`;
}

/** Whether a gap stands behind a token before which the same is wrong. */
function isOtherSide(gap: Gap, before: Gap | undefined): boolean {
  return before !== undefined &&
    before.side === "before" &&
    gap.side === "behind" &&
    before.about === gap.about &&
    before.to + gap.about.length === gap.from &&
    before.space === gap.space;
}
