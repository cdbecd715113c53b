/** `baseline`: the alerts of today, as those that are not told from now on. */
import path from "node:path";
import { Baseline } from "../project/baseline.js";
import { ProjectSettings } from "../project/project-settings.js";
import { reviewProject } from "../project/review.js";
import { writeText } from "../project/write.js";
import { counted } from "../report/model.js";
import { complain, print } from "./output.js";
import { visitFrom } from "./review.js";

export async function baselineCommand(): Promise<number> {
  const settings = new ProjectSettings();
  const settingsFile = settings.fileFor(process.cwd());
  const file = Baseline.fileOf(settingsFile === undefined ? undefined : settings.source(settingsFile));
  if (settingsFile === undefined || file === undefined) {
    complain('no settings here name a baseline: say `"baseline": "alert-quill-baseline.json"` in alert-quill.jsonc');
    return 2;
  }
  const folder = path.dirname(settingsFile);
  const { review, result } = await reviewProject({
    ...visitFrom([folder]),
    folder: path.dirname(file),
    ignoresBaseline: true,
  });
  for (const { path: shown, reason } of result.problems) complain(`${shown}: ${reason}`);
  writeText(file, Baseline.write(review.files));
  const count = review.files.reduce((sum, { alerts }) => sum + alerts.length, 0);
  print(`${path.relative(process.cwd(), file)} holds ${counted(count, "alert")} of ${counted(review.files.length, "file")}, which are not told from now on.\n`);
  return result.problems.length > 0 ? 2 : 0;
}
