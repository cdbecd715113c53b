import { endProcess, writeOut } from "../project/pack-guard.js";
import { palette, type Palette } from "../report/palette.js";

/** Colours for standard output: where `hasColour` says so. */
export function outputColours(): Palette {
  return palette(hasColour());
}

/** How many columns a line of output may take: those of the terminal, or what `COLUMNS` says, or as many as a page has. */
export function outputWidth(): number {
  const columns = process.stdout.columns || Number(process.env["COLUMNS"]) || 100;
  return Math.max(40, Math.min(columns, 160));
}

/** Whether output is coloured: where there is a terminal, unless the variables `NO_COLOR` and `FORCE_COLOR` say otherwise. A build server's log is none. */
export function hasColour(): boolean {
  if (process.env["NO_COLOR"]) return false;
  return Boolean(process.env["FORCE_COLOR"]) || process.stdout.isTTY === true;
}

// A reader that has seen enough, such as `head`, ends the program and is no mistake.
process.stdout.on("error", (error: NodeJS.ErrnoException) => {
  if (error.code !== "EPIPE") throw error;
  endProcess();
});

/** Writes to standard output. */
export function print(text: string): void {
  writeOut(text);
}

/** Writes a line to standard error. */
export function complain(text: string): void {
  process.stderr.write(`alert-quill: ${text}\n`);
}
