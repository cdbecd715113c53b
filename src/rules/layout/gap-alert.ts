import { wrongGaps, type SpacingRule, type SpacingStyle } from "../../languages/javascript/layout/spacing.js";
import type { Siblings } from "../../syntax/siblings.js";
import type { FileView } from "../rule.js";
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
  for (const gap of wrongGaps(siblings, text, style)) {
    if (gap.rule !== rule || isBrokenBeside(isBroken, node, ...gap.around)) continue;
    const { from, to, space, about, side } = gap;
    const width = to - from;
    const { start } = base;
    const message = space === ""
      ? `There is no space ${side} \`${about}\` here`
      : from === to ? `A space is missing ${side} \`${about}\`` : `One space stands ${side} \`${about}\` here`;
    alert({ from, to }, {
      message: message.replace("There is no space", "No space stands"),
      remedies: () => {
        const at = base.start + (from - start);
        return [{
          title: space === "" ? "Remove the space" : from === to ? "Add a space" : "Leave one space",
          certainty: "certain",
          edits: [{ from: at, to: at + width, insert: space }],
        }];
      },
    });
  }
}
