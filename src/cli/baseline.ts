/** `baseline`: the alerts of today, as those that are not told from now on. */
import path from "node:path";
import { Baseline } from "../project/baseline.js";
import { ProjectSettings } from "../project/project-settings.js";
import { reviewProject } from "../project/review.js";
import { writeText } from "../project/write.js";
import { counted } from "../report/model.js";
import { complain, print } from "./output.js";
import { visitFrom } from "./review.js";

export async function baselineCommand({ settled = false }: { readonly settled?: boolean }): Promise<number> {
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
  let { files } = review;
  if (settled) {
    let before: Baseline;
    try {
      before = Baseline.read(file);
    } catch (error) {
      complain(`${path.relative(process.cwd(), file)}: ${(error as Error).message}`);
      return 2;
    }
    files = files.map((one) => {
      const fresh = new Set(before.fresh(path.resolve(path.dirname(file), one.path), one.alerts, one.text));
      return { ...one, alerts: one.alerts.filter((alert) => !fresh.has(alert)) };
    });
  }
  writeText(file, Baseline.write(files));
  const count = files.reduce((sum, { alerts }) => sum + alerts.length, 0);
  print(`${path.relative(process.cwd(), file)} holds ${counted(count, "alert")} of ${counted(files.filter(({ alerts }) => alerts.length > 0).length, "file")}, which are not told from now on.\n`);
  return result.problems.length > 0 ? 2 : 0;
}
