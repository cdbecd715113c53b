import path from "node:path";
import type { Alert } from "../engine/alert.js";
import { Baseline, type SettledAlerts } from "../project/baseline.js";
import type { SettingsSource } from "../project/project-settings.js";
import type { Text } from "../text/text.js";
import type { Reach } from "./reach.js";

/** The baseline that settings name, if it may and can be read; otherwise why not. */
export function baselineOf(source: SettingsSource | undefined, reach: Reach): { known?: Baseline; fault?: string } {
  const file = Baseline.fileOf(source);
  if (file === undefined) return {};
  if (!reach.mayRead(path.dirname(file))) {
    return { fault: `the baseline ${file} lies outside the folders of this workspace and is not read` };
  }
  try {
    return { known: Baseline.read(file) };
  } catch (error) {
    return { fault: `${path.basename(file)}: ${(error as Error).message}` };
  }
}

/** What of baselines has been settled while the server runs: when it comes back, it is new. */
export class SettledMemory {
  private readonly settled = new Map<string, SettledAlerts>();

  /** Those of a file's alerts that are told. What is gone from a file that is saved and whole has been settled. */
  fresh(
    known: Baseline,
    file: string,
    alerts: readonly Alert[],
    text: Text,
    isOn: (rule: string) => boolean,
    isSaved: boolean,
  ): Alert[] {
    const before = this.settled.get(file);
    if (isSaved) {
      const more = known.settled(file, alerts, text, isOn, before);
      if (more.size > 0) {
        const all = new Map(before);
        for (const [key, count] of more) all.set(key, (all.get(key) ?? 0) + count);
        this.settled.set(file, all);
      }
    }
    return known.fresh(file, alerts, text, this.settled.get(file));
  }

  /** Settings have changed, packs have been loaded, or baselines written anew: what is gone may not have been settled. */
  forget(): void {
    this.settled.clear();
  }
}
