import picocolors from "picocolors";
import { palette, type Palette } from "../report/text.js";

/** Colours for standard output: where there is a terminal, and as the variables `NO_COLOR` and `FORCE_COLOR` say. */
export function outputColours(): Palette {
  return palette(hasColour());
}

export function hasColour(): boolean {
  return picocolors.isColorSupported;
}

// A reader that has seen enough, such as `head`, ends the program and is no mistake.
process.stdout.on("error", (error: NodeJS.ErrnoException) => {
  if (error.code !== "EPIPE") throw error;
  process.exit();
});

/** Writes to standard output. */
export function print(text: string): void {
  process.stdout.write(text);
}

/** Writes a line to standard error. */
export function complain(text: string): void {
  process.stderr.write(`alert-quill: ${text}\n`);
}
