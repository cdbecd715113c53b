/** How far a review is, in the last line of a terminal. */
import { outputColours } from "./output.js";

/** Milliseconds before the line is shown, and between two states of it. */
const pause = 200;
const bar = 24;

/** Shows progress on the error output where that is a terminal, and takes it away again. */
export class ProgressLine {
  private next = performance.now() + pause;
  private isShown = false;

  /** Shows that so many of all files have been looked at. */
  show(done: number, all: number): void {
    if (process.stderr.isTTY !== true || performance.now() < this.next) return;
    this.next = performance.now() + pause;
    const colours = outputColours();
    const full = Math.round((done * bar) / all);
    const text = ` ${"▇".repeat(full)}${colours.faint("▁".repeat(bar - full))}  ${done} of ${all} files`;
    process.stderr.write(`\r\u001b[K${text}`);
    this.isShown = true;
  }

  clear(): void {
    if (this.isShown) process.stderr.write("\r\u001b[K");
    this.isShown = false;
  }
}
