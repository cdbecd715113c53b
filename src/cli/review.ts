import { pathToFileURL } from "node:url";
import { Meter } from "../engine/meter.js";
import { languages, patternRule, rules } from "../languages/index.js";
import { RevisionError } from "../project/changed-lines.js";
import { reviewProject } from "../project/review.js";
import type { ProjectVisit } from "../project/visit.js";
import { writeText } from "../project/write.js";
import { visibleText } from "../report/columns.js";
import { costTable } from "../report/cost.js";
import { jsonReport } from "../report/json.js";
import { counted, reacher, type Review } from "../report/model.js";
import { sarifReport } from "../report/sarif.js";
import { textReport } from "../report/text.js";
import { PatternError, type PatternText } from "../rules/patterns.js";
import { levels, type Rule } from "../rules/rule.js";
import type { OwnLevels } from "../settings/schema.js";
import { faultOfNames } from "./known-rules.js";
import { complain, hasColour, outputWidth, print } from "./output.js";
import { sourceOf } from "./source.js";
import { strainReport } from "./strain.js";
import { noProfile } from "./trace.js";

export interface ReviewOptions {
  readonly format: "text" | "json" | "sarif";
  readonly failOn: string;
  readonly cost?: boolean;
  readonly anew?: boolean;
  readonly profile?: string;
  readonly pattern?: string;
  readonly where?: string;
  readonly rewrite?: string;
  readonly only?: readonly string[];
  readonly since?: string;
  readonly strain?: boolean;
  readonly quiet?: boolean;
  readonly output?: string;
  readonly as?: string;
  readonly settings?: string;
}

/** How the commands visit a project: all languages, from the working folder, today. */
export function visitFrom(paths: readonly string[]): ProjectVisit {
  return {
    languages,
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
  const unknown = await faultOfNames(options.only);
  if (unknown !== undefined) {
    complain(unknown);
    return 2;
  }
  const visit = { ...visitFrom(paths), ...sourceOf(paths, options) };
  if (options.strain === true) return strainReport(visit, format === "json" ? "json" : "text");
  let failed = false;
  const onFailure: typeof visit.onFailure = (file, failure) => {
    failed = true;
    visit.onFailure?.(file, failure);
  };
  const reviewed = await reviewProject({
    ...visit,
    onFailure,
    ...(meter && { meter }),
    ...(profile !== undefined && { profile }),
    ...(trial && { only: [trial] }),
    ...(options.only && { about: options.only }),
    ...(options.since !== undefined && { since: options.since }),
    keepsResults: visit.input === undefined && options.anew !== true && trial === undefined && meter === undefined,
  }).catch((error: unknown) => {
    if (!(error instanceof RevisionError)) throw error;
    complain(error.message);
    return undefined;
  });
  if (reviewed === undefined) return 2;
  const { result } = reviewed;
  const ownLevels = Object.assign(
    {},
    ...result.settings.known.map(({ checked }) => checked.settings.ownLevels ?? {}),
  ) as OwnLevels;
  const levelNames = [...levels, ...Object.keys(ownLevels)];
  if (!levelNames.includes(failOn)) {
    complain(`--fail-on: there is no level \`${failOn}\` (there are ${levelNames.join(", ")})`);
    return 2;
  }
  const reaches = reacher(failOn, ownLevels);
  const { files } = reviewed.review;
  const review: Review = options.quiet === true
    ? { ...reviewed.review, files: files.map((file) => ({ ...file, alerts: file.alerts.filter(reaches) })) }
    : reviewed.review;
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
  let report: string;
  if (format === "json") report = jsonReport(review);
  else if (format === "sarif") report = sarifReport(review, all, `${pathToFileURL(process.cwd()).href}/`);
  else {
    report = textReport(review, {
      colour: options.output === undefined && hasColour(),
      width: outputWidth(),
      ownLevels,
      withSum: options.quiet !== true,
    });
  }
  if (options.output === undefined) print(report);
  else {
    try {
      writeText(options.output, report);
    } catch (error) {
      complain(`${options.output}: ${(error as Error).message}`);
      return 2;
    }
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
  return files.some(({ alerts }) => alerts.some(reaches)) ? 1 : 0;
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
  return patternRule("tried", pattern);
}
