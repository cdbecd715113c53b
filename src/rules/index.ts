/** Every rule that ships with the package. */
import { consoleOutput } from "./calls/console-output.js";
import { debugPause } from "./calls/debug-pause.js";
import { afterExit } from "./dead/after-exit.js";
import { emptyBlock } from "./dead/empty-block.js";
import { equalBranches } from "./dead/equal-branches.js";
import { idleStatement } from "./dead/idle-statement.js";
import { needlessCatch } from "./dead/needless-catch.js";
import { needlessConstructor } from "./dead/needless-constructor.js";
import { needlessElse } from "./dead/needless-else.js";
import { needlessRename } from "./dead/needless-rename.js";
import { needlessReturn } from "./dead/needless-return.js";
import { repeatedTest } from "./dead/repeated-test.js";
import { straySemicolon } from "./dead/stray-semicolon.js";
import { unreadImport } from "./dead/unread-import.js";
import { unreadName } from "./dead/unread-name.js";
import { unreadPrivate } from "./dead/unread-private.js";
import { unreadValue } from "./dead/unread-value.js";
import { unusedLabel } from "./dead/unused-label.js";
import { assignmentAsTest } from "./flow/assignment-as-test.js";
import { callbackWithoutValue } from "./flow/callback-without-value.js";
import { caseScopedName } from "./flow/case-scoped-name.js";
import { earlyThis } from "./flow/early-this.js";
import { exitInFinally } from "./flow/exit-in-finally.js";
import { missingSuper } from "./flow/missing-super.js";
import { mixedReturns } from "./flow/mixed-returns.js";
import { readBeforeSet } from "./flow/read-before-set.js";
import { returnCutShort } from "./flow/return-cut-short.js";
import { runsIntoNext } from "./flow/runs-into-next.js";
import { settledTest } from "./flow/settled-test.js";
import { silentGetter } from "./flow/silent-getter.js";
import { singleTurn } from "./flow/single-turn.js";
import { stuckLoop } from "./flow/stuck-loop.js";
import { expired } from "./hush/expired.js";
import { idle } from "./hush/idle.js";
import { noReason } from "./hush/no-reason.js";
import { notRead } from "./hush/not-read.js";
import { unknownRule } from "./hush/unknown-rule.js";
import { order } from "./imports/order.js";
import { twice } from "./imports/twice.js";
import { arrowParameter } from "./layout/arrow-parameter.js";
import { blankBetween } from "./layout/blank-between.js";
import { blankRun } from "./layout/blank-run.js";
import { blockBrace } from "./layout/block-brace.js";
import { bracketGap } from "./layout/bracket-gap.js";
import { commaGap } from "./layout/comma-gap.js";
import { finalNewline } from "./layout/final-newline.js";
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
import { declaredTwice } from "./names/declared-twice.js";
import { fixedReassigned } from "./names/fixed-reassigned.js";
import { functionWide } from "./names/function-wide.js";
import { hidesBuiltin } from "./names/hides-builtin.js";
import { hidesOuter } from "./names/hides-outer.js";
import { importWritten } from "./names/import-written.js";
import { leaksGlobal } from "./names/leaks-global.js";
import { offPattern } from "./names/off-pattern.js";
import { unknown } from "./names/unknown.js";
import { usedTooSoon } from "./names/used-too-soon.js";
import type { Rule } from "./rule.js";
import { settingsRules } from "./settings/index.js";
import { overSize } from "./settings/over-size.js";
import { syntaxRules } from "./syntax/index.js";

export const rules: readonly Rule[] = [
  ...syntaxRules,
  unknown,
  usedTooSoon,
  fixedReassigned,
  importWritten,
  couldBeFixed,
  declaredTwice,
  hidesOuter,
  hidesBuiltin,
  functionWide,
  leaksGlobal,
  offPattern,
  unreadName,
  unreadImport,
  unreadValue,
  unreadPrivate,
  afterExit,
  emptyBlock,
  idleStatement,
  straySemicolon,
  needlessReturn,
  needlessCatch,
  needlessRename,
  repeatedTest,
  equalBranches,
  unusedLabel,
  needlessElse,
  needlessConstructor,
  stuckLoop,
  returnCutShort,
  assignmentAsTest,
  exitInFinally,
  missingSuper,
  silentGetter,
  singleTurn,
  runsIntoNext,
  mixedReturns,
  settledTest,
  readBeforeSet,
  earlyThis,
  callbackWithoutValue,
  caseScopedName,
  consoleOutput,
  debugPause,
  statementEnd,
  finalNewline,
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
  idle,
  expired,
  noReason,
  notRead,
  unknownRule,
  ...settingsRules,
  overSize,
];

/** The rule of an id. */
export function ruleOf(id: string): Rule | undefined {
  return rules.find((rule) => rule.id === id);
}
