/** What is to be told of the files of a project. */
import path from "node:path";
import { isAmong } from "../engine/choice.js";
import { languageOf } from "../languages/index.js";
import { byPlace, type FileReview, type Review } from "../report/model.js";
import type { Span } from "../text/edit.js";
import { Text } from "../text/text.js";
import { Baselines } from "./baseline.js";
import { changedInStage, changedSince } from "./changed-lines.js";
import { findAll } from "./find-all.js";
import { leftOutIn } from "./left-out.js";
import { locate, type LocatedFile, type ProjectVisit, type VisitResult } from "./visit.js";

/** The stretches of a file in which alerts count, where not all of it does. */
function changedLines({ since, staged }: ProjectVisit, file: string, text: string): Span[] | undefined {
  if (staged === true) return changedInStage(file, text);
  return since === undefined ? undefined : changedSince(since, file, text);
}

/** Reviews the files below `paths`. Alerts of a baseline are left out and counted. */
export async function reviewProject(
  visit: ProjectVisit,
): Promise<{ review: Review; result: VisitResult }> {
  const began = performance.now();
  const located: LocatedFile[] = [];
  const result = await locate(visit, (file) => void located.push(file));
  const found = await findAll(located, visit);
  let known = 0;
  let settled = 0;
  const baselines = new Baselines();
  const files = located.map((one): FileReview => {
    const { file, shown, settings: { source, resolved } } = one;
    const { alerts: all, certain = [], details, isGenerated = false } = found.get(file)!;
    let made: Text | undefined;
    // Of most files nothing is told, and their lines need not be found.
    const text = (): Text => (made ??= Text.of(one.text));
    const baseline = visit.only === undefined && visit.ignoresBaseline !== true ? baselines.of(source) : undefined;
    let alerts = baseline?.fresh(file, all, text()) ?? all;
    known += all.length - alerts.length;
    const inForce = resolved.in(languageOf(file)!);
    const isOn = (id: string): boolean => inForce.active.some(({ rule }) => rule.id === id);
    for (const count of baseline?.settled(file, all, text(), isOn).values() ?? []) settled += count;
    // Git is asked for files alone in which there is something.
    const within = alerts.length === 0 ? undefined : changedLines(visit, file, one.text);
    alerts = alerts.filter(
      ({ rule, from, to }) =>
        isAmong(rule, visit.about) && within?.some((span) => from <= span.to && to >= span.from) !== false,
    );
    return {
      path: shown,
      get text() {
        return text();
      },
      alerts,
      mendable: new Set(certain.map((index) => all[index]!)),
      isGenerated: isGenerated && resolved.generated === "form",
      details: details && {
        remedies: new Map(all.map((alert, index) => [alert, details.remedies[index]!])),
        strain: details.strain,
      },
    };
  });
  const problems = [
    ...result.problems,
    ...baselines.faults.map(({ file, fault }) => ({ path: path.relative(visit.folder, file), reason: fault })),
  ];
  const review = {
    files: [...result.broken, ...files].sort(byPlace),
    baseline: known,
    settled,
    leftOut: visit.staged === true ? [] : leftOutIn(result, result.files.length > 0),
    problems,
    milliseconds: performance.now() - began,
  };
  return { review, result: { ...result, problems } };
}
