/** The rules that only Python has. */
import type { Rule } from "../../../rules/rule.js";
import { absenceByEquality } from "./absence-by-equality.js";
import { catchesEverything } from "./catches-everything.js";
import { coroutineNeverAwaited } from "./coroutine-never-awaited.js";
import { definedAgain } from "./defined-again.js";
import { handlerHidden } from "./handler-hidden.js";
import { literalByIdentity } from "./literal-by-identity.js";
import { needlessPass } from "./needless-pass.js";
import { noSelf } from "./no-self.js";
import { notAnError } from "./not-an-error.js";
import { partInPlainText } from "./part-in-plain-text.js";
import { settledTuple } from "./settled-tuple.js";
import { defaultOfAllCalls } from "./default-of-all-calls.js";
import { sharedMember } from "./shared-member.js";
import { textWithoutParts } from "./text-without-parts.js";
import { walksWhatChanges } from "./walks-what-changes.js";

export const rules: readonly Rule[] = [
  noSelf,
  definedAgain,
  needlessPass,
  catchesEverything,
  handlerHidden,
  settledTuple,
  walksWhatChanges,
  notAnError,
  literalByIdentity,
  absenceByEquality,
  defaultOfAllCalls,
  sharedMember,
  textWithoutParts,
  partInPlainText,
  coroutineNeverAwaited,
];
