/** The rules that only Python has. */
import type { Rule } from "../../../rules/rule.js";
import { absenceByEquality } from "./absence-by-equality.js";
import { catchesEverything } from "./catches-everything.js";
import { coroutineNeverAwaited } from "./coroutine-never-awaited.js";
import { definedAgain } from "./defined-again.js";
import { handlerHidden } from "./handler-hidden.js";
import { identityOfLiteral } from "./identity-of-literal.js";
import { cycle } from "./imports/cycle.js";
import { noSuchExport } from "./imports/no-such-export.js";
import { noSuchFile } from "./imports/no-such-file.js";
import { order } from "./imports/order.js";
import { undeclaredPackage } from "./imports/undeclared-package.js";
import { blankBetween } from "./layout/blank-between.js";
import { blankRun } from "./layout/blank-run.js";
import { bracketGap } from "./layout/bracket-gap.js";
import { commaGap } from "./layout/comma-gap.js";
import { indent } from "./layout/indent.js";
import { keywordGap } from "./layout/keyword-gap.js";
import { lineBreaks } from "./layout/line-breaks.js";
import { lineWidth } from "./layout/line-width.js";
import { operatorGap } from "./layout/operator-gap.js";
import { quoteMark } from "./layout/quote-mark.js";
import { statementEnd } from "./layout/statement-end.js";
import { trailingComma } from "./layout/trailing-comma.js";
import { trailingSpace } from "./layout/trailing-space.js";
import { needlessPass } from "./needless-pass.js";
import { noSelf } from "./no-self.js";
import { notAnError } from "./not-an-error.js";
import { partInPlainText } from "./part-in-plain-text.js";
import { settledTuple } from "./settled-tuple.js";
import { sharedDefault } from "./shared-default.js";
import { sharedMember } from "./shared-member.js";
import { notInEdition } from "./syntax/not-in-edition.js";
import { scopeWord } from "./syntax/scope-word.js";
import { valueFromGenerator } from "./syntax/value-from-generator.js";
import { walrusInLoop } from "./syntax/walrus-in-loop.js";
import { textWithoutParts } from "./text-without-parts.js";
import { walksWhatChanges } from "./walks-what-changes.js";

export const rules: readonly Rule[] = [
  notInEdition,
  scopeWord,
  valueFromGenerator,
  walrusInLoop,
  noSelf,
  definedAgain,
  needlessPass,
  catchesEverything,
  handlerHidden,
  settledTuple,
  walksWhatChanges,
  notAnError,
  identityOfLiteral,
  absenceByEquality,
  sharedDefault,
  sharedMember,
  textWithoutParts,
  partInPlainText,
  coroutineNeverAwaited,
  statementEnd,
  quoteMark,
  operatorGap,
  commaGap,
  bracketGap,
  keywordGap,
  trailingSpace,
  indent,
  lineBreaks,
  lineWidth,
  trailingComma,
  blankRun,
  blankBetween,
  noSuchExport,
  noSuchFile,
  cycle,
  undeclaredPackage,
  order,
];
