/** The command line as a child process. */
import { spawnSync } from "node:child_process";
import { cpSync, mkdtempSync, realpathSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { root } from "./files.js";

export interface Outcome {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
}

/** Where results are kept, so that no test finds what a person's own runs have found. */
export const cache = scratch();

export const quill = (folder: string, ...args: string[]): Outcome => quillIn(folder, {}, ...args);

/** The same with variables of the environment. */
export function quillIn(folder: string, env: Readonly<Record<string, string>>, ...args: string[]): Outcome {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [path.join(root, "dist/cli/main.js"), ...args],
    {
      cwd: folder,
      encoding: "utf8",
      env: { ...process.env, NO_COLOR: "1", COLUMNS: "160", XDG_CACHE_HOME: cache, ...env },
    },
  );
  // How long it took differs from run to run.
  return { code: status, out: stdout.replace(/( in \d+ files?) in \d+\.\d s$/m, "$1"), err: stderr };
}

/** The notes of a report, each in one line. */
export function notes(out: string): string {
  return out.replaceAll(/\n +┊ +(?![ ━╭╰])/g, " ");
}

/** An empty folder of its own. */
export function scratch(): string {
  return realpathSync(mkdtempSync(path.join(tmpdir(), "quill-")));
}

/** A copy of the sample project. */
export function harbour(): string {
  const folder = scratch();
  cpSync(path.join(root, "examples/harbour"), folder, { recursive: true });
  return folder;
}
