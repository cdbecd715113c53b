/** Every rule that ships with the package. */
import { consoleOutput } from "./calls/console-output.js";
import { debugPause } from "./calls/debug-pause.js";
import { afterExit } from "./dead/after-exit.js";
import { unreadName } from "./dead/unread-name.js";
import { stuckLoop } from "./flow/stuck-loop.js";
import { finalNewline } from "./layout/final-newline.js";
import { statementEnd } from "./layout/statement-end.js";
import { fixedReassigned } from "./names/fixed-reassigned.js";
import { unknown } from "./names/unknown.js";
import type { Rule } from "./rule.js";
import { syntaxRules } from "./syntax/index.js";

export const rules: readonly Rule[] = [
  ...syntaxRules, unknown, fixedReassigned, unreadName, afterExit, stuckLoop, consoleOutput, debugPause, statementEnd, finalNewline,
];

/** The rule of an id. */
export function ruleOf(id: string): Rule | undefined {
  return rules.find((rule) => rule.id === id);
}
