/** Reviewing again whenever files change, and telling what came and what went. */
import { existsSync } from "node:fs";
import path from "node:path";
import { ignoredBy, isOfOthers, parted } from "../project/discover.js";
import type { Review } from "../report/model.js";
import { palette } from "../report/palette.js";
import { changesBetween, changesText } from "../report/rounds.js";
import type { OwnLevels } from "../settings/schema.js";
import { complain, hasColour, outputWidth, print } from "./output.js";

/** Milliseconds without another change after which there is a new round: programs write several files, or one in pieces. */
const rest = 80;

export interface Round {
  readonly review: Review;
  readonly ownLevels: OwnLevels;
  /** What the exit code would be. */
  readonly code: number;
}

/** Goes on from a first round, whenever something changes below the paths or in the files of settings, until it is interrupted, and gives the exit code of the last. */
export async function watchOn(
  paths: readonly string[],
  settings: readonly string[],
  first: Round,
  again: () => Promise<Round | undefined>,
): Promise<number> {
  const { watch } = await import("chokidar");
  // A glob is watched from its first wildcard on: more rounds than needed do no harm.
  const folders = paths.map((one) => (existsSync(one) ? path.resolve(one) : parted(one).folder));
  const watcher = watch([...folders, ...settings], {
    ignoreInitial: true,
    ignored: (target, stats) => (
      isOfOthers(target) || (stats?.isDirectory() === true && ignoredBy(path.join(target, "_")) !== undefined)
    ),
  });
  let last = first;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let isRunning = false;
  let isDue = false;
  const run = async (): Promise<void> => {
    if (isRunning) {
      isDue = true;
      return;
    }
    isRunning = true;
    do {
      isDue = false;
      const round = await again();
      if (round !== undefined) {
        show(last, round);
        last = round;
      }
    } while (isDue);
    isRunning = false;
  };
  return new Promise((resolve, reject) => {
    watcher.on("all", () => {
      clearTimeout(timer);
      timer = setTimeout(() => void run().catch(reject), rest);
    });
    watcher.on("error", (error) => complain(`files cannot be watched: ${(error as Error).message}`));
    watcher.on("ready", () => print("Watching for changes; Ctrl+C ends.\n"));
    process.once("SIGINT", () => {
      clearTimeout(timer);
      void watcher.close().then(() => resolve(last.code));
    });
  });
}

function show(before: Round, { review, ownLevels }: Round): void {
  const changes = changesBetween(before.review, review);
  if (!changes.isOther) return;
  const time = new Date().toTimeString().slice(0, 8);
  print(changesText(changes, review, time, { width: outputWidth(), colours: palette(hasColour(), ownLevels) }));
}
