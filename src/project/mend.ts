/** Mending the files of a project. */
import { readFileSync, renameSync, statSync, unlinkSync, writeFileSync } from "node:fs";
import path from "node:path";
import type { MendOptions } from "../engine/choice.js";
import type { Fight } from "../engine/fights.js";
import type { Dropped } from "../engine/mend.js";
import type { FileReview } from "../report/model.js";
import { changedSince } from "./changed-lines.js";
import { eachFile, type Problem, type ProjectVisit } from "./visit.js";

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
): Promise<{ files: MendedFile[]; problems: Problem[]; broken: readonly FileReview[] }> {
  const files: MendedFile[] = [];
  const changed: Problem[] = [];
  const { problems, broken } = await eachFile(visit, ({ file, shown, uri, workspace }) => {
    const before = workspace.text(uri).value;
    const within = options.since === undefined ? undefined : changedSince(options.since, file, before);
    const { text, edits, applied, dropped, fights } = workspace.mendResult(uri, {
      ...options,
      ...(within && { within }),
    });
    if (edits.length > 0 && options.dryRun !== true) {
      if (readFileSync(file, "utf8") !== before) {
        changed.push({ path: shown, reason: "it was changed by somebody else meanwhile and is left as it is" });
        return;
      }
      writeAtomically(file, text);
    }
    if (edits.length > 0 || dropped.length > 0 || fights.length > 0) {
      files.push({ path: shown, before, after: text, applied, dropped, fights });
    }
  });
  return { files, problems: [...problems, ...changed], broken };
}

/** Puts a whole new file in the place of the old one, so that no reader ever sees half of it. */
export function writeAtomically(file: string, text: string): void {
  const beside = path.join(path.dirname(file), `.${path.basename(file)}.${process.pid}.tmp`);
  const mode = statSync(file, { throwIfNoEntry: false })?.mode ?? 0o644;
  try {
    writeFileSync(beside, text, { mode });
    renameSync(beside, file);
  } catch (error) {
    try {
      unlinkSync(beside);
    } catch {
      // It was never written; the error that matters is the first one.
    }
    throw error;
  }
}
