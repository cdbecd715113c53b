import { readFileSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { Meter } from "../engine/meter.js";
import { languages, rules } from "../languages/index.js";
import { RevisionError } from "../project/changed-lines.js";
import { PackedResults } from "../project/packed-results.js";
import { RememberedResults } from "../project/remembered-results.js";
import { ResultStore } from "../project/result-store.js";
import { reviewProject } from "../project/review.js";
import type { ProjectVisit, VisitResult } from "../project/visit.js";
import { writeText } from "../project/write.js";
import { boardPage } from "../report/board.js";
import { visibleText } from "../report/columns.js";
import { costTable } from "../report/cost.js";
import type { Grouping } from "../report/groups.js";
import { jsonReport } from "../report/json.js";
import { counted, reacher, type Review } from "../report/model.js";
import { sarifReport } from "../report/sarif.js";
import type { Shard } from "../report/shards.js";
import { textReport } from "../report/text.js";
import { trendSince, type Trend } from "../report/trend.js";
import { levels, type Rule } from "../rules/rule.js";
import type { OwnLevels } from "../settings/schema.js";
import { faultOfNames } from "./known-rules.js";
import { complain, hasColour, outputWidth, print } from "./output.js";
import { ProgressLine } from "./progress-line.js";
import { SourceError, sourceOf, type SourceOptions } from "./source.js";
import { strainReport } from "./strain.js";
import { noProfile } from "./trace.js";
import { triedPattern, type PatternOptions } from "./tried-pattern.js";
import { watchOn } from "./watch.js";

export interface ReviewOptions extends PatternOptions, SourceOptions {
  readonly format: "text" | "json" | "sarif" | "html";
  readonly failOn: string;
  readonly cost?: boolean;
  readonly anew?: boolean;
  readonly profile?: string;
  readonly only?: readonly string[];
  readonly since?: string;
  readonly staged?: boolean;
  readonly strain?: boolean;
  readonly quiet?: boolean;
  readonly output?: string;
  readonly group?: Grouping;
  readonly counts?: boolean;
  readonly shard?: Shard;
  readonly watch?: boolean;
  /** The file of an earlier report. */
  readonly against?: string;
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
export const nothingLookedAt = "no file was looked at";

/** Options that do not go with `--watch`, whose output goes on. */
const notWatched = ["output", "strain", "cost", "shard", "counts", "group", "as", "staged"] as const;

export async function reviewCommand(paths: readonly string[], options: ReviewOptions): Promise<number> {
  const trial = triedPattern(options);
  const unknown = await faultOfNames(options.only);
  if (unknown !== undefined) throw new SourceError(unknown);
  const visit = { ...visitFrom(paths), ...sourceOf(paths, options) };
  if (options.staged === true && options.since !== undefined) {
    throw new SourceError("--staged and --since do not go together");
  }
  if (options.watch === true) {
    const other = options.format === "text" ? notWatched.find((name) => options[name] !== undefined) : "format";
    if (other !== undefined) throw new SourceError(`--watch and --${other} do not go together`);
  }
  if (options.strain === true) return strainReport(visit, options.format === "json" ? "json" : "text");
  const run = new ReviewRun(visit, options, trial);
  const first = await run.once();
  if (first === undefined) return 2;
  if (!run.report(first)) return 2;
  const code = run.codeOf(first);
  if (options.watch !== true) return code;
  const settings = first.result.settings.known.flatMap(({ parts }) => parts);
  return watchOn(paths, settings, { ...first, code }, async () => {
    const round = await run.once();
    return round && { ...round, code: run.codeOf(round) };
  });
}

interface Reviewed {
  readonly review: Review;
  readonly result: VisitResult;
  readonly ownLevels: OwnLevels;
  /** Whether a rule failed. */
  readonly hasFailed: boolean;
}

/** Reviews with the same options, once or again and again. */
class ReviewRun {
  private readonly meter: Meter | undefined;
  private readonly visit: ProjectVisit;
  private readonly progress = new ProgressLine();
  private hasFailed = false;

  constructor(visit: ProjectVisit, private readonly options: ReviewOptions, private readonly trial: Rule | undefined) {
    const { cost, profile, only, since, staged, shard, anew, format } = options;
    this.meter = cost ? new Meter(() => performance.now()) : undefined;
    const usesResults = visit.input === undefined && trial === undefined && this.meter === undefined;
    const about = JSON.stringify([visit.folder, visit.paths, profile, visit.settingsFile, only, since, staged, shard]);
    const kept = anew === true ? undefined : new PackedResults(new ResultStore(), about);
    const results = options.watch === true ? new RememberedResults(kept) : kept;
    const { progress } = this;
    this.visit = {
      ...visit,
      ...(this.meter && { meter: this.meter }),
      ...(profile !== undefined && { profile }),
      ...(trial && { only: [trial] }),
      ...(only && { about: only }),
      ...(since !== undefined && { since }),
      ...(staged !== undefined && { staged }),
      ...(shard && { shard }),
      ...(format === "html" && { detailed: true }),
      ...(usesResults && results && { results }),
      onFailure: (file, failure) => {
        this.hasFailed = true;
        progress.clear();
        visit.onFailure?.(file, failure);
      },
      onProgress: (done, all) => (done < all ? progress.show(done, all) : progress.clear()),
    };
  }

  /** What is found now; nothing where it cannot be told, and why is said. */
  async once(): Promise<Reviewed | undefined> {
    const { failOn, profile, quiet } = this.options;
    this.hasFailed = false;
    let found: Awaited<ReturnType<typeof reviewProject>>;
    try {
      found = await reviewProject(this.visit);
    } catch (error) {
      if (!(error instanceof RevisionError)) throw error;
      this.progress.clear();
      complain(error.message);
      return undefined;
    }
    const { review, result } = found;
    const known = result.settings.known.map(({ checked }) => checked.settings);
    const ownLevels = Object.assign({}, ...known.map((settings) => settings.ownLevels ?? {})) as OwnLevels;
    const levelNames = [...levels, ...Object.keys(ownLevels)];
    if (!levelNames.includes(failOn)) {
      complain(`--fail-on: there is no level \`${failOn}\` (there are ${levelNames.join(", ")})`);
      return undefined;
    }
    const profiles = known.flatMap((settings) => Object.keys(settings.profiles ?? {}));
    if (profile !== undefined && !profiles.includes(profile)) {
      complain(noProfile(profile, profiles));
      return undefined;
    }
    const reaches = reacher(failOn, ownLevels);
    const shown: Review = quiet === true
      ? { ...review, files: review.files.map((file) => ({ ...file, alerts: file.alerts.filter(reaches) })) }
      : review;
    return { review: shown, result, ownLevels, hasFailed: this.hasFailed };
  }

  /** Writes the report. Whether it could be written. */
  report({ review, result, ownLevels }: Reviewed): boolean {
    const { output } = this.options;
    const report = this.reportText(review, result, ownLevels);
    if (output === undefined) print(report);
    else {
      try {
        writeText(output, report);
      } catch (error) {
        complain(`${output}: ${(error as Error).message}`);
        return false;
      }
    }
    if (this.meter !== undefined) process.stderr.write(`\n${costTable(this.meter, { colour: hasColour() })}`);
    for (const { path: name, reason } of result.problems) complain(`${visibleText(name)}: ${reason}`);
    for (const { path: name, alerts } of result.broken) {
      complain(`${name}: ${counted(alerts.length, "mistake")} in the settings`);
    }
    if (result.files.length === 0 && this.options.staged !== true) complain(nothingLookedAt);
    return true;
  }

  private reportText(review: Review, result: VisitResult, ownLevels: OwnLevels): string {
    const { format, group, counts: countsOnly, shard, staged, output, quiet } = this.options;
    if (format === "json") {
      return jsonReport(review, {
        ...(group && { group }),
        ...(countsOnly !== undefined && { countsOnly }),
        ...(shard && { shard }),
      });
    }
    const trial = this.trial ? [this.trial] : [];
    const all = [...rules, ...result.settings.known.flatMap(({ checked }) => checked.rules), ...trial];
    const byId = new Map(all.map((rule) => [rule.id, rule]));
    if (format === "sarif") {
      return sarifReport(review, [...byId.values()], `${pathToFileURL(process.cwd()).href}/`, shard);
    }
    const trend = this.trendOf(review);
    if (format === "html") {
      return boardPage(review, {
        name: path.basename(process.cwd()),
        made: new Date().toISOString(),
        ownLevels,
        rules: byId,
        ...(trend && { trend }),
      });
    }
    if (staged === true && result.files.length === 0) return "Nothing is staged that a language is known for.\n";
    return textReport(review, {
      colour: output === undefined && hasColour(),
      width: outputWidth(),
      ownLevels,
      withSum: quiet !== true,
      ...(group && { group }),
      ...(countsOnly !== undefined && { countsOnly }),
      ...(trend && { trend }),
    });
  }

  /** What became of the earlier report that is named. */
  private trendOf(review: Review): (Trend & { readonly against: string }) | undefined {
    const { against } = this.options;
    if (against === undefined) return undefined;
    try {
      return { ...trendSince(readFileSync(against, "utf8"), review), against: path.basename(against) };
    } catch (error) {
      throw new SourceError(`--against: ${against}: ${(error as Error).message}`);
    }
  }

  /** How the command ends with what was found. */
  codeOf({ review, result, ownLevels, hasFailed }: Reviewed): number {
    const isBroken = result.broken.some(({ alerts }) => alerts.some(({ level }) => level === "error"));
    if (hasFailed || isBroken || result.problems.length > 0) return 2;
    if (result.files.length === 0) return this.options.staged === true ? 0 : 2;
    const reaches = reacher(this.options.failOn, ownLevels);
    return review.files.some(({ alerts }) => alerts.some(reaches)) ? 1 : 0;
  }
}
