/** The layout of items of JavaScript, for the rules that tell where it differs. */
import { ItemLayout } from "../../../../rules/layout/laid-out.js";
import type { Beside, Rule } from "../../../../rules/rule.js";
import { layoutUnit, type LayoutStyle } from "../../layout/index.js";
import { blankRun } from "./blank-run.js";
import { bracketGap } from "./bracket-gap.js";
import { indent, indentStyle } from "./indent.js";
import { trailingComma } from "./trailing-comma.js";

export const itemLayout = new ItemLayout<LayoutStyle>({
  layout: layoutUnit,
  texts: /^(?:TemplateLiteral|TemplateType|Literal|JSXText)$/,
});

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
