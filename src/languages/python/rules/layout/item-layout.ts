/** The layout of items of Python, for the rules that tell where it differs. */
import { ItemLayout } from "../../../../rules/layout/laid-out.js";
import type { FileView, Rule } from "../../../../rules/rule.js";
import { layoutUnit, type LayoutStyle } from "../../layout/index.js";
import { indent, stepOf } from "./indent.js";
import { trailingComma } from "./trailing-comma.js";

export const itemLayout = new ItemLayout<LayoutStyle>({ layout: layoutUnit, texts: /^(?:Constant|JoinedStr)$/ });

/** The rules whose options say how to lay out. */
export const styleRules: readonly Rule[] = [indent, trailingComma];

/** The first edition in which the managers of a `with` may stand in parentheses. */
const withLists = 309;

const styles = new Map<string, LayoutStyle>();

/** The style that the options of the layout rules come to; the same one for the same options. */
export function styleOf(
  { beside, edition }: FileView<unknown>,
  width: number,
  brokenLists: LayoutStyle["brokenLists"],
): LayoutStyle {
  const comma = beside(trailingComma);
  const style: LayoutStyle = {
    width,
    brokenLists,
    step: stepOf(beside(indent).options),
    trailingComma: comma.isOn ? comma.options.style : undefined,
    hasWithLists: edition >= withLists,
  };
  const key = JSON.stringify(style);
  const same = styles.get(key);
  if (same === undefined) styles.set(key, style);
  return same ?? style;
}

/** The kinds of nodes that stand at the top of a file. */
export const items = [
  "FunctionDef",
  "ClassDef",
  "Expr",
  "Assign",
  "AugAssign",
  "AnnAssign",
  "Delete",
  "Raise",
  "Assert",
  "ImportFrom",
  "If",
  "While",
  "For",
  "With",
  "Try",
  "Match",
] as const;
