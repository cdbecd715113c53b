/** The rules that speak of what all languages have: each runs in every language. */
import { afterExit } from "./dead/after-exit.js";
import { emptyBlock } from "./dead/empty-block.js";
import { equalBranches } from "./dead/equal-branches.js";
import { idleStatement } from "./dead/idle-statement.js";
import { needlessCatch } from "./dead/needless-catch.js";
import { needlessElse } from "./dead/needless-else.js";
import { needlessReturn } from "./dead/needless-return.js";
import { repeatedTest } from "./dead/repeated-test.js";
import { unreadImport } from "./dead/unread-import.js";
import { unreadName } from "./dead/unread-name.js";
import { unreadValue } from "./dead/unread-value.js";
import { assignmentAsTest } from "./flow/assignment-as-test.js";
import { callbackWithoutValue } from "./flow/callback-without-value.js";
import { contradiction } from "./flow/contradiction.js";
import { exitInFinally } from "./flow/exit-in-finally.js";
import { mixedReturns } from "./flow/mixed-returns.js";
import { oneTooFar } from "./flow/one-too-far.js";
import { readBeforeSet } from "./flow/read-before-set.js";
import { returnCutShort } from "./flow/return-cut-short.js";
import { runsIntoNext } from "./flow/runs-into-next.js";
import { settledTest } from "./flow/settled-test.js";
import { singleTurn } from "./flow/single-turn.js";
import { stuckLoop } from "./flow/stuck-loop.js";
import { unsetOnSomeWay } from "./flow/unset-on-some-way.js";
import { expired } from "./hush/expired.js";
import { idle } from "./hush/idle.js";
import { noReason } from "./hush/no-reason.js";
import { notRead } from "./hush/not-read.js";
import { unknownRule } from "./hush/unknown-rule.js";
import { finalNewline } from "./layout/final-newline.js";
import { declaredTwice } from "./names/declared-twice.js";
import { fixedReassigned } from "./names/fixed-reassigned.js";
import { hidesBuiltin } from "./names/hides-builtin.js";
import { hidesOuter } from "./names/hides-outer.js";
import { importWritten } from "./names/import-written.js";
import { offPattern } from "./names/off-pattern.js";
import { unknown } from "./names/unknown.js";
import { usedTooSoon } from "./names/used-too-soon.js";
import { outsideRules } from "./risk/outside-text.js";
import { runawayPattern } from "./risk/runaway-pattern.js";
import { secretInSource } from "./risk/secret-in-source.js";
import { weakRandom } from "./risk/weak-random.js";
import type { Rule } from "./rule.js";
import { settingsRules } from "./settings/index.js";
import { overSize } from "./settings/over-size.js";
import { branches } from "./strain/branches.js";
import { heavyFunction } from "./strain/heavy-function.js";
import { longFile } from "./strain/long-file.js";
import { longFunction } from "./strain/long-function.js";
import { longTest } from "./strain/long-test.js";
import { manyParameters } from "./strain/many-parameters.js";
import { nesting } from "./strain/nesting.js";
import { repeatedNesting } from "./strain/repeated-nesting.js";
import { sameCodeTwice } from "./strain/same-code-twice.js";
import { syntaxRules } from "./syntax/index.js";
import { assignedToItself } from "./values/assigned-to-itself.js";
import { comparedToItself } from "./values/compared-to-itself.js";
import { containsItself } from "./values/contains-itself.js";
import { repeatedCase } from "./values/repeated-case.js";
import { repeatedKey } from "./values/repeated-key.js";
import { repeatedPart } from "./values/repeated-part.js";

export const sharedRules: readonly Rule[] = [
  ...syntaxRules,
  unknown,
  usedTooSoon,
  importWritten,
  hidesOuter,
  hidesBuiltin,
  offPattern,
  declaredTwice,
  fixedReassigned,
  emptyBlock,
  equalBranches,
  needlessCatch,
  needlessElse,
  needlessReturn,
  repeatedTest,
  afterExit,
  unreadImport,
  unreadValue,
  unreadName,
  idleStatement,
  assignmentAsTest,
  exitInFinally,
  singleTurn,
  stuckLoop,
  mixedReturns,
  readBeforeSet,
  runsIntoNext,
  callbackWithoutValue,
  returnCutShort,
  settledTest,
  finalNewline,
  idle,
  expired,
  noReason,
  notRead,
  unknownRule,
  ...settingsRules,
  overSize,
  assignedToItself,
  comparedToItself,
  containsItself,
  repeatedCase,
  repeatedKey,
  heavyFunction,
  longFile,
  longFunction,
  longTest,
  manyParameters,
  branches,
  nesting,
  repeatedNesting,
  sameCodeTwice,
  repeatedPart,
  contradiction,
  oneTooFar,
  unsetOnSomeWay,
  secretInSource,
  weakRandom,
  runawayPattern,
  ...outsideRules,
];
