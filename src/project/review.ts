/** What is to be told of the files of a project. */
import { javascript } from "../languages/javascript/index.js";
import type { FileReview, Review } from "../report/model.js";
import { saysGenerated, topOfFile } from "../text/generated.js";
import { Text } from "../text/text.js";
import { Baseline } from "./baseline.js";
import { findAll } from "./find-all.js";
import { leftOutIn } from "./left-out.js";
import { locate, type LocatedFile, type ProjectVisit, type VisitResult } from "./visit.js";

/** Reviews the files below `paths`. Alerts of a baseline are left out and counted. */
export async function reviewProject(
  visit: ProjectVisit,
): Promise<{ review: Review; result: VisitResult }> {
  const began = performance.now();
  const located: LocatedFile[] = [];
  const result = await locate(visit, (file) => void located.push(file));
  const found = await findAll(located, visit);
  let known = 0;
  const baselines = new Map<string, Baseline>();
  const { firstComments } = javascript();
  const files = located.map(({ file, shown, text: content, settings: { source, resolved } }): FileReview => {
    const { alerts: all, certain = [] } = found.get(file)!;
    const text = Text.of(content);
    const isGenerated = resolved.generated === "form" && saysGenerated(firstComments(content.slice(0, topOfFile)));
    const baselineFile = Baseline.fileOf(source);
    if (baselineFile === undefined || visit.only !== undefined) {
      return { path: shown, text, alerts: all, mendable: certain.length, isGenerated };
    }
    const baseline = baselines.get(baselineFile) ?? Baseline.read(baselineFile);
    baselines.set(baselineFile, baseline);
    const alerts = baseline.fresh(file, all, text);
    known += all.length - alerts.length;
    const isFresh = new Set(alerts);
    const mendable = certain.filter((index) => isFresh.has(all[index]!)).length;
    return { path: shown, text, alerts, mendable, isGenerated };
  });
  const review = {
    files: [...result.broken, ...files],
    baseline: known,
    leftOut: leftOutIn(result, files.length > 0),
    milliseconds: performance.now() - began,
  };
  return { review, result };
}
