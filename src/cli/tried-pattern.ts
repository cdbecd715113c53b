import { patternRule } from "../languages/index.js";
import { PatternError, type PatternText } from "../rules/patterns.js";
import type { Rule } from "../rules/rule.js";
import { SourceError } from "./source.js";

export interface PatternOptions {
  readonly pattern?: string;
  readonly where?: string;
  readonly rewrite?: string;
}

/** The rule of a pattern that is given on the command line; nothing without one. Throws a `SourceError` with the option in which something is wrong. */
export function triedPattern({ pattern, where, rewrite }: PatternOptions): Rule | undefined {
  if (pattern === undefined) return undefined;
  let conditions: PatternText["where"];
  try {
    conditions = where === undefined ? undefined : (JSON.parse(where) as PatternText["where"]);
  } catch (error) {
    throw new SourceError(`--where: this is no JSON: ${(error as Error).message}`);
  }
  try {
    return patternRule("tried", { find: pattern, where: conditions, rewrite, message: "This fits the pattern" });
  } catch (error) {
    if (!(error instanceof PatternError)) throw error;
    throw new SourceError(`--${error.path[0] === "find" ? "pattern" : String(error.path[0])}: ${error.message}`);
  }
}
