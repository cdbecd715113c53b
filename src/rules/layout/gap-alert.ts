import type { JavaScriptNode } from "../../languages/javascript/index.js";
import { wrongGaps, type SpacingRule, type SpacingStyle } from "../../languages/javascript/layout/spacing.js";
import type { FileView } from "../rule.js";

const standard: SpacingStyle = { braces: "spaced" };

/** Alerts of one spacing rule in a node. */
export function checkGaps(
  rule: SpacingRule,
  node: JavaScriptNode,
  { text, alert, isBroken }: FileView,
  style: SpacingStyle = standard,
): void {
  for (const gap of wrongGaps(node, text, style)) {
    if (gap.rule !== rule || isBroken(node)) continue;
    const { from, to, space, about, side } = gap;
    const width = to - from;
    const { start } = node;
    const message = space === ""
      ? `There is no space ${side} \`${about}\` here`
      : from === to ? `A space is missing ${side} \`${about}\`` : `One space stands ${side} \`${about}\` here`;
    alert({ from, to }, {
      message: message.replace("There is no space", "No space stands"),
      remedies: () => {
        const at = node.start + (from - start);
        return [{
          title: space === "" ? "Remove the space" : from === to ? "Add a space" : "Leave one space",
          certainty: "certain",
          edits: [{ from: at, to: at + width, insert: space }],
        }];
      },
    });
  }
}
