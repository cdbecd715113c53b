import path from "node:path";
import { Baseline } from "../project/baseline.js";
import type { SettingsSource } from "../project/project-settings.js";
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
