/** Mending the files of a project. */
import { readFileSync } from "node:fs";
import path from "node:path";
import type { MendOptions } from "../engine/choice.js";
import type { Fight } from "../engine/fights.js";
import type { Dropped } from "../engine/mend.js";
import type { FileReview } from "../report/model.js";
import { Baselines } from "./baseline.js";
import { changedSince } from "./changed-lines.js";
import { eachFile, type Problem, type ProjectVisit } from "./visit.js";
import { writeText } from "./write.js";

export interface MendedFile {
  readonly path: string;
  readonly before: string;
  readonly after: string;
  readonly applied: ReadonlyMap<string, number>;
  readonly dropped: readonly Dropped[];
  readonly fights: readonly Fight[];
}

export interface MendProjectOptions extends MendOptions {
  /** Nothing is written. */
  readonly dryRun?: boolean;
  /** A revision of git: only lines that changed since count. */
  readonly since?: string;
}

/** Settles all that is certain in the files below `paths`. A file that somebody else changed in the meantime is left alone and named. */
export async function mendProject(
  visit: ProjectVisit,
  options: MendProjectOptions,
): Promise<{
  files: MendedFile[];
  problems: Problem[];
  broken: readonly FileReview[];
  /** The profiles that there are. */
  profiles: readonly string[];
}> {
  const files: MendedFile[] = [];
  const changed: Problem[] = [];
  const baselines = new Baselines();
  const { problems, broken, settings } = await eachFile(visit, ({ file, shown, uri, workspace, settings: own }) => {
    const before = workspace.text(uri).value;
    let within = options.since === undefined ? undefined : changedSince(options.since, file, before);
    const baseline = visit.ignoresBaseline === true ? undefined : baselines.of(own.source);
    if (baseline !== undefined) {
      const all = within;
      // What it holds is left alone.
      within = baseline
        .fresh(file, workspace.alerts(uri), workspace.text(uri))
        .filter(({ from, to }) => all?.some((span) => from <= span.to && to >= span.from) !== false);
    }
    const { text, edits, applied, dropped, fights } = workspace.mendResult(uri, {
      ...options,
      ...(within && { within }),
    });
    if (edits.length > 0 && options.dryRun !== true && visit.input === undefined) {
      const now = readFileSync(file, "utf8");
      const mark = now.startsWith("\uFEFF") ? "\uFEFF" : "";
      if (now !== mark + before) {
        changed.push({ path: shown, reason: "it was changed by somebody else meanwhile and is left as it is" });
        return;
      }
      try {
        writeText(file, mark + text);
      } catch (error) {
        changed.push({ path: shown, reason: `${(error as Error).message}: it stays as it is` });
        return;
      }
    }
    if (edits.length > 0 || dropped.length > 0 || fights.length > 0) {
      files.push({ path: shown, before, after: text, applied, dropped, fights });
    }
  });
  const profiles = settings.known.flatMap(({ checked }) => Object.keys(checked.settings.profiles ?? {}));
  for (const { file, fault } of baselines.faults) {
    changed.push({ path: path.relative(visit.folder, file), reason: fault });
  }
  return { files, problems: [...problems, ...changed], broken, profiles };
}
