/** The rules that only Python has. */
import type { Rule } from "../../../rules/rule.js";

export const rules: readonly Rule[] = [];
