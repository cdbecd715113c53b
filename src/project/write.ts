/** Writing files as editors do. */
import { constants, openSync, closeSync, realpathSync, renameSync, statSync, unlinkSync, writeFileSync } from "node:fs";
import path from "node:path";

/**
 * Gives a file a new text. It is written beside and put in place at one go, so that no reader ever sees half of it; where that would part it from other names or its owner, it is
 * written in place. Links are followed, the mode stays. Throws when the file is read-only.
 */
export function writeText(named: string, text: string): void {
  const stats = statSync(named, { throwIfNoEntry: false });
  if (stats === undefined) {
    replace(named, text, 0o644);
    return;
  }
  const file = realpathSync(named);
  if ((stats.mode & 0o222) === 0) throw new Error("it is read-only");
  if (stats.nlink > 1 || stats.uid !== process.getuid?.()) {
    const open = openSync(file, constants.O_WRONLY | constants.O_TRUNC);
    try {
      writeFileSync(open, text);
    } finally {
      closeSync(open);
    }
  } else replace(file, text, stats.mode);
}

function replace(file: string, text: string, mode: number): void {
  const beside = path.join(path.dirname(file), `.${path.basename(file)}.${process.pid}.tmp`);
  try {
    writeFileSync(beside, text, { mode });
    renameSync(beside, file);
  } catch (error) {
    try {
      unlinkSync(beside);
    } catch {
      // It was never written; the error that matters is the first one.
    }
    if (["EACCES", "EPERM", "EROFS"].includes((error as NodeJS.ErrnoException).code ?? "")) {
      throw new Error(`the folder ${path.dirname(file)} cannot be written to`, { cause: error });
    }
    throw error;
  }
}
