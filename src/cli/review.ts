import { pathToFileURL } from "node:url";
import { Meter } from "../engine/meter.js";
import { javascript } from "../languages/javascript/index.js";
import { reviewProject } from "../project/review.js";
import type { ProjectVisit } from "../project/visit.js";
import { visibleText } from "../report/columns.js";
import { costTable } from "../report/cost.js";
import { jsonReport } from "../report/json.js";
import { counted, reaches } from "../report/model.js";
import { sarifReport } from "../report/sarif.js";
import { textReport } from "../report/text.js";
import { rules } from "../rules/index.js";
import { compilePattern, PatternError, type PatternText } from "../rules/pattern/compile.js";
import { patternRule } from "../rules/pattern/rule.js";
import type { AlertLevel, Rule } from "../rules/rule.js";
import type { OwnLevels } from "../settings/schema.js";
import { complain, hasColour, outputWidth, print } from "./output.js";
import { noProfile } from "./trace.js";

export interface ReviewOptions {
  readonly format: "text" | "json" | "sarif";
  readonly failOn: AlertLevel;
  readonly cost?: boolean;
  readonly anew?: boolean;
  readonly profile?: string;
  readonly pattern?: string;
  readonly where?: string;
  readonly rewrite?: string;
}

/** How the commands visit a project: all languages, from the working folder, today. */
export function visitFrom(paths: readonly string[]): ProjectVisit {
  return {
    languages: [javascript()],
    paths,
    folder: process.cwd(),
    today: new Date().toISOString().slice(0, 10),
    onFailure: (file, { rule, error }) => complain(`the rule ${rule} failed on ${file} and found nothing there: ${error instanceof Error ? error.message : String(error)}`),
  };
}

/** A check that looks at nothing must not look as if all was well. */
const nothingLookedAt = "no file was looked at";

export async function reviewCommand(paths: readonly string[], options: ReviewOptions): Promise<number> {
  const { format, failOn, cost, profile, pattern } = options;
  const meter = cost ? new Meter(() => performance.now()) : undefined;
  let trial: Rule | undefined;
  try {
    if (pattern !== undefined) trial = triedPattern(pattern, options);
  } catch (error) {
    if (!(error instanceof PatternError)) throw error;
    complain(`--${error.path[0] === "find" ? "pattern" : String(error.path[0])}: ${error.message}`);
    return 2;
  }
  const visit = visitFrom(paths);
  let failed = false;
  const onFailure: typeof visit.onFailure = (file, failure) => {
    failed = true;
    visit.onFailure?.(file, failure);
  };
  const { review, result } = await reviewProject({
    ...visit,
    onFailure,
    ...(meter && { meter }),
    ...(profile !== undefined && { profile }),
    ...(trial && { only: [trial] }),
    keepsResults: options.anew !== true && trial === undefined && meter === undefined,
  });
  const profiles = result.settings.known.flatMap(({ checked }) => Object.keys(checked.settings.profiles ?? {}));
  if (profile !== undefined && !profiles.includes(profile)) {
    complain(noProfile(profile, profiles));
    return 2;
  }
  const all = [
    ...new Map(
      [...rules, ...result.settings.known.flatMap(({ checked }) => checked.rules), ...(trial ? [trial] : [])].map(
        (rule) => [rule.id, rule],
      ),
    ).values(),
  ];
  if (format === "json") print(jsonReport(review));
  else if (format === "sarif") print(sarifReport(review, all, `${pathToFileURL(process.cwd()).href}/`));
  else {
    const ownLevels = Object.assign(
      {},
      ...result.settings.known.map(({ checked }) => checked.settings.ownLevels ?? {}),
    ) as OwnLevels;
    print(textReport(review, { colour: hasColour(), width: outputWidth(), ownLevels }));
  }
  if (meter !== undefined) process.stderr.write(`\n${costTable(meter, { colour: hasColour() })}`);
  for (const { path, reason } of result.problems) complain(`${visibleText(path)}: ${reason}`);
  for (const { path, alerts } of result.broken) {
    complain(`${path}: ${counted(alerts.length, "mistake")} in the settings`);
  }
  if (
    failed || result.problems.length > 0 || result.broken.some(({ alerts }) => alerts.some(
      ({ level }) => level === "error",
    ))
  ) return 2;
  if (result.files.length === 0) {
    complain(nothingLookedAt);
    return 2;
  }
  return reaches(review, failOn) ? 1 : 0;
}

/** The rule of a pattern that is given on the command line. */
function triedPattern(find: string, { where, rewrite }: ReviewOptions): Rule {
  let conditions: PatternText["where"];
  try {
    conditions = where === undefined ? undefined : (JSON.parse(where) as PatternText["where"]);
  } catch (error) {
    throw new PatternError(`this is no JSON: ${(error as Error).message}`, ["where"]);
  }
  const pattern = { find, where: conditions, rewrite, message: "This fits the pattern" };
  return patternRule("tried", pattern, compilePattern(pattern));
}
