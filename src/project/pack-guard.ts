/**
 * What keeps packs from harming the process that they run in: what they print goes to the error output, never into a protocol or a report; they cannot end the process; and what fails
 * outside of their rules, in a timer or a promise, costs a line and the exit code.
 */
import { isMainThread } from "node:worker_threads";

/** Ends the process, as this program itself does. */
export const endProcess = process.exit.bind(process);

/** Writes to the standard output, as this program itself does. */
export const writeOut = process.stdout.write.bind(process.stdout);

/** Whether the process is this program's own: a thread of its is; one that embeds the library is not, and is left as it is. */
let isOwn = !isMainThread;

/** Says that the process is this program's own. */
export function ownProcess(): void {
  isOwn = true;
}

let isOn = false;

/** Whether packs have been loaded in this process, so that something of them may still be running. */
export const arePacksLoaded = (): boolean => isOn;

/** Begins to guard the process, if that has not been done. */
export function guardProcess(): void {
  if (isOn || !isOwn) return;
  isOn = true;
  process.stdout.write = process.stderr.write.bind(process.stderr) as typeof process.stdout.write;
  process.exit = () => {
    throw new Error("it calls `process.exit`, which a pack cannot");
  };
  process.on("uncaughtException", (error) => tell(error));
  process.on("unhandledRejection", (reason) => tell(reason));
}

function tell(error: unknown): void {
  const said = error instanceof Error
    ? (error.stack ?? error.message).split("\n").slice(0, 2).join("\n")
    : String(error);
  process.stderr.write(`alert-quill: a pack failed outside of its rules: ${said}\n`);
  process.exitCode = 2;
}
