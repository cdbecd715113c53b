import { pathToFileURL } from "node:url";
import { javascript } from "../languages/javascript/index.js";
import { reviewProject, type ProjectVisit } from "../project/review.js";
import { Meter } from "../engine/meter.js";
import { costTable } from "../report/cost.js";
import { jsonReport } from "../report/json.js";
import { reaches } from "../report/model.js";
import { sarifReport } from "../report/sarif.js";
import { textReport } from "../report/text.js";
import { rules } from "../rules/index.js";
import type { AlertLevel } from "../rules/rule.js";
import { complain, hasColour, print } from "./output.js";

export interface ReviewOptions {
  readonly format: "text" | "json" | "sarif";
  readonly failOn: AlertLevel;
  readonly cost?: boolean;
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

export function reviewCommand(paths: readonly string[], { format, failOn, cost }: ReviewOptions): number {
  const meter = cost ? new Meter(() => performance.now()) : undefined;
  const { review, problems } = reviewProject({ ...visitFrom(paths), ...(meter && { meter }) });
  if (format === "json") print(jsonReport(review));
  else if (format === "sarif") print(sarifReport(review, rules, `${pathToFileURL(process.cwd()).href}/`));
  else print(textReport(review, { colour: hasColour() }));
  if (meter !== undefined) process.stderr.write(`\n${costTable(meter, { colour: hasColour() })}`);
  for (const { path, reason } of problems) complain(`${path}: ${reason}`);
  if (problems.length > 0) return 2;
  return reaches(review, failOn) ? 1 : 0;
}
