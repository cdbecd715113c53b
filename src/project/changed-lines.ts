/** Which lines of a file have changed since a revision, as git tells. */
import { execFileSync } from "node:child_process";
import path from "node:path";
import type { Span } from "../text/edit.js";
import { Text } from "../text/text.js";

/** Thrown when git cannot tell. */
export class RevisionError extends Error {}

/** The stretches of a file's text that have changed since a revision; all of it for a file that git did not know then. Throws a `RevisionError`. */
export function changedSince(revision: string, file: string, text: string): Span[] {
  const git = (...args: string[]): string => {
    try {
      return execFileSync("git", args, {
        cwd: path.dirname(file),
        encoding: "utf8",
        stdio: ["ignore", "pipe", "pipe"],
        maxBuffer: 1 << 28,
      });
    } catch (error) {
      const told = (error as { stderr?: string; message: string }).stderr?.trim().split("\n")[0];
      throw new RevisionError(`git cannot tell what changed since \`${revision}\`: ${told || (error as Error).message}`);
    }
  };
  git("rev-parse", "--verify", "--quiet", "--end-of-options", `${revision}^{commit}`);
  const name = path.basename(file);
  if (git("ls-files", "--", name) === "") return [{ from: 0, to: text.length }];
  const snapshot = Text.of(text);
  const { lines } = snapshot;
  return [
    ...git("diff", "--unified=0", "--no-color", "--no-ext-diff", revision, "--", name).matchAll(
      /^@@ -\S+ \+(\d+)(?:,(\d+))? @@/gm,
    ),
  ].flatMap(([, first, count]): Span[] => {
    const size = count === undefined ? 1 : Number(count);
    if (size === 0) return [];
    const last = Math.min(Number(first) + size - 1, lines.lineCount);
    return [{ from: lines.startOf(Number(first) - 1), to: snapshot.lineEnd(last - 1) }];
  });
}
