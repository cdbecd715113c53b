/** Which lines of a file have changed since a revision, or are staged for the next commit, as git tells. */
import { execFileSync } from "node:child_process";
import path from "node:path";
import type { Span } from "../text/edit.js";
import { Text } from "../text/text.js";

/** Thrown when git cannot tell. */
export class RevisionError extends Error {}

function git(folder: string, what: string, ...args: string[]): string {
  try {
    return execFileSync("git", args, {
      cwd: folder,
      encoding: "utf8",
      stdio: ["ignore", "pipe", "pipe"],
      maxBuffer: 1 << 28,
    });
  } catch (error) {
    const told = (error as { stderr?: string; message: string }).stderr?.trim().split("\n")[0];
    throw new RevisionError(`git cannot tell what ${what}: ${told || (error as Error).message}`);
  }
}

/** The stretches of a file's text that have changed since a revision; all of it for a file that git did not know then. Throws a `RevisionError`. */
export function changedSince(revision: string, file: string, text: string): Span[] {
  const ask = (...args: string[]): string => git(path.dirname(file), `changed since \`${revision}\``, ...args);
  ask("rev-parse", "--verify", "--quiet", "--end-of-options", `${revision}^{commit}`);
  const name = path.basename(file);
  if (ask("ls-files", "--", name) === "") return [{ from: 0, to: text.length }];
  return stretches(ask("diff", "--unified=0", "--no-color", "--no-ext-diff", revision, "--", name), text);
}

/** The stretches of a file's staged text that the next commit changes. Throws a `RevisionError`. */
export function changedInStage(file: string, text: string): Span[] {
  const name = path.basename(file);
  return stretches(
    git(path.dirname(file), "is staged", "diff", "--cached", "--unified=0", "--no-color", "--no-ext-diff", "--", name),
    text,
  );
}

/** The files that the next commit changes or adds, absolute, in the repository that a folder is in. Throws a `RevisionError`. */
export function stagedFiles(folder: string): ReadonlySet<string> {
  const top = git(folder, "is staged", "rev-parse", "--show-toplevel").trimEnd();
  const names = git(top, "is staged", "diff", "--cached", "--name-only", "--diff-filter=d", "--no-ext-diff", "-z");
  return new Set(names.split("\0").filter((name) => name !== "").map((name) => path.join(top, name)));
}

/** The text of a file as the next commit holds it. Throws a `RevisionError`. */
export function stagedText(file: string): string {
  return git(path.dirname(file), "is staged", "show", `:./${path.basename(file)}`).replace(/^\uFEFF/, "");
}

/** The lines of a text that are new by a comparison without lines around. */
function stretches(comparison: string, text: string): Span[] {
  const snapshot = Text.of(text);
  const { lines } = snapshot;
  return [...comparison.matchAll(/^@@ -\S+ \+(\d+)(?:,(\d+))? @@/gm)].flatMap(([, first, count]): Span[] => {
    const size = count === undefined ? 1 : Number(count);
    if (size === 0) return [];
    const last = Math.min(Number(first) + size - 1, lines.lineCount);
    return [{ from: lines.startOf(Number(first) - 1), to: snapshot.lineEnd(last - 1) }];
  });
}
