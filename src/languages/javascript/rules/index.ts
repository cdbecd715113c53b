/** The rules that know the nodes and ways of JavaScript and TypeScript. */
import type { Rule } from "../../../rules/rule.js";
import { asyncExecutor } from "./async/async-executor.js";
import { needlessAsync } from "./async/needless-async.js";
import { oneByOne } from "./async/one-by-one.js";
import { promiseAsTest } from "./async/promise-as-test.js";
import { raceOnShared } from "./async/race-on-shared.js";
import { unwatchedPromise } from "./async/unwatched-promise.js";
import { blockingDialog } from "./calls/blocking-dialog.js";
import { borrowedBuiltin } from "./calls/borrowed-builtin.js";
import { consoleOutput } from "./calls/console-output.js";
import { debugPause } from "./calls/debug-pause.js";
import { detachedMethod } from "./calls/detached-method.js";
import { indexAsRadix } from "./calls/index-as-radix.js";
import { listConstructor } from "./calls/list-constructor.js";
import { madeForNothing } from "./calls/made-for-nothing.js";
import { notCallable } from "./calls/not-callable.js";
import { unsortedNumbers } from "./calls/unsorted-numbers.js";
import { wrappedPrimitive } from "./calls/wrapped-primitive.js";
import { wrongCount } from "./calls/wrong-count.js";
import { needlessConstructor } from "./dead/needless-constructor.js";
import { needlessRename } from "./dead/needless-rename.js";
import { straySemicolon } from "./dead/stray-semicolon.js";
import { unreadExport } from "./dead/unread-export.js";
import { unreadPrivate } from "./dead/unread-private.js";
import { unusedLabel } from "./dead/unused-label.js";
import { missing } from "./docs/missing.js";
import { parametersDiffer } from "./docs/parameters-differ.js";
import { undocumentedThrow } from "./docs/undocumented-throw.js";
import { caseScopedName } from "./flow/case-scoped-name.js";
import { earlyThis } from "./flow/early-this.js";
import { missingSuper } from "./flow/missing-super.js";
import { silentGetter } from "./flow/silent-getter.js";
import { cycle } from "./imports/cycle.js";
import { markupFactoryMissing } from "./imports/markup-factory-missing.js";
import { noSuchExport } from "./imports/no-such-export.js";
import { noSuchFile } from "./imports/no-such-file.js";
import { order } from "./imports/order.js";
import { twice } from "./imports/twice.js";
import { undeclaredPackage } from "./imports/undeclared-package.js";
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
import { calledAtOnce } from "./markup/called-at-once.js";
import { missingKey } from "./markup/missing-key.js";
import { arrowCallback } from "./modern/arrow-callback.js";
import { assigningOperator } from "./modern/assigning-operator.js";
import { catchWithoutName } from "./modern/catch-without-name.js";
import { copyCall } from "./modern/copy-call.js";
import { fallbackOperator } from "./modern/fallback-operator.js";
import { flatMap } from "./modern/flat-map.js";
import { includesCall } from "./modern/includes-call.js";
import { lastElement } from "./modern/last-element.js";
import { loopOverValues } from "./modern/loop-over-values.js";
import { objectSpread } from "./modern/object-spread.js";
import { optionalChain } from "./modern/optional-chain.js";
import { ownKey } from "./modern/own-key.js";
import { powerOperator } from "./modern/power-operator.js";
import { replaceAll } from "./modern/replace-all.js";
import { shortProperty } from "./modern/short-property.js";
import { spreadCall } from "./modern/spread-call.js";
import { templateText } from "./modern/template-text.js";
import { unpacking } from "./modern/unpacking.js";
import { couldBeFixed } from "./names/could-be-fixed.js";
import { functionWide } from "./names/function-wide.js";
import { leaksGlobal } from "./names/leaks-global.js";
import { notInEdition } from "./syntax/not-in-edition.js";
import { repeatedDeclaration } from "./syntax/repeated-declaration.js";
import { unknownPrivate } from "./syntax/unknown-private.js";
import { badOperand } from "./types/bad-operand.js";
import { maybeAbsent } from "./types/maybe-absent.js";
import { mismatch } from "./types/mismatch.js";
import { noOverlap } from "./types/no-overlap.js";
import { noSuchMember } from "./types/no-such-member.js";
import { comparedToNaN } from "./values/compared-to-nan.js";
import { identityOfLiteral } from "./values/identity-of-literal.js";
import { impossibleTypeof } from "./values/impossible-typeof.js";
import { inexactNumber } from "./values/inexact-number.js";
import { listHole } from "./values/list-hole.js";
import { looseEquality } from "./values/loose-equality.js";
import { misreadNegation } from "./values/misread-negation.js";
import { noRadix } from "./values/no-radix.js";
import { placeholderInPlainText } from "./values/placeholder-in-plain-text.js";
import { sharedDefault } from "./values/shared-default.js";
import { stepOperator } from "./values/step-operator.js";
import { textJoinedByPlus } from "./values/text-joined-by-plus.js";

export const rules: readonly Rule[] = [
  notInEdition,
  repeatedDeclaration,
  unknownPrivate,
  couldBeFixed,
  functionWide,
  leaksGlobal,
  unreadExport,
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
  cycle,
  markupFactoryMissing,
  noSuchExport,
  noSuchFile,
  order,
  twice,
  undeclaredPackage,
  mismatch,
  noSuchMember,
  noOverlap,
  badOperand,
  maybeAbsent,
  comparedToNaN,
  identityOfLiteral,
  impossibleTypeof,
  inexactNumber,
  listHole,
  looseEquality,
  misreadNegation,
  noRadix,
  sharedDefault,
  stepOperator,
  textJoinedByPlus,
  blockingDialog,
  borrowedBuiltin,
  indexAsRadix,
  listConstructor,
  madeForNothing,
  unsortedNumbers,
  wrappedPrimitive,
  asyncExecutor,
  needlessAsync,
  oneByOne,
  raceOnShared,
  arrowCallback,
  assigningOperator,
  catchWithoutName,
  copyCall,
  fallbackOperator,
  flatMap,
  includesCall,
  lastElement,
  objectSpread,
  optionalChain,
  ownKey,
  powerOperator,
  replaceAll,
  shortProperty,
  spreadCall,
  templateText,
  unpacking,
  notCallable,
  wrongCount,
  promiseAsTest,
  unwatchedPromise,
  placeholderInPlainText,
  detachedMethod,
  missing,
  parametersDiffer,
  undocumentedThrow,
  loopOverValues,
  calledAtOnce,
  missingKey,
];
