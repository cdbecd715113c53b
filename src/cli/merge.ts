import { readFileSync } from "node:fs";
import { writeText } from "../project/write.js";
import { counted } from "../report/model.js";
import { merged, MergeError, type GivenReport } from "../report/shards.js";
import { levels, type AlertLevel } from "../rules/rule.js";
import { complain, print } from "./output.js";
import { nothingLookedAt } from "./review.js";
import { SourceError } from "./source.js";

export interface MergeOptions {
  readonly output?: string;
  readonly failOn: AlertLevel;
}

/** Puts the reports of the shards of a review together. Ends as the whole review would. */
export function mergeCommand(names: readonly string[], { output, failOn }: MergeOptions): number {
  const reports = names.map((name): GivenReport => {
    try {
      return { name, text: readFileSync(name, "utf8") };
    } catch (error) {
      throw new SourceError(`${name}: ${(error as Error).message}`);
    }
  });
  let whole: ReturnType<typeof merged>;
  try {
    whole = merged(reports);
  } catch (error) {
    if (!(error instanceof MergeError)) throw error;
    throw new SourceError(error.message);
  }
  if (output === undefined) print(whole.text);
  else {
    try {
      writeText(output, whole.text);
    } catch (error) {
      throw new SourceError(`${output}: ${(error as Error).message}`);
    }
    print(`${counted(whole.levels.length, "alert")} in ${counted(whole.files, "file")}, from ${counted(names.length, "shard")}\n`);
  }
  if (whole.hasProblems) return 2;
  if (whole.files === 0) {
    complain(nothingLookedAt);
    return 2;
  }
  const limit = levels.indexOf(failOn);
  return whole.levels.some((level) => levels.indexOf(level) <= limit) ? 1 : 0;
}
