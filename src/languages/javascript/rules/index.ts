/** The rules that know the nodes and ways of JavaScript and TypeScript. */
import type { Rule } from "../../../rules/rule.js";
import { consoleOutput } from "./calls/console-output.js";
import { debugPause } from "./calls/debug-pause.js";
import { needlessConstructor } from "./dead/needless-constructor.js";
import { needlessRename } from "./dead/needless-rename.js";
import { straySemicolon } from "./dead/stray-semicolon.js";
import { unreadPrivate } from "./dead/unread-private.js";
import { unusedLabel } from "./dead/unused-label.js";
import { caseScopedName } from "./flow/case-scoped-name.js";
import { earlyThis } from "./flow/early-this.js";
import { missingSuper } from "./flow/missing-super.js";
import { silentGetter } from "./flow/silent-getter.js";
import { order } from "./imports/order.js";
import { twice } from "./imports/twice.js";
import { arrowParameter } from "./layout/arrow-parameter.js";
import { blankBetween } from "./layout/blank-between.js";
import { blankRun } from "./layout/blank-run.js";
import { blockBrace } from "./layout/block-brace.js";
import { bracketGap } from "./layout/bracket-gap.js";
import { commaGap } from "./layout/comma-gap.js";
import { indent } from "./layout/indent.js";
import { keywordGap } from "./layout/keyword-gap.js";
import { lineBreaks } from "./layout/line-breaks.js";
import { lineEnd } from "./layout/line-end.js";
import { lineWidth } from "./layout/line-width.js";
import { operatorGap } from "./layout/operator-gap.js";
import { quoteMark } from "./layout/quote-mark.js";
import { spareParentheses } from "./layout/spare-parentheses.js";
import { statementEnd } from "./layout/statement-end.js";
import { trailingComma } from "./layout/trailing-comma.js";
import { trailingSpace } from "./layout/trailing-space.js";
import { couldBeFixed } from "./names/could-be-fixed.js";
import { functionWide } from "./names/function-wide.js";
import { leaksGlobal } from "./names/leaks-global.js";
import { notInEdition } from "./syntax/not-in-edition.js";
import { repeatedDeclaration } from "./syntax/repeated-declaration.js";
import { unknownPrivate } from "./syntax/unknown-private.js";

export const rules: readonly Rule[] = [
  notInEdition,
  repeatedDeclaration,
  unknownPrivate,
  couldBeFixed,
  functionWide,
  leaksGlobal,
  unreadPrivate,
  straySemicolon,
  needlessRename,
  unusedLabel,
  needlessConstructor,
  missingSuper,
  silentGetter,
  earlyThis,
  caseScopedName,
  consoleOutput,
  debugPause,
  statementEnd,
  quoteMark,
  operatorGap,
  commaGap,
  bracketGap,
  keywordGap,
  trailingSpace,
  blankRun,
  blankBetween,
  trailingComma,
  arrowParameter,
  blockBrace,
  indent,
  lineBreaks,
  lineEnd,
  spareParentheses,
  lineWidth,
  order,
  twice,
];
